import { isMinorIn } from '@angled-chalk/contract';
import dayjs from 'dayjs';

/** By the calendar year alone: someone who turns eighteen this year still counts as a minor. */
export const isMinor = (birthYear: number | null): boolean => isMinorIn(birthYear, dayjs().year());

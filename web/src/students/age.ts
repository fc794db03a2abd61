import dayjs from 'dayjs';

const ADULT_AT = 18;

/** By the calendar year alone: someone who turns eighteen this year still counts as a minor. */
export const isMinor = (birthYear: number | null): boolean =>
  birthYear !== null && dayjs().year() - birthYear <= ADULT_AT;

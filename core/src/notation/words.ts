import type { Measure } from '../body/index.ts';

/** How lengths are said: many of them, and one. Metres are said in centimetres where that is as exact. */
export const LENGTH_UNITS = [
  { name: 'cm', many: 'cm', one: 'cm' },
  { name: 'm', many: 'm', one: 'm' },
  { name: 'half-steps', many: 'half steps', one: 'half step' },
  { name: 'separations', many: 'stances', one: 'stance' },
  { name: 'shoulders', many: 'shoulders', one: 'shoulder' },
] as const satisfies readonly { name: Measure['unit'] | 'cm'; many: string; one: string }[];

export const FACING_WORDS = { target: 'the target', lane: 'the lane', free: 'freely' } as const;
export const TARGET_KINDS = ['bag', 'pad', 'partner'] as const;

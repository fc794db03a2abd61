import { z } from 'zod';
import { FAULT_NAMES } from '@angled-chalk/core/rules';
import { struckOutSchema } from './struck-out.ts';

const verdict = z.enum(['met', 'not-met', 'cannot-tell']);
const foot = z.enum(['left', 'right']);
const point = z.object({ x: z.number(), y: z.number() });
const fault = z.enum(FAULT_NAMES);
const unit = z.enum(['m', 'deg', 's', 'count', 'per min', 'share']);
const count = z.number().int().min(0);
const numbers = z.array(z.number().int());

const finding = z.looseObject({
  id: z.string().describe('the same whenever the same thing is found'),
  fault,
  timeS: z.number(),
  foot: foot.nullable(),
  moveNumber: z.number().int().nullable(),
  at: point.nullable(),
  measured: z.number(),
  limit: z.number(),
  unit,
  verdict,
  uncertainty: z.number().describe('expanded, U = 2u, in the unit'),
});
const cause = finding.extend({ consequences: z.array(finding) });
const slip = cause.extend({
  kind: z.literal('slip'),
  moveNumbers: numbers,
  value: z.number(),
  words: z.string(),
});
const habit = z.looseObject({
  kind: z.literal('habit'),
  id: z.string(),
  fault,
  of: z.string(),
  way: z.enum(['forward', 'right', 'back', 'left']).nullable(),
  moveNumbers: numbers,
  moves: count,
  value: z.number().describe('mean signed error, or the share of the moves'),
  limit: z.number(),
  unit,
  uncertainty: z.number(),
  fails: z.boolean().describe('it fails the drill by itself'),
  words: z.string(),
  consequences: z.array(z.string()).describe('ids of the findings of single moves that are it'),
});
const state = z.looseObject({
  kind: z.literal('state'),
  fault,
  fromMove: z.number().int(),
  toMove: z.number().int(),
  moveNumbers: numbers,
  value: z.number(),
  limit: z.number(),
  unit,
  uncertainty: z.number(),
  words: z.string(),
  consequences: z.array(z.string()),
});
const way = z.looseObject({
  kind: z.literal('way'),
  fault: z.enum([
    'scaled',
    'ended early',
    'begun late',
    'begun again',
    'rounds',
    'left out',
    'stayed',
    'merged',
    'split',
  ]),
  moveNumbers: numbers,
  value: z.number().nullable().describe('times, moves or metres; null where it has no size'),
  limit: z.null(),
  words: z.string(),
  consequences: z.array(z.string()),
});

const part = z.object({ clean: count, moves: count, cannotTell: count });
const shareOf = {
  clean: count,
  moves: count,
  cannotTell: count,
  needed: count,
  standard: z.number().min(0).max(1),
  standardBy: z.string(),
  chance: z.number().min(0).max(1).describe('that the standard is reached'),
  sides: z.object({ left: part.nullable(), right: part.nullable() }),
  blocks: z.array(part.extend({ name: z.string() })),
};

const move = z.looseObject({
  number: z.number().int().nullable().describe('null for one that was added'),
  status: z.enum(['matched', 'one-foot', 'missed', 'extra', 'unseen']),
  timeS: z.number(),
  footfalls: numbers,
  faults: z.array(fault),
  undecided: z.array(fault),
  verdict,
});

/** What files of versions 2 and 3 have in common. */
const COMMON = {
  format: z.literal('angled-chalk-check'),
  engine: z.number().int(),
  plan: z.string(),
  student: z.string(),
  reading: z.looseObject({}),
  undecided: z.array(cause),
  planFindings: z.array(finding),
  notes: z.array(z.looseObject({ about: z.string(), words: z.string(), timeS: z.number() })),
  questions: z.array(z.looseObject({ about: z.string(), words: z.string(), wayOut: z.string() })),
  frame: z.looseObject({ isOff: z.boolean() }).nullable(),
  tempo: z.looseObject({ askedPerMin: z.number(), verdict, uncertainty: z.number() }),
  strikes: z
    .object({ planned: count, seen: count.nullable(), missed: count, wrong: count, extra: count })
    .optional(),
  range: z.looseObject({}),
  beat: z.looseObject({}),
  balance: z.looseObject({}),
  footfalls: z.array(
    z.looseObject({
      number: z.number().int(),
      foot,
      how: z.string(),
      from: point,
      to: point,
      liftS: z.number(),
      landS: z.number(),
    }),
  ),
  capture: z.looseObject({ notices: z.array(z.looseObject({ words: z.string() })) }),
};
const counted = {
  outcome: verdict,
  matched: count,
  planned: count,
  faultCount: count,
  undecidedCount: count,
};

/** Files of checks, by their version; the newest is what is written. */
export const CHECK_FILES = {
  2: z.looseObject({
    ...COMMON,
    version: z.literal(2),
    verdict: z.looseObject({ ...counted, words: z.string() }),
    moves: z.array(move),
    faults: z.array(cause),
  }),
  3: z.looseObject({
    ...COMMON,
    version: z.literal(3),
    verdict: z.looseObject({
      ...counted,
      words: z.string().describe('what to change'),
      holds: z.string().describe('what holds'),
      ...z.object(shareOf).partial().shape,
    }),
    moves: z.array(
      move.extend({
        off: z.array(z.object({ aspect: z.string(), fault, value: z.number(), limit: z.number() })),
      }),
    ),
    faults: z.array(z.discriminatedUnion('kind', [slip, habit, state, way])),
    ways: z.array(z.looseObject({ is: z.string(), words: z.string(), wayOut: z.string() })),
    struckOut: z.array(z.looseObject({ id: z.string(), reason: z.string() })),
  }),
} as const;

/** A file of a check of either version. */
export const checkFileSchema = z.discriminatedUnion('version', [CHECK_FILES[2], CHECK_FILES[3]]);
export type CheckFile = z.infer<typeof checkFileSchema>;

/** What was struck out: a list of its own, or that of a check file; those of version 2 have none. */
export const struckOutFileSchema = z.union([
  struckOutSchema,
  checkFileSchema.transform((file) =>
    file.version === 2 ? [] : file.struckOut.map(({ id, reason }) => ({ id, reason })),
  ),
  z.object({ struckOut: struckOutSchema }).transform((file) => file.struckOut),
]);

import { SCHOOLS } from '../body/index.ts';
import { expand, type FootEvent, type PlannedMove } from '../pattern/index.ts';
import { EXACT_EVENT, type EventUncertainty } from '../rules/index.ts';
import { between, distanceM, forward, headingDeg, add, scale } from '../geometry/index.ts';
import { drillOf } from '../../test/drills.ts';
import type { AlignedMove } from '../matching/index.ts';
import { compareWithPlan, stepErrors, type Comparison } from './compare.ts';

const { moves } = expand(drillOf(0));
const move = moves[6]!;
const lead = move.events[0]!;
const { limits } = SCHOOLS[0]!;
const asSure = (u: EventUncertainty): Comparison => ({
  limits,
  leastStepM: 0.025,
  planToTrackS: (timeS) => timeS,
  uOf: () => u,
  isBlindAt: () => false,
  smallestStepM: 0,
  smallestLiftM: 0,
});
const within = (placeM: number): EventUncertainty => ({ ...EXACT_EVENT, fromM: placeM, toM: placeM });

const row = (seen: FootEvent, of: PlannedMove = move): AlignedMove => ({
  planned: of,
  expected: of.events,
  observed: [seen, of.events[1]!],
});
const compared = (seen: FootEvent, u = EXACT_EVENT) => compareWithPlan([row(seen)], asSure(u));
const scaled = (factor: number): FootEvent => ({ ...lead, to: between(lead.from, lead.to, factor) });
const turned = (deg: number): FootEvent => {
  const way = distanceM(lead.from, lead.to);
  return { ...lead, to: add(lead.from, scale(forward(headingDeg(lead.from, lead.to) + deg), way)) };
};

test('the planned step has no errors and no finding', () => {
  expect(stepErrors(lead, lead)).toEqual({
    distanceM: 0,
    directionDeg: 0,
    pastMarkM: expect.closeTo(0, 12) as number,
  });
  expect(compared(lead)).toEqual([]);
});

test('errors are observed minus planned, along the planned way', () => {
  const wayM = distanceM(lead.from, lead.to);
  const long = stepErrors(lead, scaled(1.5));
  expect(long.distanceM).toBeCloseTo(0.5 * wayM, 9);
  expect(long.pastMarkM).toBeCloseTo(0.5 * wayM, 9);
  expect(stepErrors(lead, turned(20)).directionDeg).toBeCloseTo(20, 6);
  expect(stepErrors(lead, turned(-20)).directionDeg).toBeCloseTo(-20, 6);
});

test.each([
  [0.74, ['step-short']],
  [0.76, []],
  [1.24, []],
  [1.26, ['step-over']],
])('a step of %d of the planned way', (factor, faults) => {
  expect(compared(scaled(factor)).map(({ fault }) => fault)).toEqual(faults);
});

test.each([
  [29, []],
  [31, ['wrong-direction']],
  [-31, ['wrong-direction']],
])('a step off by %d degrees', (deg, faults) => {
  expect(compared(turned(deg)).map(({ fault }) => fault)).toEqual(faults);
});

test('a step in another direction is not told as short or long as well', () => {
  const off = { ...turned(80), to: between(lead.from, turned(80).to, 0.5) };
  expect(compared(off).map(({ fault }) => fault)).toEqual(['wrong-direction']);
});

test('what the capture is unsure of is left open', () => {
  const found = compared(scaled(0.7), within(0.02)).find(({ fault }) => fault === 'step-short');
  expect(found!.verdict).toBe('cannot-tell');
  expect(found!.expandedU).toBeCloseTo(2 * Math.SQRT2 * 0.02, 12);
});

test('a step shorter than the capture can tell from its noise is perhaps missed', () => {
  const missed = [{ planned: move, expected: move.events, observed: [] }];
  const verdictAt = (smallestStepM: number) =>
    compareWithPlan(missed, { ...asSure(EXACT_EVENT), smallestStepM })[0]!.verdict;
  expect(verdictAt(0.05)).toBe('not-met');
  expect(verdictAt(0.3)).toBe('cannot-tell');
});

test('a missed move is told at its beat in the capture, an extra one where it landed', () => {
  const found = compareWithPlan(
    [
      { planned: move, expected: move.events, observed: [] },
      { planned: null, expected: [], observed: [later(lead, 3)] },
    ],
    { ...asSure(EXACT_EVENT), planToTrackS: (timeS) => timeS + 10 },
  );
  expect(found.map(({ fault, timeS }) => [fault, timeS])).toEqual([
    ['missed-move', move.beatS + 10],
    ['extra-move', lead.landS + 3],
  ]);
});

const later = (footfall: FootEvent, byS: number): FootEvent => ({ ...footfall, landS: footfall.landS + byS });

test('the step that brings the foot back to its mark after a fault is a correction, not another fault', () => {
  const next = moves[7]!;
  const short = scaled(0.4);
  const catchUp: FootEvent = {
    ...next.events[0]!,
    from: next.events[0]!.foot === lead.foot ? short.to : next.events[0]!.from,
  };
  const rows = [row(short), row(catchUp, next)];
  expect(compareWithPlan(rows, asSure(EXACT_EVENT)).map(({ moveNumber }) => moveNumber)).toEqual([
    move.number,
  ]);
});

test('a step back that may be a correction, as far as the recording can tell, is no other fault', () => {
  const next = moves[7]!;
  const after = next.events[0]!;
  const limitM = Math.max(0.025, limits.stepShare * distanceM(after.from, after.to));
  const past = (m: number): FootEvent => ({
    ...after,
    from: between(after.from, after.to, 3),
    to: between(after.from, after.to, 1 + m / distanceM(after.from, after.to)),
  });
  const second = (m: number, u: EventUncertainty) =>
    compareWithPlan([row(scaled(1.5)), row(past(m), next)], asSure(u))
      .filter(({ moveNumber }) => moveNumber === next.number)
      .map(({ fault }) => fault);
  const unsteady = within(0.003);
  expect(second(limitM / 2 - 0.001, EXACT_EVENT)).toEqual([]);
  expect(second(limitM / 2 + 0.001, EXACT_EVENT)).toEqual(['wrong-direction']);
  expect(second(limitM / 2 + 0.001, unsteady)).toEqual([]);
  expect(second(limitM / 2 + 0.007, unsteady)).toEqual(['wrong-direction']);
});

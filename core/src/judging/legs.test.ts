import { expand, type FootEvent } from '../pattern/index.ts';
import type { Found } from '../rules/index.ts';
import type { ClockMap } from '../matching/index.ts';
import { planOf } from '../../test/drills.ts';
import { step, STUDENT } from '../../test/typed-stance.ts';
import { asLegsShow, legsIn } from '../judging/legs.ts';

const plan = planOf([{ do: 'push-kick', leg: 'rear', lands: 'in-front' }, step(180, 13), step(0, 13)]);
const footwork = expand({ plan, student: STUDENT });
const legs = legsIn(footwork);
const [leg] = legs.raises;
// A recording whose clock runs 10 s after the plan's.
const clock: ClockMap = {
  trackToPlanS: (timeS) => timeS - 10,
  planToTrackS: (timeS) => timeS + 10,
  spanS: null,
};

const found = (fault: Found['fault'], moveNumber: number | null, timeS: number, foot = leg?.foot): Found => ({
  fault,
  timeS,
  foot: foot ?? null,
  moveNumber,
  at: null,
  measured: 1,
  limit: 0,
  unit: 'count',
  expandedU: 0,
  verdict: 'not-met',
});
const atS = (leg?.liftS ?? NaN) + 10.2;
const went: readonly FootEvent[] = leg ? [{ ...leg, landS: atS }] : [];
const told = (one: Found, seen: readonly FootEvent[] = []): string =>
  asLegsShow(
    legs,
    clock,
    seen,
  )(one)
    .map(({ verdict }) => verdict)
    .join();

test('a leg that went somewhere at its time is not missed for certain, one that stood still is', () => {
  expect(told(found('missed-move', 1, atS), went)).toBe('cannot-tell');
  expect(told(found('missed-move', 1, atS))).toBe('not-met');
});

test('what the leg was seen to do beside the drill is left out, at its own time and of its own foot alone', () => {
  const other = leg?.foot === 'left' ? 'right' : 'left';
  expect(told(found('extra-move', null, atS))).toBe('');
  expect(told(found('extra-move', null, atS, other))).toBe('not-met');
  expect(told(found('extra-move', null, atS + 5))).toBe('not-met');
});

test('strikes of such a move are judged, its feet are not, and moves later on are', () => {
  expect(told(found('wrong-return', 1, atS))).toBe('cannot-tell');
  expect(told(found('missed-strike', 1, atS))).toBe('not-met');
  expect(told(found('step-short', 3, atS))).toBe('not-met');
});

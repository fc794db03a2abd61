import { metres } from '../body/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { bandsOf, rulerFor } from './bands.ts';
import { contactOf } from './reach.ts';
import { strikerOf, type Striker } from './reach-body.ts';
import type { StrikeId } from './strikes.ts';
import { bagTarget } from './target-parts.ts';

const BAG_RADIUS_M = 0.18;
const SETS = {
  long: ['jab', 'cross'],
  pocket: ['lead-hook', 'rear-hook', 'lead-uppercut', 'rear-uppercut'],
  close: ['lead-elbow', 'rear-elbow', 'lead-knee'],
} as const satisfies Record<string, readonly StrikeId[]>;
const HAND: ReadonlySet<string> = new Set(SETS.pocket);

/**
 * Whether some strike of a set does its work with the stance centre at a place: the bag is walked up to in
 * millimetres. It touches with the limb at full length or bent, but with no less than three quarters of its
 * length (own choice).
 */
function works(striker: Striker, ids: readonly StrikeId[], centreM: number): boolean {
  return ids.some((id) => {
    const { terms } = contactOf(
      striker,
      id,
      bagTarget(
        striker,
        HAND.has(id) && id.includes('uppercut') ? 'body' : id.includes('knee') ? 'body' : 'head',
      ),
    );
    const limbM = centreM - BAG_RADIUS_M - terms.hipM - terms.turnM;
    return limbM <= terms.limbM + 1e-9 && limbM >= 0.75 * terms.limbM - 1e-9;
  });
}

// Source: simulation: a student walks up to the bag in millimetres and tries every strike of a set.
test.each(
  DEMO_STUDENTS.filter(({ lengths }) => lengths.leadTouchM === undefined).map(
    (student) => [student.name, student] as const,
  ),
)('the bands of %s are where the strikes of each set work', (_name, student) => {
  const striker = strikerOf(student);
  const bands = bandsOf(striker);
  for (const name of ['long', 'pocket', 'close'] as const) {
    const places = Array.from({ length: 1800 }, (_, i) => i / 1000).filter((at) =>
      works(striker, SETS[name], at),
    );
    expect(bands[name][0]).toBeCloseTo(Math.max(BAG_RADIUS_M, places[0] ?? NaN), 2);
    expect(bands[name][1]).toBeCloseTo(places.at(-1) ?? NaN, 2);
  }
  // One step: from where the straight hands end, as far as a step as a plan takes it.
  expect(bands['one-step'][0]).toBe(bands.long[1]);
  const stepM = bands['one-step'][1] - bands['one-step'][0];
  expect(stepM).toBeLessThanOrEqual(0.34 * striker.stance.separation.valueM + 1e-9);
  expect(stepM).toBeGreaterThan(0.2 * striker.stance.separation.valueM);
});

test('bands are a list: they overlap, and are not sorted', () => {
  const { close, pocket, long } = bandsOf(strikerOf(DEMO_STUDENTS[0]!));
  expect(pocket[1]).toBeGreaterThan(long[0] - 0.3);
  expect(close[0]).toBeLessThan(pocket[1]);
});

test('a place in a band is measured between its edges, other lengths as they are', () => {
  const ruler = rulerFor(DEMO_STUDENTS[0]!);
  const { long } = bandsOf(strikerOf(DEMO_STUDENTS[0]!));
  expect(ruler.metres({ value: 0, unit: 'long' })).toBeCloseTo(long[0], 9);
  expect(ruler.metres({ value: 1, unit: 'long' })).toBeCloseTo(long[1], 9);
  expect(ruler.metres({ value: 0.5, unit: 'long' })).toBeCloseTo((long[0] + long[1]) / 2, 9);
  expect(ruler.metres(metres(1.3))).toBe(1.3);
  expect(ruler.metres({ value: 2, unit: 'separations' })).toBeCloseTo(2 * ruler.separationM, 9);
});

import { BAND_NAMES, metres } from '../body/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { bandsOf, rulerFor } from './bands.ts';
import { reachRows } from './reach-chart.ts';
import { strikerOf } from './reach-body.ts';

test.each(DEMO_STUDENTS.map((student) => [student.name, student] as const))(
  'the bands of %s join from close to one step, and straight strikes end the long one',
  (_name, student) => {
    const striker = strikerOf(student);
    const bands = bandsOf(striker);
    expect(bands.close[1]).toBe(bands.pocket[0]);
    expect(bands.pocket[1]).toBe(bands.long[0]);
    expect(bands.long[1]).toBe(bands['one-step'][0]);
    for (const name of BAND_NAMES) expect(bands[name][1]).toBeGreaterThan(bands[name][0]);
    const straight = reachRows(striker).filter(({ contact }) => ['jab', 'cross'].includes(contact.strike.id));
    // The usual bag is 36 cm thick: its middle is 18 cm behind its surface.
    expect(bands.long[1]).toBeCloseTo(Math.max(...straight.map(({ contact }) => contact.gapM)) + 0.18, 9);
    // A step as a plan takes it: at most 0.34 of the separation, where nothing else is in its way.
    const stepM = bands['one-step'][1] - bands['one-step'][0];
    expect(stepM).toBeLessThanOrEqual(0.34 * striker.stance.separation.valueM + 1e-9);
    expect(stepM).toBeGreaterThan(0.2 * striker.stance.separation.valueM);
  },
);

test('a place in a band is measured between its edges, other lengths as they are', () => {
  const ruler = rulerFor(DEMO_STUDENTS[0]!);
  const { long } = bandsOf(strikerOf(DEMO_STUDENTS[0]!));
  expect(ruler.metres({ value: 0, unit: 'long' })).toBeCloseTo(long[0], 9);
  expect(ruler.metres({ value: 1, unit: 'long' })).toBeCloseTo(long[1], 9);
  expect(ruler.metres({ value: 0.5, unit: 'long' })).toBeCloseTo((long[0] + long[1]) / 2, 9);
  expect(ruler.metres(metres(1.3))).toBe(1.3);
  expect(ruler.metres({ value: 2, unit: 'separations' })).toBeCloseTo(2 * ruler.separationM, 9);
});

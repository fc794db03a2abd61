import { expand } from '../pattern/index.ts';
import { performPlan, type Finding } from '../rules/index.ts';
import { drillOf } from '../../test/drills.ts';
import { chanceOff, NO_SHIFT, spreadsOf, type Alike } from './chance-off.ts';
import { readingsOf } from './readings.ts';

const drill = drillOf(0);
const footwork = expand(drill);
const performance = performPlan(drill, footwork);
const ALIKE: Alike = { apartM: 0, headingDeg: 0, stepM: 0 };

/** Feet that stand 5 cm further apart along the facing after every move: the lead foot ahead, the rear foot behind. */
const longer = performance.moves.map((move) => {
  const { after } = move;
  const [x, y] = [Math.sin((after.facingDeg * Math.PI) / 180), Math.cos((after.facingDeg * Math.PI) / 180)];
  const lead = { x: after[after.lead].x + 0.05 * x, y: after[after.lead].y + 0.05 * y };
  return { ...move, after: { ...after, [after.lead]: lead } };
});
const rows = footwork.moves.map((planned) => ({
  planned,
  expected: planned.events,
  observed: planned.events,
}));

test('a lead foot 5 cm ahead is a stance 5 cm longer, and no wider', () => {
  const readings = readingsOf(rows, { ...performance, moves: longer });
  expect(readings.length).toBeGreaterThan(10);
  for (const { longM, wideM } of readings) {
    expect(longM?.value).toBeCloseTo(0.05, 9);
    expect(wideM?.value).toBeCloseTo(0, 9);
  }
});

test('what a capture scatters is taken out before a move is called off', () => {
  const plain = readingsOf(rows, performance);
  // Measured to 4 cm (1 sigma), and spread by 5 cm (16th and 84th percentile): of the true spread 3 cm are left.
  const readings = plain.slice(0, 9).map((reading, i) => ({
    ...reading,
    facingDeg: { value: 5 * ([-1.5, -0.674, -0.674, -0.3, 0, 0.3, 0.674, 0.674, 1.5][i] ?? 0), u: 4 },
  }));
  const found: Finding = {
    id: 'one',
    fault: 'not-facing',
    timeS: 0,
    foot: null,
    moveNumber: readings[8]?.number ?? null,
    at: null,
    measured: 7.5,
    limit: 5,
    unit: 'deg',
    expandedU: 8,
    verdict: 'cannot-tell',
  };
  const spreads = spreadsOf(readings, new Map(), ALIKE);
  const known = { spreads, late: new Map(), performance, alike: ALIKE };
  // Normal posterior: mean 7.5 x 9/25 = 2.7, sigma 4 x 3/5 = 2.4: beyond 5 by 0.958 sigma, or -5 by 3.2: 0.17.
  expect(chanceOff(found, readings[8], known, NO_SHIFT)).toBeCloseTo(0.17, 2);
});

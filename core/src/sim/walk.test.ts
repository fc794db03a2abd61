import { distanceM, wrapDeg } from '../geometry/index.ts';
import { eventsOf, expand } from '../pattern/index.ts';
import { drillOf, PERFECT, SEQUENCE } from '../../test/drills.ts';
import { DEMO_DRILLS, DEMO_PLANS, recordDemoDrill } from './demo-drills.ts';
import { chanceFrom } from '../measure/index.ts';
import { simulate, spreadFaults, TRACKER_DEFAULTS } from './tracker.ts';
import { trueFindings } from './true-findings.ts';
import { canHave, SIMULATED_FAULTS, type SimulatedFault } from './makings.ts';
import { walk } from './walk.ts';

const drill = drillOf(0);
const footwork = expand(drill);
const MOVE = 12;
const walked = (fault: SimulatedFault | null, recovers = true) =>
  walk(
    drill,
    footwork,
    fault ? [{ fault, moveNumber: MOVE }] : [],
    { ...PERFECT.habits, recovers },
    chanceFrom(7),
  );

test('without faults and scatter the walk is the plan', () => {
  const planned = eventsOf(footwork.moves);
  const { events, moveOf } = walked(null);
  expect(events.map(({ to }) => to)).toEqual(planned.map(({ to }) => to));
  expect(events.map(({ landS }) => landS)).toEqual(planned.map(({ landS }) => landS));
  expect(moveOf).toEqual(planned.map((_, i) => Math.floor(i / 2) + 1));
});

/** What is told of a stretch of time, or of a move the plan lacks. */
const OF_NO_MOVE: readonly SimulatedFault[] = ['extra-move', 'out-of-band'];

const sequence = drillOf(0, SEQUENCE);
describe.each([
  ['the zigzag', drill],
  ['a sequence', sequence],
])('%s', (_, of) => {
  const whole = expand(of);
  const placed = SIMULATED_FAULTS.flatMap((fault) => {
    const able = whole.moves.filter((move) => canHave(fault, move));
    const move = able.find(({ number }) => number >= MOVE) ?? able.at(-1);
    return move ? [{ fault, move }] : [];
  });
  test.each(placed)('a walk with $fault really has it, at its move', ({ fault, move }) => {
    const truth = walk(of, whole, [{ fault, moveNumber: move.number }], PERFECT.habits, chanceFrom(7));
    const found = trueFindings(of, truth);
    const own = found.find((one) => one.fault === fault);
    expect(own).toMatchObject({ fault, verdict: 'not-met' });
    if (!OF_NO_MOVE.includes(fault)) expect(own?.moveNumber).toBe(move.number);
  });
  test('a clean walk has no findings', () => {
    const truth = walk(of, whole, [], PERFECT.habits, chanceFrom(7));
    expect(trueFindings(of, truth)).toEqual([]);
  });
});

test('every fault that can be made can be made in one of them', () => {
  const able = [...footwork.moves, ...expand(sequence).moves];
  for (const fault of SIMULATED_FAULTS) expect(able.some((move) => canHave(fault, move))).toBe(true);
});

test('a student who does not look for the mark stays off it; one who does comes back', () => {
  const off = (recovers: boolean): number => {
    const { events } = walked('step-short', recovers);
    return distanceM(events.at(-1)!.to, footwork.moves.at(-1)!.events[1]!.to);
  };
  expect(off(true)).toBeLessThan(1e-9);
  expect(off(false)).toBeGreaterThan(0.03);
});

describe('the simulated tracker', () => {
  const settings = { ...TRACKER_DEFAULTS, seed: 31 };

  test('records the same drill from the same seed, another from another', () => {
    const [a, b, c] = [
      simulate(drill, settings),
      simulate(drill, settings),
      simulate(drill, { ...settings, seed: 32 }),
    ];
    expect(b.track).toEqual(a.track);
    expect(c.track.left.x).not.toEqual(a.track.left.x);
  });

  test('loses about the share of samples it is told to, of both feet together', () => {
    const { track } = simulate(drill, { ...settings, dropShare: 0.1 });
    const lost = track.left.x.filter(Number.isNaN).length / track.timeS.length;
    expect(lost).toBeGreaterThan(0.05);
    expect(lost).toBeLessThan(0.15);
    track.left.x.forEach((value, i) => expect(Number.isNaN(value)).toBe(Number.isNaN(track.right.y[i]!)));
  });

  test('scatters by the noise it is told, and says what it claims', () => {
    const exact = simulate(drill, { ...settings, noiseM: 0, driftM: 0, dropShare: 0 }).track;
    const noisy = simulate(drill, {
      ...settings,
      noiseM: 0.008,
      driftM: 0,
      dropShare: 0,
      positionUM: 0.004,
    }).track;
    const still = exact.timeS.filter((t) => t < 0.8).length;
    const spread = Array.from({ length: still }, (_, i) => (noisy.left.x[i]! - exact.left.x[i]!) ** 2);
    expect(Math.sqrt(spread.reduce((sum, d) => sum + d, 0) / still)).toBeGreaterThan(0.006);
    expect(Math.sqrt(spread.reduce((sum, d) => sum + d, 0) / still)).toBeLessThan(0.011);
    expect(noisy.notes['position_u_m']).toBe('0.004');
  });

  test('keeps both feet on the floor between flights, and one of them during a flight', () => {
    const { track, truth } = simulate(drill, { ...settings, noiseM: 0, driftM: 0, dropShare: 0 });
    track.timeS.forEach((t, i) => {
      const up = (z: number): number => Number(z > 0.001);
      const flying = truth.events.filter(({ liftS, landS }) => t > liftS && t < landS).length;
      expect(up(track.left.z![i]!) + up(track.right.z![i]!)).toBeLessThanOrEqual(Math.max(flying, 0));
    });
  });

  test('headings turn with the feet and stay in range', () => {
    const { track } = simulate(drill, settings);
    for (const heading of track.left.headingDeg!)
      if (!Number.isNaN(heading)) expect(wrapDeg(heading)).toBe(heading);
  });
});

test('faults are spread over the drill, each at a move of it', () => {
  const placed = spreadFaults(['step-short', 'step-over', 'extra-move'], footwork.moves, 5);
  expect(placed).toHaveLength(3);
  for (const { moveNumber } of placed) {
    expect(moveNumber).toBeGreaterThan(1);
    expect(moveNumber).toBeLessThan(footwork.moves.length);
  }
  expect(new Set(placed.map(({ moveNumber }) => moveNumber)).size).toBe(3);
});

test('the demo drills are of the club’s own students and plans, and can be made again', () => {
  for (const demo of DEMO_DRILLS) {
    const [one, two] = [recordDemoDrill(demo), recordDemoDrill(demo)];
    expect(one.track).toEqual(two.track);
    expect(DEMO_PLANS.map(({ id }) => id)).toContain(one.planId);
    expect(one.planned.student.name.length).toBeGreaterThan(3);
  }
});

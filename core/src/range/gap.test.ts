import fc from 'fast-check';
import { bandEdgesM, gapM, gapSeries } from './gap.ts';
import { eventsOf, expand, posesOf, weaveWaypoints, withLane } from '../pattern/index.ts';
import { checkPlan } from '../check/index.ts';
import { distanceM } from '../geometry/index.ts';
import { placeStance } from '../body/index.ts';
import { drillOf, laneIn, ROOMY_PLAN } from '../../test/drills.ts';
import { performPlan } from '../rules/index.ts';

const number = fc.double({ min: -8, max: 8, noNaN: true });

// Source: Pythagoras by hand: 3 and 4 metres away is 5; a bag 20 cm thick in radius leaves 4.8.
test('the gap runs from the stance centre to the surface of the target', () => {
  expect(gapM({ x: 0, y: 0 }, { x: 3, y: 4 }, 0)).toBe(5);
  expect(gapM({ x: 0, y: 0 }, { x: 3, y: 4 }, 0.2)).toBeCloseTo(4.8, 12);
});

test('a band around the plan moves with it, a fixed one stays', () => {
  expect(bandEdgesM({ kind: 'around-plan', toleranceM: 0.2 }, 3)).toEqual([2.8, 3.2]);
  expect(bandEdgesM({ kind: 'fixed', nearM: 1, farM: 2 }, 3)).toEqual([1, 2]);
});

test('the series has gap, plan and edges for every moment', () => {
  fc.assert(
    fc.property(number, number, fc.double({ min: 0.01, max: 1, noNaN: true }), (x, y, toleranceM) => {
      const times = Float64Array.from([0, 1, 2]);
      const target = { kind: 'partner', at: { x: 0, y: 9 }, radiusM: 0 } as const;
      const series = gapSeries(
        times,
        {
          ballAt: (foot, t) => ({ x: foot === 'left' ? x - 0.2 : x + 0.2, y: y + t }),
          targetAt: () => target.at,
        },
        { target, bandAt: () => ({ kind: 'around-plan', toleranceM }) },
        () => 4,
      );
      times.forEach((t, i) => {
        expect(series.gapM[i]).toBeCloseTo(distanceM({ x, y: y + t }, target.at), 9);
        expect(series.farM[i]! - series.nearM[i]!).toBeCloseTo(2 * toleranceM, 9);
        expect(series.plannedM[i]).toBe(4);
      });
    }),
  );
});

test('walking towards the target the planned gap only shrinks at the waypoints', () => {
  const drill = drillOf(0);
  const { gap } = performPlan(drill, expand(drill));
  expect(gap.gapM[0]!).toBeGreaterThan(gap.gapM.at(-1)!);
  const { target } = drill.plan;
  expect(gap.gapM[0]!).toBeCloseTo(
    gapM(weaveWaypoints(laneIn(drill.plan))[0]!, target.at, target.radiusM),
    6,
  );
});

test('the way back ends where the walk began; laps repeat it', () => {
  const back = expand(drillOf(0, withLane(ROOMY_PLAN, { wayBack: true })));
  const once = expand(drillOf(0));
  expect(back.moves.length).toBeGreaterThan(1.7 * once.moves.length);
  const home = placeStance(once.stance, weaveWaypoints(laneIn(ROOMY_PLAN))[0]!, once.startFacingDeg);
  for (const footfall of back.moves.at(-1)!.events)
    expect(distanceM(footfall.to, home[footfall.foot].ball)).toBeLessThan(1e-6);
  const laps = expand(drillOf(0, withLane(ROOMY_PLAN, { wayBack: true, laps: 3 })));
  expect(laps.moves.length).toBe(3 * back.moves.length);
});

test('poses run through the events: heel up in flight, heading and place as planned at rest', () => {
  const footwork = expand(drillOf(0));
  const start = placeStance(footwork.stance, weaveWaypoints(laneIn(ROOMY_PLAN))[0]!, footwork.startFacingDeg);
  const poseAt = posesOf(start, eventsOf(footwork.moves));
  expect(poseAt('left', 0)).toEqual(start.left);
  const { foot, liftS, landS, to, headingAfterDeg } = footwork.moves[4]!.events[0]!;
  expect(poseAt(foot, (liftS + landS) / 2).heelUp).toBe(true);
  const landed = poseAt(foot, landS + 0.01);
  expect(distanceM(landed.ball, to)).toBeLessThan(1e-9);
  expect(landed.headingDeg).toBeCloseTo(headingAfterDeg!, 9);
});

test('a lane beside the mat is off the floor, one over the edge in part', () => {
  const outside = withLane(ROOMY_PLAN, { firstCone: { x: 0.2, y: 1.4 } });
  const found = checkPlan(drillOf(0, outside)).findings.filter(({ fault }) => fault === 'off-floor');
  expect(found.length).toBeGreaterThan(3);
  for (const { measured, at } of found) {
    expect(measured).toBeGreaterThan(0);
    expect(at!.x).toBeLessThan(0);
  }
});

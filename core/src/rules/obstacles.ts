import { benchCorners, targetAt } from '../floor/index.ts';
import { courseOf, eventsOf, looksAtTarget, type Footwork, type PlannedDrill } from '../pattern/index.ts';
import type { Obstacle } from './performance.ts';

/** Nobody puts a foot so near to the middle of a partner whose feet are not planned (own choice). */
const PARTNER_MIDDLE_M = 0.1;

/** Where a partner's feet are while they do a pattern of their own: half a foot breadth about each ball. */
function feetOf({ start: { feet }, moves, stance }: Footwork): Obstacle[] {
  const ballAt = courseOf({ left: feet.left.ball, right: feet.right.ball }, eventsOf(moves));
  const radiusM = stance.body.footBreadth.valueM / 2;
  return (['left', 'right'] as const).map((foot) => ({ at: (timeS) => ballAt(foot, timeS), radiusM }));
}

/** Everything that stands where a plan may put feet: its target, and what is fixed on its floor. */
export function obstaclesOf({ plan }: PlannedDrill, partner: Footwork | null): Obstacle[] {
  const { target, floor } = plan;
  const about: Obstacle[] = partner
    ? feetOf(partner)
    : looksAtTarget(plan)
      ? [
          {
            at: (timeS) => targetAt(target, timeS),
            radiusM: target.kind === 'partner' ? Math.max(PARTNER_MIDDLE_M, target.radiusM) : target.radiusM,
          },
        ]
      : [];
  const fixed = (floor.fixtures ?? []).flatMap((fixture): Obstacle[] => {
    switch (fixture.kind) {
      case 'post':
      case 'hanging-bag':
        return [{ at: () => fixture.at, radiusM: fixture.radiusM }];
      case 'bench':
        return [{ outline: benchCorners(fixture) }];
      case 'door':
        return [];
    }
  });
  return [...about, ...fixed];
}

import { awayFromFootM, footOutline, type Foot, type FootName } from '../body/index.ts';
import { signedDistanceM, type Point } from '../geometry/index.ts';
import { atMost } from '../measure/index.ts';
import {
  finding,
  isTravel,
  type Found,
  type Obstacle,
  type PerformedMove,
  type Performance,
} from './performance.ts';

interface Put {
  readonly name: FootName;
  readonly foot: Foot;
  readonly timeS: number;
}

/** Every foot that a move puts down; of the first move the two it begins with as well. */
function putDown({ moves }: Performance, move: PerformedMove): Put[] {
  const { before, after, events } = move;
  const landed = events.filter(isTravel).map(({ foot, to, headingAfterDeg, landS }): Put => ({
    name: foot,
    foot: { ball: to, headingDeg: headingAfterDeg ?? after.toesDeg[foot] ?? after.facingDeg, heelUp: false },
    timeS: landS,
  }));
  if (moves[0] !== move) return landed;
  const timeS = events[0]?.liftS ?? move.beatS;
  const begins = (['left', 'right'] as const).map((name): Put => ({
    name,
    foot: { ball: before[name], headingDeg: before.toesDeg[name] ?? before.facingDeg, heelUp: false },
    timeS,
  }));
  return [...begins, ...landed];
}

/** How deep the outline of a foot reaches into what stands there, metres; negative where it is clear of it. */
function depthM(outline: readonly Point[], obstacle: Obstacle, timeS: number): number {
  if ('at' in obstacle) return obstacle.radiusM - signedDistanceM(outline, obstacle.at(timeS));
  const inIt = outline.map((p) => -signedDistanceM(obstacle.outline, p));
  const inFoot = obstacle.outline.map((p) => -signedDistanceM(outline, p));
  return Math.max(...inIt, ...inFoot);
}

/** No foot is put into a bag, a post, a bench or a partner. Measured: how deep its outline reaches into it. */
export function noRoom(performance: Performance, move: PerformedMove): Found[] {
  const { obstacles, stance } = performance;
  if (obstacles.length === 0) return [];
  return putDown(performance, move).flatMap(({ name, foot, timeS }) => {
    const near = obstacles.filter(
      (one) => !('at' in one) || awayFromFootM(foot, stance.body, one.at(timeS)) < one.radiusM,
    );
    if (near.length === 0) return [];
    const outline = footOutline(name, foot, stance.body);
    const measured = Math.max(...near.map((one) => depthM(outline, one, timeS)));
    return finding(atMost(measured, 0, 0), () => ({
      fault: 'no-room',
      timeS,
      foot: name,
      moveNumber: move.moveNumber,
      at: foot.ball,
      measured,
      limit: 0,
      unit: 'm',
      expandedU: 0,
    }));
  });
}

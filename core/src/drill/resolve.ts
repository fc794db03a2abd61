import type { Ruler } from '../body/index.ts';
import type { Target } from '../floor/index.ts';
import { fromFacing, wrapDeg } from '../geometry/index.ts';
import type { LaidFloor, Piece } from '../layout/index.ts';
import { withLane, type Plan, type Pose, type Weave } from '../pattern/index.ts';
import { keptOf, type Drill, type KeptPattern, type OnPiece, type TargetOf } from './drill.ts';
import { carried, patternAt, poseOf } from './place-pattern.ts';

/** What references lead to; null for what is not there any more. */
export interface World {
  readonly floor: (id: string) => LaidFloor | null;
  readonly pattern: (id: string) => KeptPattern | null;
  /** Whether there is such a student. */
  readonly student: (id: string) => boolean;
}

/** A reference of a drill that leads nowhere any more. */
export type Lost = 'pattern' | 'floor' | 'piece' | 'target' | 'student';

export interface Resolved {
  /** Plain values, without any reference. */
  readonly plan: Plan;
  /** What is lost; the plan has the values that it last gave. */
  readonly lost: readonly Lost[];
}

/** Where a piece lies, and its heading; a loose mark has none of its own. */
export function poseOfPiece(piece: Piece): Pose {
  if (piece.kind === 'layout') return { at: piece.at, headingDeg: piece.headingDeg };
  const { mark } = piece;
  return { at: mark.at, headingDeg: mark.kind === 'cross' ? mark.headingDeg : 0 };
}

/** A drill that lies on a piece from now on, as it lies. */
export const onPiece = (piece: Piece): OnPiece => ({ id: piece.id, ...poseOfPiece(piece) });

/** A length in the body's measure needs somebody; without anybody what was stays. */
const BODY_FREE = 'm';

/** The numbers of a zigzag lane that a floor gives to a weave. */
function laneNumbers(piece: Piece, ruler: Ruler | null): Partial<Weave> {
  if (piece.kind !== 'layout' || piece.layout.kind !== 'zigzag-lane') return {};
  const { layout, at, headingDeg, mirrored, tall } = piece;
  const { cones, spacing, offset } = layout;
  const known = (measure: typeof spacing): number | null =>
    ruler ? ruler.metres(measure) : measure.unit === BODY_FREE ? measure.value : null;
  const [spacingM, sideOffsetM] = [known(spacing), known(offset)];
  return {
    cones,
    firstCone: at,
    laneHeadingDeg: headingDeg,
    startSide: mirrored ? 'right' : 'left',
    coneHeight: tall ? 'tall' : 'flat',
    ...(spacingM === null ? {} : { spacingM }),
    ...(sideOffsetM === null ? {} : { sideOffsetM }),
  };
}

/** What a floor says of a target; its swing and its way are the drill's own. */
function targetIn(floor: LaidFloor, of: TargetOf): Pick<Target, 'kind' | 'at' | 'radiusM'> | null {
  if (of.on === 'fixture') {
    const fixture = floor.floor.fixtures?.find(({ id }) => id === of.id);
    return fixture?.kind === 'hanging-bag' ? { kind: 'bag', at: fixture.at, radiusM: fixture.radiusM } : null;
  }
  const piece = floor.pieces.find(({ id }) => id === of.id);
  return piece ? targetOfPiece(piece) : null;
}

function targetOfPiece(piece: Piece): Pick<Target, 'kind' | 'at' | 'radiusM'> | null {
  if (piece.kind !== 'mark') return null;
  const { mark } = piece;
  switch (mark.kind) {
    case 'bag':
    case 'pad':
      return { kind: mark.kind, at: mark.at, radiusM: mark.radiusM };
    case 'partner':
      // The gap to a partner is measured between the stances.
      return { kind: 'partner', at: mark.at, radiusM: 0 };
    default:
      return null;
  }
}

/** A plan with another target; only a partner has moves of their own. */
function aimedAt({ partner, ...plan }: Plan, target: Pick<Target, 'kind' | 'at' | 'radiusM'>): Plan {
  const aimed = { ...plan, target: { ...plan.target, ...target } };
  return partner && target.kind === 'partner' ? { ...aimed, partner } : aimed;
}

/**
 * Turns the references of a drill to plain values: moves of a kept pattern, laid where the drill lies; room, place and target
 * of a kept floor. A drill goes along with the piece it lies on, rigidly.
 *
 * @param ruler of whom lengths in the body's measure are; null: those stay as they last were
 */
export function resolveDrill(
  { follows, about: _, ...own }: Drill,
  world: World,
  ruler: Ruler | null,
): Resolved {
  if (!follows) return { plan: own, lost: [] };
  const lost: Lost[] = [];
  const found = <T>(what: Lost, value: T | null | undefined): T | null => {
    if (value === null || value === undefined) lost.push(what);
    return value ?? null;
  };
  let plan: Plan = own;
  const kept = follows.pattern !== undefined && found('pattern', world.pattern(follows.pattern));
  if (kept) {
    const pose = poseOf(plan.pattern);
    plan = { ...plan, pattern: pose ? patternAt(kept.pattern, pose) : kept.pattern };
  }
  const floor = follows.floor !== undefined && found('floor', world.floor(follows.floor));
  if (floor) {
    plan = { ...plan, floor: floor.floor };
    const { piece: on } = follows;
    const piece =
      on &&
      found(
        'piece',
        floor.pieces.find(({ id }) => id === on.id),
      );
    if (on && piece) plan = withLane(carried(plan, on, poseOfPiece(piece)), laneNumbers(piece, ruler));
    const of = follows.target;
    const target = of && of.on !== 'student' && found('target', targetIn(floor, of));
    if (target) plan = aimedAt(plan, target);
  }
  const students = [
    ...(follows.students ?? []),
    ...(follows.target?.on === 'student' ? [follows.target.id] : []),
  ];
  if (students.some((id) => !world.student(id))) lost.push('student');
  return { plan, lost };
}

/**
 * A drill with the plain values that its references give now, to be kept or edited: where it lies on a piece, with the
 * place of that piece as it is now.
 */
export function remembered(drill: Drill, world: World, ruler: Ruler | null): Drill {
  const { follows } = drill;
  if (!follows) return drill;
  const { plan } = resolveDrill(drill, world, ruler);
  const { piece: on } = follows;
  const floor = follows.floor === undefined ? null : world.floor(follows.floor);
  const piece = on && floor?.pieces.find(({ id }) => id === on.id);
  return { ...plan, ...keptOf(drill), follows: piece ? { ...follows, piece: onPiece(piece) } : follows };
}

/** Where a stance begins on a piece: before a bag at the far line, on a circle facing its middle, else where the piece begins. */
export function standOnPiece(piece: Piece, ruler: Ruler): Pose {
  const { at, headingDeg } = poseOfPiece(piece);
  if (piece.kind !== 'layout') return { at, headingDeg };
  const { layout } = piece;
  const aheadM = layout.kind === 'in-and-out' ? layout.far : layout.kind === 'circle' ? layout.radius : null;
  if (!aheadM) return { at, headingDeg };
  return { at: fromFacing(at, headingDeg, 0, ruler.metres(aheadM)), headingDeg: wrapDeg(headingDeg + 180) };
}

/** A drill that lies on a piece from now on, and begins there; null: on none, where it lies. */
export function laidOn(drill: Drill, piece: Piece | null, ruler: Ruler): Drill {
  const { piece: _, ...follows } = drill.follows ?? {};
  if (!piece) return { ...drill, follows };
  return {
    ...drill,
    pattern: patternAt(drill.pattern, standOnPiece(piece, ruler)),
    follows: { ...follows, piece: onPiece(piece) },
  };
}

/** What of a followed floor may be a target. */
export function targetsOn({ floor, pieces }: LaidFloor): { readonly of: TargetOf; readonly name: string }[] {
  return [
    ...(floor.fixtures ?? []).flatMap(({ kind, id, name }) =>
      kind === 'hanging-bag' ? [{ of: { on: 'fixture', id } as const, name }] : [],
    ),
    ...pieces.flatMap((piece) =>
      targetOfPiece(piece) ? [{ of: { on: 'piece', id: piece.id } as const, name: piece.name }] : [],
    ),
  ];
}

import FlatQueue from 'flatqueue';
import { betweenFindings, ownFindings, type PlacingFinding, type Placement } from './placing.ts';
import { type Floor, moveMark, marginsOf } from '../floor/index.ts';
import { boundsOf, midpoint, turnAbout, type Point } from '../geometry/index.ts';

/** A rigid move over the floor: a turn about a point, then a shift. Metres, degrees clockwise. */
export interface RigidMove {
  readonly about: Point;
  readonly turnDeg: number;
  readonly shift: Point;
}

export const applyMove = ({ about, turnDeg, shift }: RigidMove, p: Point): Point => {
  const turned = turnAbout(p, about, turnDeg);
  return { x: turned.x + shift.x, y: turned.y + shift.y };
};

export function movePlacement(placement: Placement, move: RigidMove): Placement {
  return {
    ...placement,
    marks: placement.marks.map((mark) => moveMark(mark, (p) => applyMove(move, p), move.turnDeg)),
    lane: placement.lane?.map((p) => applyMove(move, p)) ?? null,
  };
}

/** The search tells places apart to this, metres (a tape reads no finer), and turns to this, degrees. */
const FINE_M = 0.002;
const TURN_STEP_DEG = 5;

/** A move cannot cure these. */
const movable = (found: PlacingFinding): boolean => found.code !== 'tall-cone-behind';

/** Metres that a placement must move at least before a finding can end: clearances change no faster. */
const shortfallM = ({ code, valueM, limitM }: PlacingFinding): number =>
  code === 'mark-off-floor' || code === 'lane-off-floor' ? valueM : limitM - valueM;

type Short = (move: RigidMove) => number;

/**
 * The nearest place at which what is moved passes every test of fit: the smallest shift as it is turned
 * now, to two millimetres, else the smallest turn (in steps of 5 degrees) that has a shift at all. Null when
 * there is none on this floor. Squares of shifts are looked at in the order of their distance; one whose
 * middle falls short by more than its half diagonal cannot hold a passing shift and is left out, the others
 * are cut in four (branch and bound: a clearance changes no faster than its lane moves).
 */
export function nearestPassing(
  floor: Floor,
  moving: readonly Placement[],
  others: readonly Placement[],
  onProgress: (share: number) => void = () => undefined,
): RigidMove | null {
  const box = boundsOf(moving.flatMap(({ lane, marks }) => lane ?? marks.map(({ at }) => at)));
  const about = midpoint(box.least, box.most);
  const shortBy = shortOf(floor, moving, others);
  for (let turn = 0; turn <= 180; turn += TURN_STEP_DEG) {
    onProgress(turn / 180);
    const best = [turn, -turn]
      .slice(0, turn === 0 || turn === 180 ? 1 : 2)
      .map((turnDeg) => nearestShift(floor, moving, shortBy, about, turnDeg))
      .filter((move) => move !== null)
      .sort((a, b) => Math.hypot(a.shift.x, a.shift.y) - Math.hypot(b.shift.x, b.shift.y))[0];
    if (best) return best;
  }
  return null;
}

/** By how much a move falls short of passing; 0 when it passes. Lanes first: they are quick to tell. */
function shortOf(floor: Floor, moving: readonly Placement[], others: readonly Placement[]): Short {
  const margins = marginsOf(floor);
  const lanes = moving.map((one): Placement => ({ ...one, marks: [] }));
  const worst = (placements: readonly Placement[], move: RigidMove): number =>
    placements.reduce((most, one) => {
      const moved = movePlacement(one, move);
      const found = [
        ...ownFindings(floor, margins, moved),
        ...others.flatMap((other) => betweenFindings(margins, moved, other)),
      ].filter(movable);
      return Math.max(most, ...found.map((each) => Math.max(FINE_M / 2, shortfallM(each))));
    }, 0);
  return (move) => worst(lanes, move) || worst(moving, move);
}

interface Square {
  readonly x: number;
  readonly y: number;
  readonly halfM: number;
}

function nearestShift(
  floor: Floor,
  moving: readonly Placement[],
  shortBy: Short,
  about: Point,
  turnDeg: number,
): RigidMove | null {
  const at = (shift: Point): RigidMove => ({ about, turnDeg, shift });
  const still = at({ x: 0, y: 0 });
  if (shortBy(still) === 0) return still;
  const room = boundsOf(floor.outline);
  const own = boundsOf(
    moving.flatMap(({ lane, marks }) =>
      (lane ?? marks.map((mark) => mark.at)).map((p) => applyMove(still, p)),
    ),
  );
  const least = { x: room.least.x - own.least.x, y: room.least.y - own.least.y };
  const most = { x: room.most.x - own.most.x, y: room.most.y - own.most.y };
  if (most.x < least.x || most.y < least.y) return null;
  const squares: Square[] = [];
  const queue = new FlatQueue<number>();
  const offer = (square: Square): void => {
    const [dx, dy] = [square.x, square.y].map((v) => Math.max(0, Math.abs(v) - square.halfM)) as [
      number,
      number,
    ];
    queue.push(squares.push(square) - 1, Math.hypot(dx, dy));
  };
  offer({
    x: (least.x + most.x) / 2,
    y: (least.y + most.y) / 2,
    halfM: Math.max(most.x - least.x, most.y - least.y, FINE_M) / 2,
  });
  for (let index = queue.pop(); index !== undefined; index = queue.pop()) {
    const square = squares[index]!;
    const short = shortBy(at(square));
    if (short > square.halfM * Math.SQRT2) continue;
    if (square.halfM * 2 <= FINE_M) {
      if (short > 0) continue;
      const shift = { x: toMm(square.x), y: toMm(square.y) };
      const tidier = [{ x: shift.x, y: 0 }, { x: 0, y: shift.y }, shift].filter(
        (one) => Math.hypot(one.x - square.x, one.y - square.y) <= FINE_M,
      );
      return at(tidier.find((one) => shortBy(at(one)) === 0) ?? { x: square.x, y: square.y });
    }
    const half = square.halfM / 2;
    for (const [sx, sy] of QUARTERS) offer({ x: square.x + sx * half, y: square.y + sy * half, halfM: half });
  }
  return null;
}

const QUARTERS = [
  [-1, -1],
  [1, -1],
  [-1, 1],
  [1, 1],
] as const;

const toMm = (metres: number): number => Math.round(metres * 1000) / 1000;

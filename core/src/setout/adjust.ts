import { inverse, Matrix } from 'ml-matrix';
import type { Floor } from '../floor/index.ts';
import { problem, type Result, formatLength, type UnitSystem } from '../measure/index.ts';
import { distanceM, headingDeg, midpoint, type Point } from '../geometry/index.ts';

/** A distance taped between two named points, datums or marks. Metres. */
export interface Reading {
  readonly from: string;
  readonly to: string;
  readonly distanceM: number;
}

export interface Control {
  /** Points that are where they are: corners, posts. */
  readonly datums: ReadonlyMap<string, Point>;
  /** Marks as they were meant to stand. */
  readonly planned: ReadonlyMap<string, Point>;
  /** Standard uncertainties: of one reading, and of a mark as it was set out. */
  readonly readingUM: number;
  readonly settingUM: number;
}

export interface AdjustedMark {
  readonly id: string;
  /** Where it most likely stands. */
  readonly at: Point;
  /** Larger semi-axis of its 1-sigma ellipse. */
  readonly uM: number;
  /** How far it stands from its plan. */
  readonly offM: number;
  readonly verdict: 'move' | 'leave' | 'cannot-tell';
}

export interface AdjustedReading extends Reading {
  /** Adjusted minus taped. */
  readonly residualM: number;
  /** Residual in units of its own standard deviation (Baarda's w). */
  readonly normalised: number;
}

export interface Adjustment {
  readonly marks: readonly AdjustedMark[];
  readonly readings: readonly AdjustedReading[];
  /** The one reading that does not agree with the others, or null. */
  readonly suspect: AdjustedReading | null;
  /** Square root of the weighted sum of squares over the redundancy; null without redundancy. */
  readonly sigmaRatio: number | null;
}

const ITERATIONS = 20;
const ENOUGH_M = 1e-9;
/** Baarda's critical value for a single outlier at 0.1 % (from memory). */
const SUSPECT_FROM = 3.29;
/** A mark nearer to its place than this is left (own choice). */
const GOOD_ENOUGH_M = 0.02;

/**
 * Least-squares adjustment of the marks over all check distances, by variation of coordinates (Gauss
 * and Newton): each reading is an observed distance, each mark an observed place with the uncertainty
 * of setting it out. Residuals, their standard deviations and the cofactor matrix as in surveying
 * texts on adjustment computations.
 */
export function adjustMarks(control: Control, readings: readonly Reading[]): Result<Adjustment> {
  const ids = [...control.planned.keys()];
  const unknown = readings
    .flatMap(({ from, to }) => [from, to])
    .find((id) => !control.datums.has(id) && !control.planned.has(id));
  if (unknown !== undefined)
    return problem('no-such-point', `There is no datum or mark "${unknown}". Choose one from the list.`);
  const same = readings.find(({ from, to }) => from === to);
  if (same)
    return problem('same-point', `A distance from ${same.from} to itself says nothing. Choose two points.`);
  const wrong = readings.find(({ distanceM: taped }) => !(taped > 0 && taped < 200));
  if (wrong)
    return problem(
      'no-distance',
      `The distance from ${wrong.from} to ${wrong.to} is not a tape distance. Tape it again.`,
    );
  const places = new Map(control.planned);
  const at = (id: string): Point => control.datums.get(id) ?? places.get(id)!;
  const column = new Map(ids.map((id, i) => [id, 2 * i]));
  const weights = [
    ...readings.map(() => control.readingUM ** -2),
    ...ids.flatMap(() => [control.settingUM ** -2, control.settingUM ** -2]),
  ];
  let design = new Matrix(0, 0);
  let cofactor = new Matrix(0, 0);
  for (let iteration = 0; iteration < ITERATIONS && ids.length > 0; iteration++) {
    design = designOf(ids, readings, column, at);
    const misclosure = Matrix.columnVector([
      ...readings.map(({ from, to, distanceM: taped }) => taped - distanceM(at(from), at(to))),
      ...ids.flatMap((id) => [control.planned.get(id)!.x - at(id).x, control.planned.get(id)!.y - at(id).y]),
    ]);
    const weighted = design.clone().mulColumnVector(weights);
    cofactor = inverse(weighted.transpose().mmul(design));
    const step = cofactor.mmul(weighted.transpose().mmul(misclosure));
    let largest = 0;
    ids.forEach((id, i) => {
      const [dx, dy] = [step.get(2 * i, 0), step.get(2 * i + 1, 0)];
      largest = Math.max(largest, Math.hypot(dx, dy));
      places.set(id, { x: at(id).x + dx, y: at(id).y + dy });
    });
    if (largest < ENOUGH_M) break;
  }
  const adjusted = readings.map((reading, i): AdjustedReading => {
    const residualM = distanceM(at(reading.from), at(reading.to)) - reading.distanceM;
    const row = ids.length > 0 ? design.getRowVector(i) : new Matrix(1, 0);
    const explained = ids.length > 0 ? row.mmul(cofactor).mmul(row.transpose()).get(0, 0) : 0;
    const sd = Math.sqrt(Math.max(control.readingUM ** 2 - explained, 1e-14));
    return { ...reading, residualM, normalised: residualM / sd };
  });
  return { ok: true, notices: [], value: report(control, ids, places, cofactor, adjusted) };
}

export interface TapedBack extends Adjustment {
  /** The reading that was left out because the others contradict it, or null. */
  readonly rejected: Reading | null;
}

/**
 * The answer to distances taped back: a reading that the others contradict is left out before any mark is
 * told to move, and a mark that fewer than two readings touch is never told to.
 */
export function tapeBack(control: Control, readings: readonly Reading[]): Result<TapedBack> {
  const all = adjustMarks(control, readings);
  if (!all.ok) return all;
  const at = all.value.suspect ? all.value.readings.indexOf(all.value.suspect) : -1;
  const rejected = at < 0 ? null : readings[at]!;
  const used = readings.filter((reading) => reading !== rejected);
  const judged = rejected ? adjustMarks(control, used) : all;
  if (!judged.ok) return judged;
  const touching = (id: string): number => used.filter(({ from, to }) => from === id || to === id).length;
  const marks = judged.value.marks.map((mark) =>
    touching(mark.id) < 2 ? { ...mark, verdict: 'cannot-tell' as const } : mark,
  );
  return { ok: true, notices: [], value: { ...judged.value, readings: all.value.readings, marks, rejected } };
}

function designOf(
  ids: readonly string[],
  readings: readonly Reading[],
  column: ReadonlyMap<string, number>,
  at: (id: string) => Point,
): Matrix {
  const design = Matrix.zeros(readings.length + 2 * ids.length, 2 * ids.length);
  readings.forEach(({ from, to }, row) => {
    const [a, b] = [at(from), at(to)];
    const lengthM = Math.max(distanceM(a, b), 1e-9);
    const [ux, uy] = [(b.x - a.x) / lengthM, (b.y - a.y) / lengthM];
    for (const [id, sign] of [
      [from, -1],
      [to, 1],
    ] as const) {
      const k = column.get(id);
      if (k === undefined) continue;
      design.set(row, k, sign * ux);
      design.set(row, k + 1, sign * uy);
    }
  });
  for (let k = 0; k < 2 * ids.length; k++) design.set(readings.length + k, k, 1);
  return design;
}

function report(
  control: Control,
  ids: readonly string[],
  places: ReadonlyMap<string, Point>,
  cofactor: Matrix,
  readings: readonly AdjustedReading[],
): Adjustment {
  const marks = ids.map((id, i): AdjustedMark => {
    const [xx, yy, xy] = [
      cofactor.get(2 * i, 2 * i),
      cofactor.get(2 * i + 1, 2 * i + 1),
      cofactor.get(2 * i, 2 * i + 1),
    ];
    const uM = Math.sqrt((xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy));
    const at = places.get(id)!;
    const offM = distanceM(at, control.planned.get(id)!);
    const verdict =
      offM > Math.max(GOOD_ENOUGH_M, 2 * uM) ? 'move' : offM > GOOD_ENOUGH_M ? 'cannot-tell' : 'leave';
    return { id, at, uM, offM, verdict };
  });
  const worst = readings.reduce<AdjustedReading | null>(
    (a, b) => (a && Math.abs(a.normalised) >= Math.abs(b.normalised) ? a : b),
    null,
  );
  const squares =
    readings.reduce((sum, { residualM }) => sum + (residualM / control.readingUM) ** 2, 0) +
    marks.reduce((sum, { offM }) => sum + (offM / control.settingUM) ** 2, 0);
  return {
    marks,
    readings,
    suspect: worst && readings.length > 1 && Math.abs(worst.normalised) > SUSPECT_FROM ? worst : null,
    sigmaRatio: readings.length > 0 ? Math.sqrt(squares / readings.length) : null,
  };
}

/** Everything a way on the floor can be named by: datums, doors, posts, benches, bags. */
export const landmarksOf = ({
  datums,
  fixtures = [],
}: Floor): { readonly name: string; readonly at: Point }[] => [
  ...datums.map(({ id, name, at }) => ({ name: name === '' ? id : name, at })),
  ...fixtures.map((fixture) => ({
    name: fixture.name,
    at: fixture.kind === 'door' ? midpoint(fixture.at, fixture.to) : fixture.at,
  })),
];

/** "Move cone 5 2 cm towards the far-left corner": the way back to the plan, by the landmark nearest to it. */
export function moveWords(
  mark: AdjustedMark,
  planned: Point,
  datums: readonly { readonly name: string; readonly at: Point }[],
  units: UnitSystem,
): string {
  if (mark.verdict === 'leave') return `${mark.id} stands right.`;
  if (mark.verdict === 'cannot-tell')
    return `${mark.id}: these readings cannot tell; tape one more distance to it.`;
  const way = headingDeg(mark.at, planned);
  const offOf = (at: Point): number => Math.abs(((headingDeg(mark.at, at) - way + 540) % 360) - 180);
  const towards = datums.reduce((a, b) => (offOf(b.at) < offOf(a.at) ? b : a));
  return `Move ${mark.id} ${formatLength(mark.offM, units)} towards the ${towards.name.replace(/^the /, '')}.`;
}

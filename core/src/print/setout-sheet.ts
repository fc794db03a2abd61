import type { PDFFont, PDFPage } from 'pdf-lib';
import { benchCorners, type Fixture, type Mark } from '../floor/index.ts';
import { outwardAt, sidesOf, boundsOf, forward, fromFacing, type Point } from '../geometry/index.ts';
import {
  bringWords,
  checkWords,
  howWords,
  squareWords,
  stationWords,
  type SetOutRow,
} from '../setout/index.ts';
import { formatLength, formatSmall, formatTape, type UnitSystem } from '../measure/index.ts';
import type { SetOutJob } from '../pattern/index.ts';
import {
  newPage,
  newSheet,
  PAPERS,
  printable,
  POINTS_PER_M,
  rule,
  sizeWithin,
  wrapped,
  write,
  type Paper,
  type Sheet,
} from './sheet.ts';

const MARGIN_M = 0.015;
const ROW_M = 0.0062;
/** The drawing is this high; lower, down to the least, when the table then stays on one page. */
const DRAWING_M = 0.13;
const LEAST_DRAWING_M = 0.08;
const NOTE_M = 0.0043;
const TICK_M = 0.0032;

/** Where the columns of the table begin, as shares of the printed width. */
const COLUMNS = {
  tick: 0,
  order: 0.04,
  mark: 0.08,
  first: 0.26,
  second: 0.48,
  check: 0.7,
  error: 0.9,
} as const;

/**
 * The set-out sheet in black and white: the floor with its numbered marks, what to check first, and a row
 * to tick for every mark in the order that walks least. It names whom it was measured for, when somebody.
 */
export async function setOutSheet(
  job: SetOutJob,
  units: UnitSystem,
  paper: Paper,
  forWhom = '',
): Promise<Uint8Array> {
  const sheet = await newSheet(paper, `Set out: ${job.name}`);
  const { widthM, heightM } = PAPERS[paper];
  let page = newPage(sheet);
  const top = heightM - MARGIN_M;
  write(page, sheet.bold, job.name, [MARGIN_M, top - 0.005], 16);
  const walk = `${forWhom === '' ? '' : `Measured for ${forWhom}. `}${job.floor.name}. ${job.table.rows.length} places, ${formatLength(job.table.walkM, units)} from mark to mark. Tape of ${formatLength(job.table.tape.lengthM, units)}, good to ${formatSmall(job.table.tape.readingUM, units)}.`;
  write(page, sheet.regular, walk, [MARGIN_M, top - 0.011], 9);
  const lines = notesOf(job, units).flatMap((note) =>
    wrapped(sheet.regular, note, 8.5, widthM - 2 * MARGIN_M),
  );
  const spareM =
    top - 0.025 - lines.length * NOTE_M - (job.table.rows.length + 1) * ROW_M - (MARGIN_M + ROW_M);
  const drawingM = spareM < LEAST_DRAWING_M ? DRAWING_M : Math.min(DRAWING_M, spareM);
  drawFloor(page, sheet, job, {
    corner: { x: MARGIN_M, y: top - 0.015 - drawingM },
    widthM: widthM - 2 * MARGIN_M,
    heightM: drawingM,
  });
  let y = top - 0.022 - drawingM;
  for (const line of lines) {
    write(page, sheet.regular, line, [MARGIN_M, y], 8.5);
    y -= NOTE_M;
  }
  y -= 0.003;
  heading(page, sheet, widthM, y);
  y -= ROW_M;
  job.table.rows.forEach((row, i) => {
    if (y < MARGIN_M + ROW_M) {
      page = newPage(sheet);
      y = top - 0.005;
      heading(page, sheet, widthM, y);
      y -= ROW_M;
    }
    printRow({ page, sheet, widthM, units }, row, i + 1, y);
    y -= ROW_M;
  });
  return sheet.pdf.save({ useObjectStreams: false });
}

function notesOf(job: SetOutJob, units: UnitSystem): string[] {
  const { checks, square, materials, table } = job;
  const diagonals = checks.map(
    ({ from, to, distanceM }) => `${from} to ${to} ${formatTape(distanceM, units)}`,
  );
  const used = new Map(
    table.rows.flatMap(({ how }) => (how.kind === 'two-tapes' ? how.from : [how.from])).map((s) => [s.id, s]),
  );
  const bring = bringWords(materials, units);
  const datums = [...used.values()].filter(({ kind }) => kind === 'datum').map(stationWords);
  return [
    ...(datums.length > 0 ? [`Tapes start from: ${datums.join(', ')}.`] : []),
    ...chunks(diagonals, 3).map((part, i) => `${i === 0 ? 'Tape these first: ' : ''}${part.join('; ')}.`),
    ...(square ? [`A square corner without a datum: ${squareWords(square, units)}.`] : []),
    ...(bring === '' ? [] : [`To bring: ${bring}.`]),
    'Keep a clear step around every lane and twice the swing round a bag. The venue and the sanctioning body decide.',
  ];
}

const chunks = <T>(list: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, i) => list.slice(i * size, (i + 1) * size));

const columnX = (share: number, widthM: number): number => MARGIN_M + share * (widthM - 2 * MARGIN_M);

function heading(page: PDFPage, sheet: Sheet, widthM: number, y: number): void {
  const titles = {
    mark: 'Mark',
    first: 'First tape',
    second: 'Second tape',
    check: 'Must then read',
    error: '±',
  };
  for (const [key, title] of Object.entries(titles))
    write(page, sheet.bold, title, [columnX(COLUMNS[key as keyof typeof COLUMNS], widthM), y], 8.5);
  rule(page, [MARGIN_M, y - 0.0015], [widthM - MARGIN_M, y - 0.0015], 0.8);
}

/** Where a table is written, and in what units. */
interface TablePage {
  readonly page: PDFPage;
  readonly sheet: Sheet;
  readonly widthM: number;
  readonly units: UnitSystem;
}

function printRow({ page, sheet, widthM, units }: TablePage, row: SetOutRow, order: number, y: number): void {
  const at = (key: keyof typeof COLUMNS): number => columnX(COLUMNS[key], widthM);
  const { first, second } = howWords(row.how, units);
  const side = row.how.kind === 'two-tapes' ? ` (${row.how.side})` : '';
  const [left, right, low, high] = [at('tick'), at('tick') + TICK_M, y - 0.0006, y - 0.0006 + TICK_M];
  for (const [from, to] of [
    [
      [left, low],
      [right, low],
    ],
    [
      [right, low],
      [right, high],
    ],
    [
      [right, high],
      [left, high],
    ],
    [
      [left, high],
      [left, low],
    ],
  ] as const)
    rule(page, from, to, 0.8);
  write(page, sheet.regular, String(order), [at('order'), y], 8.5);
  const cell = (font: PDFFont, text: string, from: keyof typeof COLUMNS, to: keyof typeof COLUMNS): void =>
    write(page, font, text, [at(from), y], sizeWithin(font, text, 9, at(to) - at(from) - 0.001));
  cell(sheet.bold, row.point.id, 'mark', 'first');
  cell(sheet.regular, `${first.from}  ${first.tape}`, 'first', 'second');
  cell(sheet.regular, `${second.from}  ${second.tape}${side}`, 'second', 'check');
  cell(sheet.regular, checkWords(row, units), 'check', 'error');
  const weak = row.how.kind === 'two-tapes' && row.how.weak ? ' weak' : '';
  write(page, sheet.regular, `${formatSmall(2 * row.majorM, units)}${weak}`, [at('error'), y], 8.5);
  rule(page, [MARGIN_M, y - 0.0018], [widthM - MARGIN_M, y - 0.0018], 0.2);
}

function drawFloor(
  page: PDFPage,
  sheet: Sheet,
  { floor, marks }: SetOutJob,
  { corner, widthM, heightM }: { readonly corner: Point; readonly widthM: number; readonly heightM: number },
): void {
  const { least, most } = boundsOf(floor.outline);
  const roomM = 0.012;
  const scale = Math.min(
    (widthM - 2 * roomM) / (most.x - least.x),
    (heightM - 2 * roomM) / (most.y - least.y),
  );
  const left = corner.x + (widthM - scale * (most.x - least.x)) / 2;
  const near = corner.y + (heightM - scale * (most.y - least.y)) / 2;
  const at = ({ x, y }: Point): [number, number] => [
    left + (x - least.x) * scale,
    near + (y - least.y) * scale,
  ];
  const ring = (points: readonly Point[], thickness: number): void =>
    sidesOf(points).forEach(([a, b]) => rule(page, at(a), at(b), thickness));
  const circle = (centre: Point, radiusM: number, filled: boolean): void => {
    const [x, y] = at(centre);
    page.drawCircle({
      x: x * POINTS_PER_M,
      y: y * POINTS_PER_M,
      size: Math.max(radiusM * scale, 0.0006) * POINTS_PER_M,
      borderWidth: 0.8,
      ...(filled ? {} : { opacity: 0 }),
    });
  };
  ring(floor.outline, 1.4);
  for (const fixture of floor.fixtures ?? []) drawFixture(fixture, ring, circle, at, page);
  for (const { id, at: place } of floor.datums) {
    const [x, y] = at(place);
    circle(place, 0.03, true);
    const out = outwardAt(floor.outline, place);
    const half = sheet.bold.widthOfTextAtSize(printable(id), 10) / POINTS_PER_M / 2;
    write(page, sheet.bold, id, [x + out.x * (0.002 + half) - half, y + out.y * 0.0035 - 0.0012], 10);
  }
  for (const mark of marks) {
    drawMark(mark, circle, at, page);
    const [x, y] = at(mark.at);
    write(page, sheet.bold, String(mark.number), [x + 0.0016, y + 0.0008], 8);
  }
}

type Circle = (centre: Point, radiusM: number, filled: boolean) => void;
type At = (p: Point) => [number, number];

function drawFixture(
  fixture: Fixture,
  ring: (points: readonly Point[], thickness: number) => void,
  circle: Circle,
  at: At,
  page: PDFPage,
): void {
  if (fixture.kind === 'bench') ring(benchCorners(fixture), 0.6);
  else if (fixture.kind === 'door') rule(page, at(fixture.at), at(fixture.to), 3);
  else circle(fixture.at, fixture.radiusM, fixture.kind === 'post');
}

function drawMark(mark: Mark, circle: Circle, at: At, page: PDFPage): void {
  switch (mark.kind) {
    case 'line':
      rule(page, at(mark.at), at(mark.to), 1.2);
      break;
    case 'rope':
      rule(page, at(mark.at), at(mark.to), 1, [2, 1]);
      break;
    case 'cross':
      for (const turn of [0, 90])
        rule(
          page,
          at(fromFacing(mark.at, mark.headingDeg + turn, 0, -mark.sizeM / 2)),
          at(fromFacing(mark.at, mark.headingDeg + turn, 0, mark.sizeM / 2)),
          1.2,
        );
      break;
    case 'arc': {
      const pieces = Math.max(2, Math.ceil(Math.abs(mark.toDeg - mark.fromDeg) / 6));
      const place = (i: number): Point => {
        const way = forward(mark.fromDeg + ((mark.toDeg - mark.fromDeg) * i) / pieces);
        return { x: mark.at.x + way.x * mark.radiusM, y: mark.at.y + way.y * mark.radiusM };
      };
      for (let i = 0; i < pieces; i++) rule(page, at(place(i)), at(place(i + 1)), 1.2);
      break;
    }
    case 'cone':
      circle(mark.at, 0.06, mark.tall);
      break;
    default:
      circle(mark.at, Math.max(mark.radiusM, 0.1), false);
  }
}

import { footOutline, type Foot } from '../body/index.ts';
import { beatNumbers, lookFor } from '../compose/index.ts';
import { boundsOf, fromFacing, type Point } from '../geometry/index.ts';
import { formatLength, type UnitSystem } from '../measure/index.ts';
import { expand, looksAtTarget, type PlannedDrill } from '../pattern/index.ts';
import { moveWords } from '../moves/index.ts';
import { strikeName } from '../range/index.ts';
import { CAUTIONS } from './cautions.ts';
import {
  newPage,
  newSheet,
  PAPERS,
  rule,
  sizeWithin,
  wrapped,
  write,
  type Paper,
  type Sheet,
} from './sheet.ts';

const MARGIN_M = 0.015;
/** The floor takes this much of the page at most. */
const FLOOR_M = { width: 0.18, height: 0.11 } as const;
const LINE_M = 0.0047;
const STEP_PT = 9;
/** Numbers nearer to each other than this on paper are not written twice. */
const APART_M = 0.005;

type PdfPage = ReturnType<typeof newPage>;

/** Steps of a pattern as lines: number, beat, what is done. */
function stepLines({ plan, student }: PlannedDrill, units: UnitSystem): string[] {
  const { moves } = expand({ plan, student });
  const beats = beatNumbers(moves);
  return moves.map(({ number, cue, strikes, events }, i) => {
    const beat = Number((beats[i] ?? 1).toFixed(2));
    const feet = [...new Set(events.map(({ foot }) => (foot === 'left' ? 'L' : 'R')))].join(' ');
    const words = cue ? moveWords(cue.move, units) : 'Step of the lane';
    const thrown = strikes.map(({ strike }) => strikeName(strike)).join(', ');
    return `${number}. beat ${beat}: ${words}${feet === '' ? '' : ` (${feet})`}${thrown === '' ? '' : `; ${thrown}`}`;
  });
}

/** Runs of lines that are the same but for number and beat are said once. */
const MOST_LINES = 40;

/**
 * One page: the feet from above with their numbers, the steps with their counts, what to look for, and the cautions.
 * Black on white. A pattern of more moves than fit says how many more there are.
 */
export async function patternCard(drill: PlannedDrill, units: UnitSystem, paper: Paper): Promise<Uint8Array> {
  const { plan, student } = drill;
  const footwork = expand(drill);
  const sheet = await newSheet(paper, `Pattern card: ${plan.name}`);
  const page = newPage(sheet);
  const { widthM, heightM } = PAPERS[paper];
  const top = heightM - MARGIN_M;
  const wide = widthM - 2 * MARGIN_M;
  write(page, sheet.bold, plan.name, [MARGIN_M, top - 0.006], sizeWithin(sheet.bold, plan.name, 20, wide));
  const under = `For ${student.name}. ${footwork.moves.length} moves, ${footwork.endS.toFixed(0)} s at ${plan.tempoPerMin} a minute; the ${footwork.start.lead} foot in front${looksAtTarget(plan) ? `, facing the ${plan.target.kind}` : ''}.`;
  wrapped(sheet.regular, under, 9, wide).forEach((line, i) =>
    write(page, sheet.regular, line, [MARGIN_M, top - 0.012 - i * LINE_M], 9),
  );
  const floorBottom = drawFeet(page, sheet, drill, { top: top - 0.022, left: MARGIN_M, wide, units });
  const look = lookFor(footwork);
  const foot = MARGIN_M + (look.length + CAUTIONS.length + 2) * LINE_M * 1.5;
  const room = floorBottom - 0.008 - foot;
  const lines = stepLines(drill, units);
  const perColumn = Math.max(1, Math.floor(room / LINE_M));
  const columns = lines.length > perColumn ? 2 : 1;
  const most = Math.min(MOST_LINES * 2, columns * perColumn - (lines.length > columns * perColumn ? 1 : 0));
  const shown = lines.slice(0, most);
  if (lines.length > most) shown.push(`and ${lines.length - most} more`);
  const columnM = wide / columns;
  shown.forEach((line, i) => {
    const [column, row] = [Math.floor(i / perColumn), i % perColumn];
    const at = [MARGIN_M + column * columnM, floorBottom - 0.008 - row * LINE_M] as const;
    write(page, sheet.regular, line, at, sizeWithin(sheet.regular, line, STEP_PT, columnM - 0.004));
  });
  write(page, sheet.bold, 'Look for', [MARGIN_M, foot], 10);
  look.forEach(({ words, advice }, i) => {
    const line = `${words}: ${advice}`;
    write(
      page,
      sheet.regular,
      line,
      [MARGIN_M, foot - (i + 1) * LINE_M * 1.2],
      sizeWithin(sheet.regular, line, 9, wide),
    );
  });
  CAUTIONS.forEach((line, i) =>
    write(page, sheet.regular, line, [MARGIN_M, MARGIN_M - 0.002 + (CAUTIONS.length - 1 - i) * 0.004], 8),
  );
  return sheet.pdf.save({ useObjectStreams: false });
}

/** The target from above; one without a size of its own, as a partner, about as wide as a body. */
function ringOf({ at, radiusM }: PlannedDrill['plan']['target']): Point[] {
  const reachM = Math.max(radiusM, 0.15);
  return Array.from({ length: 36 }, (_, i) => fromFacing(at, i * 10, 0, reachM));
}

interface Space {
  readonly top: number;
  readonly left: number;
  readonly wide: number;
  readonly units: UnitSystem;
}

/** The start stance and every landing, to one scale that is written beside it. Returns where it ends. */
function drawFeet(
  page: PdfPage,
  sheet: Sheet,
  drill: PlannedDrill,
  { top, left, wide, units }: Space,
): number {
  const { start, moves, stance } = expand(drill);
  const { body } = stance;
  // A print has the number of its move, as the lines below it have.
  const feet: readonly (readonly [string, 'left' | 'right', Foot])[] = [
    ['', 'left', start.feet.left],
    ['', 'right', start.feet.right],
    ...moves.flatMap(({ number, events }) =>
      events
        .filter(({ how }) => how !== 'bounce')
        .map(
          ({ foot, to, headingAfterDeg }) =>
            [
              `${foot === 'left' ? 'L' : 'R'}${number}`,
              foot,
              { ball: to, headingDeg: headingAfterDeg ?? 0, heelUp: false },
            ] as const,
        ),
    ),
  ];
  const target = looksAtTarget(drill.plan) ? ringOf(drill.plan.target) : [];
  const outlines = feet.map(([, name, foot]) => footOutline(name, foot, body));
  const { least, most } = boundsOf([...outlines.flat(), ...target]);
  const [across, along] = [most.x - least.x, most.y - least.y];
  const scale = Math.min(FLOOR_M.width / across, FLOOR_M.height / along, wide / across, 0.25);
  const at = ({ x, y }: Point): [number, number] => [
    left + (wide - across * scale) / 2 + (x - least.x) * scale,
    top - (most.y - y) * scale,
  ];
  target.forEach((p, i) => rule(page, at(p), at(target[(i + 1) % target.length] ?? p), 1));
  if (target.length > 0) {
    const [x, y] = at(drill.plan.target.at);
    write(page, sheet.regular, drill.plan.target.kind, [x - 0.003, y - 0.001], 7);
  }
  const written: [number, number][] = [];
  feet.forEach(([number, name, foot], i) => {
    const outline = outlines[i] ?? [];
    const isStart = number === '';
    outline.forEach((p, k) => {
      const next = outline[(k + 1) % outline.length];
      if (next) rule(page, at(p), at(next), isStart ? 1.4 : 0.6, isStart ? [] : [0.8, 0.6]);
    });
    const [x, y] = at(foot.ball);
    const label = isStart ? (name === 'left' ? 'L' : 'R') : number;
    if (written.some(([a, b]) => Math.abs(a - x) < APART_M && Math.abs(b - y) < APART_M / 1.5)) return;
    written.push([x, y]);
    write(page, sheet.bold, label, [x - 0.001, y - 0.001], 7.5);
  });
  const bottom = top - along * scale;
  const halfM = 0.5 * scale;
  rule(page, [left, bottom - 0.004], [left + halfM, bottom - 0.004], 1);
  write(page, sheet.regular, formatLength(0.5, units), [left + halfM + 0.002, bottom - 0.005], 7);
  return bottom - 0.006;
}

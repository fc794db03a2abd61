import {
  balanceOf,
  DIRECTIONS,
  noTapeStance,
  footOutline,
  placeStance,
  togetherM,
  type FittedStance,
} from '../body/index.ts';
import { formatDegrees, formatLength, type UnitSystem } from '../measure/index.ts';
import type { Point } from '../geometry/index.ts';
import { checkBar, newPage, newSheet, PAPERS, rule, write, type Paper } from './sheet.ts';

const MARGIN_M = 0.018;
const HERE = { x: 0, y: 0 };

/** Scale of the drawing on the card: a stance of any body fits the page. */
const CARD_SCALE = 5;

/** One page: the stance from above 1:5 with its measures, the numbers to tape, and what to look for. */
export async function stanceCard(
  name: string,
  stance: FittedStance,
  units: UnitSystem,
  paper: Paper,
): Promise<Uint8Array> {
  const sheet = await newSheet(paper, `Stance card: ${name}`);
  const page = newPage(sheet);
  const { widthM, heightM } = PAPERS[paper];
  const top = heightM - MARGIN_M;
  const { school, leadSide, separation } = stance;
  const length = (metres: number): string => formatLength(metres, units);
  write(page, sheet.bold, name, [MARGIN_M, top - 0.006], 20);
  write(
    page,
    sheet.regular,
    `${school.name}, ${leadSide === 'left' ? 'orthodox' : 'southpaw'}. ${school.summary}`,
    [MARGIN_M, top - 0.013],
    9,
  );
  const feet = placeStance(stance, HERE, 0);
  const centre: Point = { x: widthM / 2, y: top - 0.02 - 0.075 };
  const at = (p: Point): [number, number] => [centre.x + p.x / CARD_SCALE, centre.y + p.y / CARD_SCALE];
  for (const foot of ['left', 'right'] as const) {
    const outline = footOutline(foot, feet[foot], stance.body);
    outline.forEach((p, i) => rule(page, at(p), at(outline[(i + 1) % outline.length]!), 1));
    const [x, y] = at(feet[foot].ball);
    write(page, sheet.bold, foot === 'left' ? 'L' : 'R', [x - 0.0015, y - 0.0015], 10);
  }
  rule(page, at(feet.left.ball), at(feet.right.ball), 0.6, [1.5, 1]);
  rule(page, [centre.x, centre.y - 0.07], [centre.x, centre.y + 0.07], 0.4, [2, 2]);
  write(page, sheet.regular, 'to the target', [centre.x + 0.002, centre.y + 0.067], 8);
  const balance = balanceOf(stance, feet, 0, { weightOnLead: school.weightOnLead, leanDeg: 0 });
  const noTape = noTapeStance(stance);
  const rows: readonly (readonly [string, string])[] = [
    [
      'Ball to ball',
      `${length(separation.valueM)} (${separation.source}, within ${length(2 * separation.uM)})`,
    ],
    ['Width / length', `${length(stance.widthM)} / ${length(stance.lengthM)}`],
    ['Stance angle', formatDegrees(stance.stanceAngleDeg)],
    [
      'Toes out, lead / rear',
      `${formatDegrees(school.leadToeOutDeg)} / ${formatDegrees(school.rearToeOutDeg)}`,
    ],
    ['Weight on the lead foot', `${Math.round(100 * school.weightOnLead)} %`],
    ['Rear heel', school.rearHeelUp ? 'up' : 'down'],
    [
      'Together below / stretched above',
      `${length(togetherM(stance))} / ${length(school.limits.overstretchRatio * separation.valueM)}`,
    ],
    ['Half step at most', length(school.limits.halfStepRatio * separation.valueM)],
    ['Room before toppling', DIRECTIONS.map(([way]) => `${way} ${length(balance.margins[way])}`).join(', ')],
    [
      'Without a tape',
      `one natural step lands ${length(Math.abs(noTape.separationOffM))} ${noTape.separationOffM > 0 ? 'longer' : 'shorter'}`,
    ],
  ];
  rows.forEach(([label, value], i) => {
    const y = centre.y - 0.083 - i * 0.0056;
    write(page, sheet.bold, label, [MARGIN_M, y], 9);
    write(page, sheet.regular, value, [MARGIN_M + 0.068, y], 9);
  });
  const cautions = [
    'Same width after every step. Land and turn on the ball of the foot, never on a loaded flat foot.',
    'Warm up first; pain stops the drill. The rules of the sanctioning body, the venue and medical staff come first.',
  ];
  cautions.forEach((line, i) =>
    write(page, sheet.regular, line, [MARGIN_M, MARGIN_M + 0.006 - i * 0.0042], 8),
  );
  checkBar(page, sheet.regular, MARGIN_M, MARGIN_M - 0.007);
  return sheet.pdf.save({ useObjectStreams: false });
}

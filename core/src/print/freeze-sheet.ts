import type { Footwork } from '../pattern/index.ts';
import { stopWords } from '../freeze/index.ts';
import type { UnitSystem } from '../measure/index.ts';
import { newPage, newSheet, PAPERS, rule, write, type Paper } from './sheet.ts';

const MARGIN_M = 0.015;
const ROW_M = 0.014;
const LINE_M = 0.006;

/** What a sheet for stops says. */
export interface FreezeSheet {
  readonly title: string;
  readonly student: string;
  /** What the two numbers of a toe are, in words: "tape from A", "along the lane". */
  readonly readings: readonly [string, string];
  /** After which moves to stop; 0 is the stance before the first. */
  readonly stops: readonly number[];
}

/** A sheet to write the taped toes of some stops on: a row a foot, two numbers each, in black and white. */
export async function freezeSheet(
  { title, student, readings, stops }: FreezeSheet,
  footwork: Pick<Footwork, 'moves'>,
  units: UnitSystem,
  paper: Paper,
): Promise<Uint8Array> {
  const sheet = await newSheet(paper, `Stops: ${title}`);
  const page = newPage(sheet);
  const { widthM, heightM } = PAPERS[paper];
  const right = widthM - MARGIN_M;
  let y = heightM - MARGIN_M - 0.005;
  write(page, sheet.bold, `Stops: ${title}`, [MARGIN_M, y], 16);
  y -= 0.009;
  write(page, sheet.regular, `${student}. Date ____________  Coach ____________________`, [MARGIN_M, y], 10);
  y -= LINE_M;
  const how =
    'Call "stop" as the move ends. Chalk the end of both big toes, let the student go, and tape the two marks.';
  write(page, sheet.regular, how, [MARGIN_M, y], 9);
  y -= 0.01;
  const columns = [MARGIN_M, MARGIN_M + 0.095, MARGIN_M + 0.115, MARGIN_M + 0.15] as const;
  const unit = units === 'metric' ? 'cm' : 'ft in';
  write(page, sheet.bold, 'Stop', [columns[0], y], 10);
  write(page, sheet.bold, 'Toe', [columns[1], y], 10);
  readings.forEach((words, i) => write(page, sheet.bold, `${words} (${unit})`, [columns[i + 2] ?? 0, y], 8));
  y -= 0.003;
  rule(page, [MARGIN_M, y], [right, y], 1.2);
  for (const stop of stops) {
    for (const foot of ['left', 'right'] as const) {
      y -= ROW_M;
      if (foot === 'left')
        write(page, sheet.regular, stopWords(footwork, stop, units), [columns[0], y + 0.002], 9);
      write(page, sheet.regular, foot, [columns[1], y + 0.002], 10);
      for (const x of [columns[2], columns[3]]) rule(page, [x, y], [x + 0.028, y], 0.8);
    }
    y -= 0.004;
    rule(page, [MARGIN_M, y], [right, y], 0.4);
  }
  return sheet.pdf.save({ useObjectStreams: false });
}

import { footOutline, placeStance } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import { bandsAgainst, type PairBand } from './bands.ts';
import { exchanged, type Two } from './contacts.ts';
import { KINDS, kindOf, type Ground, type Kind } from './ground.ts';
import { freeWindow } from './window.ts';

/** Greys and hatches that are told apart in black and white. */
const FILLS: Readonly<Record<Kind, string | null>> = {
  nothing: null,
  'theirs alone': '#8c8c8c',
  both: '#bdbdbd',
  'mine first': '#dedede',
  'mine alone': '#f2f2f2',
};

const text = (value: string): string =>
  value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const num = (value: number): string => String(Math.round(value * 1000) / 1000);

/** The ground about a partner from above as a drawing in metres, the partner in the middle and facing up. */
export function groundSvg(two: Two, { cells, columns, rows, stepM, leftM, bottomM }: Ground): string {
  const size = columns * stepM;
  const top = bottomM + rows * stepM;
  const path = (kind: Kind): string => {
    let d = '';
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns;) {
        const cell = cells[row * columns + column];
        let end = column;
        while (end < columns && kindOf(cells[row * columns + end] ?? { mine: null, theirs: null }) === kind)
          end++;
        if (cell && end > column) {
          const [x, y] = [leftM + column * stepM, top - (bottomM + (row + 1) * stepM)];
          d += `M${num(x)} ${num(y)}h${num((end - column) * stepM)}v${num(stepM)}h${num((column - end) * stepM)}z`;
        }
        column = Math.max(end, column + 1);
      }
    return d;
  };
  const { stance } = two.theirs;
  const feet = placeStance(stance, { x: 0, y: 0 }, 0);
  const foot = (name: 'left' | 'right'): string =>
    footOutline(name, feet[name], stance.body)
      .map(({ x, y }: Point) => `${num(x)},${num(top - y)}`)
      .join(' ');
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${num(leftM)} 0 ${num(size)} ${num(rows * stepM)}" width="800">`,
    `<title>${text(`The ground about ${two.theirs.student.name}, for ${two.mine.student.name}`)}</title>`,
    ...KINDS.flatMap((kind) => {
      const fill = FILLS[kind];
      return fill === null ? [] : [`<path d="${path(kind)}" fill="${fill}"><title>${kind}</title></path>`];
    }),
    ...(['left', 'right'] as const).map(
      (name) => `<polygon points="${foot(name)}" fill="#fff" stroke="#000" stroke-width="0.01"/>`,
    ),
    '</svg>\n',
  ].join('\n');
}

const WIDE = 720;
const ROW = 18;

/** Both bodies' bands on one axis of the gap, with the sure part of the free window. */
export function bandsSvg(two: Two): string {
  const sides = [
    [two.mine.student.name, bandsAgainst(two)],
    [two.theirs.student.name, bandsAgainst(exchanged(two))],
  ] as const;
  const mostM = 1.08 * Math.max(1, ...sides.flatMap(([, bands]) => bands.map(({ toM }) => toM)));
  const x = (m: number): number => 10 + (m / mostM) * (WIDE - 20);
  let y = 10;
  const lines: string[] = [];
  const put = (words: string): void => {
    y += ROW;
    lines.push(`<text x="10" y="${y}" font-size="13" font-weight="700">${text(words)}</text>`);
    y += 6;
  };
  const row = ({ name, fromM, toM }: PairBand): void => {
    lines.push(
      `<rect x="${num(x(fromM))}" y="${y}" width="${num(x(toM) - x(fromM))}" height="${ROW - 4}" fill="#ddd" stroke="#000"/>`,
      `<text x="${num(x(fromM) + 4)}" y="${y + ROW - 7}" font-size="11">${name} ${fromM.toFixed(2)} - ${toM.toFixed(2)} m</text>`,
    );
    y += ROW;
  };
  for (const [name, bands] of sides) {
    put(name);
    bands.forEach(row);
  }
  const sure = freeWindow(two)?.sure;
  put(
    sure
      ? `free for ${two.mine.student.name}: ${sure.fromM.toFixed(2)} - ${sure.toM.toFixed(2)} m`
      : 'no gap is surely free',
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDE} ${y + 10}" width="${WIDE}">`,
    ...lines,
    '</svg>\n',
  ].join('\n');
}

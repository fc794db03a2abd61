import { fitStance, footOutline, placeStance } from '../body/index.ts';
import { boundsOf } from '../geometry/index.ts';
import { DEMO_STUDENTS, DEMO_FLOORS } from '../sim/index.ts';
import { footTemplate, tilingOf } from './foot-template.ts';
import { newSheet, PAPERS, POINTS_PER_M, sizeWithin, printable, type Paper } from './sheet.ts';
import { newPiece, type LaidFloor, type Piece } from '../layout/index.ts';
import { EVERY_MARK, FURNISHED } from '../../test/floors.ts';
import { rulerFor } from '../range/index.ts';
import { formatTape } from '../measure/index.ts';
import { floorJob } from '../pattern/index.ts';
import { setOutSheet } from './setout-sheet.ts';
import { LIBRARY, libraryDrill } from '../library/index.ts';
import { the } from '../measure/index.ts';
import { patternCard } from './pattern-card.ts';
import { stanceCard } from './stance-card.ts';

const stance = fitStance(DEMO_STUDENTS[0]!);

interface Page {
  readonly widthM: number;
  readonly heightM: number;
  readonly text: string;
  /** Every straight line of the page, its ends in metres from the lower left corner. */
  readonly lines: readonly (readonly [number, number, number, number])[];
}

/** Reads a PDF with an independent reader: page sizes, text, and line segments. */
async function readPdf(bytes: Uint8Array): Promise<Page[]> {
  const { getDocument, OPS } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: Uint8Array.from(bytes), useSystemFonts: true, verbosity: 0 }).promise;
  const pages: Page[] = [];
  for (let i = 1; i <= pdf.numPages; i++) {
    const page = await pdf.getPage(i);
    const { width, height } = page.getViewport({ scale: 1 });
    const { fnArray, argsArray } = await page.getOperatorList();
    const lines: [number, number, number, number][] = [];
    fnArray.forEach((fn, k) => {
      if (fn !== OPS.constructPath) return;
      const [ops, coordinates] = argsArray[k] as [number[], number[]];
      let from: number[] = [];
      ops.forEach((op, n) => {
        const to = coordinates.slice(2 * n, 2 * n + 2).map((value) => value / POINTS_PER_M);
        if (op === OPS.lineTo) lines.push([...from, ...to] as unknown as [number, number, number, number]);
        from = to;
      });
    });
    const { items } = await page.getTextContent();
    const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
    pages.push({ widthM: width / POINTS_PER_M, heightM: height / POINTS_PER_M, text, lines });
  }
  await pdf.destroy();
  return pages;
}

const isBar = ([x1, y1, x2, y2]: readonly number[]): boolean =>
  Math.abs(y1! - y2!) < 1e-6 && Math.abs(x2! - x1! - 0.1) < 1e-5;

// Source: ISO 216 (A4, 210 x 297 mm) and US Letter (8.5 x 11 in), read back by pdf.js.
test.each(['A4', 'Letter'] as const)(
  'the foot template on %s is in true scale, with a bar of 100 mm on every page',
  async (paper: Paper) => {
    const pages = await readPdf(await footTemplate('Imke Varga', stance, paper));
    const feet = placeStance(stance, { x: 0, y: 0 }, 0);
    const outlines = (['left', 'right'] as const).flatMap((foot) =>
      footOutline(foot, feet[foot], stance.body),
    );
    const tiling = tilingOf(outlines, paper);
    expect(pages).toHaveLength(tiling.columns * tiling.rows);
    for (const page of pages) {
      expect(page.widthM).toBeCloseTo(PAPERS[paper].widthM, 5);
      expect(page.heightM).toBeCloseTo(PAPERS[paper].heightM, 5);
      expect(page.lines.filter(isBar)).toHaveLength(1);
      expect(page.text).toContain('100 mm');
    }
    const lengthOf = (lines: Page['lines']): number =>
      lines.reduce((sum, [x1, y1, x2, y2]) => sum + Math.hypot(x2 - x1, y2 - y1), 0);
    const perimeterM = (['left', 'right'] as const).reduce((sum, foot) => {
      const outline = footOutline(foot, feet[foot], stance.body);
      return (
        sum + lengthOf(outline.map((p, i) => [p.x, p.y, outline.at(i - 1)!.x, outline.at(i - 1)!.y] as const))
      );
    }, 0);
    // Besides the feet: on every page a bar with two end ticks and four corner crosses, two ball crosses,
    // and the dashed line from ball to ball.
    const furnitureM = pages.length * (0.1 + 2 * 0.004 + 8 * 0.01) + 4 * 0.016 + stance.separation.valueM;
    expect(lengthOf(pages.flatMap(({ lines }) => lines))).toBeCloseTo(perimeterM + furnitureM, 3);
  },
);

test('laid cross on cross, the pages show both balls as far apart as the stance is', async () => {
  const paper = 'A4';
  const pages = await readPdf(await footTemplate('Imke Varga', stance, paper));
  const feet = placeStance(stance, { x: 0, y: 0 }, 0);
  const tiling = tilingOf(
    (['left', 'right'] as const).flatMap((foot) => footOutline(foot, feet[foot], stance.body)),
    paper,
  );
  const balls = pages.flatMap((page, i) => {
    const column = i % tiling.columns;
    const row = tiling.rows - 1 - Math.floor(i / tiling.columns);
    return page.lines
      .filter(([x1, y1, x2, y2]) => Math.abs(y1 - y2) < 1e-6 && Math.abs(x2 - x1 - 0.016) < 1e-5)
      .map(([x1, y1]) => ({ x: x1 + 0.008 + column * tiling.tileWidthM, y: y1 + row * tiling.tileHeightM }));
  });
  expect(balls).toHaveLength(2);
  expect(Math.hypot(balls[0]!.x - balls[1]!.x, balls[0]!.y - balls[1]!.y)).toBeCloseTo(
    stance.separation.valueM,
    4,
  );
});

test.each(['A4', 'Letter'] as const)(
  'the stance card on %s is one page with the numbers a tape confirms',
  async (paper: Paper) => {
    const [card, ...more] = await readPdf(await stanceCard('Imke Varga', stance, 'metric', paper));
    expect(more).toEqual([]);
    expect(card!.text).toContain('Imke Varga');
    expect(card!.text).toContain('47 cm (measured');
    expect(card!.text).toContain('45°');
    expect(card!.lines.filter(isBar)).toHaveLength(1);
  },
);

test('names beyond Latin 1 are printed as near as the standard fonts can', async () => {
  expect(printable('Łukasz Čapek – 5½"')).toBe('Lukasz Capek - 5 1/2"');
  const [card] = await readPdf(await stanceCard('Мария Đặng', stance, 'imperial', 'A4'));
  expect(card!.text).toContain('Ball to ball');
}, 300_000);

// Source: ISO 216 and US Letter, read back by pdf.js.
test.each(['A4', 'Letter'] as const)(
  'the set-out sheet on %s holds every mark with its tapes',
  async (paper: Paper) => {
    const job = floorJob(DEMO_FLOORS[0]!.floor, rulerFor(DEMO_STUDENTS[0]!));
    const pages = await readPdf(await setOutSheet(job, 'metric', paper));
    const text = pages.map((page) => page.text).join(' ');
    for (const { point, how } of job.table.rows) {
      expect(text).toContain(point.id);
      if (how.kind === 'two-tapes')
        for (const taped of how.distancesM) expect(text).toContain(formatTape(taped, 'metric'));
    }
    expect(text).toContain('10 flat cones, 2.40 m of chalk or tape');
    for (const page of pages) {
      expect(page.widthM).toBeCloseTo(PAPERS[paper].widthM, 5);
      for (const line of page.lines) {
        expect(Math.min(...line)).toBeGreaterThan(0);
        expect(Math.max(line[0], line[2])).toBeLessThan(PAPERS[paper].widthM);
      }
    }
  },
);

test('the drawing of a set-out gives way so that no page holds one last row', async () => {
  const hall = DEMO_FLOORS[0]!.floor;
  const job = floorJob(hall, rulerFor(DEMO_STUDENTS[0]!));
  expect(job.table.rows).toHaveLength(14);
  const pages = await readPdf(await setOutSheet(job, 'metric', 'A4'));
  expect(pages).toHaveLength(1);
});

test('every kind of mark is drawn on the sheet in the scale of its floor', async () => {
  const pieces = EVERY_MARK.map((mark): Piece => ({
    ...newPiece(`m${mark.number}`, mark.name, false),
    kind: 'mark',
    mark,
  }));
  const plan: LaidFloor = { ...DEMO_FLOORS[0]!.floor, floor: FURNISHED, pieces };
  const [page] = await readPdf(
    await setOutSheet(floorJob(plan, rulerFor(DEMO_STUDENTS[0]!)), 'metric', 'A4'),
  );
  const lengths = page!.lines.map(([x1, y1, x2, y2]) => Math.hypot(x2 - x1, y2 - y1));
  const drawn = (metres: number): number =>
    lengths.filter((length) => Math.abs(length / scale - metres) < 0.002).length;
  // The sides of the floor are its longest lines above the table; the table is as wide as the page allows.
  const widest = Math.max(...lengths);
  const scale = Math.max(...lengths.filter((length) => length < widest - 0.001)) / 9;
  expect(drawn(9)).toBe(2);
  expect(drawn(8)).toBe(2);
  expect(drawn(Math.hypot(2, 2.75))).toBe(1);
  expect(drawn(4.5)).toBe(1);
  expect(drawn(0.8)).toBe(2);
  const pieceOfArc = 2 * 1.4 * Math.sin((105 / 18 / 2) * (Math.PI / 180));
  expect(drawn(pieceOfArc)).toBeGreaterThanOrEqual(18);
  for (const { number } of EVERY_MARK) expect(page!.text).toContain(String(number));
  expect(page!.text).toContain('4.50 m of rope at 1.41 m');
});

test('words too long for their column are set smaller, not over the next one', async () => {
  const { regular } = await newSheet('A4', 'Words');
  const words = 'the blue cone by the window, along the wall';
  const wide = (sizePt: number): number => regular.widthOfTextAtSize(words, sizePt) / POINTS_PER_M;
  expect(sizeWithin(regular, words, 9, 0.2)).toBe(9);
  const size = sizeWithin(regular, words, 9, 0.03);
  expect(size).toBeLessThan(9);
  expect(wide(size)).toBeCloseTo(0.03, 9);
});

test('a long set-out goes on over several pages', async () => {
  const hall = DEMO_FLOORS[0]!.floor;
  const pieces = hall.pieces.flatMap((piece) =>
    [0, 1, 2, 3].map((i) => ({ ...piece, id: `${piece.id}-${i}` })),
  );
  const job = floorJob({ ...hall, pieces }, rulerFor(DEMO_STUDENTS[0]!));
  expect((await readPdf(await setOutSheet(job, 'imperial', 'A4'))).length).toBeGreaterThan(1);
});

test.each(['A4', 'Letter'] as const)(
  'a pattern card on %s is one page: name, numbered steps with counts, what to look for, cautions',
  async (paper: Paper) => {
    for (const entry of LIBRARY) {
      const drill = libraryDrill(entry, the(DEMO_STUDENTS[0]));
      const pages = await readPdf(await patternCard(drill, 'metric', paper));
      const [page] = pages;
      expect(pages).toHaveLength(1);
      expect([page?.widthM, page?.heightM]).toEqual([
        expect.closeTo(PAPERS[paper].widthM, 4),
        expect.closeTo(PAPERS[paper].heightM, 4),
      ]);
      const text = the(page).text;
      for (const words of ['1. beat 1', 'Look for', 'Warm up first', printable(drill.plan.name)])
        expect(text).toContain(words);
      // Nothing is drawn beyond the paper.
      const ends = the(page).lines.flatMap(([x1, y1, x2, y2]) => [
        { x: x1, y: y1 },
        { x: x2, y: y2 },
      ]);
      const { least, most } = boundsOf(ends);
      expect(Math.min(least.x, least.y)).toBeGreaterThan(0);
      expect(most.x).toBeLessThan(PAPERS[paper].widthM);
      expect(most.y).toBeLessThan(PAPERS[paper].heightM);
    }
  },
);

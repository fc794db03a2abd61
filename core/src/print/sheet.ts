import { PDFDocument, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import { printable } from './letters.ts';

export { printable };

/** Points of a PDF per metre: 72 points an inch of 0.0254 m. */
export const POINTS_PER_M = 72 / 0.0254;
export type Paper = 'A4' | 'Letter';

/** ISO 216 A4 is 210 x 297 mm; US Letter is 8.5 x 11 in. Metres. */
export const PAPERS: Readonly<Record<Paper, { readonly widthM: number; readonly heightM: number }>> = {
  A4: { widthM: 0.21, heightM: 0.297 },
  Letter: { widthM: 8.5 * 0.0254, heightM: 11 * 0.0254 },
};

export interface Sheet {
  readonly pdf: PDFDocument;
  readonly regular: PDFFont;
  readonly bold: PDFFont;
  readonly paper: Paper;
}

export async function newSheet(paper: Paper, title: string): Promise<Sheet> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setCreator('Angled Chalk');
  return {
    pdf,
    regular: await pdf.embedFont(StandardFonts.Helvetica),
    bold: await pdf.embedFont(StandardFonts.HelveticaBold),
    paper,
  };
}

export function newPage({ pdf, paper }: Sheet): PDFPage {
  const { widthM, heightM } = PAPERS[paper];
  return pdf.addPage([widthM * POINTS_PER_M, heightM * POINTS_PER_M]);
}

/** Draws text at a place in metres from the lower left corner. */
export function write(
  page: PDFPage,
  font: PDFFont,
  text: string,
  [xM, yM]: readonly [number, number],
  sizePt: number,
): void {
  page.drawText(printable(text), { x: xM * POINTS_PER_M, y: yM * POINTS_PER_M, size: sizePt, font });
}

/** A text in lines no wider than a width in metres, broken between words. */
export function wrapped(font: PDFFont, text: string, sizePt: number, widthM: number): string[] {
  const fits = (line: string): boolean =>
    font.widthOfTextAtSize(printable(line), sizePt) <= widthM * POINTS_PER_M;
  const lines = [''];
  for (const word of text.split(' ')) {
    const longer = lines.at(-1) === '' ? word : `${lines.at(-1)} ${word}`;
    if (fits(longer) || lines.at(-1) === '') lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines;
}

/** The size at which a text is no wider than a width in metres: the usual one, else a smaller one. */
export function sizeWithin(font: PDFFont, text: string, usualPt: number, widthM: number): number {
  const wide = font.widthOfTextAtSize(printable(text), usualPt) / POINTS_PER_M;
  return wide <= widthM ? usualPt : (usualPt * widthM) / wide;
}

/** Draws a line between two places in metres from the lower left corner. */
export function rule(
  page: PDFPage,
  from: readonly [number, number],
  to: readonly [number, number],
  thicknessPt = 0.8,
  dashMm: readonly number[] = [],
): void {
  page.drawLine({
    start: { x: from[0] * POINTS_PER_M, y: from[1] * POINTS_PER_M },
    end: { x: to[0] * POINTS_PER_M, y: to[1] * POINTS_PER_M },
    thickness: thicknessPt,
    ...(dashMm.length > 0 ? { dashArray: dashMm.map((mm) => (mm / 1000) * POINTS_PER_M) } : {}),
  });
}

/** A bar of exactly 100 mm to hold a ruler against. */
export function checkBar(page: PDFPage, font: PDFFont, xM: number, yM: number): void {
  rule(page, [xM, yM], [xM + 0.1, yM], 1.2);
  rule(page, [xM, yM - 0.002], [xM, yM + 0.002], 1.2);
  rule(page, [xM + 0.1, yM - 0.002], [xM + 0.1, yM + 0.002], 1.2);
  write(
    page,
    font,
    '100 mm: measure this bar; print at 100 %, not fitted to the page',
    [xM + 0.104, yM - 0.001],
    7,
  );
}

import { COLOURS, type Colour } from './palette.ts';

// Source: WCAG 2.2, relative luminance and contrast ratio, success criterion 1.4.3 (from memory).
const luminance = (hex: string): number => {
  const [r, g, b] = [1, 3, 5]
    .map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: string, b: string): number => {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (high + 0.05) / (low + 0.05);
};

test('contrast of black and white is 21', () => expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 6));

const WORDS: readonly Colour[] = [
  'ink',
  'softInk',
  'action',
  'planned',
  'observed',
  'met',
  'notMet',
  'cannotTell',
];
const GROUNDS: readonly Colour[] = ['canvas', 'chalk', 'mat'];

test.each(['light', 'dark'] as const)('by %s every word can be read on every ground (AA)', (mode) => {
  const colours = COLOURS[mode];
  for (const word of WORDS)
    for (const ground of GROUNDS)
      expect([word, ground, contrast(colours[word], colours[ground]) >= 4.5]).toEqual([word, ground, true]);
  expect(contrast(colours.bandInk, colours.band)).toBeGreaterThan(4.5);
  expect(contrast(colours.wall, colours.mat)).toBeGreaterThan(3);
});

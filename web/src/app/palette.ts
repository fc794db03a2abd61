/** The colours of docs/design.md by day and by night, in one place for theme and drawings. */
const LIGHT = {
  canvas: '#F4F1E8',
  chalk: '#FFFDF8',
  ink: '#20262B',
  softInk: '#535B62',
  rule: '#CDC8BA',
  action: '#0B5A50',
  planned: '#1F4E96',
  observed: '#A23B12',
  mat: '#E3E8E0',
  matLine: '#F7F9F5',
  wall: '#7C857C',
  met: '#1D6638',
  notMet: '#9C1438',
  cannotTell: '#6A5300',
  band: '#20262B',
  bandInk: '#FFFDF8',
  observedFill: 'rgba(162,59,18,0.14)',
  partner: '#C9C4B4',
  actionFill: 'rgba(11,90,80,0.08)',
} as const;

const DARK: Readonly<Record<keyof typeof LIGHT, string>> = {
  canvas: '#15191C',
  chalk: '#1F2529',
  ink: '#ECE8DD',
  softInk: '#B4B8B4',
  rule: '#454D52',
  action: '#6CC9B9',
  planned: '#93B8F2',
  observed: '#F09A6C',
  mat: '#2A322F',
  matLine: '#3A4440',
  wall: '#96A097',
  met: '#7FCB97',
  notMet: '#FF93AC',
  cannotTell: '#E2C25C',
  band: '#0B0E10',
  bandInk: '#ECE8DD',
  observedFill: 'rgba(240,154,108,0.2)',
  partner: '#59605F',
  actionFill: 'rgba(108,201,185,0.14)',
};

export type Colour = keyof typeof LIGHT;
export const COLOURS = { light: LIGHT, dark: DARK } as const;

/** A colour as the device wants it: light or dark, and always light on paper. */
export const PALETTE = Object.fromEntries(
  Object.keys(LIGHT).map((name) => [name, `var(--chalk-${name})`]),
) as Readonly<Record<Colour, string>>;

/** The custom properties behind PALETTE. */
export const coloursOf = (mode: 'light' | 'dark'): Record<string, string> =>
  Object.fromEntries(Object.entries(COLOURS[mode]).map(([name, value]) => [`--chalk-${name}`, value]));

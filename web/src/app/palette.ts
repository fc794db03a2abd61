/** The colours of docs/design.md, in one place for theme and drawings. */
export const PALETTE = {
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
} as const;

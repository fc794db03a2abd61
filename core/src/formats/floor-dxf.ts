import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { benchCorners, swingRadiusM, type Floor, type Mark } from '../floor/index.ts';
import { fromFacing, type Point } from '../geometry/index.ts';

/** Layers of the drawing. */
export const DXF_LAYERS = ['FLOOR', 'DATUMS', 'FIXTURES', 'MARKS', 'LINES', 'DIMENSIONS'] as const;

/** Colours by the number of the AutoCAD Colour Index: black or white on the screen's own ground, greys, red. */
const COLOURS: Readonly<Record<(typeof DXF_LAYERS)[number], number>> = {
  FLOOR: 7,
  DATUMS: 7,
  FIXTURES: 8,
  MARKS: 7,
  LINES: 7,
  DIMENSIONS: 1,
};

const CONE_M = 0.08;
const TEXT_M = 0.12;

/** Distance worth a dimension: between two marks that are set out one after the other. */
export interface DxfSpan {
  readonly from: Point;
  readonly to: Point;
}

/** A floor with its marks as DXF in metres: points and rings on MARKS, chalk and ropes on LINES. */
export function floorDxf(floor: Floor, marks: readonly Mark[], spans: readonly DxfSpan[]): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Meters);
  for (const layer of DXF_LAYERS) dxf.addLayer(layer, COLOURS[layer], 'Continuous');
  const p = ({ x, y }: Point) => point3d(x, y, 0);
  const on = (layerName: (typeof DXF_LAYERS)[number]) => ({ layerName });
  const ring = (points: readonly Point[], layerName: 'FLOOR' | 'FIXTURES'): void => {
    dxf.addLWPolyline(
      points.map((point) => ({ point })),
      { flags: 1, layerName },
    );
  };
  const words = (at: Point, text: string, layerName: 'MARKS' | 'DATUMS'): void => {
    dxf.addText(p({ x: at.x + 0.1, y: at.y + 0.1 }), TEXT_M, oneLine(text), { layerName });
  };
  ring(floor.outline, 'FLOOR');
  for (const { id, at } of floor.datums) {
    dxf.addPoint(at.x, at.y, 0, on('DATUMS'));
    words(at, id, 'DATUMS');
  }
  for (const fixture of floor.fixtures ?? []) {
    if (fixture.kind === 'bench') ring(benchCorners(fixture), 'FIXTURES');
    else if (fixture.kind === 'door') dxf.addLine(p(fixture.at), p(fixture.to), on('FIXTURES'));
    else dxf.addCircle(p(fixture.at), fixture.radiusM, on('FIXTURES'));
    if (fixture.kind === 'hanging-bag') dxf.addCircle(p(fixture.at), swingRadiusM(fixture), on('FIXTURES'));
  }
  for (const mark of marks) {
    words(mark.at, String(mark.number), 'MARKS');
    switch (mark.kind) {
      case 'cone':
        dxf.addCircle(p(mark.at), CONE_M, on('MARKS'));
        break;
      case 'line':
      case 'rope':
        dxf.addLine(p(mark.at), p(mark.to), on('LINES'));
        break;
      case 'arc':
        // A DXF arc runs anticlockwise from east; ours run clockwise from straight away.
        dxf.addArc(p(mark.at), mark.radiusM, 90 - mark.toDeg, 90 - mark.fromDeg, on('LINES'));
        break;
      case 'cross':
        for (const turn of [0, 90]) {
          const [from, to] = [-0.5, 0.5].map((half) =>
            p(fromFacing(mark.at, mark.headingDeg + turn, 0, half * mark.sizeM)),
          );
          dxf.addLine(from!, to!, on('LINES'));
        }
        break;
      default:
        dxf.addCircle(p(mark.at), mark.radiusM, on('MARKS'));
    }
  }
  for (const { from, to } of spans) dxf.addAlignedDim(p(from), p(to), { offset: 0.25, ...on('DIMENSIONS') });
  return dxf.stringify();
}

/** A line of a DXF holds one value: no line breaks, nothing outside the printable letters. */
const oneLine = (text: string): string => text.replaceAll(/[^\x20-\x7e\u00a0-\uffff]/g, ' ');

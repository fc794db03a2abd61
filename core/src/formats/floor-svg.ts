import { benchCorners, clearRadiusM, type Fixture, type Floor, type Mark } from '../floor/index.ts';
import { outwardAt, boundsOf, forward, fromFacing, type Point } from '../geometry/index.ts';

/** One metre of floor is 1 / scale of a metre of paper. */
export const SVG_SCALE = 20;
/** Drawn radius of a cone and of a datum, metres. */
const CONE_M = 0.08;
const DATUM_M = 0.05;
const MARGIN_M = 0.4;

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
};

/** Characters that XML 1.0 does not know are left out. */
const escaped = (text: string): string =>
  Array.from(text)
    .filter((letter) => letter >= ' ' || letter === '\t')
    .map((letter) => ENTITIES[letter] ?? letter)
    .join('');

const n = (value: number): string => String(Math.round(value * 1e4) / 1e4);

type Attributes = Readonly<Record<string, string | number>>;

const tag = (name: string, attributes: Attributes, inner = ''): string => {
  const text = Object.entries(attributes)
    .map(([key, value]) => `${key}="${typeof value === 'number' ? n(value) : escaped(value)}"`)
    .join(' ');
  return inner === '' ? `<${name} ${text}/>` : `<${name} ${text}>${inner}</${name}>`;
};

const INK = { fill: 'none', stroke: '#000', 'stroke-width': 0.015 } as const;

/**
 * A floor with its marks as SVG in true scale: one user unit is a metre, the page is as large as the floor
 * at the scale. Black and white. What a shape is stands in its `data-` attributes, where it is in its
 * geometry, so that the file can be changed in a drawing program and read again.
 */
export function floorSvg(floor: Floor, marks: readonly Mark[], scale = SVG_SCALE): string {
  const { least, most } = boundsOf(floor.outline);
  const [left, top] = [least.x - MARGIN_M, most.y + MARGIN_M];
  const [width, height] = [most.x + MARGIN_M - left, top - (least.y - MARGIN_M)];
  const at = ({ x, y }: Point): Point => ({ x: x - left, y: top - y });
  const points = (list: readonly Point[]): string =>
    list
      .map(at)
      .map(({ x, y }) => `${n(x)},${n(y)}`)
      .join(' ');
  const body = [
    tag('polygon', {
      'data-kind': 'floor',
      'data-name': floor.name,
      'data-edge': floor.edge ?? 'open',
      points: points(floor.outline),
      ...INK,
      'stroke-width': 0.03,
    }),
    ...(floor.fixtures ?? []).flatMap((fixture) => fixtureTags(fixture, at, points)),
    ...floor.datums.map(({ id, name, at: place }) => {
      const { x, y } = at(place);
      return tag('circle', {
        'data-kind': 'datum',
        'data-id': id,
        'data-name': name,
        cx: x,
        cy: y,
        r: DATUM_M,
        fill: '#000',
      });
    }),
    ...floor.datums.map(({ id, at: place }) => {
      const [{ x, y }, out] = [at(place), outwardAt(floor.outline, place)];
      return label({ x: x + 0.14 * out.x, y: y - 0.14 * out.y }, id, 0.16, 'middle');
    }),
    ...marks.flatMap((mark) => [
      markTag(mark, at),
      label(aside(at(mark.at)), String(mark.number), 0.12, 'start'),
    ]),
  ];
  const page = {
    xmlns: 'http://www.w3.org/2000/svg',
    width: `${n((1000 * width) / scale)}mm`,
    height: `${n((1000 * height) / scale)}mm`,
    viewBox: `0 0 ${n(width)} ${n(height)}`,
    'data-format': 'angled-chalk-floor',
    'data-scale': scale,
    'data-left-m': left,
    'data-top-m': top,
  };
  return `${tag('svg', page, `\n${body.join('\n')}\n`)}\n`;
}

const aside = ({ x, y }: Point): Point => ({ x: x + 0.14, y });

/** Words at a place, level with it. */
const label = ({ x, y }: Point, text: string, size: number, anchor: 'middle' | 'start'): string =>
  tag(
    'text',
    {
      x,
      y: y + 0.35 * size,
      'font-size': size,
      'font-family': 'sans-serif',
      'text-anchor': anchor,
    },
    escaped(text),
  );

function fixtureTags(
  fixture: Fixture,
  at: (p: Point) => Point,
  points: (list: readonly Point[]) => string,
): string[] {
  const { x, y } = at(fixture.at);
  const about = { 'data-kind': fixture.kind, 'data-id': fixture.id, 'data-name': fixture.name };
  switch (fixture.kind) {
    case 'post':
      return [tag('circle', { ...about, cx: x, cy: y, r: fixture.radiusM, ...INK, fill: '#999' })];
    case 'hanging-bag':
      return [
        tag('circle', {
          ...about,
          'data-hang-m': fixture.hangM,
          'data-swing-deg': fixture.swingDeg,
          cx: x,
          cy: y,
          r: fixture.radiusM,
          ...INK,
        }),
        tag('circle', {
          'data-kind': 'note',
          cx: x,
          cy: y,
          r: clearRadiusM(fixture),
          ...INK,
          'stroke-dasharray': '0.1 0.1',
        }),
      ];
    case 'bench':
      return [
        tag('polygon', {
          ...about,
          'data-heading-deg': fixture.headingDeg,
          points: points(benchCorners(fixture)),
          ...INK,
          fill: '#ccc',
        }),
      ];
    case 'door': {
      const to = at(fixture.to);
      const line = { x1: x, y1: y, x2: to.x, y2: to.y, ...INK, 'stroke-width': 0.08 };
      return [tag('line', { ...about, 'data-free-m': fixture.freeM, ...line })];
    }
  }
}

function markTag(mark: Mark, at: (p: Point) => Point): string {
  const { x, y } = at(mark.at);
  const about = {
    'data-kind': mark.kind,
    'data-number': mark.number,
    'data-name': mark.name,
    'data-purpose': mark.purpose,
  };
  switch (mark.kind) {
    case 'cone':
      return tag('circle', {
        ...about,
        'data-tall': mark.tall ? 'yes' : 'no',
        cx: x,
        cy: y,
        r: CONE_M,
        ...INK,
      });
    case 'line':
    case 'rope': {
      const to = at(mark.to);
      const rope =
        mark.kind === 'rope' ? { 'data-height-m': mark.heightM, 'stroke-dasharray': '0.12 0.06' } : {};
      return tag('line', {
        ...about,
        ...rope,
        x1: x,
        y1: y,
        x2: to.x,
        y2: to.y,
        ...INK,
        'stroke-width': 0.025,
      });
    }
    case 'arc': {
      const [from, to] = [mark.fromDeg, mark.toDeg].map((deg) => {
        const way = forward(deg);
        return at({ x: mark.at.x + way.x * mark.radiusM, y: mark.at.y + way.y * mark.radiusM });
      }) as [Point, Point];
      const large = Math.abs(mark.toDeg - mark.fromDeg) > 180 ? 1 : 0;
      const sweep = mark.toDeg > mark.fromDeg ? 1 : 0;
      return tag('path', {
        ...about,
        'data-x': x,
        'data-y': y,
        'data-radius-m': mark.radiusM,
        'data-from-deg': mark.fromDeg,
        'data-to-deg': mark.toDeg,
        d: `M${n(from.x)} ${n(from.y)}A${n(mark.radiusM)} ${n(mark.radiusM)} 0 ${large} ${sweep} ${n(to.x)} ${n(to.y)}`,
        ...INK,
        'stroke-width': 0.025,
      });
    }
    case 'cross': {
      const ends = [0, 180, 90, -90].map((turn) =>
        at(fromFacing(mark.at, mark.headingDeg + turn, 0, mark.sizeM / 2)),
      ) as [Point, Point, Point, Point];
      const [a, b, c, d] = ends;
      return tag('path', {
        ...about,
        'data-x': x,
        'data-y': y,
        'data-size-m': mark.sizeM,
        'data-heading-deg': mark.headingDeg,
        d: `M${n(a.x)} ${n(a.y)}L${n(b.x)} ${n(b.y)}M${n(c.x)} ${n(c.y)}L${n(d.x)} ${n(d.y)}`,
        ...INK,
        'stroke-width': 0.025,
      });
    }
    default:
      return tag('circle', { ...about, cx: x, cy: y, r: mark.radiusM, ...INK, 'stroke-width': 0.03 });
  }
}

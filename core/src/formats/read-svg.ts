import {
  type Fixture,
  cornerDatums,
  freeDatumId,
  type Datum,
  type Edge,
  type Floor,
  type Mark,
} from '../floor/index.ts';
import { crossingSides, signedAreaM2, distanceM, midpoint, type Point } from '../geometry/index.ts';
import { problem, type Result } from '../measure/index.ts';
import { corners, Fault, number, round, shapesOf, spot, tidy, type Shape } from './svg-shapes.ts';

export interface ReadFloor {
  readonly floor: Floor;
  readonly marks: readonly Mark[];
}

/**
 * Reads a floor from SVG in true scale. Shapes say what they are in `data-kind`; in a drawing from
 * elsewhere the largest closed shape is the floor, circles are flat cones and lines are chalk. Moves and
 * turns of shapes and groups count. The first bad place is told with its line.
 */
export function readFloorSvg(text: string): Result<ReadFloor> {
  try {
    const { shapes, notices } = shapesOf(text);
    return build(shapes, notices);
  } catch (error) {
    if (error instanceof Fault) return { ok: false, problem: error.problem };
    throw error;
  }
}

/** What a floor may have of each. */
const MOST_DATUMS = 50;
const MOST_FIXTURES = 200;
const MOST_MARKS = 2000;

const CLOSED = new Set(['polygon', 'rect']);

function build(shapes: readonly Shape[], notices: readonly string[]): Result<ReadFloor> {
  const kindOf = (shape: Shape): string => shape.attributes['data-kind'] ?? '';
  const plain = shapes.filter((shape) => kindOf(shape) === '');
  const ground =
    shapes.find((shape) => kindOf(shape) === 'floor') ??
    plain
      .filter(({ name }) => CLOSED.has(name))
      .sort((a, b) => Math.abs(signedAreaM2(corners(b))) - Math.abs(signedAreaM2(corners(a))))[0];
  if (!ground)
    return problem(
      'no-floor',
      'There is no closed shape that could be the floor: draw its outline as a polygon.',
    );
  const outline = corners(ground);
  const crossing = crossingSides(outline);
  if (crossing)
    return problem('sides-cross', `Sides ${crossing[0]} and ${crossing[1]} of the floor cross.`, {
      line: ground.line,
    });
  const named = (kind: string): Shape[] => shapes.filter((shape) => kindOf(shape) === kind);
  const tooMany = (
    [
      ['datum', MOST_DATUMS],
      ['post', MOST_FIXTURES],
      ['bench', MOST_FIXTURES],
      ['hanging-bag', MOST_FIXTURES],
      ['door', MOST_FIXTURES],
    ] as const
  ).find(([kind, most]) => named(kind).length > most);
  if (tooMany)
    return problem(
      'too-many',
      `The drawing has more than ${tooMany[1]} of kind "${tooMany[0]}". Leave some out.`,
      {
        line: named(tooMany[0])[tooMany[1]]!.line,
      },
    );
  const datums = lettered(
    named('datum').map((shape) => ({
      id: shape.attributes['data-id'] ?? '',
      name: shape.attributes['data-name'] ?? '',
      at: spot(shape, 'cx', 'cy'),
    })),
  );
  const fixtures = shapes
    .flatMap((shape, i) => fixtureOf(shape, kindOf(shape), i))
    .map((fixture, i, all) =>
      all.slice(0, i).some(({ id }) => id === fixture.id)
        ? { ...fixture, id: `${fixture.id}-copy-${i}` }
        : fixture,
    );
  const marks: Mark[] = [];
  for (const shape of shapes) {
    const mark = shape === ground ? null : markOf(shape, kindOf(shape), marks.length + 1);
    if (mark) marks.push(mark);
    if (marks.length > MOST_MARKS)
      return problem('too-many', `The drawing has more than ${MOST_MARKS} marks. Leave some out.`, {
        line: shape.line,
      });
  }
  const edge = ground.attributes['data-edge'];
  const floor: Floor = {
    name: ground.attributes['data-name'] ?? 'Floor from a drawing',
    outline,
    datums: datums.length >= 2 ? datums : cornerDatums(outline),
    edge: edge === 'wall' || edge === 'rope' ? edge : ('open' satisfies Edge),
    ...(fixtures.length > 0 ? { fixtures } : {}),
  };
  const single = numbered(marks);
  return {
    ok: true,
    value: { floor, marks: single.marks },
    notices: [...notices, ...single.notices],
  };
}

/** A datum copied in a drawing program brings its letter along: the copy takes a free one. */
const lettered = (datums: readonly Datum[]): Datum[] =>
  datums.reduce<Datum[]>(
    (done, datum) =>
      datum.id === '' || done.some(({ id }) => id === datum.id)
        ? [...done, { ...datum, id: freeDatumId([...datums, ...done]) }]
        : [...done, datum],
    [],
  );

/** The same for the number of a mark, and that is told. */
function numbered(marks: readonly Mark[]): { readonly marks: Mark[]; readonly notices: string[] } {
  const taken = new Set(marks.map(({ number }) => number));
  const seen = new Set<number>();
  const notices: string[] = [];
  let free = 1;
  const single = marks.map((mark): Mark => {
    if (!seen.has(mark.number)) {
      seen.add(mark.number);
      return mark;
    }
    while (taken.has(free)) free++;
    taken.add(free);
    notices.push(`Number ${mark.number} stands twice: ${mark.name} became number ${free}.`);
    return { ...mark, number: free };
  });
  return { marks: single, notices };
}

function fixtureOf(shape: Shape, kind: string, index: number): Fixture[] {
  const id = shape.attributes['data-id'] ?? `${kind}-${index}`;
  const base = { id, name: shape.attributes['data-name'] ?? kind };
  switch (kind) {
    case 'post':
      return [
        { ...base, kind, at: spot(shape, 'cx', 'cy'), radiusM: round(number(shape, 'r') * shape.unitM) },
      ];
    case 'hanging-bag':
      return [
        {
          ...base,
          kind,
          at: spot(shape, 'cx', 'cy'),
          radiusM: round(number(shape, 'r') * shape.unitM),
          hangM: number(shape, 'data-hang-m'),
          swingDeg: number(shape, 'data-swing-deg'),
        },
      ];
    case 'bench': {
      const [a, b, c] = corners(shape) as [Point, Point, Point];
      return [
        {
          ...base,
          kind,
          at: tidy(midpoint(a, c)),
          widthM: round(distanceM(a, b)),
          depthM: round(distanceM(b, c)),
          headingDeg: number(shape, 'data-heading-deg', 0),
        },
      ];
    }
    case 'door':
      return [
        {
          ...base,
          kind,
          at: spot(shape, 'x1', 'y1'),
          to: spot(shape, 'x2', 'y2'),
          freeM: number(shape, 'data-free-m'),
        },
      ];
    default:
      return [];
  }
}

/** What a shape that does not say its kind stands for. */
const PLAIN: Readonly<Record<string, string>> = { circle: 'cone', line: 'line' };

function markOf(shape: Shape, said: string, next: number): Mark | null {
  const kind = said === '' ? (PLAIN[shape.name] ?? '') : said;
  const own = number(shape, 'data-number', next);
  const base = {
    number: own,
    name: shape.attributes['data-name'] ?? `${kind} ${own}`,
    purpose: shape.attributes['data-purpose'] ?? '',
  };
  switch (kind) {
    case 'cone':
      return { ...base, kind, at: spot(shape, 'cx', 'cy'), tall: shape.attributes['data-tall'] === 'yes' };
    case 'line':
      return { ...base, kind, at: spot(shape, 'x1', 'y1'), to: spot(shape, 'x2', 'y2') };
    case 'rope': {
      const [at, to] = [spot(shape, 'x1', 'y1'), spot(shape, 'x2', 'y2')];
      return { ...base, kind, at, to, heightM: number(shape, 'data-height-m') };
    }
    case 'arc': {
      const [radiusM, fromDeg, toDeg] = ['data-radius-m', 'data-from-deg', 'data-to-deg'].map((key) =>
        number(shape, key),
      );
      return {
        ...base,
        kind,
        at: spot(shape, 'data-x', 'data-y'),
        radiusM: radiusM!,
        fromDeg: fromDeg!,
        toDeg: toDeg!,
      };
    }
    case 'cross': {
      const at = spot(shape, 'data-x', 'data-y');
      return {
        ...base,
        kind,
        at,
        sizeM: number(shape, 'data-size-m'),
        headingDeg: number(shape, 'data-heading-deg'),
      };
    }
    case 'bag':
    case 'pad':
    case 'partner':
      return { ...base, kind, at: spot(shape, 'cx', 'cy'), radiusM: round(number(shape, 'r') * shape.unitM) };
    default:
      return null;
  }
}

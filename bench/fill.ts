import { fillFloor, lacksM, turnedRoom, type LaneSize, type TurnedRoom } from '@angled-chalk/core/filling';
import { marginsOf, type Floor } from '@angled-chalk/core/floor';
import { boundsOf, midpoint, turnAbout, type Point } from '@angled-chalk/core/geometry';
import { laneBox, layoutKindOf } from '@angled-chalk/core/layout';
import { rulerFor } from '@angled-chalk/core/range';
import { DEMO_FLOORS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import { Point as FlattenPoint, Polygon } from '@flatten-js/core';
import { printTable } from './table.ts';

const TURN_STEP_DEG = 5;
const ROW_M = 0.1;
const FINE_M = 0.01;

/** Every place of a grid at every turn, one after the other, the first that passes taken: no jumps. */
function naiveScan(floor: Floor, lane: LaneSize): { readonly lanes: number; readonly tests: number } {
  const { least, most } = boundsOf(floor.outline);
  const about = midpoint(least, most);
  let [best, tests] = [0, 0];
  for (let turnDeg = 0; turnDeg < 90; turnDeg += TURN_STEP_DEG) {
    const room = turnedRoom(floor.outline, floor.fixtures ?? [], marginsOf(floor), about, turnDeg);
    for (const lyingFirst of [false, true]) {
      const found = scanRows(room, lane, lyingFirst);
      best = Math.max(best, found.lanes);
      tests += found.tests;
    }
  }
  return { lanes: best, tests };
}

function scanRows(room: TurnedRoom, { widthM, lengthM }: LaneSize, lyingFirst: boolean) {
  const { least, most } = boundsOf(room.outline);
  const gap = room.margins.betweenM;
  const shapes = [
    [widthM, lengthM],
    [lengthM, widthM],
  ] as const;
  const order = lyingFirst ? [shapes[1], shapes[0]] : shapes;
  const placed: (readonly [number, number, number, number])[] = [];
  let tests = 0;
  for (let y = least.y; y < most.y; y += ROW_M) {
    for (const [w, h] of order) {
      for (let x = least.x; x + w <= most.x; x += FINE_M) {
        tests++;
        const clear = placed.every(
          ([px, py, pw, ph]) =>
            x >= px + pw + gap || px >= x + w + gap || y >= py + ph + gap || py >= y + h + gap,
        );
        if (clear && lacksM(room, x, y, x + w, y + h) === 0) placed.push([x, y, w, h]);
      }
    }
  }
  return { lanes: placed.length, tests };
}

/** The clearance test alone, against polygons of the geometry library @flatten-js/core. */
function oneTest(floor: Floor, lane: LaneSize): { readonly oursUs: number; readonly libraryUs: number } {
  const places = Array.from({ length: 2000 }, (_, i): Point => ({
    x: 1 + (i % 50) / 10,
    y: 1 + Math.floor(i / 50) / 10,
  }));
  const room = turnedRoom(floor.outline, [], marginsOf(floor), { x: 0, y: 0 }, 0);
  const far = ({ x, y }: Point): FlattenPoint => new FlattenPoint(x, y);
  const outline = new Polygon(floor.outline.map(far));
  const corners = ({ x, y }: Point): Point[] => [
    { x, y },
    { x: x + lane.widthM, y },
    { x: x + lane.widthM, y: y + lane.lengthM },
    { x, y: y + lane.lengthM },
  ];
  let start = performance.now();
  for (let round = 0; round < 20; round++)
    for (const { x, y } of places) lacksM(room, x, y, x + lane.widthM, y + lane.lengthM);
  const oursUs = ((performance.now() - start) * 1000) / (20 * places.length);
  start = performance.now();
  for (const place of places.slice(0, 300)) {
    const turned = corners(place).map((p) => turnAbout(p, place, 0));
    const polygon = new Polygon(turned.map(far));
    outline.contains(polygon);
    [...polygon.edges].forEach((edge: { shape: unknown }) =>
      [...outline.edges].forEach((wall: { shape: { distanceTo: (other: unknown) => unknown } }) =>
        wall.shape.distanceTo(edge.shape),
      ),
    );
  }
  return { oursUs, libraryUs: ((performance.now() - start) * 1000) / 300 };
}

/** Filling the demo hall, and a bare rectangle, against the naive scan and a geometry library. */
export function fill(): void {
  const ruler = rulerFor(DEMO_STUDENTS[0]!);
  const hall = DEMO_FLOORS[0]!.floor.floor;
  const rows: string[][] = [];
  for (const [what, kind] of [
    ['zigzag lanes', 'zigzag-lane'],
    ['boxes', 'box'],
  ] as const) {
    const box = laneBox(layoutKindOf(kind).start, ruler);
    const lane = { widthM: box.rightM - box.leftM, lengthM: box.aheadM - box.backM };
    let start = performance.now();
    const naive = naiveScan(hall, lane);
    const naiveMs = performance.now() - start;
    start = performance.now();
    const ours = fillFloor({ floor: hall, lane });
    const oursMs = performance.now() - start;
    rows.push(
      [
        `${what}: naive scan (reference)`,
        String(naive.lanes),
        naiveMs.toFixed(0),
        '1.000',
        String(naive.tests),
      ],
      [
        `${what}: fill the floor`,
        String(ours.lanes.length),
        oursMs.toFixed(0),
        (oursMs / naiveMs).toFixed(3),
        '',
      ],
    );
  }
  console.log('\nFill the floor: the hall of the demo club, every 10 cm by 1 cm, turns of 5 degrees\n');
  printTable(['what', 'lanes', 'ms', 'ratio', 'places tested'], rows);
  const { oursUs, libraryUs } = oneTest(hall, { widthM: 1.5, lengthM: 3 });
  console.log('\nOne test of a place against the walls\n');
  printTable(
    ['what', 'microseconds', 'ratio'],
    [
      ['polygons of @flatten-js/core (reference)', libraryUs.toFixed(1), '1.000'],
      ['ours', oursUs.toFixed(2), (oursUs / libraryUs).toFixed(4)],
    ],
  );
}

import { placingFindings, type Placement, movePlacement } from '../placing/index.ts';
import { rectangularFloor } from '../floor/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import { freeShift } from './free-place.ts';

const cone = (id: string, at: Point): Placement =>
  ({
    id,
    name: id,
    marks: [{ kind: 'cone', number: 1, name: id, purpose: '', at, tall: false }],
    lane: null,
    backward: false,
    worksOn: null,
  }) as unknown as Placement;
const lane = (id: string, { x, y }: Point): Placement => ({
  ...cone(id, { x, y }),
  lane: [
    { x: x - 1, y: y - 1.5 },
    { x: x + 1, y: y - 1.5 },
    { x: x + 1, y: y + 1.5 },
    { x: x - 1, y: y + 1.5 },
  ],
});

const shifted = (one: Placement, shift: Point): Placement =>
  movePlacement(one, { about: shift, turnDeg: 0, shift });

test('lanes added one after the other on one spot fill free room until there is none', () => {
  const floor = rectangularFloor('hall', 14, 14);
  const laid: Placement[] = [];
  for (let i = 0; i < 4; i++) {
    const fresh = lane(`lane ${i}`, { x: 7, y: 7 });
    laid.push(shifted(fresh, freeShift(floor, fresh, laid)));
    expect(placingFindings(floor, laid)).toEqual([]);
  }
});

test('something that is free where it is stays there', () => {
  expect(freeShift(rectangularFloor('hall', 14, 14), lane('a', { x: 7, y: 7 }), [])).toEqual({ x: 0, y: 0 });
});

test('loose marks never land on each other, however many', () => {
  const floor = rectangularFloor('mat', 4, 4);
  const laid: Placement[] = [];
  for (let i = 0; i < 30; i++) {
    const fresh = cone(`cone ${i}`, { x: 2, y: 2 });
    laid.push(shifted(fresh, freeShift(floor, fresh, laid)));
  }
  laid.forEach((a, i) => {
    for (const b of laid.slice(i + 1)) expect(distanceM(a.marks[0]!.at, b.marks[0]!.at)).toBeGreaterThan(0.2);
  });
});

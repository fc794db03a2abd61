import type { FootName } from '../body/index.ts';
import { distanceM, type Point } from '../geometry/index.ts';
import { recorded, type TypedStep, type TypedWalk } from '../../test/typed-walk.ts';
import { detectFootfalls } from './detect.ts';

const HOME = { left: { x: 2, y: 2.4 }, right: { x: 2.4, y: 2 } };
const start = { left: { at: HOME.left, heading: 0 }, right: { at: HOME.right, heading: 45 } };
const step = (foot: FootName, liftS: number, to: Point, more: Partial<TypedStep> = {}): TypedStep => ({
  foot,
  liftS,
  landS: liftS + 0.35,
  to,
  heading: start[foot].heading,
  move: 0,
  ...more,
});
const forward = (foot: FootName, m: number): Point => ({ x: HOME[foot].x, y: HOME[foot].y + m });
/** A step of each foot, whatever is typed, and a step of each foot after it. */
const around = (typed: readonly TypedStep[]): TypedWalk => ({
  start,
  steps: [
    step('left', 1, forward('left', 0.15)),
    step('right', 1.5, forward('right', 0.15)),
    ...typed,
    step('left', 7, forward('left', 0.3)),
    step('right', 7.5, forward('right', 0.3)),
  ],
});
const kick = step('right', 3, { x: 2.5, y: 3 }, { landS: 3.8, kickM: 0.6 });

test('a kick by height is one raise and no step, and the foot stands where it stood', () => {
  const { events, raises } = detectFootfalls(recorded(around([kick]), { height: true }));
  expect(events.map(({ foot }) => foot)).toEqual(['left', 'right', 'left', 'right']);
  expect(raises).toHaveLength(1);
  const [raise] = raises;
  expect(raise!.heightM).toBeCloseTo(0.6, 1);
  expect(raise!.event.liftS).toBeCloseTo(3, 1);
  expect(raise!.event.landS).toBeCloseTo(3.8, 1);
  expect(distanceM(raise!.event.to, forward('right', 0.15))).toBeLessThan(0.01);
  expect(distanceM(events[3]!.from, forward('right', 0.15))).toBeLessThan(0.01);
});

test('a knee raised on the spot is a raise too', () => {
  const knee = step('right', 3, forward('right', 0.15), { landS: 3.7, kickM: 0.5 });
  const { events, raises } = detectFootfalls(recorded(around([knee]), { height: true }));
  expect(events).toHaveLength(4);
  expect(raises.map(({ event }) => event.foot)).toEqual(['right']);
});

test('a kicking foot that lands in front is one event that changes its place', () => {
  const out = step('right', 3, forward('right', 0.7), { landS: 3.8 });
  const track = recorded(around([out]), { height: true });
  const z = track.right.z!.map((value, i) => {
    const s = (track.timeS[i]! - 3) / 0.8;
    return value + (s > 0 && s < 1 ? 0.5 * Math.sin(Math.PI * s) : 0);
  });
  const { events, raises } = detectFootfalls({ ...track, right: { ...track.right, z } });
  expect(raises).toEqual([]);
  const kicked = events.find(({ how }) => how === 'raise')!;
  expect(kicked.foot).toBe('right');
  expect(distanceM(kicked.to, forward('right', 0.7))).toBeLessThan(0.01);
  expect(kicked.landS).toBeCloseTo(3.8, 1);
});

test('without height a foot that goes out and comes back while the other stands may have been in the air', () => {
  const { events, raises } = detectFootfalls(recorded(around([kick])));
  expect(events).toHaveLength(4);
  expect(raises.map(({ heightM }) => heightM)).toEqual([null]);
  expect(raises[0]!.outM).toBeGreaterThan(0.5);
});

test('without height a step out that stays out, and comes back later, is two steps', () => {
  const out = step('right', 3, forward('right', 0.6));
  const back = step('right', 5, forward('right', 0.15));
  const { events, raises } = detectFootfalls(recorded(around([out, back])));
  expect(raises).toEqual([]);
  expect(events).toHaveLength(6);
});

test('a jump of both feet is a hop of each; two feet that slide at once are not', () => {
  const jump = [step('left', 3, forward('left', 0.5)), step('right', 3, forward('right', 0.5))];
  const inAir = detectFootfalls(recorded(around(jump), { height: true, noiseM: 0.002 })).events;
  expect(
    inAir
      .filter(({ how }) => how === 'hop')
      .map(({ foot }) => foot)
      .toSorted(),
  ).toEqual(['left', 'right']);
  const flat = recorded(around(jump), { height: true });
  const down = flat.timeS.map(() => 0);
  const slid = detectFootfalls({
    ...flat,
    left: { ...flat.left, z: down },
    right: { ...flat.right, z: down },
  });
  expect(slid.events.map(({ how }) => how)).not.toContain('hop');
});

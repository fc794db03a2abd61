import { metres } from '../body/index.ts';
import { DEMO_PLAN } from '../sim/index.ts';
import { withLane, type Plan } from '../pattern/index.ts';
import { STUDENT } from '../../test/typed-stance.ts';
import { ANYTHING, findDrills, LIBRARY, ownEntry } from './index.ts';

const ABOUT = {
  purpose: 'line',
  level: 2,
  why: 'Eyes up between the cones.',
  lookFor: ['the front foot goes first'],
  selfCheck: '',
  cautions: [],
  dose: '3 rounds',
} as const;

test('an own drill says the cones and the room it takes, and is found by its words', () => {
  // Five cones two metres apart, straight ahead: eight metres and half a metre about either end, at the least.
  const plan = withLane(DEMO_PLAN, { cones: 5, spacingM: 2, laneHeadingDeg: 0 });
  const entry = ownEntry('own', plan, ABOUT, STUDENT);
  expect(entry.cones).toBe(5);
  expect(entry.roomM[0]).toBeGreaterThanOrEqual(9);
  expect(entry.roomM[1]).toBeLessThan(entry.roomM[0]);
  const all = [...LIBRARY, entry];
  expect(findDrills({ ...ANYTHING, words: 'eyes cones' }, all)).toContain(entry);
  expect(findDrills({ ...ANYTHING, cones: 4 }, all)).not.toContain(entry);
  expect(findDrills({ ...ANYTHING, level: 1 }, all)).not.toContain(entry);
  expect(findDrills({ ...ANYTHING, purpose: 'line' }, all)).toContain(entry);
});

test('a drill of steps takes no cones; ten steps of 30 cm ahead take four and a half metres with the stance', () => {
  const plan: Plan = {
    ...DEMO_PLAN,
    facing: { on: 'lane' },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [
        {
          repeat: 10,
          items: [{ move: { do: 'step', bearingDeg: 0, length: metres(0.3), feet: 'both' } }],
        },
      ],
    },
  };
  const entry = ownEntry('own', plan, ABOUT, STUDENT);
  // The stance is about 0.3 m long (0.46 m at 45 degrees): 3 + 0.3 + twice 0.5 m, to the next half metre.
  expect(entry).toMatchObject({ cones: 0, roomM: [4.5, 1.5] });
  expect(entry.notation).toBe('10 times {\n  step forward 30 cm\n}');
});

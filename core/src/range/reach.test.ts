import fc from 'fast-check';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { SCHOOLS } from '../body/index.ts';
import { chanceFrom } from '../measure/index.ts';
import { compareSchools, gainsOf } from './compare-schools.ts';
import { fitAll, fitCsv } from './fit-all.ts';
import {
  contactOf,
  contactWith,
  kickModelM,
  propagate,
  TOUCH,
  touchModelM,
  touchScale,
  turnReachedDeg,
} from './reach.ts';
import { strikerOf } from './reach-body.ts';
import { reachRows } from './reach-chart.ts';
import { STRIKES, strikeOf } from './strikes.ts';
import { bagTarget, partnerTarget } from './target-parts.ts';
import { guardRule, shinRule } from './thumb-rules.ts';

const imke = strikerOf(DEMO_STUDENTS[0]!);
const tobiah = strikerOf(DEMO_STUDENTS[1]!);
const ids = STRIKES.map(({ id }) => id);

// Source: JCGM 100, 5.1.2 worked by hand: c = a + b with u(a) = 3 and u(b) = 4 has u = 5; c = 2a has 2 u(a).
test('uncertainty propagates as the square root of the sum of squares', () => {
  const inputs = [
    { valueM: 10, uM: 3 },
    { valueM: 20, uM: 4 },
  ];
  expect(propagate(inputs, ([a, b]) => a! + b!)).toBeCloseTo(5, 12);
  expect(propagate(inputs, ([a]) => 2 * a!)).toBeCloseTo(6, 12);
});

// Source: JCGM 100, annex H.2 form (product and quotient): relative uncertainties add in quadrature.
test('of a product the relative uncertainties add in quadrature', () => {
  const u = propagate(
    [
      { valueM: 2, uM: 0.002 },
      { valueM: 5, uM: 0.005 },
    ],
    ([a, b]) => a! * b!,
  );
  expect(u / 10).toBeCloseTo(Math.hypot(0.001, 0.001), 8);
});

// Source: simulation of the same model with normal inputs.
test('the uncertainty of a jab is the scatter that bodies of that uncertainty have', () => {
  const chance = chanceFrom(77);
  const { arm, shoulderJoints, shoulderHeight } = imke.lengths;
  const target = bagTarget(imke, 'head');
  const moved = (q: { valueM: number; uM: number }) => ({
    ...q,
    valueM: q.valueM + q.uM * chance.normal(),
    source: 'measured' as const,
  });
  const gaps = Array.from({ length: 3000 }, () => {
    const lengths = {
      ...imke.lengths,
      arm: moved(arm),
      shoulderJoints: moved(shoulderJoints),
      shoulderHeight: moved(shoulderHeight),
    };
    return contactOf({ ...imke, lengths }, 'jab', target).gapM;
  });
  const mean = gaps.reduce((a, b) => a + b) / gaps.length;
  const sd = Math.sqrt(gaps.reduce((sum, gap) => sum + (gap - mean) ** 2, 0) / gaps.length);
  const claimed = Math.sqrt(contactOf(imke, 'jab', target).uM ** 2 - 0.04 ** 2);
  expect(sd / claimed).toBeGreaterThan(0.9);
  expect(sd / claimed).toBeLessThan(1.15);
});

// Source: Pythagoras by hand: an arm of 65 cm that goes 25 cm up reaches 60 cm forward.
test('height takes from the reach by the right triangle', () => {
  const striker = strikerOf({ ...DEMO_STUDENTS[0]!, lengths: { statureM: 1.7, armLengthM: 0.65 } });
  // Upright, less what the knees bend: 6 % of 1.70 m in the usual school.
  const shoulderM = striker.lengths.shoulderHeight.valueM - 0.06 * 1.7;
  const level = contactOf(striker, 'jab', { kind: 'pad', heightM: shoulderM });
  const up = contactOf(striker, 'jab', { kind: 'pad', heightM: shoulderM + 0.25 });
  expect(level.terms.limbM).toBeCloseTo(0.65, 9);
  expect(up.terms.limbM).toBeCloseTo(0.6, 9);
  expect(level.gapM - up.gapM).toBeCloseTo(0.05, 9);
});

test('the terms add up to the contact distance', () => {
  for (const id of ids) {
    const { gapM, terms } = contactOf(imke, id, partnerTarget(tobiah, 'body'));
    expect(terms.hipM + terms.turnM + terms.limbM + terms.targetAheadM).toBeCloseTo(gapM, 9);
    expect(terms.limbLengthM - terms.heightLossM).toBeCloseTo(terms.limbM, 9);
  }
});

test('a target part too high to be touched is told so', () => {
  const knee = contactOf(imke, 'rear-knee', { kind: 'pad', heightM: 1.7 });
  expect(knee.touches).toBe(false);
  expect(reachRows(imke, { kind: 'pad', heightM: 1.7 }).at(-1)!.contact.touches).toBe(false);
});

test('a round kick has the knee nearest, then the shin, then the foot', () => {
  for (const id of ids.filter((one) => one.includes('round-kick'))) {
    const { window, gapM } = contactOf(imke, id, bagTarget(imke, 'body'));
    expect(window!.kneeM).toBeLessThan(window!.shinM);
    expect(window!.shinM).toBeLessThan(window!.footM);
    expect(window!.shinM).toBe(gapM);
  }
  expect(contactOf(imke, 'jab', bagTarget(imke, 'head')).window).toBeNull();
});

test('longer arms reach further, and the side one stands on does not matter', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 0.8, noNaN: true }),
      fc.constantFrom(...SCHOOLS),
      (armLengthM, school) => {
        const body = { ...DEMO_STUDENTS[0]!, school, lengths: { statureM: 1.75, armLengthM } };
        const longer = strikerOf({ ...body, lengths: { ...body.lengths, armLengthM: armLengthM + 0.02 } });
        const own = strikerOf(body);
        const mirrored = strikerOf({ ...body, leadSide: 'right' });
        const bag = bagTarget(own, 'head');
        expect(contactOf(longer, 'cross', bag).gapM).toBeGreaterThan(contactOf(own, 'cross', bag).gapM);
        expect(contactOf(mirrored, 'cross', bag).gapM).toBeCloseTo(contactOf(own, 'cross', bag).gapM, 12);
      },
    ),
  );
});

// Source: simulation: thigh, shank and height of the hip come from one taped length and move together.
test.each(['rear-round-kick-head', 'rear-push-kick', 'lead-knee', 'rear-elbow'] as const)(
  'the uncertainty of %s is the scatter of bodies whose lengths come from the same tape',
  (id) => {
    const chance = chanceFrom(78);
    const target = partnerTarget(imke, strikeOf(id).usual);
    const names =
      id === 'rear-elbow'
        ? (['arm', 'shoulderJoints', 'shoulderHeight'] as const)
        : (['hipHeight', 'hipJoints'] as const);
    const gaps = Array.from({ length: 6000 }, () => {
      const lengths = { ...imke.lengths };
      for (const name of names) {
        const { valueM, uM } = imke.lengths[name];
        lengths[name] = { ...lengths[name], valueM: valueM + uM * chance.normal() };
      }
      return contactOf({ ...imke, lengths }, id, target).gapM;
    });
    const mean = gaps.reduce((a, b) => a + b) / gaps.length;
    const sd = Math.sqrt(gaps.reduce((sum, gap) => sum + (gap - mean) ** 2, 0) / gaps.length);
    const model = id === 'rear-elbow' ? 0.04 : 0.05;
    const claimed = Math.sqrt(contactOf(imke, id, target).uM ** 2 - model ** 2 - 0.02 ** 2);
    expect(sd / claimed).toBeGreaterThan(0.95);
    expect(sd / claimed).toBeLessThan(1.05);
  },
);

describe('what coaches find (common practice, no published source)', () => {
  const sizes = [1.45, 1.6, 1.75, 1.9, 2];
  const bodies = SCHOOLS.flatMap((school) =>
    sizes.map((statureM) => strikerOf({ ...DEMO_STUDENTS[0]!, school, lengths: { statureM } })),
  );
  const onBag = (striker: (typeof bodies)[number], id: (typeof ids)[number]): number =>
    contactOf(striker, id, bagTarget(striker, strikeOf(id).usual)).gapM;

  test('a lead push kick reaches further than the jab, for every body and school', () => {
    for (const striker of bodies)
      expect(onBag(striker, 'lead-push-kick')).toBeGreaterThan(onBag(striker, 'jab'));
  });

  test('side-on the jab is about 5 to 10 cm longer than the cross; square they are equal', () => {
    for (const striker of bodies) {
      const more = onBag(striker, 'jab') - onBag(striker, 'cross');
      if (striker.stance.school.id === 'side-on') {
        expect(more).toBeGreaterThan(0.05);
        expect(more).toBeLessThan(0.11);
      }
      if (striker.stance.school.id === 'neutral') expect(Math.abs(more)).toBeLessThan(0.01);
    }
  });

  test('the more side-on, the further away the rear hand is', () => {
    const turns = [84, 60, 45, 30, 22].map((stanceAngleDeg) => {
      const striker = strikerOf(DEMO_STUDENTS[0]!);
      return turnReachedDeg({ ...striker, stance: { ...striker.stance, stanceAngleDeg } }, strikeOf('cross'));
    });
    expect(turns).toEqual([...turns].sort((a, b) => b - a));
    // Half a right angle of stance leaves half a right angle of turn.
    expect(turns[2]).toBe(45);
  });
});

test('one taped kick calibrates the kicks and leaves the hands', () => {
  const plain = { ...DEMO_STUDENTS[0]! };
  const before = strikerOf(plain);
  const after = strikerOf({ ...plain, lengths: { ...plain.lengths, leadKickM: 0.96 * kickModelM(before) } });
  for (const { id, limb } of STRIKES) {
    const [was, is] = [before, after].map((one) => contactOf(one, id, bagTarget(one, 'body')));
    if (!was || !is) throw new RangeError(id);
    if (limb === 'hand' || limb === 'elbow') expect(is).toEqual(was);
    else {
      expect(is.gapM / was.gapM).toBeCloseTo(0.96, 9);
      expect(is.uM).toBeLessThan(was.uM);
    }
  }
});

describe('calibration by one touch', () => {
  const plain = { ...DEMO_STUDENTS[0]! };
  const model = touchModelM(strikerOf(plain));
  const taped = strikerOf({ ...plain, lengths: { ...plain.lengths, leadTouchM: model * 1.05 } });

  test('gives the taped distance back, exactly', () => {
    expect(touchScale(taped)).toBeCloseTo(1.05, 9);
    expect(contactWith(taped, TOUCH, bagTarget(taped, 'head')).gapM).toBeCloseTo(model * 1.05, 9);
  });

  test('rescales every hand strike, leaves the legs, and shrinks the uncertainty', () => {
    const before = strikerOf(plain);
    for (const { id, limb } of STRIKES) {
      const [was, is] = [
        contactOf(before, id, bagTarget(before, 'head')),
        contactOf(taped, id, bagTarget(taped, 'head')),
      ];
      if (limb === 'hand' || limb === 'elbow') {
        expect(is.gapM / was.gapM).toBeCloseTo(1.05, 9);
        expect(is.uM).toBeLessThan(was.uM);
        expect(is.calibrated).toBe(true);
      } else expect(is.gapM).toBe(was.gapM);
    }
  });
});

// Common practice, no published source: both rules of thumb are held against every demo student.
describe('rules of thumb', () => {
  test('each is told to hold, not to hold, or not to be decidable, with its numbers', () => {
    for (const student of DEMO_STUDENTS) {
      for (const rule of [
        shinRule(strikerOf(student), 'metric'),
        guardRule(strikerOf(student), imke, 'metric'),
      ]) {
        expect(['met', 'not-met', 'cannot-tell']).toContain(rule.verdict);
        expect(rule.words).toMatch(/\d/);
      }
    }
    expect(shinRule(imke, 'metric').verdict).toBe('met');
  });

  test('where one does not hold the reason is told', () => {
    const shortArms = strikerOf({
      ...DEMO_STUDENTS[1]!,
      lengths: { statureM: 1.93, armLengthM: 0.5, hipHeightM: 1.15, shoulderWidthM: 0.36 },
    });
    const rule = shinRule(shortArms, 'metric');
    expect(rule.verdict).toBe('not-met');
    expect(rule.words).toContain('the knee arrives first');
  });
});

test('the schools differ for one body, and gains and losses are each other’s mirror', () => {
  const rows = compareSchools(DEMO_STUDENTS[0]!);
  expect(rows).toHaveLength(5);
  const [usual, , , sideOn] = rows;
  const cm = (metres: number): string => `${Math.round(metres * 100)} cm`;
  const there = gainsOf(sideOn!, usual!, cm);
  const back = gainsOf(usual!, sideOn!, cm);
  expect(there.gains).toHaveLength(back.gives.length);
  expect(there.gives.join()).toContain('less room to the side');
  expect(sideOn!.exposureM).toBeLessThan(usual!.exposureM);
});

test('the complete fit of a club has every student, school and strike, and says how far it is', () => {
  const shares: number[] = [];
  const fits = fitAll(DEMO_STUDENTS, (share) => shares.push(share));
  expect(fits).toHaveLength(6);
  expect(fits[0]?.schools).toHaveLength(5);
  expect(fits[0]!.schools[0]!.reach).toHaveLength(STRIKES.length);
  expect(shares.at(-1)).toBe(1);
  expect(fitCsv(fits).trim().split('\n')).toHaveLength(1 + 6 * 5 * STRIKES.length);
});

// From memory: boxing gloves add 3 to 5 cm to a hand.
test('gloves lengthen hands by 3 to 5 cm, elbows and legs not at all, and a touch is taped without them', () => {
  const [bare] = DEMO_STUDENTS;
  if (!bare) throw new TypeError('no student');
  const taped = { ...bare, lengths: { ...bare.lengths, leadTouchM: 1.05 } };
  for (const student of [bare, taped]) {
    const [without, gloved] = [strikerOf(student), strikerOf(student, true)];
    for (const { id, limb, usual } of STRIKES) {
      const more =
        contactOf(gloved, id, bagTarget(gloved, usual)).gapM -
        contactOf(without, id, bagTarget(without, usual)).gapM;
      if (limb === 'hand') {
        expect(more).toBeGreaterThanOrEqual(0.03);
        expect(more).toBeLessThanOrEqual(0.05);
      } else expect(more).toBe(0);
    }
    expect(touchModelM(gloved)).toBe(touchModelM(without));
    const jab = (one: typeof gloved) => contactOf(one, 'jab', bagTarget(one, 'head')).uM;
    expect(jab(gloved)).toBeCloseTo(Math.hypot(jab(without), 0.01 / Math.sqrt(3)), 12);
  }
});

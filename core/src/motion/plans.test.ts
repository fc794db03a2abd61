import { SCHOOLS } from '../body/index.ts';
import { judgePlan } from '../check/index.ts';
import { the } from '../measure/index.ts';
import { expand } from '../pattern/index.ts';
import { planGap } from '../rules/index.ts';
import { contactsOf } from '../pair/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  bagDrill,
  circling,
  clearFrom,
  inOut,
  pendulumPeriodS,
  stepWithBag,
  swingingBag,
  swingM,
  widestTurnDeg,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const contactM = (of: typeof two, strike: string, part: string): number =>
  the(contactsOf(of).find((one) => one.contact.strike.id === strike && one.part === part)).contact.gapM;

describe('in, out, really out', () => {
  test('by hand: steps in and out are the way over the half step, rounded up', () => {
    const plan = the(inOut(two, ['jab', 'cross'], 1));
    const jabM = contactM(two, 'jab', 'head');
    const crossM = contactM(two, 'cross', 'head');
    expect(the(plan.lands[0]).landing).toBe(Math.ceil((plan.outM - jabM) / plan.stepM - 1e-9));
    expect(the(plan.lands[1]).landing).toBeGreaterThanOrEqual(the(plan.lands[0]).landing);
    for (const { gapM, strike } of plan.lands)
      expect(gapM).toBeLessThanOrEqual((strike === 'jab' ? jabM : crossM) + 1e-9);
    expect(plan.stepsIn * plan.stepM).toBeCloseTo(plan.outM - plan.inM, 9);
    expect(plan.clear.every(({ isOut }) => isOut)).toBe(true);
  });

  test('one step fewer leaves something in: that is a half exit', () => {
    const plan = the(inOut(two, ['jab'], 1));
    const shortM = plan.inM + (plan.stepsOut - 1) * plan.stepM;
    expect(clearFrom(two).some(({ fromM }) => fromM > shortM)).toBe(true);
  });

  test('nothing is planned for a strike that is unknown here', () => {
    expect(inOut(two, [], 1)).toBeNull();
  });
});

describe('circling', () => {
  // geometry by hand: both feet turn about the target, each on a chord 2 r sin(theta / 2).
  test('a quarter about them in equal steps, none longer than a half step of the outer foot', () => {
    const { steps, angleEachDeg, outerM, innerM, mostDeg } = circling(two, 90, 1);
    expect(steps * angleEachDeg).toBeCloseTo(90, 12);
    expect(angleEachDeg).toBeLessThanOrEqual(mostDeg + 1e-9);
    expect(outerM).toBeGreaterThan(innerM);
    const { lengthM, widthM } = two.mine.stance;
    expect(outerM).toBeCloseTo(
      2 * Math.hypot(1 + lengthM / 2, widthM / 2) * Math.sin((angleEachDeg * Math.PI) / 360),
      12,
    );
  });

  // At 1 m a step of 7 degrees is clean for every body; 8 to 14 are what the outer foot allows (common practice).
  test('at one metre every body may turn seven degrees, and none more than fifteen', () => {
    for (const fit of [TALL, SHORT])
      for (const { id } of SCHOOLS) {
        const of = twoOf({ ...fit, schoolId: id }, fit);
        const most = widestTurnDeg(of.mine, 1);
        expect(most).toBeGreaterThan(7);
        expect(most).toBeLessThan(15);
      }
  });
});

describe('a swinging bag', () => {
  // Complete elliptic integral: T / T0 at 30, 60 and 90 degrees (handbook values).
  test.each([
    [30, 1.01741],
    [60, 1.07318],
    [90, 1.18034],
  ])('its period at %d degrees', (deg, ratio) => {
    const small = 2 * Math.PI * Math.sqrt(1.8 / 9.81);
    expect(pendulumPeriodS(1.8, deg) / small).toBeCloseTo(ratio, 5);
  });

  test('half a period after its furthest it is furthest on the other side, and passes the middle between', () => {
    const n = 400;
    const x = swingM(1.8, 40, n);
    expect(the(x[n / 2])).toBeCloseTo(-the(x[0]), 3);
    expect(Math.abs(the(x[n / 4]))).toBeLessThan(0.005);
  });

  test('keeps clear twice its swing, and comes as near as it hangs less its swing', () => {
    const bag = swingingBag(two.mine, 1.8, 20);
    const sideM = 1.8 * Math.sin((20 * Math.PI) / 180);
    expect(bag.keepClearM).toBeCloseTo(2 * sideM, 12);
    expect(bag.closestM).toBeCloseTo(bag.standM - sideM, 12);
    const jab = the(bag.windows.find(({ strike }) => strike === 'jab'));
    // It begins away, comes over its middle at a quarter, where the jab just touches.
    expect(the(jab.times[0]).fromS).toBeCloseTo(bag.periodS / 4, 1);
  });
});

describe('stepping with a bag', () => {
  const { landings, beatS } = stepWithBag(two.mine, 1.8, 20, 6);

  test('a landing each time it goes by its middle; it is never let nearer than a forearm', () => {
    expect(beatS).toBeCloseTo(pendulumPeriodS(1.8, 20) / 2, 12);
    expect(landings).toHaveLength(12);
    expect(Math.min(...landings.map(({ closestM }) => closestM))).toBeGreaterThan(0.3);
  });

  test('goes with it: in when it is away, out when it comes', () => {
    expect(landings.some(({ moveM }) => moveM > 0)).toBe(true);
    expect(landings.some(({ moveM }) => moveM < 0)).toBe(true);
    expect(landings.filter(({ strikes }) => strikes.includes('jab')).length).toBeGreaterThan(6);
  });
});

test('stepping with a bag becomes a drill: the bag is where the steps expect it, and no rule is broken but the facing', () => {
  const { landings, beatS } = stepWithBag(two.mine, 1.8, 12, 6);
  const plan = bagDrill(two.mine, 1.8, 12, 6, 'jab');
  const drill = { plan, student: TALL };
  const footwork = expand(drill);
  const series = planGap(drill, footwork, 0.01);
  // Beats are whole ones a minute: the first swings are compared, before half a per cent of them adds up.
  landings.slice(0, 3).forEach(({ gapM }, i) => {
    const at = Math.round((1 + (i + 2 / 3) * beatS) / 0.01);
    expect(Math.abs(the(series.gapM[at]) - gapM)).toBeLessThan(0.12);
  });
  const faults = the(judgePlan(drill).findings).map(({ fault }) => fault);
  expect(faults.filter((one) => one !== 'strike-out-of-reach')).toEqual([]);
});

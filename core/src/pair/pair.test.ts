import fc from 'fast-check';
import { SCHOOLS } from '../body/index.ts';
import { chanceFrom, the } from '../measure/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  bandsAgainst,
  circling,
  clearFrom,
  contactsOf,
  hitsOf,
  exchanged,
  freeWindow,
  furthest,
  halfStepM,
  inOut,
  pairWords,
  pendulumPeriodS,
  reachAt,
  swingingBag,
  swingM,
  widestTurnDeg,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const contactM = (of: typeof two, strike: string, part: string): number =>
  the(contactsOf(of).find((one) => one.contact.strike.id === strike && one.part === part)).contact.gapM;

describe('who reaches whom', () => {
  test('exchanging the two exchanges the answer', () => {
    const there = contactsOf(two).map(({ contact }) => contact.gapM);
    const back = contactsOf(exchanged(exchanged(two))).map(({ contact }) => contact.gapM);
    expect(back).toEqual(there);
    expect(contactsOf(exchanged(two)).map(({ contact }) => contact.gapM)).toEqual(
      contactsOf(twoOf(SHORT, TALL)).map(({ contact }) => contact.gapM),
    );
  });

  test('at its contact distance a strike can just not be told to reach; a half step nearer or further it can', () => {
    const jab = the(contactsOf(two).find(({ contact }) => contact.strike.id === 'jab'));
    const { gapM, uM } = jab.contact;
    const at = (m: number) => reachAt(jab, two.mine, m).steps;
    expect(at(gapM)[0]).toBe('cannot-tell');
    expect(at(gapM - 2.1 * uM)[0]).toBe('met');
    expect(at(gapM + 2.1 * uM)[0]).toBe('not-met');
    expect(at(gapM + halfStepM(two.mine) - 2.1 * uM)[1]).toBe('met');
  });

  test('a longer arm never shrinks a band', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 0.8, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        (arm, more) => {
          const of = (armLengthM: number) =>
            bandsAgainst(twoOf({ ...SHORT, lengths: { ...SHORT.lengths, armLengthM } }, TALL));
          const [less, longer] = [of(arm), of(arm + more)];
          for (const band of less) {
            const own = longer.find(({ name }) => name === band.name);
            if (own) expect(own.toM).toBeGreaterThanOrEqual(band.toM - 1e-9);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('the free window', () => {
  test('equal bodies have none, by arithmetic', () => {
    const equal = the(freeWindow(twoOf(TALL, TALL)));
    expect(equal.edges.fromM).toBeCloseTo(equal.edges.toM, 12);
    expect(equal.sure).toBeNull();
    expect(equal.possible).toBeNull();
    expect(equal.leastBadGapM).toBeCloseTo(equal.edges.toM, 12);
  });

  test('it lies between their furthest with a half step and mine; the sure one within, the possible one about it', () => {
    const { edges, sure, possible } = the(freeWindow(two));
    const furthestM = (of: typeof two): number => the(furthest(hitsOf(of))).contact.gapM + halfStepM(of.mine);
    expect(edges.toM).toBeCloseTo(furthestM(two), 12);
    expect(edges.fromM).toBeCloseTo(furthestM(exchanged(two)), 12);
    expect(edges.toM).toBeGreaterThan(edges.fromM);
    expect(the(possible).fromM).toBeLessThan(edges.fromM);
    if (sure) expect(sure.fromM).toBeGreaterThan(edges.fromM);
  });

  test('the taller one has it, the shorter one never', () => {
    expect(the(freeWindow(exchanged(two))).sure).toBeNull();
  });

  // JCGM 100, 5.2.2: the difference of two correlated values, by simulation of 200 000 pairs.
  test('the width is off by what correlated errors make of it', () => {
    const { edges, possible, mine, theirs } = the(freeWindow(two));
    const chance = chanceFrom(5);
    const [u1, u2] = [theirs.contact.uM, mine.contact.uM];
    let [sum, square] = [0, 0];
    const n = 200_000;
    for (let i = 0; i < n; i++) {
      const shared = chance.normal();
      const own = () => Math.sqrt(0.5) * shared + Math.sqrt(0.5) * chance.normal();
      const width = u2 * own() - u1 * own();
      sum += width;
      square += width * width;
    }
    const sd = Math.sqrt(square / n - (sum / n) ** 2);
    const more = the(possible).toM - the(possible).fromM - (edges.toM - edges.fromM);
    expect(more).toBeCloseTo(2 * sd, 3);
  });
});

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

test('the words name both, the window and what hands alone say', () => {
  const words = pairWords(two, 'metric').join(' ');
  expect(words).toContain('Tall has 28 cm more height, 14 cm more arm');
  expect(words).toMatch(/between \d\.\d\d m and \d\.\d\d m/);
  expect(words).toContain('With hands alone Tall reaches');
});

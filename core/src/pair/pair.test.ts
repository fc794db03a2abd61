import fc from 'fast-check';
import { chanceFrom, the } from '../measure/index.ts';
import { SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  bandsAgainst,
  contactsOf,
  hitsOf,
  exchanged,
  freeWindow,
  furthest,
  halfStepM,
  pairWords,
  reachAt,
} from './index.ts';

const two = twoOf(TALL, SHORT);

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

test('the words name both, the window and what hands alone say', () => {
  const words = pairWords(two, 'metric').join(' ');
  expect(words).toContain('Tall has 28 cm more height, 14 cm more arm');
  expect(words).toMatch(/between \d\.\d\d m and \d\.\d\d m/);
  expect(words).toContain('With hands alone Tall reaches');
});

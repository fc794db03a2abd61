import fc from 'fast-check';
import { lengthsOn, noteLengths } from './history.ts';
import { SCHOOLS, type School } from './schools.ts';

test('the body of a day is what was last measured up to it', () => {
  let history = noteLengths([], {}, { statureM: 1.5, shoulderWidthM: 0.34 }, '2024-03-01', 'tape');
  history = noteLengths(
    history,
    { statureM: 1.5, shoulderWidthM: 0.34 },
    { statureM: 1.56, shoulderWidthM: 0.34 },
    '2025-03-01',
    'wall',
  );
  expect(lengthsOn(history, '2024-02-28')).toEqual({});
  expect(lengthsOn(history, '2024-12-31')).toEqual({ statureM: 1.5, shoulderWidthM: 0.34 });
  expect(lengthsOn(history, '2026-01-01')).toEqual({ statureM: 1.56, shoulderWidthM: 0.34 });
  expect(history).toHaveLength(3);
});

test('a second change on one day replaces the first; a length taken back is estimated again', () => {
  let history = noteLengths([], {}, { statureM: 1.7 }, '2025-01-01', 'tape');
  history = noteLengths(
    history,
    { statureM: 1.7 },
    { statureM: 1.71, hipHeightM: 0.9 },
    '2025-01-01',
    'tape',
  );
  expect(history).toHaveLength(2);
  history = noteLengths(
    history,
    { statureM: 1.71, hipHeightM: 0.9 },
    { statureM: 1.71 },
    '2025-02-01',
    'tape',
  );
  expect(lengthsOn(history, '2025-02-02')).toEqual({ statureM: 1.71 });
  expect(lengthsOn(history, '2025-01-15')).toEqual({ statureM: 1.71, hipHeightM: 0.9 });
});

test('noting any run of bodies day by day gives back each body on its day', () => {
  const body = fc.record({
    statureM: fc.double({ min: 1, max: 2, noNaN: true }),
    hipHeightM: fc.option(fc.double({ min: 0.5, max: 1, noNaN: true }), { nil: undefined }),
  });
  fc.assert(
    fc.property(fc.array(body, { minLength: 1, maxLength: 12 }), (bodies) => {
      const day = (i: number): string => `2025-01-${String(i + 10)}`;
      const clean = bodies.map(({ statureM, hipHeightM }) =>
        hipHeightM === undefined ? { statureM } : { statureM, hipHeightM },
      );
      const history = clean.reduce<ReturnType<typeof noteLengths>>(
        (all, now, i) => noteLengths(all, clean[i - 1] ?? {}, now, day(i), 'tape'),
        [],
      );
      clean.forEach((now, i) => expect(lengthsOn(history, day(i))).toEqual(now));
    }),
  );
});

const numbersOf = (school: School): string[] => [
  ...Object.keys(school).filter(
    (key) => !['id', 'name', 'summary', 'limits', 'timing', 'basis'].includes(key),
  ),
  ...Object.keys(school.limits).map((key) => `limits.${key}`),
  ...Object.keys(school.timing).map((key) => `timing.${key}`),
];

test.each(SCHOOLS.map((school) => [school.name, school] as const))(
  '%s: every number has a reason and a standing',
  (_name, school) => {
    const reasons = new Map(school.basis.map((one) => [one.number, one]));
    expect([...reasons.keys()].sort()).toEqual(numbersOf(school).sort());
    for (const { why, standing } of school.basis) {
      expect(why.length).toBeGreaterThan(10);
      expect(['published', 'common practice', 'own choice']).toContain(standing);
    }
  },
);

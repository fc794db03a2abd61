import fc from 'fast-check';
import { someRoom } from '../../test/floors.ts';
import type { Floor } from '../floor/index.ts';
import { signedDistanceM, boundsOf, distanceM, type Point } from '../geometry/index.ts';
import { setOut, type SetOut } from './setout.ts';
import { isClear, type SetOutPoint, type Tape } from './setout-fix.ts';
import { twoTapePoint, WEAK_ABOVE_DEG, WEAK_BELOW_DEG } from './two-tapes.ts';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const inRoom = (floor: Floor, shares: readonly (readonly [number, number])[]): SetOutPoint[] => {
  const { most } = boundsOf(floor.outline);
  return shares
    .map(([x, y]): Point => ({ x: x * most.x, y: y * most.y }))
    .filter((at) => signedDistanceM(floor.outline, at) < -0.2)
    .map((at, i) => ({ id: `mark ${i + 1}`, at }));
};
const jobs = fc
  .tuple(
    someRoom,
    fc.array(fc.tuple(share, share), { minLength: 1, maxLength: 14 }),
    fc.constantFrom(3, 5, 10, 30),
    fc.option(fc.tuple(share, share), { nil: null }),
  )
  .map(([room, shares, lengthM, post]) => {
    const { most } = boundsOf(room.outline);
    const fixtures = post
      ? [
          {
            id: 'post',
            name: 'post',
            kind: 'post' as const,
            at: { x: post[0] * most.x, y: post[1] * most.y },
            radiusM: 0.15,
          },
        ]
      : [];
    const floor: Floor = { ...room, fixtures };
    const points = inRoom(floor, shares).filter(
      ({ at }) => !fixtures[0] || distanceM(at, fixtures[0].at) > 0.4,
    );
    return { floor, points, tape: { lengthM, readingUM: 0.005 } satisfies Tape };
  });

const eachRow = (
  check: (row: SetOut['rows'][number], job: { floor: Floor; tape: Tape }, before: readonly string[]) => void,
): void => {
  fc.assert(
    fc.property(jobs, ({ floor, points, tape }) => {
      const { rows, unreachable } = setOut(floor, points, tape);
      expect([...rows.map(({ point }) => point.id), ...unreachable.map(({ id }) => id)].sort()).toEqual(
        points.map(({ id }) => id).sort(),
      );
      rows.forEach((row, i) =>
        check(
          row,
          { floor, tape },
          rows.slice(0, i).map(({ point }) => point.id),
        ),
      );
    }),
    { numRuns: 120 },
  );
};

test('in any room every tape is free, within its length, and from what stands by then', () => {
  eachRow(({ point, how }, { floor, tape }, before) => {
    if (how.kind === 'wall-offset') {
      expect(Math.max(how.alongM, how.offsetM)).toBeLessThanOrEqual(tape.lengthM);
      return;
    }
    how.from.forEach((station, i) => {
      expect(how.distancesM[i]).toBeCloseTo(distanceM(station.at, point.at), 9);
      expect(how.distancesM[i]).toBeLessThanOrEqual(tape.lengthM);
      expect(isClear(floor, station.at, point.at)).toBe(true);
      if (station.kind === 'mark') expect(before).toContain(station.id);
    });
  });
});

test('in any room two tapes meet at the mark on the named side, and a weak fix says so', () => {
  eachRow(({ point, how, majorM, minorM }) => {
    if (how.kind !== 'two-tapes') return;
    const [a, b] = how.from;
    const [first, second] = how.distancesM;
    expect(distanceM(twoTapePoint(a.at, first, b.at, second, how.side)!, point.at)).toBeLessThan(1e-5);
    expect(how.weak).toBe(how.angleDeg < WEAK_BELOW_DEG || how.angleDeg > WEAK_ABOVE_DEG);
    expect(majorM).toBeGreaterThanOrEqual(minorM - 1e-12);
    expect(minorM).toBeGreaterThan(0.0035);
  });
});

test('in any room the third reading is to another place than the two tapes', () => {
  eachRow(({ point, how, check }, { tape }) => {
    if (!check) return;
    expect(check.distanceM).toBeCloseTo(distanceM(check.from.at, point.at), 9);
    expect(check.distanceM).toBeLessThanOrEqual(tape.lengthM);
    const used = how.kind === 'two-tapes' ? how.from.map(({ id }) => id) : [how.from.id];
    expect(used).not.toContain(check.from.id);
  });
});

// The law of cosines gives the angle at the mark from the three sides of its triangle.
test('the angle between the tapes is that of the triangle they make', () => {
  eachRow(({ how }) => {
    if (how.kind !== 'two-tapes') return;
    const [p, q] = how.distancesM;
    const base = distanceM(how.from[0].at, how.from[1].at);
    const cosine = (p * p + q * q - base * base) / (2 * p * q);
    expect(Math.cos((how.angleDeg * Math.PI) / 180)).toBeCloseTo(Math.min(1, Math.max(-1, cosine)), 6);
  });
});

test('a longer tape never leaves out a mark that a shorter one reached', () => {
  fc.assert(
    fc.property(jobs, ({ floor, points, tape }) => {
      const short = setOut(floor, points, tape).unreachable.length;
      const long = setOut(floor, points, { ...tape, lengthM: 2 * tape.lengthM }).unreachable.length;
      expect(long).toBeLessThanOrEqual(short);
    }),
    { numRuns: 60 },
  );
});

import fc from 'fast-check';
import { balanceOf, fitStance, LIMITS, placeStance } from '../body/index.ts';
import { distanceM, turnAbout, type Point } from '../geometry/index.ts';
import { expand, type FootEvent } from '../pattern/index.ts';
import { EXACT_EVENT, performPlan, type Found } from '../rules/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { detectFootfalls } from '../detection/index.ts';
import { drillOf, perfectTrack, ROOMY_PLAN } from '../../test/drills.ts';
import { recorded, walkOf } from '../../test/typed-walk.ts';
import type { AlignedMove } from '../matching/index.ts';
import { restMarginM } from '../report/balance.ts';
import { blindness } from '../matching/index.ts';
import { checkTrack } from './check.ts';
import { frameOf } from '../matching/index.ts';
import { matchToPlan } from '../matching/index.ts';
import { gzipSync } from 'node:zlib';
import { changePackedCheck, packCheck, unpackCheck } from './pack-result.ts';
import { beyondPlan } from '../judging/planned-faults.ts';
import { drillRows } from '../matching/index.ts';
import { judgeTempo } from '../judging/tempo.ts';

const drill = drillOf(0);
const footwork = expand(drill);
const { moves } = footwork;
const walked = (of: (event: FootEvent, i: number) => FootEvent): AlignedMove[] =>
  moves.map((planned, i) => ({
    planned,
    expected: planned.events,
    observed: planned.events.map((event) => of(event, i)),
  }));
const movedBy = (map: (p: Point) => Point) =>
  walked((event) => ({ ...event, from: map(event.from), to: map(event.to) }));

describe('the frame of a walk', () => {
  test('any shift and turn of everything is found again, to a tenth of a millimetre and a thousandth of a degree', () => {
    const span = fc.double({ min: -0.4, max: 0.4, noNaN: true });
    fc.assert(
      fc.property(span, span, fc.double({ min: -8, max: 8, noNaN: true }), (x, y, deg) => {
        const about = { x: 3, y: 4 };
        const map = (p: Point): Point => {
          const turned = turnAbout(p, about, deg);
          return { x: turned.x + x, y: turned.y + y };
        };
        const frame = frameOf(movedBy(map))!;
        expect(frame.turnDeg).toBeCloseTo(deg, 3);
        const back = turnAbout(frame.about, about, deg);
        expect(frame.about.x + frame.shiftM.x).toBeCloseTo(back.x + x, 4);
        expect(frame.about.y + frame.shiftM.y).toBeCloseTo(back.y + y, 4);
        const offM = Math.max(...moves.map(({ after }) => distanceM(map(after.left), after.left)));
        if (offM < 0.02) expect(frame.isOff).toBe(false);
      }),
      { numRuns: 40 },
    );
  });

  test('a walk on its marks is not off, and one that wanders is not off as a whole', () => {
    expect(frameOf(walked((event) => event))!.isOff).toBe(false);
    const wandering = walked((event, i) => ({
      ...event,
      to: { ...event.to, x: event.to.x + 0.15 * Math.sin(i) },
    }));
    expect(frameOf(wandering)!.isOff).toBe(false);
    expect(frameOf(walked((event) => event).slice(0, 5))).toBeNull();
  });
});

describe('tempo', () => {
  const judged = (at: (landS: number, i: number) => number) =>
    judgeTempo(
      walked((event, i) => ({ ...event, liftS: at(event.liftS, i), landS: at(event.landS, i) })),
      60,
      LIMITS,
      () => ({ ...EXACT_EVENT, landS: 0.005 }),
    );

  test('any even tempo is told as it was walked, wherever the walk began', () => {
    const pace = fc.double({ min: 0.3, max: 3, noNaN: true });
    fc.assert(
      fc.property(pace, fc.double({ min: -50, max: 50, noNaN: true }), (slow, startS) => {
        const { tempo, found } = judged((t) => startS + slow * t);
        expect(tempo.walkedPerMin!).toBeCloseTo(60 / slow, 6);
        expect(tempo.spread!).toBeCloseTo(0, 6);
        const off = Math.abs(1 / slow - 1);
        if (off > 0.11) expect(tempo.verdict).toBe('not-met');
        if (off < 0.09) expect(found).toEqual([]);
        expect(found.every(({ moveNumber }) => moveNumber === null)).toBe(true);
      }),
    );
  });

  test('the spread is the standard deviation about the student’s own beat', () => {
    // One landing in two 20 ms late: about the median of the three before, ten either way and then some.
    const { tempo } = judged((t, i) => t + (i % 2 ? 0.02 : 0));
    expect(tempo.spread!).toBeGreaterThan(0.008);
    expect(tempo.spread!).toBeLessThan(0.021);
  });

  test('too few moves say nothing of the tempo', () => {
    const { tempo, found } = judgeTempo(walked((event) => event).slice(0, 2), 60, LIMITS, () => EXACT_EVENT);
    expect(tempo).toMatchObject({ walkedPerMin: null, verdict: 'cannot-tell' });
    expect(found).toEqual([]);
  });

  test.each([1 / 3, 0.5, 1.5, 2.7])('the plan is found in a walk at %d of its pace', (pace) => {
    const events = moves.flatMap((move) =>
      move.events.map((event) => ({ ...event, liftS: pace * event.liftS, landS: pace * event.landS })),
    );
    const { rows } = matchToPlan(moves, events, { intervalS: 1, shows: () => true });
    expect(rows.every(({ observed }) => observed.length === 2)).toBe(true);
    expect(rows.map(({ planned }) => planned)).toEqual(moves);
  });
});

test('only what stands before the first and after the last found move is beside the drill', () => {
  const extra = (n: number): AlignedMove => ({
    planned: null,
    expected: [],
    observed: [{ ...moves[0]!.events[0]!, number: n }],
  });
  const missed = (i: number): AlignedMove => ({
    planned: moves[i]!,
    expected: moves[i]!.events,
    observed: [],
  });
  const seen = (i: number): AlignedMove => ({
    planned: moves[i]!,
    expected: moves[i]!.events,
    observed: moves[i]!.events,
  });
  const all = [extra(1), missed(0), extra(2), seen(1), extra(3), seen(2), missed(3), extra(4)];
  const { rows, walkedUp, walkedOff } = drillRows(all);
  expect(walkedUp).toEqual([all[0], all[2]]);
  expect(walkedOff).toEqual([all[7]]);
  expect(rows).toEqual([all[1], all[3], all[4], all[5], all[6]]);
  expect(drillRows([extra(1), missed(0)]).rows).toHaveLength(2);
});

describe('what the plan asks too much', () => {
  const deep = (m: number, u: number, more: Partial<Found> = {}): Found => ({
    fault: 'cone-touched',
    timeS: 1,
    foot: 'left',
    moveNumber: 7,
    at: null,
    measured: m,
    limit: 0,
    unit: 'm',
    expandedU: u,
    verdict: 'not-met',
    ...more,
  });
  const planned = [deep(0.03, 0)];

  test('is the plan’s as far as it goes, and the student’s beyond it', () => {
    expect(beyondPlan([deep(0.035, 0.01)], planned)).toEqual([]);
    expect(beyondPlan([deep(0.09, 0.01)], planned)).toHaveLength(1);
  });

  test('does not cover another foot, another move, or another rule', () => {
    for (const more of [{ foot: 'right' as const }, { moveNumber: 8 }, { fault: 'off-floor' as const }])
      expect(beyondPlan([deep(0.03, 0.01, more)], planned)).toHaveLength(1);
  });
});

test('a capture is blind within a beat of a hole of half a beat, and nowhere else', () => {
  const lost = (t: number): boolean => t > 10 && t < 10.7;
  const isBlind = blindness(detectFootfalls(recorded(walkOf(drill), { lost })), 1);
  for (const t of [9.2, 10.3, 11.5]) expect(isBlind(t)).toBe(true);
  for (const t of [3, 8.8, 12, 30]) expect(isBlind(t)).toBe(false);
});

test('the check and the fitting room have one balance', () => {
  for (const student of DEMO_STUDENTS) {
    const own = expand({ plan: ROOMY_PLAN, student });
    const stance = fitStance(student);
    const performance = performPlan({ plan: ROOMY_PLAN, student }, own);
    const feet = placeStance(stance, { x: 0, y: 0 }, 0);
    const fitted = balanceOf(stance, feet, 0, { weightOnLead: stance.school.weightOnLead, leanDeg: 0 });
    for (const move of performance.moves.slice(0, 5))
      expect(restMarginM(performance, move)).toBeCloseTo(fitted.marginM, 6);
  }
});

test('a check that is kept comes back as it was, to a hundredth of a millimetre', () => {
  const result = checkTrack(drill, perfectTrack(drill));
  const back = unpackCheck(packCheck(result));
  expect(back.report.verdict).toEqual(result.report.verdict);
  expect(back.report.footfalls).toHaveLength(result.report.footfalls.length);
  result.report.footfalls.forEach(({ to, landS }, i) => {
    expect(distanceM(back.report.footfalls[i]!.to, to)).toBeLessThan(1e-5);
    expect(back.report.footfalls[i]!.landS).toBeCloseTo(landS, 4);
  });
  back.gap.gapM.forEach((gap, i) => expect(gap).toBeCloseTo(result.gap.gapM[i]!, 4));
  expect(back.plannedLandS).toHaveLength(2 * moves.length);
});

test('what is no packed check, of another version, or larger than one can be, is refused with what is wrong', () => {
  const packed = packCheck(checkTrack(drill, perfectTrack(drill)));
  const bytes = Buffer.from(packed, 'base64');
  const spoilt = (change: (copy: Buffer) => void): string => {
    const copy = Buffer.from(bytes);
    change(copy);
    return copy.toString('base64');
  };
  expect(bytes.subarray(0, 5).toString('latin1')).toBe('ACKP\u0002');
  expect(() => unpackCheck('bm90IG9uZQ==')).toThrow('it is no packed check');
  expect(() => unpackCheck(spoilt((copy) => copy.writeUInt8(3, 4)))).toThrow('version 3, not 2');
  expect(() => unpackCheck(spoilt((copy) => copy.writeUInt32BE(2 ** 27, 5)))).toThrow('the most is');
  expect(() => unpackCheck(spoilt((copy) => copy.writeUInt32BE(100, 5)))).toThrow('more than');
  expect(() => unpackCheck(bytes.subarray(0, 200).toString('base64'))).toThrow();
  const deep = Buffer.concat([bytes.subarray(0, 9), gzipSync(Buffer.alloc(50 * 2 ** 20, '['))]);
  deep.writeUInt32BE(50 * 2 ** 20, 5);
  expect(() => unpackCheck(deep.toString('base64'))).toThrow('more than 40 deep');
  // One of an earlier version has no head, and is still read.
  expect(unpackCheck(bytes.subarray(9).toString('base64'))).toEqual(unpackCheck(packed));
});

test('a kept check is changed in its plain values, and stays the same text where nothing changes', () => {
  const packed = packCheck(checkTrack(drill, perfectTrack(drill)));
  expect(changePackedCheck(packed, (plain) => plain)).toBe(packed);
  const named = changePackedCheck(packed, (plain) => ({ ...Object(plain), start: null }));
  expect(unpackCheck(named).start).toBeNull();
  expect(unpackCheck(named).report).toEqual(unpackCheck(packed).report);
});

import { longestStepM } from '../body/index.ts';
import { judgePlan } from '../check/index.ts';
import { distanceM } from '../geometry/index.ts';
import { the } from '../measure/index.ts';
import { expand, partnerFootwork } from '../pattern/index.ts';
import { contactsOf, exchanged, halfStepM, PAST_M, SLIP_M } from '../pair/index.ts';
import { strikeTiming } from '../range/index.ts';
import { planGap } from '../rules/index.ts';
import { mirroredFit, SHORT, TALL, twoOf } from '../../test/two.ts';
import {
  closeDrill,
  closeWork,
  counterDrill,
  countersTo,
  courseOf,
  holdDrill,
  holdGap,
  motionAlong,
  retreatAndCounter,
  retreatDrill,
  SCRIPTS,
  type Script,
  type ScriptName,
} from './index.ts';

const two = twoOf(TALL, SHORT);
const script = (name: ScriptName, beats = 24): Script => ({
  name,
  beats,
  strike: 'cross',
  everyBeats: 4,
  seed: 7,
});
const spanOf = (values: ArrayLike<number>): number => {
  const own = Array.from(values);
  return Math.max(...own) - Math.min(...own);
};

describe('scripts of a partner', () => {
  const motion = (name: ScriptName) => motionAlong(courseOf(SHORT, script(name), 60, 1.2));
  const stepM = Math.floor(90 * longestStepM(two.theirs.stance, 0)) / 100;

  test('who comes on comes nearer by every second beat, who goes back goes the same way back', () => {
    expect(the(motion('advance').atM.at(-1))).toBeCloseTo(-12 * stepM, 2);
    expect(the(motion('retreat').atM.at(-1))).toBeGreaterThan(1);
  });

  test('who stays and who circles leaves the gap as it is', () => {
    expect(spanOf(motion('hold').atM)).toBeCloseTo(0, 9);
    expect(spanOf(motion('circle').atM)).toBeLessThan(0.02);
    const { at } = courseOf(SHORT, script('circle'), 60, 1.2);
    expect(Math.max(...at.map((one) => distanceM(one, the(at[0]))))).toBeGreaterThan(1);
  });

  test('who goes in and out comes back to where they were', () => {
    const { atM } = motion('in-and-out');
    expect(Math.abs(the(atM.at(-1)))).toBeLessThan(0.02);
    expect(spanOf(atM)).toBeCloseTo(2 * stepM, 1);
  });

  test('a seed is the same walk again, another another', () => {
    const at = (seed: number) => courseOf(SHORT, { ...script('random'), seed }, 60, 1.2).at;
    expect(at(3)).toEqual(at(3));
    expect(at(3)).not.toEqual(at(4));
  });

  test('every so many beats a strike touches, its own time after its beat', () => {
    const { throws } = courseOf(SHORT, script('throws'), 60, 1.2);
    expect(throws).toHaveLength(6);
    expect(the(throws[1]).timeS - the(throws[0]).timeS).toBeCloseTo(4, 9);
  });

  test('every script becomes a drill of two whose own steps break no rule but the gap and the facing', () => {
    for (const [name] of SCRIPTS) {
      const asked = script(name, 12);
      const gapM = 1.3;
      const held = holdGap({
        motion: motionAlong(courseOf(SHORT, asked, 60, gapM)),
        gapM,
        nearM: 1.15,
        farM: 1.45,
        stepM: halfStepM(two.mine),
        beatS: 1,
        delayS: 0.25,
      });
      const plan = holdDrill(two, asked, held.schedules.known, {
        gapM,
        nearM: 1.15,
        farM: 1.45,
        tempoPerMin: 60,
      });
      const drill = { plan, student: TALL, partner: SHORT };
      expect(the(partnerFootwork(drill)).moves.length).toBeGreaterThan(0);
      const faults = the(judgePlan(drill).findings).map(({ fault }) => fault);
      expect(faults.filter((one) => !['out-of-band', 'not-facing'].includes(one))).toEqual([]);
    }
  });

  test('the drill keeps the band about as long as its schedule says', () => {
    const asked = script('in-and-out', 36);
    const gapM = 1.3;
    const [nearM, farM] = [1.2, 1.4];
    const { schedules } = holdGap({
      motion: motionAlong(courseOf(SHORT, asked, 60, gapM)),
      gapM,
      nearM,
      farM,
      stepM: halfStepM(two.mine),
      beatS: 1,
      delayS: 0.25,
    });
    const plan = holdDrill(two, asked, schedules.known, { gapM, nearM, farM, tempoPerMin: 60 });
    const drill = { plan, student: TALL, partner: SHORT };
    const series = planGap(drill, expand(drill), 0.05);
    const inside = Array.from(series.gapM).filter((one) => one >= nearM && one <= farM).length;
    expect(Math.abs(inside / series.gapM.length - schedules.known.shareInBand)).toBeLessThan(0.15);
  });
});

describe('their strike, my counter', () => {
  const gapM =
    the(
      contactsOf(exchanged(two)).find(
        ({ contact, part }) => contact.strike.id === 'cross' && part === 'head',
      ),
    ).contact.gapM - 0.1;
  const answers = the(countersTo(two, 'cross', 'head', gapM));
  const by = (way: string) => the(answers.find((one) => one.way === way));

  test('a slip passes it by what is left of it, and loads its own side', () => {
    expect(by('slip-left').marginM).toBeCloseTo(SLIP_M - PAST_M, 12);
    expect(by('slip-left').loaded).toBe('left');
    const [first] = by('slip-left').replies.filter(({ reaches }) => reaches === 'met');
    expect(the(first).isLoaded).toBe(true);
  });

  test('a step back is out by its own length less what they had to spare', () => {
    expect(by('step-back').marginM).toBeCloseTo(longestStepM(two.mine.stance, 180) - 0.1, 9);
  });

  test('the shorter of two goes under it, the taller does not', () => {
    const short = twoOf(SHORT, TALL);
    const under = the(countersTo(short, 'jab', 'head', 1)).find(({ way }) => way === 'level');
    expect(the(under).marginM).toBeGreaterThan(0);
    expect(by('level').marginM).toBeLessThan(the(under).marginM);
  });

  test('a body is not slipped', () => {
    const body = the(countersTo(two, 'cross', 'body', 0.9)).find(({ way }) => way === 'slip-left');
    expect(the(body).out).toBe('not-met');
  });

  test('what is thrown back lands while they are open: never later than their limb is home', () => {
    for (const { replies, windowS, windowUS } of answers)
      for (const { strike, spareS } of replies) {
        expect(spareS).toBeLessThanOrEqual(windowS - strikeTiming(strike).contactS + 1e-9);
        expect(spareS).toBeGreaterThan(-windowUS);
      }
  });

  test('mirrored, left is right', () => {
    const mirror = twoOf(mirroredFit(TALL), mirroredFit(SHORT));
    const other = the(countersTo(mirror, 'cross', 'head', gapM));
    const right = the(other.find(({ way }) => way === 'slip-right'));
    expect(right.replies.map(({ strike }) => strike)).toEqual(
      by('slip-left').replies.map(({ strike }) => strike),
    );
  });

  test('what does not reach needs no answer', () => expect(countersTo(two, 'jab', 'head', 2.5)).toBeNull());

  test('becomes a drill of two', () => {
    for (const answer of answers) {
      const plan = counterDrill(two, 'cross', gapM, answer);
      const faults = the(judgePlan({ plan, student: TALL, partner: SHORT }).findings).map(
        ({ fault }) => fault,
      );
      expect(faults.filter((one) => one !== 'strike-out-of-reach')).toEqual([]);
    }
  });
});

describe('retreat and counter', () => {
  const way = the(retreatAndCounter(two, 'rear-round-kick-body', 0.8));

  test('stops at the last whole half step from which the kick surely reaches, by hand', () => {
    const { contact } = the(
      contactsOf(two).find(({ contact: one }) => one.strike.id === 'rear-round-kick-body'),
    );
    const steps = Math.floor((contact.gapM - 2 * contact.uM - 0.8) / longestStepM(two.mine.stance, 180));
    expect(the(way.best).steps).toBe(steps);
  });

  test('from where it never reaches there is none', () => {
    expect(the(retreatAndCounter(two, 'jab', 3)).best).toBeNull();
  });

  test('becomes a drill that breaks no rule', () => {
    const plan = retreatDrill(two, ['jab', 'cross'], way);
    expect(the(judgePlan({ plan, student: TALL }).findings)).toEqual([]);
  });
});

describe('close work', () => {
  const steps = the(closeWork(two, ['lead-hook', 'rear-uppercut', 'rear-knee'], 1.2));

  test('every strike is thrown from where it fits, and the moves add up', () => {
    let gapM = 1.2;
    for (const one of steps) {
      gapM -= one.moveM;
      expect(one.gapM).toBeCloseTo(gapM, 12);
      expect(gapM).toBeGreaterThanOrEqual(one.fits.fromM - 1e-9);
      expect(gapM).toBeLessThanOrEqual(one.fits.toM + 1e-9);
      expect(Math.abs(one.moveM)).toBeLessThanOrEqual(one.inches * 0.1 + 1e-9);
    }
  });

  test('what already fits moves nothing', () => {
    const [again] = the(closeWork(two, ['lead-hook'], the(steps[0]).gapM));
    expect(the(again).moveM).toBe(0);
  });

  test('becomes a drill that breaks no rule', () => {
    const plan = closeDrill(two, steps, 1.2);
    expect(the(judgePlan({ plan, student: TALL }).findings)).toEqual([]);
  });
});

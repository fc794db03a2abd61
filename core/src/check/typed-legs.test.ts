import type { Move } from '../moves/index.ts';
import { planOf } from '../../test/drills.ts';
import { BEATS_PER_MIN, foot, L, R, START, step, STUDENT } from '../../test/typed-stance.ts';
import { recorded, type TypedStep } from '../../test/typed-walk.ts';
import { flatFindings } from '../judging/causes.ts';
import { checkTrack } from './check.ts';

const BEAT = 1.2;
const KICK: Move = { do: 'push-kick', leg: 'rear', lands: 'behind' };
/** A kick, a step forward and a step back, four times over. */
const moves = Array.from({ length: 4 }, () => [KICK, step(0, 13), step(180, 13)]).flat();
const plan = planOf([], {
  pattern: { start: { at: { x: 3, y: 3 }, headingDeg: 0 }, items: moves.map((move) => ({ move })) },
  tempoPerMin: BEATS_PER_MIN,
});

/** The legs of a drill as typed: the foot comes back beside where it was by `backM`, straight behind. */
function walked(kicks: boolean, backM = 0): TypedStep[] {
  return Array.from({ length: 4 }, (_, i): TypedStep[] => {
    const s = 1 + 3 * BEAT * i;
    const kick = foot('right', [s, s + 1.05], [3.1626, 3.5], 45, {
      kickM: 0.8,
      down: [3.1626, 2.8374 - backM],
    });
    return [
      ...(kicks ? [kick] : []),
      foot('left', [s + BEAT, s + BEAT + 0.32], [2.8374, 3.2926], 0),
      foot('right', [s + BEAT + 0.42, s + BEAT + 0.74], [3.1626, 2.9674], 45),
      foot('right', [s + 2 * BEAT, s + 2 * BEAT + 0.32], R, 45),
      foot('left', [s + 2 * BEAT + 0.42, s + 2 * BEAT + 0.74], L, 0),
    ];
  }).flat();
}

const checked = (steps: TypedStep[], height: boolean) => {
  const { report } = checkTrack({ plan, student: STUDENT }, recorded({ start: START, steps }, { height }));
  const { outcome } = report.verdict;
  const share = report.judgement?.share;
  return {
    outcome,
    faults: flatFindings(report.faults).map(({ fault, moveNumber }) => `${fault} ${moveNumber}`),
    open: flatFindings(report.undecided).map(({ fault }) => fault),
    clean: share?.clean,
    cannotTell: share?.cannotTell,
  };
};

test('every kick that is left out is missed, where heights were recorded', () => {
  expect(checked(walked(false), true)).toMatchObject({
    outcome: 'not-met',
    faults: ['missed-move 1', 'missed-move 4', 'missed-move 7', 'missed-move 10'],
    clean: 8,
    cannotTell: 0,
  });
  expect(checked(walked(true), true)).toMatchObject({ outcome: 'met', faults: [], clean: 12 });
});

test('without heights a kick cannot be told, done or left out, and nothing is blamed for it', () => {
  for (const kicks of [true, false])
    expect(checked(walked(kicks), false)).toMatchObject({
      outcome: 'met',
      faults: [],
      clean: 8,
      cannotTell: 4,
    });
});

test('a foot that comes down behind its place after a kick is a wrong return only where the leg was seen', () => {
  expect(checked(walked(true, 0.2), true).faults).toContain('wrong-return 1');
  const blind = checked(walked(true, 0.2), false);
  expect(blind.faults.filter((fault) => /return|extra|direction/.test(fault))).toEqual([]);
});

// By hand: half steps of 13 cm away from a bag; at the third the lead foot stays, 46 cm become 57.
test('half an exit is called so whichever way the feet go out', () => {
  const out = planOf([], {
    target: { kind: 'bag', at: { x: 3, y: 4.2 }, radiusM: 0.18 },
    facing: { on: 'target' },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: Array.from({ length: 3 }, () => ({ move: step(180, 13) })),
    },
    tempoPerMin: BEATS_PER_MIN,
  });
  const goes = (lastFollows: boolean) => {
    const steps = [0, 1, 2].flatMap((i): TypedStep[] => {
      const s = 1 + BEAT * i;
      const back = 0.13 * (i + 1);
      return [
        foot('right', [s, s + 0.32], [3.1626, 2.8374 - back], 45),
        ...(i < 2 || lastFollows ? [foot('left', [s + 0.42, s + 0.74], [2.8374, 3.1626 - back], 0)] : []),
      ];
    });
    const { report } = checkTrack({ plan: out, student: STUDENT }, recorded({ start: START, steps }, {}));
    return flatFindings(report.faults).map(({ fault, moveNumber }) => `${fault} ${moveNumber}`);
  };
  expect(goes(true)).toEqual([]);
  expect(goes(false)).toContain('half-exit 3');
});

/** A jab that goes with a step, planned at a partner 1.2 m away who is so far away when it is thrown. */
function jabAt(awayM: number): string[] {
  const drill = planOf([], {
    target: { kind: 'partner', at: { x: 3, y: 4.2 }, radiusM: 0 },
    facing: { on: 'target' },
    pattern: {
      start: { at: { x: 3, y: 3 }, headingDeg: 0 },
      items: [{ move: step(0, 13), strikes: [{ strike: 'jab', when: 'together' }] }],
    },
    tempoPerMin: BEATS_PER_MIN,
  });
  const steps = [
    foot('left', [1, 1.32], [2.8374, 3.2926], 0),
    foot('right', [1.42, 1.74], [3.1626, 2.9674], 45),
  ];
  const track = recorded({ start: START, steps }, {});
  const all = (value: number) => Float64Array.from(track.timeS, () => value);
  const { report } = checkTrack(
    { plan: drill, student: STUDENT },
    {
      ...track,
      target: { x: all(3), y: all(3 + awayM), headingDeg: all(180) },
      strikes: [{ index: 132, name: 'jab' }],
    },
  );
  return flatFindings(report.faults).map(({ fault }) => fault);
}

// From memory: an arm and a shoulder reach a partner of the same size from about 1.1 to 1.3 m, centre to centre.
test('a strike at a partner has to reach their body from where the feet stand when it is thrown', () => {
  expect(jabAt(1.2)).not.toContain('strike-out-of-reach');
  expect(jabAt(1.9)).toContain('strike-out-of-reach');
});

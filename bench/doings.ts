import type { Chance } from '@angled-chalk/core/measure';
import type { Move } from '@angled-chalk/core/moves';
import type { StrikeCue } from '@angled-chalk/core/pattern';
import { cos, other, sin, type Name, type Walker, type Wrong } from './walker.ts';

/** A kind of move as this body does it, and what may go wrong at it. */
export interface Doing {
  readonly move: Move;
  readonly wrongs: readonly string[];
  /** How many planned moves it is; one when not said. */
  readonly count?: number;
  readonly strikes?: readonly StrikeCue[];
  readonly do: (walker: Walker, wrong: Wrong) => void;
}

const STEP_WRONGS = [
  'step-short',
  'step-over',
  'wrong-foot-first',
  'foot-not-following',
  'wrong-direction',
  'feet-together',
  'overstretched',
  'stance-not-restored',
  'step-too-long',
  'not-facing',
  'missed-move',
  'extra-move',
  'off-beat',
];
const m = (value: number) => ({ value, unit: 'm' }) as const;

/** The foot of the side of travel; straight ahead the lead foot, straight back the rear one. */
export function goesFirst(bearing: number, lead: Name): Name {
  const off = (((bearing % 360) + 540) % 360) - 180;
  if (Math.abs(off) <= 15) return lead;
  if (Math.abs(off) >= 165) return other(lead);
  return off > 0 ? 'right' : 'left';
}
const stepBy = (walker: Walker, bearing: number, lengthM: number, wrong: Wrong, first?: Name): void => {
  walker.both(first ?? goesFirst(bearing, walker.lead), walker.shifted(bearing, lengthM), wrong);
};

export const stepDoing = (bearing: number, lengthM: number): Doing => ({
  move: { do: 'step', bearingDeg: bearing, length: m(lengthM), feet: 'both' },
  // A step straight on or sideways: elsewhere either foot may be right.
  wrongs: Math.abs(bearing) === 90 ? STEP_WRONGS : STEP_WRONGS.filter((name) => name !== 'wrong-foot-first'),
  do: (walker, wrong) => stepBy(walker, bearing, lengthM, wrong),
});

/** Standing still for a beat, or a shuffle of the feet in it. */
export const holdDoing: Doing = {
  move: { do: 'hold' },
  wrongs: [],
  do: (walker, wrong) => {
    if (wrong === 'extra-move') walker.shuffle(0.6);
    else walker.beats(1);
  },
};

/** One of each kind that faces a lane, for a body. */
export function laneDoings(chance: Chance, separationM: number): Doing[] {
  const lengthM = Math.min(0.13, 0.33 * separationM);
  const side = (): Name => (chance.uniform() < 0.5 ? 'left' : 'right');
  const sign = (): number => (chance.uniform() < 0.5 ? 1 : -1);
  const [slipSide, rollSide, wideSide, acrossSide] = [side(), side(), side(), side()];
  const turn = 45 * sign();
  const on = chance.uniform() < 0.5 ? 'lead' : 'rear';
  const quarter = 90 * sign();
  const switchTurn = 90 * sign();
  const of = (foot: Name): number => (foot === 'left' ? -1 : 1);
  return [
    stepDoing(0, lengthM),
    stepDoing(180, lengthM),
    stepDoing(90, lengthM),
    stepDoing(-90, lengthM),
    {
      move: { do: 'in-out', length: m(lengthM) },
      count: 2,
      wrongs: ['half-exit'],
      do: (walker, wrong) => {
        stepBy(walker, 0, lengthM, null, walker.lead);
        walker.planned++;
        stepBy(walker, 180, lengthM, wrong, other(walker.lead));
      },
    },
    {
      move: { do: 'pivot', on, byDeg: turn },
      wrongs: ['pivot-short', 'pivot-over', 'pivot-radius', 'ball-drift', 'missed-move'],
      do: (walker, wrong) => walker.pivot(on, turn, wrong),
    },
    {
      move: { do: 'pivot', on: 'lead', byDeg: quarter },
      wrongs: ['pivot-short', 'pivot-over', 'pivot-radius', 'ball-drift'],
      do: (walker, wrong) => walker.pivot('lead', quarter, wrong),
    },
    {
      move: { do: 'switch', how: 'in-place' },
      wrongs: ['centre-drift', 'not-mirrored'],
      do: (walker, wrong) => walker.inPlace(wrong),
    },
    {
      move: { do: 'switch', how: 'stepping' },
      wrongs: ['not-mirrored'],
      do: (walker, wrong) => walker.through(0, wrong),
    },
    {
      move: { do: 'turning-switch', byDeg: switchTurn },
      wrongs: ['not-mirrored'],
      do: (walker, wrong) => walker.through(switchTurn, wrong),
    },
    {
      move: { do: 'slip', side: slipSide, way: 'forward', length: m(lengthM), passes: 2 },
      count: 2,
      wrongs: ['foot-not-following', 'step-short'],
      do: (walker, wrong) => {
        stepBy(walker, 45 * of(slipSide), lengthM, wrong, slipSide);
        walker.planned++;
        stepBy(walker, -45 * of(slipSide), lengthM, null, other(slipSide));
      },
    },
    {
      move: { do: 'roll-out', side: rollSide, bearingDeg: 60, length: m(lengthM) },
      wrongs: ['step-short', 'step-over', 'wrong-direction'],
      do: (walker, wrong) => stepBy(walker, 60 * of(rollSide), lengthM, wrong, rollSide),
    },
    {
      move: { do: 'step-across', side: acrossSide, bearingDeg: 45, length: m(lengthM) },
      wrongs: ['step-short', 'wrong-direction'],
      do: (walker, wrong) => stepBy(walker, 45 * of(acrossSide), lengthM, wrong, acrossSide),
    },
    {
      move: { do: 'weave-step', first: 'lead', length: m(Math.min(0.1, lengthM)) },
      wrongs: ['foot-not-following'],
      do: (walker, wrong) => stepBy(walker, 0, Math.min(0.1, lengthM), wrong, walker.lead),
    },
    {
      move: { do: 'widen', side: wideSide, ratio: 0.4 },
      wrongs: [],
      do: (walker) => {
        const { x, y, h } = walker.feet[wideSide];
        const out = 0.4 * of(wideSide) * walker.body.separationM;
        walker.single(wideSide, { x: x + out * cos(walker.facing), y: y - out * sin(walker.facing), h });
      },
    },
    {
      move: { do: 'push-kick', leg: 'rear', lands: 'behind' },
      wrongs: ['wrong-return'],
      do: (walker, wrong) => walker.kick(other(walker.lead), [0, 0.9], false, wrong),
    },
    {
      move: { do: 'push-kick', leg: 'rear', lands: 'in-front' },
      wrongs: ['wrong-return'],
      do: (walker, wrong) => walker.kick(other(walker.lead), [0, 0.9], true, wrong),
    },
    {
      move: { do: 'knee', lands: 'behind' },
      wrongs: ['wrong-return'],
      do: (walker, wrong) => walker.kick(other(walker.lead), [0, 0.8], false, wrong),
    },
    {
      move: { do: 'round-kick', leg: 'rear', lands: 'behind' },
      wrongs: ['wrong-return', 'no-pivot'],
      do: (walker, wrong) => {
        const stands = walker.lead;
        const way = stands === 'left' ? -1 : 1;
        const { x, y, h } = walker.feet[stands];
        const outM = 0.2 * walker.body.separationM;
        const deg = walker.facing + way * 35;
        const toe = wrong === 'no-pivot' ? h : walker.facing + way * 60;
        walker.put(
          stands,
          { x: x + outM * sin(deg), y: y + outM * cos(deg), h: toe },
          walker.t,
          0.25 * walker.beatS,
        );
        walker.kick(other(stands), [0.25, 0.9], false, wrong);
      },
    },
    {
      move: { do: 'feint', foot: 'lead' },
      wrongs: [],
      do: (walker) => {
        walker.put(walker.lead, walker.feet[walker.lead], walker.t, 0.26, { how: 'raise', riseM: 0.045 });
        walker.beats(1);
      },
    },
    holdDoing,
    {
      move: { do: 'bounce', times: 2 },
      wrongs: [],
      do: (walker) => {
        for (const i of [0, 1])
          for (const foot of ['left', 'right'] as const)
            walker.put(foot, walker.feet[foot], walker.t + (i * walker.beatS) / 2, 0.4 * walker.beatS, {
              how: 'bounce',
              riseM: 0.008,
            });
        walker.beats(1);
      },
    },
  ];
}

/** The surface of the bag that is looked at is so far from its middle. */
export const BAG_M = 0.18;

/** One of each kind that goes about a target, for a body that stands somewhere before it. */
export function targetDoings(chance: Chance, now: Walker): Doing[] {
  const { separationM } = now.body;
  const sign = (): number => (chance.uniform() < 0.5 ? 1 : -1);
  const away = now.awayM();
  // The foot that is further out goes further: no step beyond a quarter of the separation.
  const arc = sign() * Math.min(7, (0.22 * separationM * 180) / (Math.PI * (away + separationM / 2)));
  const bearing = 45 * sign();
  const count = 1 + chance.below(2);
  const goesM = (away > 1.3 ? -1 : away < 1 ? 1 : sign()) * 0.28 * count * separationM;
  const gap = Math.round((away + goesM - BAG_M) * 1000) / 1000;
  return [
    {
      move: { do: 'arc-walk', byDeg: arc, steps: 2 },
      count: 2,
      wrongs: ['foot-not-following', 'wrong-foot-first'],
      do: (walker, wrong) => {
        walker.about(arc, wrong);
        walker.planned++;
        walker.about(arc, null);
      },
    },
    {
      move: { do: 'angle-step', bearingDeg: bearing, length: { value: 0.34, unit: 'separations' } },
      wrongs: ['step-short'],
      do: (walker, wrong) => walker.angle(bearing, 0.34 * separationM, wrong),
    },
    {
      move: { do: 'to-gap', gap: m(gap) },
      count,
      wrongs: ['step-short', 'step-over'],
      do: (walker, wrong) => {
        const begins = walker.awayM();
        for (let i = 1; i <= count; i++) {
          if (i > 1) walker.planned++;
          walker.along(begins + ((gap + BAG_M - begins) * i) / count, i === 1 ? wrong : null);
        }
      },
    },
    stepDoing(90 * sign(), 0.12),
  ];
}

/** What must come after a kind of move before anything else does. */
export const afterOf = ({ move }: Doing): Doing | null =>
  move.do === 'widen'
    ? {
        move: { do: 'restore', foot: move.side },
        wrongs: [],
        do: (walker) => {
          const stays = walker.feet[other(move.side)];
          const stance = walker.stance(0, 0, walker.facing, walker.lead);
          const [own, base] = [stance[move.side], stance[other(move.side)]];
          walker.single(move.side, { x: stays.x + own.x - base.x, y: stays.y + own.y - base.y, h: own.h });
        },
      }
    : null;

import type { Move } from '@angled-chalk/core/moves';
import type { Track } from '@angled-chalk/core/track';
import type { Chance } from '@angled-chalk/core/measure';
import { FAMILIES } from './feet.ts';

/**
 * A body that does moves by its own arithmetic: it knows nothing of how a plan is expanded, nor of the simulated
 * tracker. Metres, seconds, degrees clockwise from the y axis.
 */
export interface Body {
  /** Ball to ball, and the angle of the line between them to the line of attack. */
  readonly separationM: number;
  readonly angleDeg: number;
  readonly leadToeDeg: number;
  readonly rearToeDeg: number;
}

type Name = 'left' | 'right';
interface Foot {
  readonly x: number;
  readonly y: number;
  readonly h: number;
}
const other = (foot: Name): Name => (foot === 'left' ? 'right' : 'left');
const sin = (deg: number): number => Math.sin((deg * Math.PI) / 180);
const cos = (deg: number): number => Math.cos((deg * Math.PI) / 180);

export interface Segment {
  readonly foot: Name;
  readonly how: 'step' | 'pivot' | 'raise' | 'bounce';
  readonly fromS: number;
  readonly toS: number;
  readonly from: Foot;
  readonly to: Foot;
  readonly about: { readonly x: number; readonly y: number; readonly byDeg: number } | null;
  readonly riseM: number;
  readonly course: (share: number) => number;
  readonly move: number;
}

/** What goes wrong at a move, if something does. */
export type Wrong = string | null;

export class Walker {
  readonly segments: Segment[] = [];
  feet: Record<Name, Foot>;
  t = 1;
  move = 0;
  /** The number of the planned move that is done next. */
  planned = 1;

  lead: Name;
  facing: number;
  /** Where it looks; null: along its lane, until a move turns it. */
  readonly target: { readonly x: number; readonly y: number } | null;

  constructor(
    readonly body: Body,
    readonly start: {
      readonly lead: Name;
      readonly at: { readonly x: number; readonly y: number };
      readonly facing: number;
      readonly target?: { readonly x: number; readonly y: number };
    },
    readonly beatS: number,
    readonly chance: Chance,
  ) {
    this.lead = start.lead;
    this.facing = start.facing;
    this.target = start.target ?? null;
    this.feet = this.stance(start.at.x, start.at.y, start.facing, start.lead);
  }

  /** The stance about a centre: the lead foot ahead and to its side, the rear foot opposite. */
  stance(x: number, y: number, facing: number, lead: Name): Record<Name, Foot> {
    const { separationM, angleDeg, leadToeDeg, rearToeDeg } = this.body;
    const ahead = (separationM * cos(angleDeg)) / 2;
    const aside = (separationM * sin(angleDeg)) / 2;
    const way = lead === 'left' ? -1 : 1;
    const at = (f: number, r: number, h: number): Foot => ({
      x: x + f * sin(facing) + r * cos(facing),
      y: y + f * cos(facing) - r * sin(facing),
      h,
    });
    const leads = at(ahead, way * aside, facing + way * leadToeDeg);
    const rear = at(-ahead, -way * aside, facing - way * rearToeDeg);
    return lead === 'left' ? { left: leads, right: rear } : { left: rear, right: leads };
  }

  middle(): { x: number; y: number } {
    const { left, right } = this.feet;
    return { x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 };
  }

  private course(): (share: number) => number {
    const all = Object.values(FAMILIES);
    return all[this.chance.below(all.length)] ?? ((s) => s);
  }

  put(
    foot: Name,
    to: Foot,
    fromS: number,
    lastsS: number,
    more: Partial<Pick<Segment, 'how' | 'about' | 'riseM' | 'course'>> = {},
  ): void {
    const from = this.feet[foot];
    this.segments.push({
      foot,
      how: 'step',
      fromS,
      toS: fromS + lastsS,
      from,
      to,
      about: null,
      riseM: 0.02 + 0.03 * this.chance.uniform(),
      course: this.course(),
      move: this.move,
      ...more,
    });
    this.feet = { ...this.feet, [foot]: to };
  }

  private flightS(): number {
    return Math.min(0.3 * this.beatS, 0.2 + 0.12 * this.chance.uniform());
  }

  beats(n: number): void {
    this.t += n * this.beatS;
  }

  /** Both feet to a stance, one after the other, with what goes wrong on the way. */
  both(first: Name, to: Record<Name, Foot>, wrong: Wrong = null): void {
    const second = other(first);
    const half = this.flightS();
    const target = { ...to };
    const toward = (foot: Name, share: number): Foot => {
      const [a, b] = [this.feet[foot], to[foot]];
      return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), h: b.h };
    };
    const apart = (ratio: number): Foot => {
      const [a, b] = [target[first], target[second]];
      const size = Math.hypot(b.x - a.x, b.y - a.y);
      const far = ratio * this.body.separationM;
      return { x: a.x + ((b.x - a.x) * far) / size, y: a.y + ((b.y - a.y) * far) / size, h: b.h };
    };
    if (wrong === 'step-short' || wrong === 'step-over' || wrong === 'step-too-long') {
      const wayM = Math.hypot(to[first].x - this.feet[first].x, to[first].y - this.feet[first].y);
      const share =
        wrong === 'step-short' ? 0.4 : wrong === 'step-over' ? 1.65 : (0.6 * this.body.separationM) / wayM;
      target[first] = toward(first, share);
      target[second] = toward(second, share);
    }
    if (wrong === 'wrong-direction') {
      const turn = this.chance.uniform() < 0.5 ? 75 : -75;
      for (const foot of [first, second]) {
        const [a, b] = [this.feet[foot], to[foot]];
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        target[foot] = {
          x: a.x + dx * cos(turn) + dy * sin(turn),
          y: a.y - dx * sin(turn) + dy * cos(turn),
          h: b.h,
        };
      }
    }
    if (wrong === 'foot-not-following') target[second] = toward(second, 0.3);
    if (wrong === 'feet-together') target[second] = apart(0.25);
    if (wrong === 'overstretched') target[second] = apart(1.65);
    if (wrong === 'stance-not-restored') target[second] = apart(1.3);
    if (wrong === 'not-facing') {
      const turn = this.chance.uniform() < 0.5 ? 32 : -32;
      for (const foot of [first, second]) target[foot] = { ...target[foot], h: target[foot].h + turn };
    }
    const order = wrong === 'wrong-foot-first' ? [second, first] : [first, second];
    if (wrong === 'off-beat') this.t += 0.5 * this.beatS;
    if (wrong !== 'missed-move') {
      const [one, two] = order as [Name, Name];
      this.put(one, target[one], this.t, half);
      if (wrong !== 'half-exit') this.put(two, target[two], this.t + half + 0.08 * this.beatS, half);
    }
    this.beats(1);
    if (wrong === 'extra-move') this.shuffle();
  }

  private shuffle(): void {
    const way = this.chance.uniform() < 0.5 ? 1 : -1;
    const feet: Name[] = way > 0 ? ['right', 'left'] : ['left', 'right'];
    feet.forEach((foot, i) => {
      const { x, y, h } = this.feet[foot];
      const to = { x: x + 0.11 * way * cos(this.facing), y: y - 0.11 * way * sin(this.facing), h };
      this.put(foot, to, this.t + 0.42 * i * Math.min(1, this.beatS), 0.28);
    });
    this.beats(1);
  }

  /** The stance a step away: a body that stood otherwise stands right again after it. */
  shifted(bearing: number, lengthM: number): Record<Name, Foot> {
    const way = this.facing + bearing;
    const { x, y } = this.middle();
    const at = { x: x + lengthM * sin(way), y: y + lengthM * cos(way) };
    this.facing = this.looksFrom(at.x, at.y);
    return this.stance(at.x, at.y, this.facing, this.lead);
  }

  /** The way to what it looks at, from a place. */
  looksFrom(x: number, y: number): number {
    const { target } = this;
    return target ? (Math.atan2(target.x - x, target.y - y) * 180) / Math.PI : this.facing;
  }

  /** How far the middle of the feet is from what it looks at. */
  awayM(): number {
    const { x, y } = this.middle();
    return this.target ? Math.hypot(this.target.x - x, this.target.y - y) : NaN;
  }

  /** Both feet about the target by an angle, clockwise seen from above; the facing with them. */
  about(byDeg: number, wrong: Wrong): void {
    const { target } = this;
    if (!target) return;
    const { x, y } = this.middle();
    const [dx, dy] = [x - target.x, y - target.y];
    const to = {
      x: target.x + dx * cos(byDeg) + dy * sin(byDeg),
      y: target.y - dx * sin(byDeg) + dy * cos(byDeg),
    };
    this.facing = this.looksFrom(to.x, to.y);
    this.both(byDeg > 0 ? 'left' : 'right', this.stance(to.x, to.y, this.facing, this.lead), wrong);
  }

  /** Along the line to the target, to so far from it. */
  along(awayM: number, wrong: Wrong): void {
    const { target } = this;
    if (!target) return;
    const facing = this.looksFrom(this.middle().x, this.middle().y);
    const isIn = awayM < this.awayM();
    this.facing = facing;
    const at = { x: target.x - awayM * sin(facing), y: target.y - awayM * cos(facing) };
    this.both(isIn ? this.lead : other(this.lead), this.stance(at.x, at.y, facing, this.lead), wrong);
  }

  /** One foot off the line; the other comes round it until the stance looks at the target again. */
  angle(bearing: number, lengthM: number, wrong: Wrong): void {
    const first = bearing > 0 ? 'right' : 'left';
    const second = other(first);
    const way = this.facing + bearing;
    const from = this.feet[first];
    const share = wrong === 'step-short' ? 0.4 : 1;
    const ball = { x: from.x + share * lengthM * sin(way), y: from.y + share * lengthM * cos(way) };
    let facing = this.facing;
    let stance = this.stance(0, 0, facing, this.lead);
    for (let i = 0; i < 60; i++) {
      const [a, b] = [stance[first], stance[second]];
      facing = this.looksFrom(ball.x - (a.x - b.x) / 2, ball.y - (a.y - b.y) / 2);
      stance = this.stance(0, 0, facing, this.lead);
    }
    const offX = ball.x - stance[first].x;
    const offY = ball.y - stance[first].y;
    const flightS = this.flightS();
    const then = this.t + flightS + 0.08 * this.beatS;
    this.put(first, { ...ball, h: from.h }, this.t, flightS);
    const goes = this.feet[second];
    const to = { x: offX + stance[second].x, y: offY + stance[second].y, h: stance[second].h };
    const degOf = ({ x, y }: { x: number; y: number }): number =>
      (Math.atan2(x - ball.x, y - ball.y) * 180) / Math.PI;
    const byDeg = ((((degOf(to) - degOf(goes)) % 360) + 540) % 360) - 180;
    // Angle and distance to the other foot change together: a bent way, drawn in on a circle.
    this.put(second, to, then, flightS, { about: { ...ball, byDeg } });
    this.turn(first, stance[first].h - from.h, then, flightS);
    this.facing = facing;
    this.beats(1);
  }

  /** A foot swings about a place, and turns with it. */
  swing(foot: Name, about: { x: number; y: number }, byDeg: number, lastsS: number, turnDeg = byDeg): void {
    const { x, y, h } = this.feet[foot];
    const [dx, dy] = [x - about.x, y - about.y];
    const to = {
      x: about.x + dx * cos(byDeg) + dy * sin(byDeg),
      y: about.y - dx * sin(byDeg) + dy * cos(byDeg),
      h: h + turnDeg,
    };
    this.put(foot, to, this.t, lastsS, { about: { ...about, byDeg } });
  }

  turn(foot: Name, byDeg: number, fromS: number, lastsS: number): void {
    const { x, y, h } = this.feet[foot];
    this.put(foot, { x, y, h: h + byDeg }, fromS, lastsS, { how: 'pivot', riseM: 0 });
  }

  pivot(on: 'lead' | 'rear', byDeg: number, wrong: Wrong): void {
    const stays = on === 'lead' ? this.lead : other(this.lead);
    const did = byDeg + (wrong === 'pivot-short' ? -24 : wrong === 'pivot-over' ? 24 : 0) * Math.sign(byDeg);
    const lastsS = Math.min(0.6, 0.5 * this.beatS);
    if (wrong !== 'missed-move') {
      const about = this.feet[stays];
      const swings = other(stays);
      this.swing(swings, about, did, lastsS);
      if (wrong === 'pivot-radius') {
        const last = this.segments.at(-1);
        const { x, y, h } = this.feet[swings];
        const to = { x: about.x + 1.32 * (x - about.x), y: about.y + 1.32 * (y - about.y), h };
        if (last) this.segments[this.segments.length - 1] = { ...last, to, about: null };
        this.feet = { ...this.feet, [swings]: to };
      }
      if (wrong === 'ball-drift') {
        const { x, y, h } = this.feet[stays];
        this.put(stays, { x: x + 0.1, y, h: h + did }, this.t, lastsS);
      } else this.turn(stays, did, this.t, lastsS);
    }
    // Whoever turned otherwise faces the right way again with the next step.
    this.facing += byDeg;
    this.beats(1);
  }

  inPlace(wrong: Wrong): void {
    const m = this.middle();
    const rear = other(this.lead);
    const to = this.stance(m.x, m.y, this.facing, rear);
    const drift = wrong === 'centre-drift' ? 0.14 : 0;
    const move = ({ x, y, h }: Foot): Foot => ({
      x: x + drift * cos(this.facing),
      y: y - drift * sin(this.facing),
      h,
    });
    const front = wrong === 'not-mirrored' ? 0.3 * this.body.separationM : 0;
    const { x, y, h } = move(to[rear]);
    this.put(this.lead, move(to[this.lead]), this.t, 0.28);
    this.put(
      rear,
      { x: x + front * sin(this.facing), y: y + front * cos(this.facing), h },
      this.t + 0.17,
      0.28,
    );
    this.lead = rear;
    this.beats(1);
  }

  /** The rear foot to the front, the other turns on its ball; with a turn of the facing or without. */
  through(byDeg: number, wrong: Wrong): void {
    const rear = other(this.lead);
    const stays = this.feet[this.lead];
    const facing = this.facing + byDeg;
    const stance = this.stance(0, 0, facing, rear);
    const front = wrong === 'not-mirrored' ? 0.3 * this.body.separationM : 0;
    const to = {
      x: stays.x + stance[rear].x - stance[this.lead].x + front * sin(facing),
      y: stays.y + stance[rear].y - stance[this.lead].y + front * cos(facing),
      h: stance[rear].h,
    };
    const lastsS = byDeg === 0 ? Math.max(0.25, 0.45 * this.beatS) : Math.min(0.6, 0.6 * this.beatS);
    // With a turn the foot goes round the one that stays, on its own side of the body.
    const deg = (f: Foot): number => (Math.atan2(f.x - stays.x, f.y - stays.y) * 180) / Math.PI;
    let swing = ((((deg(to) - deg(this.feet[rear]) - byDeg) % 360) + 540) % 360) - 180;
    if (Math.abs(swing) > 179) swing = rear === 'left' ? 180 : -180;
    const about = byDeg === 0 ? null : { x: stays.x, y: stays.y, byDeg: swing + byDeg };
    this.put(rear, to, this.t, lastsS, { about });
    this.turn(this.lead, stance[this.lead].h - stays.h, this.t, lastsS);
    this.lead = rear;
    this.facing = facing;
    this.beats(1);
  }

  single(foot: Name, to: Foot): void {
    this.put(foot, to, this.t, this.flightS());
    this.beats(1);
  }

  /** A leg up and out; the foot comes down where the stance has it from where the other one stands. */
  kick(leg: Name, [fromBeat, toBeat]: readonly [number, number], inFront: boolean, wrong: Wrong): void {
    const stands = other(leg);
    const lead = inFront ? leg : this.lead === leg && !inFront ? stands : this.lead;
    const stance = this.stance(0, 0, this.facing, lead);
    const at = this.feet[stands];
    const back = wrong === 'wrong-return' ? 0.22 : 0;
    const to = {
      x: at.x + stance[leg].x - stance[stands].x - back * sin(this.facing),
      y: at.y + stance[leg].y - stance[stands].y - back * cos(this.facing),
      h: stance[leg].h,
    };
    const [fromS, toS] = [this.t + fromBeat * this.beatS, this.t + toBeat * this.beatS];
    this.put(leg, to, fromS, toS - fromS, { how: 'raise', riseM: 0.7 + 0.4 * this.chance.uniform() });
    const turn = stance[stands].h - at.h;
    if (Math.abs(turn) > 0.01) this.turn(stands, turn, (fromS + toS) / 2, (toS - fromS) / 2);
    this.lead = lead;
    this.beats(1);
  }
}

/** A kind of move as this body does it, and what may go wrong at it. */
export interface Doing {
  readonly move: Move;
  readonly wrongs: readonly string[];
  /** How many planned moves it is; one when not said. */
  readonly count?: number;
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
function goesFirst(bearing: number, lead: Name): Name {
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
    { move: { do: 'hold' }, wrongs: [], do: (walker) => walker.beats(1) },
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

export interface Capture {
  readonly rateHz: number;
  readonly noiseM: number;
  readonly headingDeg: number;
}

/** The samples of a walk: places, headings and heights with white noise. */
export function trackOf(
  { segments, t }: Walker,
  start: Record<Name, Foot>,
  capture: Capture,
  chance: Chance,
): Track {
  const n = Math.floor((t + 1) * capture.rateHz);
  const timeS = Float64Array.from({ length: n }, (_, i) => i / capture.rateHz);
  const foot = (name: Name) => {
    const own = segments.filter((one) => one.foot === name).toSorted((a, b) => a.fromS - b.fromS);
    const columns = [
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n),
      new Float64Array(n),
    ] as const;
    const [x, y, z, h] = columns;
    timeS.forEach((at, i) => {
      const one = own.findLast(({ fromS }) => fromS <= at);
      const now = one ? placeIn(one, at) : { ...start[name], z: 0 };
      x[i] = now.x + capture.noiseM * chance.normal();
      y[i] = now.y + capture.noiseM * chance.normal();
      z[i] = now.z + capture.noiseM * chance.normal();
      const deg = now.h + capture.headingDeg * chance.normal();
      h[i] = (((deg % 360) + 540) % 360) - 180;
    });
    return { x, y, z, headingDeg: h };
  };
  return {
    timeS,
    left: foot('left'),
    right: foot('right'),
    target: null,
    targetLeft: null,
    targetRight: null,
    strikes: [],
    notes: { position_u_m: String(Math.max(0.002, 0.4 * capture.noiseM)) },
  };
}

function placeIn(
  { fromS, toS, from, to, about, riseM, course, how }: Segment,
  at: number,
): Foot & { z: number } {
  const share = Math.min(1, (at - fromS) / (toS - fromS));
  const way = share >= 1 ? 1 : course(share);
  const h = from.h + way * (to.h - from.h);
  const z = share < 1 ? riseM * Math.sin(Math.PI * share) : 0;
  if (about && share < 1) {
    const deg = way * about.byDeg;
    const outM = Math.hypot(from.x - about.x, from.y - about.y);
    const size = 1 + way * (Math.hypot(to.x - about.x, to.y - about.y) / outM - 1);
    const [dx, dy] = [size * (from.x - about.x), size * (from.y - about.y)];
    return {
      x: about.x + dx * cos(deg) + dy * sin(deg),
      y: about.y - dx * sin(deg) + dy * cos(deg),
      h,
      z,
    };
  }
  // A leg that is raised goes out to where it points and comes back.
  const out = how === 'raise' && riseM > 0.2 && share < 1 ? 0.5 * Math.sin(Math.PI * share) ** 2 : 0;
  return {
    x: from.x + way * (to.x - from.x) + out * sin(from.h),
    y: from.y + way * (to.y - from.y) + out * cos(from.h),
    h,
    z,
  };
}

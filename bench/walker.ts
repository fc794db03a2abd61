import type { Chance } from '@angled-chalk/core/measure';
import { FAMILIES } from './feet.ts';
import { wrongly } from './wrongs.ts';

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

export type Name = 'left' | 'right';
export interface Foot {
  readonly x: number;
  readonly y: number;
  readonly h: number;
}
export const other = (foot: Name): Name => (foot === 'left' ? 'right' : 'left');
export const sin = (deg: number): number => Math.sin((deg * Math.PI) / 180);
export const cos = (deg: number): number => Math.cos((deg * Math.PI) / 180);

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

/** A bag or a partner that was recorded too; the heading and the feet are a partner's. */
export interface Beside {
  readonly x: number;
  readonly y: number;
  readonly partner?: { readonly h: number; readonly left: Foot; readonly right: Foot };
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
  /** The planned moves that something done wrong belongs to, where it is not the one that is done. */
  wrongSpan: readonly [number, number] | null = null;
  /** Strikes thrown, by the time of contact. */
  readonly strikes: { readonly timeS: number; readonly name: string }[] = [];
  /** Where what was recorded beside the feet is: a bag, or a partner with both feet. */
  beside: ((timeS: number) => Beside) | null = null;

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
    const target = wrongly(this, first, to, wrong);
    const order = wrong === 'wrong-foot-first' ? [second, first] : [first, second];
    if (wrong === 'off-beat') this.t += 0.5 * this.beatS;
    if (wrong !== 'missed-move') {
      const [one, two] = order as [Name, Name];
      // Who leaps is over the floor with both feet at once, and there in no time.
      const [flightS, pauseS] = wrong === 'off-balance' ? [0.22, -0.16] : [half, 0.08 * this.beatS];
      this.put(one, target[one], this.t, flightS);
      if (wrong !== 'half-exit') this.put(two, target[two], this.t + flightS + pauseS, flightS);
    }
    this.beats(1);
    if (wrong === 'extra-move') this.shuffle();
  }

  /** A settling shuffle, in its own beat, or within a share of the one that is. */
  shuffle(share = 1): void {
    const way = this.chance.uniform() < 0.5 ? 1 : -1;
    const feet: Name[] = way > 0 ? ['right', 'left'] : ['left', 'right'];
    feet.forEach((foot, i) => {
      const { x, y, h } = this.feet[foot];
      const to = { x: x + 0.11 * way * cos(this.facing), y: y - 0.11 * way * sin(this.facing), h };
      this.put(foot, to, this.t + 0.42 * i * Math.min(1, share * this.beatS), 0.28);
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

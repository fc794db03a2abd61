import type { StrikeCue } from '@angled-chalk/core/pattern';
import { BAG_M, stepDoing, type Doing } from './doings.ts';
import {
  HOME,
  homeAnd,
  LENGTH,
  oneOf,
  placeAhead,
  REST_S,
  through,
  type Scene,
  type Stage,
} from './scene.ts';
import { cos, other, sin, type Foot, type Name, type Walker, type Wrong } from './walker.ts';

/** Strikes at a bag, with the landing or after it: in time, early, late, or at a bag that has swung away. */
export function strikes(stage: Stage): Scene {
  const { chance, separationM, statureM, beatS } = stage;
  const goes = LENGTH * separationM;
  const gapM = 0.4 * statureM;
  const bag = { x: HOME.x, y: HOME.y + goes + gapM + BAG_M };
  const cues: (readonly StrikeCue[])[] = [];
  const doings = through(homeAnd([goes, 0], 5)).map((doing, i): Doing => {
    const when = chance.uniform() < 0.5 ? 'together' : 'reset-first';
    if (i % 2 === 1) return doing;
    const cue: StrikeCue = { strike: 'jab', when };
    cues[i] = [cue];
    return { ...doing, strikes: [cue], do: (walker, wrong) => strike(walker, doing, when, wrong) };
  });
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i % 2 === 0);
  const { wrongAt, fault } = oneOf(stage, ['strike-early', 'strike-late', 'strike-out-of-reach'], places);
  const isLate = fault === 'strike-late';
  const told = isLate && cues[wrongAt]?.[0]?.when !== 'together' ? 'strike-early' : fault;
  const swungS = REST_S + (wrongAt + 0.5) * beatS;
  return {
    doings,
    wrongAt,
    fault: told,
    headingDeg: 0,
    plan: { target: { kind: 'bag', at: bag, radiusM: BAG_M }, facing: { on: 'target' } },
    beside: (timeS) => ({
      x: bag.x,
      y: bag.y + (fault === 'strike-out-of-reach' ? 0.75 * statureM * bump((timeS - swungS) / beatS) : 0),
    }),
  };
}

/** From 0 to 1 and back about the middle of a stretch that is two long. */
const bump = (at: number): number => (Math.abs(at) < 1 ? Math.cos((Math.PI / 2) * at) ** 2 : 0);
/** From the start of a jab to its contact, as a coach would count it. */
const JAB_S = 0.3;

function strike(walker: Walker, doing: Doing, when: StrikeCue['when'], wrong: Wrong): void {
  doing.do(walker, null);
  const own = walker.segments.slice(-2);
  const landS = (name: Name): number => own.find(({ foot }) => foot === name)?.toS ?? NaN;
  const off = (clean: number): number =>
    wrong === 'strike-early' ? -0.3 : wrong === 'strike-late' ? 0.3 : clean;
  const { chance, lead } = walker;
  const timeS =
    when === 'together'
      ? landS(lead) + off(0.015 * (2 * chance.uniform() - 1))
      : Math.max(landS('left'), landS('right')) + 0.1 + JAB_S + off(0.1 + 0.1 * chance.uniform());
  walker.strikes.push({ timeS, name: 'jab' });
}

/** A gap that should stay in its band, about a bag that was recorded. */
export function band(stage: Stage): Scene {
  const { chance, separationM, isClean, beatS } = stage;
  const goes = LENGTH * separationM;
  const bag = { x: HOME.x, y: HOME.y + 1.4 };
  const doings = through(homeAnd([goes, 0], 5));
  const wrongAt = isClean ? -1 : 2 + chance.below(6);
  const isFixed = chance.uniform() < 0.5;
  const swayM = 0.02 * chance.uniform();
  const goneM = (chance.uniform() < 0.5 ? -1 : 1) * (isFixed ? goes + 0.45 : 0.42);
  const nearM = 1.4 - BAG_M - goes - 0.1;
  return {
    doings: doings.map((doing) => ({
      ...doing,
      do: (walker, wrong) => {
        doing.do(walker, null);
        if (wrong) walker.wrongSpan = [walker.planned - 1, walker.planned + 1];
      },
    })),
    wrongAt,
    fault: isClean ? null : 'out-of-band',
    headingDeg: 0,
    plan: {
      target: { kind: 'bag', at: bag, radiusM: BAG_M },
      band: isFixed
        ? { kind: 'fixed', nearM, farM: 1.4 - BAG_M + 0.1 }
        : { kind: 'around-plan', toleranceM: 0.15 },
    },
    beside: (timeS) => ({
      x: bag.x,
      y:
        bag.y +
        swayM * Math.sin(timeS) +
        (isClean ? 0 : goneM * bump((timeS - REST_S - (wrongAt + 0.5) * beatS) / 1.2)),
    }),
  };
}

/** Out of the way of a partner who looks where the student was, or who turns with them. */
export function partner(stage: Stage): Scene {
  const { chance, separationM, isClean, beatS, facing } = stage;
  const side: Name = chance.uniform() < 0.5 ? 'left' : 'right';
  const way = side === 'left' ? -1 : 1;
  // To the side away from their rear hand, so that it has further to go.
  const theirLead = other(side);
  const goes = LENGTH * separationM;
  const out = stepDoing(90 * way, goes);
  const roll: Doing = {
    move: { do: 'roll-out', side, bearingDeg: 80, length: { value: goes, unit: 'm' } },
    wrongs: [],
    do: (walker) => walker.both(side, walker.shifted(80 * way, goes)),
  };
  const back = stepDoing(-90 * way, goes);
  const doings = [stepDoing(0, goes), stepDoing(180, goes), out, out, roll, back, back, back];
  const awayM = 1.15;
  const ahead = placeAhead(facing);
  const at = ahead(awayM, 0);
  const turnsS = REST_S + 3.8 * beatS;
  // Where the student stands after it, seen from them: they turn so that their rear hand points there.
  const handM = theirLead === 'left' ? 0.15 : -0.15;
  const outM = way * (2 * goes + goes * sin(80));
  const restM = awayM - goes * cos(80);
  const bearing = (Math.atan2(outM, restM) * 180) / Math.PI;
  const asin = (Math.asin(handM / Math.hypot(outM, restM)) * 180) / Math.PI;
  return {
    doings,
    wrongAt: isClean ? -1 : 4,
    fault: isClean ? null : 'in-their-line',
    plan: { target: { kind: 'partner', at, radiusM: 0 } },
    beside: (timeS) => {
      const share = Math.min(1, Math.max(0, (timeS - turnsS) / (0.3 * beatS)));
      const stays = Math.min(1, Math.max(0, (timeS - turnsS - 2 * beatS) / (0.5 * beatS)));
      // Seen from the student to the right is their left: they turn the other way round than it looks.
      const turned = isClean ? 0 : (share - stays) * (-bearing - asin);
      const h = facing + 180 + turned;
      return { ...at, partner: { h, ...stanceOf(at, h, theirLead, 0.36) } };
    },
  };
}

/** Feet of somebody who stands with one of them in front. */
function stanceOf(
  { x, y }: { readonly x: number; readonly y: number },
  h: number,
  lead: Name,
  separationM: number,
): Record<Name, Foot> {
  const foot = (f: number, r: number): Foot => ({
    x: x + f * sin(h) + r * cos(h),
    y: y + f * cos(h) - r * sin(h),
    h,
  });
  const half = separationM / 2 / Math.SQRT2;
  const way = lead === 'left' ? -1 : 1;
  const [first, second] = [foot(half, way * half), foot(-half, -way * half)];
  return lead === 'left' ? { left: first, right: second } : { left: second, right: first };
}

import type { Chance } from '@angled-chalk/core/measure';
import type { Item } from '@angled-chalk/core/pattern';
import { holdDoing, stepDoing, type Doing } from './doings.ts';
import { homeAnd, LENGTH, oneOf, placeAhead, through, type Place, type Scene, type Stage } from './scene.ts';
import { cos, sin } from './walker.ts';

/** Feet that come down across each other, a body that leaps, a foot that swaps sides. */
export function steps(stage: Stage): Scene {
  const goes = LENGTH * stage.separationM;
  const away: Place = stage.chance.uniform() < 0.5 ? [goes, 0] : [0, goes];
  const doings = through(homeAnd(away, 5));
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i < doings.length - 3);
  // Where the feet stand side by side none is in front, and none can come past the other.
  const faults = ['feet-crossed', 'off-balance', ...(stage.angleDeg < 65 ? ['unplanned-switch'] : [])];
  return { doings, ...oneOf(stage, faults, places) };
}

/** Bounces between steps: one more or fewer, or higher than heels go. */
export function bounces(stage: Stage): Scene {
  const { chance, separationM } = stage;
  const steps = through(homeAnd([LENGTH * separationM, 0], 3));
  const doings = steps.flatMap((step) => {
    const times = 2 * (1 + chance.below(2));
    return [bounceDoing(times, chance), step];
  });
  const places = doings.flatMap(({ move }, i) => (move.do === 'bounce' && i > 0 ? [i] : []));
  return { doings, ...oneOf(stage, ['wrong-count', 'off-the-ground'], places) };
}

const bounceDoing = (times: number, chance: Chance): Doing => {
  const riseM = 0.011 + 0.005 * chance.uniform();
  return {
    move: { do: 'bounce', times },
    wrongs: [],
    do: (walker, wrong) => {
      const did = wrong === 'wrong-count' ? times + (chance.uniform() < 0.5 ? 1 : -1) : times;
      const rise = wrong === 'off-the-ground' ? 0.045 : riseM;
      const eachS = walker.beatS / 2;
      for (let i = 0; i < did; i++)
        for (const foot of ['left', 'right'] as const)
          walker.put(foot, walker.feet[foot], walker.t + i * eachS, 0.8 * eachS, {
            how: 'bounce',
            riseM: rise,
          });
      // Who counts one more is half a beat late with what comes then; who counts one fewer waits for it.
      walker.beats(Math.max(did, times) / 2);
    },
  };
};

/** A round that comes again: once too often, or once too seldom. */
export function rounds(stage: Stage): Scene {
  const { chance, separationM, isClean } = stage;
  const goes = LENGTH * separationM;
  const round = through(homeAnd(chance.uniform() < 0.5 ? [goes, 0] : [0, -goes], 1 + chance.below(2)));
  const times = 3 + chance.below(3);
  const more = isClean ? 0 : chance.uniform() < 0.5 ? 1 : -1;
  const last = stepDoing(90, goes);
  const all: Doing = {
    move: { do: 'hold' },
    count: times * round.length,
    wrongs: [],
    do: (walker, wrong) => {
      const first = walker.planned;
      const did = times + (wrong ? more : 0);
      for (let i = 0; i < did; i++)
        round.forEach((doing, k) => {
          walker.planned = first + Math.min(i, times - 1) * round.length + k;
          walker.move = i < times ? walker.planned : 0;
          doing.do(walker, null);
        });
      walker.planned = first + times * round.length - 1;
      walker.wrongSpan = [first, walker.planned];
    },
  };
  const item = (doing: Doing): Item => ({ move: doing.move });
  return {
    doings: [all, last],
    items: [{ repeat: times, items: round.map(item) }, item(last)],
    wrongAt: isClean ? -1 : 0,
    fault: isClean ? null : 'wrong-count',
  };
}

/** A floor that ends close beside the furthest step. */
export function edge(stage: Stage): Scene {
  const { separationM, facing } = stage;
  const goes = LENGTH * separationM;
  const doings = through(homeAnd([0, goes], 5), (wrong) => [0, wrong === 'off-floor' ? 0.24 : 0]);
  // The outer ball of this stance is so far to the right of its middle.
  const rightM = goes + (separationM / 2) * sin(stage.angleDeg) + 0.03;
  const corner = placeAhead(facing);
  const outline = [corner(-4, -4), corner(4, -4), corner(4, rightM), corner(-4, rightM)];
  const places = doings.map((_, i) => i).filter((i) => i > 1 && i % 2 === 0);
  return {
    doings,
    ...oneOf(stage, ['off-floor'], places),
    plan: { floor: { name: 'Narrow', outline, datums: [] } },
  };
}

/** Out and back, a little further from home every time; no step off by more than a body may be. */
export function creeping(stage: Stage): Scene {
  const { chance, separationM, isClean } = stage;
  const goes = LENGTH * separationM;
  const way = 360 * chance.uniform();
  const rounds = 14;
  const eachM = isClean ? 0.002 : 0.01;
  const doings = through(homeAnd([goes, 0], rounds), (_, i) => [
    i * eachM * cos(way),
    i * eachM * sin(way),
  ]).map((doing): Doing => ({
    ...doing,
    do: (walker, wrong) => {
      // The one that makes no mistake stays where it should be, and nobody asks for it.
      doing.do(walker, null);
      if (wrong) walker.wrongSpan = [1, 2 * rounds];
    },
  }));
  return { doings, wrongAt: isClean ? -1 : doings.length - 1, fault: isClean ? null : 'drift' };
}

/** Half steps over a distance, and standing still: or not. */
export function standing(stage: Stage): Scene {
  const { chance, separationM } = stage;
  const overM = 0.56 * separationM;
  const over = (bearing: number): Doing => ({
    move: { do: 'half-steps', bearingDeg: bearing, distance: { value: overM, unit: 'm' } },
    count: 2,
    wrongs: [],
    do: (walker, wrong) => {
      const own = stepDoing(bearing, overM / 2);
      own.do(walker, wrong);
      walker.wrongSpan = wrong ? [walker.planned, walker.planned] : walker.wrongSpan;
      walker.planned++;
      walker.move++;
      own.do(walker, null);
    },
  });
  const bearings = [0, 180, 90, -90].toSorted(() => chance.uniform() - 0.5);
  const doings = bearings.flatMap((bearing) => [over(bearing), holdDoing]);
  const isStep = chance.uniform() < 0.5;
  const places = doings.flatMap(({ move }, i) =>
    i > 0 && i < doings.length - 1 && (move.do === 'hold') !== isStep ? [i] : [],
  );
  return { doings, ...oneOf(stage, isStep ? ['step-short', 'missed-move'] : ['extra-move'], places) };
}

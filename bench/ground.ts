import { longestStepM } from '../core/src/body/index.ts';
import {
  exchanged,
  facing,
  groundOf,
  hits,
  reachersOf,
  STEP_WAYS,
  type Standing,
  type Two,
} from '../core/src/pair/index.ts';
import { holdGap } from '../core/src/motion/index.ts';
import { SHORT, TALL, twoOf } from '../core/test/two.ts';
import { printTable } from './table.ts';

const PARTNER: Standing = { x: 0, y: 0, sin: 0, cos: 1 };
const TURN_S_A_DEG = 1 / 180;
const STEP_S = 0.3;

/** The soonest hit by asking every strike, part, turn and step, the plain way. */
function everyWay(of: Two): (from: Standing, to: Standing) => number | null {
  const reachers = reachersOf(of);
  const steps = Array.from({ length: STEP_WAYS }, (_, i) => {
    const deg = (i * 360) / STEP_WAYS - 180;
    const m = longestStepM(of.mine.stance, deg);
    return [m * Math.sin((deg * Math.PI) / 180), m * Math.cos((deg * Math.PI) / 180)] as const;
  });
  return (from, to) => {
    const turned = facing(from.x, from.y, to.x, to.y);
    const offDeg =
      (Math.acos(Math.max(-1, Math.min(1, turned.sin * from.sin + turned.cos * from.cos))) * 180) / Math.PI;
    let best = Infinity;
    for (const own of [from, turned])
      for (const [right, ahead, extraS] of [
        [0, 0, 0] as const,
        ...steps.map(([a, b]) => [a, b, STEP_S] as const),
      ]) {
        const at = {
          ...own,
          x: own.x + own.cos * right + own.sin * ahead,
          y: own.y - own.sin * right + own.cos * ahead,
        };
        for (const reacher of reachers)
          if (hits(reacher, at, to))
            best = Math.min(best, reacher.contactS + extraS + (own === turned ? offDeg * TURN_S_A_DEG : 0));
      }
    return best === Infinity ? null : best;
  };
}

const MAPS = 5;

/** The map of a floor against asking every strike, part, turn and step at every cell, and whether they agree. */
export function ground(): void {
  const two = twoOf(TALL, SHORT);
  const [sizeM, stepM] = [6, 0.025];
  // The plain way runs for seconds and is warm for most of them; the map is asked a few times, and its middle one counts.
  const map = groundOf(two, sizeM, stepM);
  const times = Array.from({ length: MAPS }, () => {
    const began = performance.now();
    groundOf(two, sizeM, stepM);
    return performance.now() - began;
  });
  const mapMs = times.toSorted((a, b) => a - b)[Math.floor(MAPS / 2)] ?? NaN;
  const [mine, theirs] = [everyWay(two), everyWay(exchanged(two))];
  const plainBegan = performance.now();
  let differ = 0;
  const same = (a: number | null, b: number | undefined): boolean =>
    a === null ? b === undefined : b !== undefined && Math.abs(a - b) < 1e-9;
  for (const cell of map.cells) {
    const here = facing(cell.x, cell.y, 0, 0);
    if (!same(mine(here, PARTNER), cell.mine?.timeS) || !same(theirs(PARTNER, here), cell.theirs?.timeS))
      differ++;
  }
  const plainMs = performance.now() - plainBegan;
  console.log(
    `\nThe ground about a partner: ${sizeM} m by ${sizeM} m in cells of ${100 * stepM} cm, ${map.cells.length} cells\n`,
  );
  printTable(
    ['how', 'ms', 'times', 'cells that differ'],
    [
      [`the map, middle one of ${MAPS}`, mapMs.toFixed(0), '1', ''],
      ['every strike, part, turn and step', plainMs.toFixed(0), (plainMs / mapMs).toFixed(1), String(differ)],
    ],
  );
}

/** A round of three minutes held, with everything known, the period known, and reacting. */
export function hold(): void {
  const everyS = 0.05;
  const atM = Float64Array.from({ length: 180 / everyS }, (_, i) => {
    const t = i * everyS;
    return 0.25 * Math.sin((2 * Math.PI * t) / 5.3) + 0.1 * Math.sin((2 * Math.PI * t) / 2.1);
  });
  const began = performance.now();
  const { schedules } = holdGap({
    motion: { everyS, atM },
    gapM: 1.2,
    nearM: 1.05,
    farM: 1.35,
    stepM: 0.2,
    beatS: 0.8,
    delayS: 0.25,
  });
  const ms = performance.now() - began;
  console.log(`\nA round of 3 minutes held, all three answers: ${ms.toFixed(0)} ms\n`);
  printTable(
    ['answer', 'steps', 'in the band'],
    Object.entries(schedules).map(([name, { steps, shareInBand }]) => [
      name,
      String(steps.length),
      `${(100 * shareInBand).toFixed(1)} %`,
    ]),
  );
}

import { beatNumbers, callOf, lookFor } from '../compose/index.ts';
import { boundsOf } from '../geometry/index.ts';
import type { UnitSystem } from '../measure/index.ts';
import { moveWords } from '../moves/index.ts';
import { eventsOf, expand, mirrorPattern, type PlannedDrill } from '../pattern/index.ts';
import { strikeName } from '../range/index.ts';
import { CAUTIONS } from './cautions.ts';
import { PLAYER, STYLE } from './take-home-player.ts';

/** One side of a pattern as the page plays it: numbers rounded to the millimetre, the hundredth and the degree. */
interface PageSide {
  readonly lead: 'left' | 'right';
  readonly endS: number;
  readonly footM: readonly [length: number, breadth: number];
  readonly box: readonly [x: number, y: number, width: number, height: number];
  /** Per foot: where it stands first. */
  readonly start: Readonly<Record<'left' | 'right', readonly [x: number, y: number, heading: number]>>;
  /** Foot, lift, land, x, y, heading, and the place it goes round with the turn. */
  readonly events: readonly (readonly (number | string)[])[];
  /** When each move begins, its beat, its call and its words. */
  readonly moves: readonly (readonly [timeS: number, beat: number, call: string, words: string])[];
}

const mm = (value: number): number => Math.round(value * 1000) / 1000;
const hundredth = (value: number): number => Math.round(value * 100) / 100;

function sideOf(drill: PlannedDrill, units: UnitSystem): PageSide {
  const { start, moves, endS, stance } = expand(drill);
  const beats = beatNumbers(moves);
  const events = eventsOf(moves);
  const { least, most } = boundsOf([
    start.feet.left.ball,
    start.feet.right.ball,
    ...events.map(({ to }) => to),
  ]);
  const lengthM = stance.body.footLength.valueM;
  const foot = ({ ball, headingDeg }: typeof start.feet.left) =>
    [mm(ball.x), mm(ball.y), Math.round(headingDeg)] as const;
  return {
    lead: start.lead,
    endS: hundredth(endS),
    footM: [mm(lengthM), mm(stance.body.footBreadth.valueM)],
    box: [
      mm(least.x - lengthM),
      mm(least.y - lengthM),
      mm(most.x - least.x + 2 * lengthM),
      mm(most.y - least.y + 2 * lengthM),
    ],
    start: { left: foot(start.feet.left), right: foot(start.feet.right) },
    events: events.map((event) => [
      event.foot,
      hundredth(event.liftS),
      hundredth(event.landS),
      mm(event.to.x),
      mm(event.to.y),
      Math.round(event.headingAfterDeg ?? 0),
      ...(event.about ? [mm(event.about.x), mm(event.about.y), Math.round(event.swingDeg ?? 0)] : []),
    ]),
    moves: moves.map((move, i) => [
      hundredth(move.events[0]?.liftS ?? move.beatS),
      hundredth(beats[i] ?? 1),
      callOf(move),
      `${move.cue ? moveWords(move.cue.move, units) : 'Step of the lane'}${move.strikes.map(({ strike }) => `; ${strikeName(strike)}`).join('')}`,
    ]),
  };
}

const ESCAPED: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const escaped = (text: string): string => text.replaceAll(/[&<>"']/g, (letter) => ESCAPED[letter] ?? letter);
/** In a script of a page nothing may end it. */
const inScript = (value: unknown): string => JSON.stringify(value).replaceAll('<', '\\u003c');

/**
 * One page that plays a pattern on any phone: the feet moving in time on either side, calls and counts, what to look
 * for, cautions. HTML with everything in it: it asks for nothing from anywhere.
 */
export function takeHomePage(drill: PlannedDrill, units: UnitSystem): string {
  const { plan, student } = drill;
  const other: PlannedDrill = {
    ...drill,
    plan: { ...plan, pattern: mirrorPattern(plan.pattern) },
    student: { ...student, leadSide: student.leadSide === 'left' ? 'right' : 'left' },
  };
  const sides = [sideOf(drill, units), sideOf(other, units)];
  const look = lookFor(expand(drill));
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(plan.name)}</title>
<style>${STYLE}</style>
</head>
<body>
<h1>${escaped(plan.name)}</h1>
<p>For ${escaped(student.name)}, ${plan.tempoPerMin} beats a minute.</p>
<svg id="floor" role="img" aria-label="The feet from above"></svg>
<p id="now" aria-live="polite">In stance</p>
<p id="count" aria-hidden="true"></p>
<div class="row">
<button id="play" type="button">Play</button>
<button id="side" type="button">Other side</button>
<button id="slow" type="button" aria-pressed="false">Half speed</button>
<button id="sound" type="button" aria-pressed="false">Sound</button>
</div>
<label for="at">Moment</label>
<input id="at" type="range" min="0" max="1000" value="0">
<h2>Steps</h2>
<ol id="steps"></ol>
<h2>Look for</h2>
<ul>${look.map(({ words, advice }) => `<li><b>${escaped(words)}</b>: ${escaped(advice)}</li>`).join('')}</ul>
<h2>Take care</h2>
<ul>${CAUTIONS.map((line) => `<li>${escaped(line)}</li>`).join('')}</ul>
<script>const SIDES=${inScript(sides)},BEAT=${mm(60 / plan.tempoPerMin)};${PLAYER}</script>
</body>
</html>
`;
}

import type { FootName } from '../body/index.ts';
import { formatSmall, type UnitSystem } from '../measure/index.ts';
import type { Found } from '../rules/index.ts';
import type { Raise } from '../detection/index.ts';
import type { DrillRows } from '../matching/index.ts';

/** Something worth knowing about a recording that is nobody's fault. */
export interface CheckNote {
  readonly about: 'walked up' | 'walked off' | 'raised' | 'perhaps raised' | 'narrowed';
  readonly timeS: number;
  readonly foot: FootName | null;
  readonly moveNumber: number | null;
  /** Steps walked; how high or how far out a foot was, or how near the feet came, metres. */
  readonly measured: number;
}

const steps = (count: number): string => `${count} ${count === 1 ? 'step' : 'steps'}`;

/** A note in plain words. */
export function noteWords({ about, foot, moveNumber, measured }: CheckNote, units: UnitSystem): string {
  const size = formatSmall(measured, units);
  switch (about) {
    case 'walked up':
      return `${steps(measured)} before the drill began: not judged.`;
    case 'walked off':
      return `${steps(measured)} after the drill was over: not judged.`;
    case 'raised':
      return `The ${foot} foot was ${size} high and came back to its place: a kick or a raised knee, no step.`;
    case 'perhaps raised':
      return `The ${foot} foot went out ${size} and came back while the other stood: a kick or a raised knee, if it was in the air. The recording has no height to tell.`;
    case 'narrowed':
      return `The stance narrowed to ${size} in ${moveNumber === null ? 'a move beside the plan' : `move ${moveNumber}`}; the feet were not together.`;
  }
}

function walked(about: 'walked up' | 'walked off', rows: DrillRows['walkedUp']): CheckNote[] {
  const events = rows.flatMap(({ observed }) => observed);
  const first = events[0];
  return first ? [{ about, timeS: first.liftS, foot: null, moveNumber: null, measured: events.length }] : [];
}

const raised = ({ event, heightM, outM }: Raise): CheckNote => ({
  about: heightM === null ? 'perhaps raised' : 'raised',
  timeS: event.liftS,
  foot: event.foot,
  moveNumber: null,
  measured: heightM ?? outM,
});

/** Notes in the order of time. */
export function notesOf(
  { walkedUp, walkedOff }: DrillRows,
  raises: readonly Raise[],
  found: readonly Found[],
): CheckNote[] {
  return [
    ...walked('walked up', walkedUp),
    ...walked('walked off', walkedOff),
    ...raises.map(raised),
    ...found.map(({ timeS, foot, moveNumber, measured }): CheckNote => ({
      about: 'narrowed',
      timeS,
      foot,
      moveNumber,
      measured,
    })),
  ].sort((a, b) => a.timeS - b.timeS);
}

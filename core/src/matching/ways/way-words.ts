import { formatSmall, type UnitSystem } from '../../measure/index.ts';
import { moveName } from '../../moves/index.ts';
import type { DoneAs } from './done-as.ts';

/** A way of doing a drill in a coach's words, with its numbers, and one way out. */
export function doneAsWords(
  way: DoneAs,
  units: UnitSystem | null,
): { readonly words: string; readonly wayOut: string } {
  const { is, moveNumbers } = way;
  // What is kept says no length: it is read in any units.
  const size = (metres: number, before: string): string =>
    units === null ? '' : `${before}${formatSmall(metres, units)}`;
  switch (is) {
    case 'scaled':
      return {
        words: `Steps ${way.times.toFixed(1)} times as long as planned in ${moveNumbers.length}: too ${way.times > 1 ? 'big' : 'small'}.`,
        wayOut:
          way.times > 1
            ? 'Smaller: half of it. Nothing is decided until the foot lands.'
            : 'Push off the far foot, from mark to mark.',
      };
    case 'ended early':
      return {
        words: `The recording ends after move ${way.afterMove} of ${way.moves}.`,
        wayOut: 'Record it to its end, or plan a shorter one; up to there it is judged.',
      };
    case 'begun late':
      return {
        words: `The recording begins with move ${way.fromMove} of ${way.moves}.`,
        wayOut: 'Start the recording before the first move; from there on it is judged.',
      };
    case 'begun again':
      return {
        words: `Begun again after ${way.afterMove} moves.`,
        wayOut: 'Judged from the last beginning on; what came before it counts for nothing.',
      };
    case 'rounds':
      return {
        words: `The drill was done ${way.spansS.length} times in this recording.`,
        wayOut: 'Each is judged apart: choose one.',
      };
    case 'left out': {
      const name = way.kind === 'weave' ? 'step' : moveName(way.kind).toLowerCase();
      const [first] = way.left;
      return {
        words:
          way.left.length === 1
            ? `The ${name} was left out, at move ${first?.moveNumber}.`
            : `The ${name} was left out ${way.left.length} times: moves ${way.left.map(({ moveNumber }) => moveNumber).join(', ')}.`,
        wayOut: 'Walk up to there and stop; do it alone, then go on.',
      };
    }
    case 'stayed':
      return {
        words: `The feet stay where they are${size(way.mostM, ': no step goes further than ')}.`,
        wayOut: 'Walk it once, slowly, from mark to mark.',
      };
    case 'merged':
      return {
        words: `One step for two, ${moveNumbers.length / 2} times${size(way.didM, ': ')}${size(way.askedM, ' where two of ')}${units ? ' were asked' : ''}.`,
        wayOut: 'Split it: two half steps, and nothing is decided until the foot lands.',
      };
    case 'split':
      return {
        words: `Two steps for one, ${moveNumbers.length} times${size(way.didM, ': ')}${size(way.askedM, ' where ')}${units ? ' was asked' : ''}.`,
        wayOut: 'One push, one step: land on the mark at once.',
      };
  }
}

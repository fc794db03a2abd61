import { otherFoot } from '../body/index.ts';
import { formatDegrees, formatSmall, type UnitSystem } from '../measure/index.ts';
import { doneAsWords } from './ways/way-words.ts';
import type { Question } from './questions.ts';
import type { Axes } from './reading.ts';

const AXES_WORDS: Readonly<Record<Axes, string>> = {
  exchanged: 'x and y look exchanged',
  'x reversed': 'x looks reversed: the walk is mirrored left to right',
  'y reversed': 'y looks reversed: the walk is mirrored near to far',
  'turned round': 'the axes look turned half round, as seen from the other side',
};

/** A question in plain words, and what to do. */
export function questionWords(
  question: Question,
  units: UnitSystem,
): { readonly words: string; readonly wayOut: string } {
  switch (question.about) {
    case 'swapped':
      return {
        words: 'Left and right look swapped: the left foot stands where the right one should, all the way.',
        wayOut: 'Swap them?',
      };
    case 'axes': {
      const { axes, swapFeet } = question.reading ?? {};
      const also = swapFeet ? ', and left and right swapped' : '';
      return {
        words: `In this recording ${axes ? AXES_WORDS[axes] : 'the axes look wrong'}${also}.`,
        wayOut: 'Read it the other way?',
      };
    }
    case 'mirrored':
      return {
        words: `The drill was walked mirrored: it began on the other side${question.otherLead ? ', with the other foot in front' : ''}.`,
        wayOut: 'Judge it as the mirrored drill?',
      };
    case 'other side':
      return {
        words: `${question.student} stood with the ${otherFoot(question.plannedLead)} foot in front; the plan has the ${question.plannedLead}.`,
        wayOut: 'Judge it with the other foot in front?',
      };
    case 'another drill':
      return {
        words: `This does not look like ${question.plan}: hardly a step of it is in the recording.`,
        wayOut: 'Choose the recording of this drill, or the plan that was walked.',
      };
    case 'exchanged':
      return {
        words: `Left and right change names ${question.times === 1 ? '' : `${question.times} times, first `}at ${question.fromS.toFixed(1)} s: each foot is at once where the other was.`,
        wayOut: 'Take them the other way round from there?',
      };
    case 'rounds':
      return doneAsWords({ is: 'rounds', spansS: question.spansS, moveNumbers: [] }, units);
    case 'units':
      return {
        words: `The places look like ${question.unit}, not metres: read as metres, the feet would stand ${question.apartM.toFixed(question.apartM < 10 ? 1 : 0)} m apart.`,
        wayOut: `Read the places as ${question.unit}?`,
      };
    case 'frame': {
      const turn =
        Math.abs(question.turnDeg) >= 0.5 ? ` and turned ${formatDegrees(Math.abs(question.turnDeg))}` : '';
      return {
        words: `The whole walk lies ${formatSmall(question.shiftM, units)} off the marks${turn}: every step of it alike, so no step is to blame.`,
        wayOut: 'Take the marks as the student saw them?',
      };
    }
  }
}

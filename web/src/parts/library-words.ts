import type { Purpose } from '@angled-chalk/core/drill';

export const PURPOSE_WORDS: Readonly<Record<Purpose, string>> = {
  travel: 'Travelling',
  line: 'Lines and cones',
  angles: 'Angles',
  range: 'Range',
  strikes: 'Strikes',
  kicks: 'Kicks',
  balance: 'Balance',
};

export const LEVEL_WORDS: Readonly<Record<number, string>> = {
  1: 'the first weeks',
  2: 'basics for months',
  3: 'with strikes and turns',
  4: 'against somebody',
  5: 'for the few',
};

import { basename } from 'node:path';
import Sequencer from '@jest/test-sequencer';

/** Files that start whole programs take longest, and wait for them: begun first, they keep nobody waiting at the end. */
const LONGEST = [
  'archive',
  'killed',
  'power-cut',
  'erase',
  'start',
  'bad-requests',
  'directory',
  'print',
  'FloorPage',
];

export default class LongestFirst extends (Sequencer.default ?? Sequencer) {
  sort(tests) {
    const place = ({ path }) => {
      const at = LONGEST.indexOf(basename(path).split('.')[0]);
      return at < 0 ? LONGEST.length : at;
    };
    return [...super.sort(tests)].sort((a, b) => place(a) - place(b));
  }
}

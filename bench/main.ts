import { parseArgs } from 'node:util';
import { accuracy } from './accuracy.ts';
import { coverage } from './coverage.ts';
import { fill } from './fill.ts';
import { fit } from './fit.ts';
import { ground, hold } from './ground.ts';
import { leftOut } from './left-out.ts';
import { moves } from './moves.ts';
import { people } from './people.ts';
import { strikesOfPeople } from './people-strikes.ts';
import { speed } from './speed.ts';
import { writes } from './writes.ts';

const what = process.argv[2] ?? 'all';
const { values } = parseArgs({
  args: process.argv.slice(3),
  options: {
    seed: { type: 'string' },
    drills: { type: 'string' },
    recordings: { type: 'string' },
    only: { type: 'string' },
  },
});
/** Drawn anew each time, so that nothing was made for it; one that is given comes again. */
const seed = Number(values.seed ?? process.env['SEED'] ?? Date.now() % 1e6);
const drills = (usual: number): number => Number(values.drills ?? process.env['DRILLS'] ?? usual);
const recordings = Number(values.recordings ?? process.env['RECORDINGS'] ?? 12);
if (what === 'all' || what === 'accuracy') accuracy(drills(60), seed);
if (what === 'all' || what === 'accuracy' || what === 'coverage') coverage(recordings, seed);
if (what === 'all' || what === 'moves') moves(drills(300), seed);
if (what === 'all' || what === 'left-out') leftOut(drills(5), seed);
if (what === 'all' || what === 'people') people(drills(20), seed, values.only);
if (what === 'all' || what === 'people' || what === 'strikes') strikesOfPeople(drills(20), seed);
if (what === 'all' || what === 'speed') speed();
if (what === 'all' || what === 'fit') fit();
if (what === 'all' || what === 'fill') fill();
if (what === 'all' || what === 'ground') ground();
if (what === 'all' || what === 'hold') hold();
if (what === 'all' || what === 'writes') await writes();
if (
  ![
    'all',
    'accuracy',
    'coverage',
    'moves',
    'left-out',
    'people',
    'strikes',
    'speed',
    'fit',
    'fill',
    'ground',
    'hold',
    'writes',
  ].includes(what)
) {
  console.error(
    `There is no bench "${what}". Benches: accuracy, coverage, moves, left-out, people, strikes, speed, fit, fill, ground, hold, writes, club, frames, keys.`,
  );
  process.exitCode = 2;
}

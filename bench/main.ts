import { accuracy } from './accuracy.ts';
import { coverage } from './coverage.ts';
import { fill } from './fill.ts';
import { fit } from './fit.ts';
import { ground, hold } from './ground.ts';
import { moves } from './moves.ts';
import { people } from './people.ts';
import { speed } from './speed.ts';
import { writes } from './writes.ts';

const what = process.argv[2] ?? 'all';
const drills = Number(process.env['DRILLS'] ?? 60);
if (what === 'all' || what === 'accuracy') accuracy(drills, Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'all' || what === 'accuracy')
  coverage(Number(process.env['RECORDINGS'] ?? 12), Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'coverage')
  coverage(Number(process.env['RECORDINGS'] ?? 12), Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'all' || what === 'moves')
  moves(Number(process.env['DRILLS'] ?? 300), Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'all' || what === 'people')
  people(Number(process.env['DRILLS'] ?? 20), Number(process.env['SEED'] ?? Date.now() % 1e6));
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
    'people',
    'speed',
    'fit',
    'fill',
    'ground',
    'hold',
    'writes',
  ].includes(what)
) {
  console.error(
    `There is no bench "${what}". Benches: accuracy, coverage, moves, people, speed, fit, fill, ground, hold, writes, club, frames, keys.`,
  );
  process.exitCode = 2;
}

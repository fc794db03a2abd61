import { accuracy } from './accuracy.ts';
import { fit } from './fit.ts';
import { speed } from './speed.ts';

const what = process.argv[2] ?? 'all';
const drills = Number(process.env['DRILLS'] ?? 60);
if (what === 'all' || what === 'accuracy') accuracy(drills, Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'all' || what === 'speed') speed();
if (what === 'all' || what === 'fit') fit();
if (!['all', 'accuracy', 'speed', 'fit'].includes(what)) {
  console.error(`There is no bench "${what}". Benches: accuracy, speed, fit.`);
  process.exitCode = 2;
}

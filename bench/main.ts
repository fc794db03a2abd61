import { accuracy } from './accuracy.ts';
import { speed } from './speed.ts';

const what = process.argv[2] ?? 'all';
const drills = Number(process.env['DRILLS'] ?? 60);
if (what === 'all' || what === 'accuracy') accuracy(drills, Number(process.env['SEED'] ?? Date.now() % 1e6));
if (what === 'all' || what === 'speed') speed();
if (!['all', 'accuracy', 'speed'].includes(what)) {
  console.error(`There is no bench "${what}". Benches: accuracy, speed.`);
  process.exitCode = 2;
}

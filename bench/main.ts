import { accuracy } from './accuracy.ts';

const what = process.argv[2] ?? 'all';
const drills = Number(process.env['DRILLS'] ?? 60);
if (what === 'all' || what === 'accuracy') accuracy(drills, Number(process.env['SEED'] ?? Date.now() % 1e6));

export { keysOf, the } from './the.ts';
export { csvOf, plainCell, safeCell } from './csv-text.ts';
export { lengthFieldText, parseLength } from './parse-length.ts';
export { type Chance, chanceFrom } from './random.ts';
export { type InputProblem, problem, type Result } from './result.ts';
export {
  fieldUnit,
  formatDegrees,
  formatLength,
  formatSeconds,
  formatSmall,
  formatTape,
  lengthToField,
  type UnitSystem,
} from './units.ts';
export { atLeast, atMost, TOLERANCE, type Verdict } from './verdict.ts';

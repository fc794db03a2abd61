import { FAULTS, isNote, type FaultRule, type MoveRule, type TimeRule } from './faults.ts';
import { identified, type Finding, type Found, type Performance } from './performance.ts';

const RULES: readonly FaultRule[] = Object.values(FAULTS).map(({ rule }) => rule);
/** One rule may find several faults; each is asked once. */
const MOVE_RULES = new Set<MoveRule>(RULES.flatMap((rule) => (rule.over === 'move' ? [rule.judge] : [])));
const TIME_RULES = new Set<TimeRule>(RULES.flatMap((rule) => (rule.over === 'time' ? [rule.judge] : [])));

/**
 * The rule engine: every rule of the stance over every move, and the gap band over the whole time.
 * Plans and tracks are both judged here. Findings come in the order of time; notes are left out.
 */
export const judge = (performance: Performance): Finding[] =>
  identified(foundBy(performance).filter(isFault));

/** The same with what is only worth a note, before anything has its identity. */
export function foundBy(performance: Performance): Found[] {
  return [
    ...performance.moves
      .filter(({ events }) => events.length > 0)
      .flatMap((move) => [...MOVE_RULES].flatMap((rule) => rule(performance, move))),
    ...[...TIME_RULES].flatMap((rule) => rule(performance)),
  ];
}

export const isFault = ({ fault }: Found): boolean => !isNote(fault);

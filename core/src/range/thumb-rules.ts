import { longestStepM } from '../body/index.ts';
import { formatLength, type UnitSystem, atMost, type Verdict } from '../measure/index.ts';
import { contactOf, contactWith, TOUCH, type Contact } from './reach.ts';
import type { Striker } from './reach-body.ts';
import { bagTarget, partnerTarget } from './target-parts.ts';

/** A rule of thumb of the trade (common practice, no published source), held against one body. */
export interface ThumbRule {
  readonly rule: string;
  readonly verdict: Verdict;
  readonly words: string;
}

/** Where the extended lead hand just touches the bag, a rear round kick lands with the shin. */
export function shinRule(striker: Striker, units: UnitSystem): ThumbRule {
  const rule = 'Where the extended lead hand just touches, a rear round kick lands with the shin.';
  const touch = contactWith(striker, TOUCH, bagTarget(striker, 'head'));
  const kick = contactOf(striker, 'rear-round-kick-body', bagTarget(striker, 'body'));
  const { kneeM, shinM } = kick.window!;
  const expandedU = 2 * Math.hypot(touch.uM, kick.uM);
  const inside = Math.min(touch.gapM - kneeM, shinM - touch.gapM);
  const verdict = atMost(-inside, 0, expandedU);
  const gap = formatLength(touch.gapM, units);
  const shin = `${formatLength(kneeM, units)} to ${formatLength(shinM, units)}`;
  const where =
    inside >= 0
      ? `the hand touches at ${gap}, the shin lands from ${shin}`
      : touch.gapM < kneeM
        ? `the hand touches at ${gap}, nearer than the shin's ${shin}: the knee arrives first. A short arm for these legs`
        : `the hand touches at ${gap}, beyond the shin's ${shin}: the foot or ankle arrives first. A long arm for these legs`;
  return { rule, verdict, words: `${judged(verdict)}: ${where}.` };
}

/** Where the lead hand touches their guard, the head is within one half step. */
export function guardRule(striker: Striker, partner: Striker, units: UnitSystem): ThumbRule {
  const rule = 'Where the lead hand touches their guard, the head is within one half step.';
  const touch = contactWith(striker, TOUCH, partnerTarget(partner, 'guard'));
  const jab = contactOf(striker, 'jab', partnerTarget(partner, 'head'));
  const { stance } = striker;
  const halfStepM = longestStepM(stance, 0);
  const shortM = touch.gapM - jab.gapM;
  const expandedU = 2 * combined(touch, jab);
  const verdict = atMost(shortM, halfStepM, expandedU);
  const words =
    shortM <= 0
      ? `the jab already reaches the head from there`
      : `the jab is ${formatLength(shortM, units)} short of the head, a half step is ${formatLength(halfStepM, units)}`;
  const why = shortM > halfStepM ? `; their guard stands further out than this step is long` : '';
  return { rule, verdict, words: `${judged(verdict)}: ${words}${why}.` };
}

/** Touch and jab share the arm: what is common to both cancels in their difference. */
const combined = (a: Contact, b: Contact): number => Math.sqrt(Math.abs(a.uM ** 2 - b.uM ** 2) + 0.02 ** 2);

const judged = (verdict: Verdict): string =>
  verdict === 'met'
    ? 'Holds'
    : verdict === 'not-met'
      ? 'Does not hold'
      : 'Cannot tell within the uncertainty';

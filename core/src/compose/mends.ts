import { metres, longestPlannedTravelM } from '../body/index.ts';
import { fromFacing, headingDeg, midpoint, wrapDeg } from '../geometry/index.ts';
import { judgePlan } from '../check/index.ts';
import { flipMove } from '../moves/index.ts';
import { faultRow, nearestCleanLane, type Finding } from '../rules/index.ts';
import { expand, withLane, type Item, type Plan, type PlannedDrill } from '../pattern/index.ts';
import { insertAfter, itemAt, replaceAt, scaled, type ItemPath } from './edits.ts';

/** A change that takes a finding away: in a coach's words, and the plan with it. */
export interface Mend {
  readonly words: string;
  readonly plan: Plan;
  /** What is still found after it, in all. */
  readonly left: number;
}

const MOST_MENDS = 3;
/** A step is shortened in such shares until it is clean (own choice). */
const SHORTER = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3] as const;
const SLOWER_BEATS = [1.5, 2] as const;
/** So far within reach is thrown from (own choice). */
const WITHIN_REACH_M = 0.08;

/** A plan that may mend it, before it was judged. */
type Tried = Pick<Mend, 'words' | 'plan'>;

interface Candidate {
  readonly words: string;
  readonly items: readonly Item[];
}

/** What may mend a finding at one move of a sequence; whether it does is seen by judging the plan with it. */
function candidates(drill: PlannedDrill, finding: Finding): Candidate[] {
  const { items } = drill.plan.pattern;
  const footwork = expand(drill);
  const move = footwork.moves.find(({ number }) => number === finding.moveNumber);
  const item = move && itemAt(items, move.path);
  if (!move || !item || !('move' in item)) return [];
  const path: ItemPath = move.path;
  const put = (by: Item): Item[] => replaceAt(items, path, [by]);
  const found: Candidate[] = [];
  const own = item.move;
  const { mend } = faultRow(finding.fault);
  if (own.do === 'step' && own.feet === 'both' && own.length.unit === 'm')
    found.push({
      words: 'Split it into half steps',
      items: put({ ...item, move: { do: 'half-steps', bearingDeg: own.bearingDeg, distance: own.length } }),
    });
  const flipped = flipMove(own);
  if (flipped) found.push({ words: 'Use the other foot or side', items: put({ ...item, move: flipped }) });
  if (mend === 'face again') {
    const target = drill.plan.target.at;
    const offDeg = Math.round(
      wrapDeg(headingDeg(midpoint(move.after.left, move.after.right), target) - move.after.facingDeg),
    );
    if (Math.abs(offDeg) >= 5)
      found.push({
        words: `Add the pivot of ${Math.abs(offDeg)}° ${offDeg < 0 ? 'left' : 'right'} that faces the target again`,
        items: insertAfter(items, path, [{ move: { do: 'pivot', on: 'lead', byDeg: offDeg } }]),
      });
  }
  if (mend === 'step in') {
    const gap = metres(Math.max(0.1, Math.round((finding.limit - WITHIN_REACH_M) * 100) / 100));
    const before = [...path.slice(0, -1), (path.at(-1) ?? 0) - 1];
    const step: Item = { move: { do: 'to-gap', gap } };
    found.push({
      words: 'Step in until it reaches first',
      items:
        (path.at(-1) ?? 0) > 0 ? insertAfter(items, before, [step]) : replaceAt(items, path, [step, item]),
    });
    const { strikes: _, ...bare } = item;
    found.push({ words: 'Leave the strike out', items: put(bare) });
  }
  const longestM = longestPlannedTravelM(footwork.stance);
  for (const share of SHORTER) {
    const shorter = scaled(item, share);
    if (JSON.stringify(shorter) === JSON.stringify(item)) break;
    const words =
      mend === 'further in' ? 'Shorten it to stay on the mat' : `Shorten it to ${Math.round(100 * share)} %`;
    if (share < 0.5 && move.distanceM < longestM / 2) break;
    found.push({ words, items: put(shorter) });
  }
  for (const beats of SLOWER_BEATS)
    found.push({
      words: `Give it ${beats} beats`,
      items: put({ ...item, beats: (item.beats ?? move.beats) * beats }),
    });
  return found;
}

/** Of a sequence that leaves its floor as a whole: the start further in. */
function startFurtherIn({ plan }: PlannedDrill, { fault, at }: Finding): Plan | null {
  const { start } = plan.pattern;
  if (faultRow(fault).mend !== 'further in' || !start || !at) return null;
  const { outline } = plan.floor;
  const middle = {
    x: outline.reduce((sum, { x }) => sum + x, 0) / outline.length,
    y: outline.reduce((sum, { y }) => sum + y, 0) / outline.length,
  };
  const share = 0.5;
  const moved = {
    x: Math.round((start.at.x + share * (middle.x - start.at.x)) * 100) / 100,
    y: Math.round((start.at.y + share * (middle.y - start.at.y)) * 100) / 100,
  };
  return { ...plan, pattern: { ...plan.pattern, start: { ...start, at: moved } } };
}

/** So much further away the target is tried, metres, beyond what a foot reaches into it (own choice). */
const FURTHER_M = [0.03, 0.1, 0.2, 0.4] as const;
const TARGET_WORDS = { bag: 'bag', pad: 'pad holder', partner: 'partner' } as const;

/** Of a foot in the target: the target further away from where the drill begins. */
function roomMade(drill: PlannedDrill, findings: readonly Finding[], { fault }: Finding): Tried[] {
  const { plan } = drill;
  const { target } = plan;
  if (faultRow(fault).mend !== 'make room' || plan.partner) return [];
  const deepestM = Math.max(...findings.filter((one) => one.fault === fault).map(({ measured }) => measured));
  const { left, right } = expand(drill).start.feet;
  const awayDeg = headingDeg(midpoint(left.ball, right.ball), target.at);
  const cm = (value: number): number => Math.round(value * 100) / 100;
  return FURTHER_M.map((furtherM) => {
    const { x, y } = fromFacing(target.at, awayDeg, 0, deepestM + furtherM);
    return {
      words: `Move the ${TARGET_WORDS[target.kind]} out of the way`,
      plan: { ...plan, target: { ...target, at: { x: cm(x), y: cm(y) } } },
    };
  });
}

/**
 * Changes that take a finding away and bring nothing new, smallest first: each was tried and judged. Empty where
 * none does. Their plans differ from the drill's in that change only.
 */
export function mendsFor(drill: PlannedDrill, findings: readonly Finding[], finding: Finding): Mend[] {
  const { plan } = drill;
  const tried: Tried[] = candidates(drill, finding).map(({ words, items }) => ({
    words,
    plan: { ...plan, pattern: { ...plan.pattern, items } },
  }));
  const lane = nearestCleanLane(drill);
  if (lane)
    tried.unshift({ words: 'Widen the weave to the nearest that is clean', plan: withLane(plan, lane) });
  tried.unshift(...roomMade(drill, findings, finding));
  const further = startFurtherIn(drill, finding);
  if (further) tried.unshift({ words: 'Begin further in', plan: further });
  const sameKind = (one: Finding): boolean => one.fault === finding.fault;
  const before = findings.filter(sameKind).length;
  const mends: Mend[] = [];
  for (const { words, plan: next } of tried) {
    if (mends.length >= MOST_MENDS) break;
    if (mends.some((mend) => mend.words === words)) continue;
    // One way to shorten it, and one to slow it down, is enough.
    if (mends.some((mend) => familyOf(mend.words) === familyOf(words))) continue;
    const left = judgePlan({ ...drill, plan: next }).findings;
    if (!left || left.filter(sameKind).length >= before || left.length >= findings.length) continue;
    mends.push({ words, plan: next, left: left.length });
  }
  return mends;
}

const familyOf = (words: string): string => words.split(' ').slice(0, 2).join(' ');

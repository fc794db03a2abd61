import type { RuleLimits } from '../body/index.ts';
import type { FaultName } from './fault-names.ts';
import type { Found, PerformedMove, Performance } from './performance.ts';
import type { Need } from './needs.ts';
import type { OwnLimit } from './own-limits.ts';
import { feetRules } from './rules-feet.ts';
import { coneTouched, offFloor, outOfBand } from './rules-place.ts';
import { wrongSideOfCone } from './rules-lane.ts';
import { notFacing, stanceRules, stepTooLong, unplannedSwitch, wrongFootFirst } from './rules-steps.ts';
import { offBalance } from './rules-balance.ts';
import { inTheirLine } from './rules-partner.ts';
import { noRoom } from './rules-room.ts';
import { strikeRules } from './rules-strikes.ts';
import { kickRules, pivotRules, switchRules } from './rules-turns.ts';

export type MoveRule = (performance: Performance, move: PerformedMove) => Found[];
export type TimeRule = (performance: Performance) => Found[];

/** What a rule looks at: one move, the whole time, or how the recording differs from the plan. */
export type FaultRule =
  | { readonly over: 'move'; readonly judge: MoveRule }
  | { readonly over: 'time'; readonly judge: TimeRule }
  | { readonly over: 'plan' };

/** How a practice recording comes to have a fault. One that lasts leaves the student off the mark. */
export type FaultMaking = { readonly lasts?: true } & (
  | { readonly how: 'other foot first' | 'onto a cone' | 'leave out' | 'one foot only' | 'flat foot' }
  /** All of a move happens so far aside. */
  | { readonly how: 'shift'; readonly byM: number }
  /** A foot that swings round the other goes so much further. */
  | { readonly how: 'swing'; readonly byDeg: number }
  /** Both feet travel this share of what they should, or so many half steps. */
  | { readonly how: 'travel'; readonly share: number }
  | { readonly how: 'travel'; readonly halfSteps: number }
  | { readonly how: 'turn' | 'look away'; readonly byDeg: number }
  /** The following foot goes this share of its way. */
  | { readonly how: 'follow short'; readonly share: number }
  | { readonly how: 'wait before'; readonly beats: number }
  /** The following foot lands at this ratio of the separation. */
  | { readonly how: 'follow at'; readonly ratio: number }
  | { readonly how: 'cross'; readonly overM: number; readonly backRatio: number }
  /** The strike of a move lands so much later than it should. */
  | { readonly how: 'strike at'; readonly byS: number }
  | { readonly how: 'shuffle after'; readonly byM: number }
  /** A bounce is done once more than it should be, or with the feet in the air. */
  | { readonly how: 'once more' | 'jump' }
  /** Every move of the drill ends a little further on; so much in all. */
  | { readonly how: 'creep'; readonly overM: number }
  /** The ball that should stay slides so far, and the stance with it. */
  | { readonly how: 'slide'; readonly byM: number }
  /** A cone is passed on its other side. */
  | { readonly how: 'other side of a cone' }
  /** Away from the target, so far beyond the band. */
  | { readonly how: 'out of the band'; readonly byM: number }
  /** Both feet at once across the narrow side of the stance. */
  | { readonly how: 'leap'; readonly byM: number; readonly flightS: number }
);

/** The limit that decides. A school's has its reason in the school's basis, a rule's own stands with it. */
export type FaultLimit =
  | { readonly by: 'school'; readonly of: keyof RuleLimits }
  | { readonly by: 'rule'; readonly of: OwnLimit }
  | { readonly by: 'nature'; readonly why: string };

export interface FaultRow {
  /** As a coach reads it. */
  readonly words: string;
  /** Why it matters. */
  readonly why: string;
  /** What a coach says first (common practice, no published source). */
  readonly advice: string;
  readonly limit: FaultLimit;
  /** On whose authority the rule itself stands. */
  readonly standing: 'common practice' | 'own choice' | 'by geometry';
  /** What it is seen in. */
  readonly needs: readonly Need[];
  /** An eye at the side of the mat sees it happen, and can count it (common practice, no published source). */
  readonly byEye: boolean;
  /** What two tapes show of it: where the feet stand, or only a step whose two ends were taped. */
  readonly taped: 'stand' | 'step' | null;
  /** What may have led to it without another mistake: a step that makes good an earlier one, or standing beside the marks. */
  readonly follows: 'making good' | 'being beside' | null;
  /** Of the whole move, whichever foot is named: told after what either foot did. */
  readonly ofWholeMove: boolean;
  /** Where a plan breaks the rule itself, the same is the plan's: at that move, of that foot, or for a while around it. */
  readonly plannedAs: 'move' | 'foot' | 'while';
  /** It takes a body elsewhere in one go. */
  readonly leadsAway: boolean;
  /** What mends it in a plan, beside a smaller or slower move. */
  readonly mend: 'face again' | 'step in' | 'further in' | 'make room' | null;
  readonly rule: FaultRule;
  /** Null where the practice recording cannot make it. */
  readonly made: FaultMaking | null;
  /** Worth seeing, and never a reason to fail. */
  readonly isNote?: true;
}

/**
 * Every fault, one row each: words, reasons, limit, the rule that finds it, and how it can be made. Of those
 * found at one move the first in this order is the cause, the others follow from it (own choice).
 */
export const FAULTS = {
  'wrong-count': {
    words: 'wrong count',
    why: 'A round, or a bounce, too many or too few: who counts wrong starts the next move off the others.',
    advice: 'Count aloud, and let the last number be louder than the others.',
    limit: { by: 'nature', why: 'A count is right or wrong.' },
    standing: 'by geometry',
    needs: ['every landing'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: null,
  },
  'missed-move': {
    words: 'missed move',
    why: 'A planned half step did not happen.',
    advice: 'Slow the tempo until every cone gets its step.',
    limit: { by: 'nature', why: 'A move is there or not.' },
    standing: 'by geometry',
    needs: ['every landing'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: true,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'leave out', lasts: true },
  },
  'extra-move': {
    words: 'extra move',
    why: 'A step that the plan does not hold, often a settling shuffle: the form before it was wrong.',
    advice: 'A settling shuffle means the step before it was wrong: look at that one.',
    limit: { by: 'nature', why: 'A move is there or not.' },
    standing: 'by geometry',
    needs: ['every landing'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: true,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'shuffle after', byM: 0.1, lasts: true },
  },
  'cone-touched': {
    words: 'cone touched',
    why: 'The foot came down on a cone: an ankle can turn on it.',
    advice: 'Flat markers, and the lane wider until the feet clear them.',
    limit: { by: 'nature', why: 'The foot is on the cone or beside it.' },
    standing: 'by geometry',
    needs: ['stands'],
    byEye: false,
    taped: 'stand',
    follows: 'being beside',
    ofWholeMove: false,
    plannedAs: 'foot',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: coneTouched },
    made: { how: 'onto a cone' },
  },
  'off-floor': {
    words: 'off the floor',
    why: 'The ball of the foot came down outside the floor.',
    advice: 'Move the lane in from the edge.',
    limit: { by: 'nature', why: 'The ball of the foot is on the floor or off it.' },
    standing: 'by geometry',
    needs: ['stands'],
    byEye: false,
    taped: 'stand',
    follows: 'being beside',
    ofWholeMove: false,
    plannedAs: 'foot',
    leadsAway: false,
    mend: 'further in',
    rule: { over: 'move', judge: offFloor },
    made: null,
  },
  'no-room': {
    words: 'no room for the foot',
    why: 'The foot comes down where a bag, a post or a partner stands: it cannot be done as it is written.',
    advice: 'Begin half a step further away, or move what stands there.',
    limit: { by: 'nature', why: 'The outline of the foot is clear of what stands there or not.' },
    standing: 'by geometry',
    needs: ['stands'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'foot',
    leadsAway: false,
    mend: 'make room',
    rule: { over: 'move', judge: noRoom },
    made: null,
  },
  'feet-crossed': {
    words: 'feet crossed',
    why: 'With the ankles past each other there is no punch, no balance and no way to push off.',
    advice: 'Sideways only, five each way, opening the stance and bringing it back to size.',
    limit: { by: 'school', of: 'crossedBreadths' },
    standing: 'own choice',
    needs: ['flight'],
    byEye: true,
    taped: 'stand',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: feetRules },
    made: { how: 'cross', overM: 0.14, backRatio: 0.75 },
  },
  'wrong-foot-first': {
    words: 'wrong foot first',
    why: 'The foot on the side you are going to goes first; otherwise the stance closes before it opens.',
    advice: 'Slow it down and call the side: the foot on that side goes first, the other pushes.',
    limit: { by: 'nature', why: 'One foot goes first.' },
    standing: 'common practice',
    needs: ['lift times'],
    byEye: true,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: wrongFootFirst },
    made: { how: 'other foot first' },
  },
  'wrong-direction': {
    words: 'wrong direction',
    why: 'The step went somewhere else than planned.',
    advice: 'Walk it once along chalk lines before the cones.',
    limit: { by: 'school', of: 'directionDeg' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: false,
    taped: null,
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: true,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'turn', byDeg: 75, lasts: true },
  },
  'feet-together': {
    words: 'feet together',
    why: 'Even for a moment it means no base: a push or a sweep puts you down.',
    advice: 'The trailing foot stops where the stance is right, not where the other foot is.',
    limit: { by: 'school', of: 'togetherRatio' },
    standing: 'own choice',
    needs: ['flight'],
    byEye: true,
    taped: 'stand',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: feetRules },
    made: { how: 'follow at', ratio: 0.3 },
  },
  'foot-not-following': {
    words: 'foot not following',
    why: 'The other foot follows the same distance; otherwise the stance spreads or narrows with every step.',
    advice: 'First foot, second foot, same distance: freeze after the second and measure.',
    limit: { by: 'school', of: 'stepShare' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: false,
    taped: 'step',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stanceRules },
    made: { how: 'follow short', share: 0.25 },
  },
  'step-too-long': {
    words: 'step too long',
    why: 'A full step commits you until it lands. Two half steps keep every choice open.',
    advice: 'Split the distance into half steps; nothing is decided until the foot lands.',
    limit: { by: 'school', of: 'halfStepRatio' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: true,
    taped: 'step',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stepTooLong },
    made: { how: 'travel', halfSteps: 1.4, lasts: true },
  },
  'step-over': {
    words: 'step over',
    why: 'The first foot went past its mark: the distance planned from here no longer holds.',
    advice: 'Land on the chalk mark, not past it; smaller push.',
    limit: { by: 'school', of: 'stepShare' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: false,
    taped: null,
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'travel', share: 1.6, lasts: true },
  },
  'step-short': {
    words: 'step short',
    why: 'The first foot stopped before its mark, so the whole body is late at the place it is needed.',
    advice: 'Push off the far foot; touch a chalk mark with every first foot.',
    limit: { by: 'school', of: 'stepShare' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: false,
    taped: null,
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'travel', share: 0.5, lasts: true },
  },
  overstretched: {
    words: 'overstretched',
    why: 'A stance longer than it started cannot spring; the next step has to gather it first.',
    advice: 'Half steps: two small ones instead of one long one.',
    limit: { by: 'school', of: 'overstretchRatio' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: true,
    taped: 'stand',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: feetRules },
    made: { how: 'follow at', ratio: 1.6 },
  },
  'stance-not-restored': {
    words: 'stance not restored',
    why: 'The other foot follows the same distance, so the stance neither spreads nor narrows.',
    advice: 'After every step, freeze and look down: same width as before?',
    limit: { by: 'school', of: 'restoreRatio' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: true,
    taped: 'stand',
    follows: 'making good',
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stanceRules },
    made: { how: 'follow at', ratio: 1.27 },
  },
  'half-exit': {
    words: 'half exit',
    why: 'One foot came out and the other stayed: still in range, and with no stance.',
    advice: 'Out means both feet: rear foot first, the lead foot at once after it.',
    limit: { by: 'school', of: 'restoreRatio' },
    standing: 'common practice',
    needs: ['stands'],
    byEye: true,
    taped: 'stand',
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stanceRules },
    made: { how: 'one foot only' },
  },
  'wrong-return': {
    words: 'wrong return',
    why: 'The kicking foot came down where no stance stands.',
    advice: 'Pull the knee back before the foot goes down, and freeze where it lands.',
    limit: { by: 'school', of: 'restoreRatio' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: false,
    taped: 'stand',
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stanceRules },
    made: { how: 'follow at', ratio: 1.4 },
  },
  'not-mirrored': {
    words: 'not mirrored',
    why: 'After a switch the stance is the same, mirrored: neither wider nor narrower.',
    advice: 'Switch on two tape lines: each foot lands where the other was.',
    limit: { by: 'school', of: 'restoreRatio' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: false,
    taped: 'stand',
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: stanceRules },
    made: { how: 'follow at', ratio: 1.35 },
  },
  'centre-drift': {
    words: 'centre drifted',
    why: 'A switch in place changes the feet and nothing else; the gap stays.',
    advice: 'A small mark between the feet: it stays between them.',
    limit: { by: 'rule', of: 'centreDriftM' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: switchRules },
    made: { how: 'shift', byM: 0.14, lasts: true },
  },
  'pivot-short': {
    words: 'pivot short',
    why: 'Turned too little, the target is still in front of the wrong shoulder.',
    advice: 'Chalk the angle, and turn until the lead toe lies on the line.',
    limit: { by: 'rule', of: 'turnDeg' },
    standing: 'own choice',
    needs: ['headings'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: pivotRules },
    made: { how: 'swing', byDeg: -22, lasts: true },
  },
  'pivot-over': {
    words: 'pivot too far',
    why: 'Turned too far, the back is open on the other side.',
    advice: 'Chalk the angle, and stop the rear foot on its line.',
    limit: { by: 'rule', of: 'turnDeg' },
    standing: 'own choice',
    needs: ['headings'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: pivotRules },
    made: { how: 'swing', byDeg: 22, lasts: true },
  },
  'pivot-radius': {
    words: 'pivot off its circle',
    why: 'The swinging foot came nearer or went wider: the stance is another one after the turn.',
    advice: 'A rope from ball to ball: it stays tight through the whole turn.',
    limit: { by: 'rule', of: 'radiusShare' },
    standing: 'own choice',
    needs: ['steps'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: pivotRules },
    made: { how: 'follow at', ratio: 1.32 },
  },
  'ball-drift': {
    words: 'ball drifted',
    why: 'The ball that should stay moved: the turn or the kick had no post to stand on.',
    advice: 'A coin under the ball of the foot: it stays under it.',
    limit: { by: 'rule', of: 'ballDriftM' },
    standing: 'own choice',
    needs: ['flight'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: pivotRules },
    made: null,
  },
  'no-pivot': {
    words: 'no pivot',
    why: 'The body turned over a foot that stayed flat: the knee takes the turn.',
    advice: 'Toe out as the foot steps, and up on the ball before the hip comes through.',
    limit: { by: 'rule', of: 'turnedShare' },
    standing: 'common practice',
    needs: ['headings'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: kickRules },
    made: { how: 'flat foot' },
  },
  'wrong-side-of-cone': {
    words: 'wrong side of the cone',
    why: 'The cone was passed on the side where the punch would be.',
    advice: 'Walk the lane once, touching every cone with the near hand.',
    limit: { by: 'nature', why: 'A cone is passed on one side.' },
    standing: 'by geometry',
    needs: ['every landing'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: true,
    mend: null,
    rule: { over: 'move', judge: wrongSideOfCone },
    made: null,
  },
  'in-their-line': {
    words: 'in their line',
    why: 'Out of the way means out of the line of the rear hand; here it only has to be thrown.',
    advice: 'One more half step, or a wider angle: outside the lead foot, then strike.',
    limit: { by: 'rule', of: 'theirLineM' },
    standing: 'own choice',
    needs: ['the target'],
    byEye: true,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: 'face again',
    rule: { over: 'move', judge: inTheirLine },
    made: null,
  },
  'unplanned-switch': {
    words: 'unplanned switch',
    why: 'The rear foot came past the lead foot: the stance is now the other side.',
    advice: 'Forward and back only, until the lead foot stays the lead foot.',
    limit: { by: 'nature', why: 'One foot is in front.' },
    standing: 'by geometry',
    needs: ['stands'],
    byEye: false,
    taped: 'stand',
    follows: 'making good',
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: unplannedSwitch },
    made: null,
  },
  'not-facing': {
    words: 'not facing',
    why: 'Off the target with the lead toe, the rear hand has further to go and the lead hand points away.',
    advice: 'Lead toe at the target after every step; turn on the ball of the foot.',
    limit: { by: 'school', of: 'facingDeg' },
    standing: 'own choice',
    needs: ['headings'],
    byEye: true,
    taped: null,
    follows: 'being beside',
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: 'face again',
    rule: { over: 'move', judge: notFacing },
    made: { how: 'look away', byDeg: 28 },
  },
  'strike-early': {
    words: 'strike too early',
    why: 'The strike began before the stance stood, or before the foot that carries it was down.',
    advice: 'Say it: feet, then hands. The strike waits for the second foot.',
    limit: { by: 'rule', of: 'resetS' },
    standing: 'own choice',
    needs: ['strikes'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'time', judge: strikeRules },
    made: { how: 'strike at', byS: -0.35 },
  },
  'strike-late': {
    words: 'strike too late',
    why: 'The hand came after its foot: the weight of the step was already spent.',
    advice: 'One sound: the foot and the glove land together.',
    limit: { by: 'rule', of: 'togetherS' },
    standing: 'common practice',
    needs: ['strikes'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'time', judge: strikeRules },
    made: { how: 'strike at', byS: 0.3 },
  },
  'strike-out-of-reach': {
    words: 'strike out of reach',
    why: 'Thrown from where it cannot touch, a strike only opens the guard.',
    advice: 'Step until the lead hand touches the bag, then throw.',
    limit: { by: 'nature', why: 'The reach of the body is the limit.' },
    standing: 'by geometry',
    needs: ['strikes'],
    byEye: false,
    taped: null,
    follows: 'being beside',
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: 'step in',
    rule: { over: 'time', judge: strikeRules },
    made: null,
  },
  'off-balance': {
    words: 'off balance by the model',
    why: 'The body went on past its feet: the next thing is a catching step, not a strike. Modelled from the feet.',
    advice: 'Smaller and slower, and freeze on every landing for a breath.',
    limit: { by: 'nature', why: 'The edge of the base is the limit.' },
    standing: 'own choice',
    needs: ['flight'],
    byEye: false,
    taped: null,
    follows: 'making good',
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: offBalance },
    made: null,
  },
  'off-beat': {
    words: 'off the beat',
    why: 'The first foot lands on the beat; early or late, the strike that belongs to it has no floor under it.',
    advice: 'Slower, and count out loud: the beat is where the first foot lands.',
    limit: { by: 'school', of: 'beatShare' },
    standing: 'own choice',
    needs: ['landing times'],
    byEye: true,
    taped: null,
    follows: null,
    ofWholeMove: true,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: { how: 'wait before', beats: 0.5 },
  },
  'out-of-band': {
    words: 'out of band',
    why: 'The gap to the target left the band the drill asks for.',
    advice: 'Have them call the distance out loud; put a chalk line at each edge of the band.',
    limit: { by: 'school', of: 'bandExcursionS' },
    standing: 'own choice',
    needs: ['stands'],
    byEye: true,
    taped: null,
    follows: 'being beside',
    ofWholeMove: true,
    plannedAs: 'while',
    leadsAway: false,
    mend: null,
    rule: { over: 'time', judge: outOfBand },
    made: { how: 'out of the band', byM: 0.35, lasts: true },
  },
  'off-the-ground': {
    words: 'off the ground',
    why: 'A bounce works in heel and knee; a foot in the air can neither push nor stop.',
    advice: 'Heels kiss the floor, toes stay: bounce as if under a low ceiling.',
    limit: { by: 'rule', of: 'bounceM' },
    standing: 'own choice',
    needs: ['heights'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: null,
  },
  drift: {
    words: 'drifting',
    why: 'Little by little the place creeps away: by the end of the round the range is another one.',
    advice: 'A mark under the back foot: come home to it every time.',
    limit: { by: 'rule', of: 'driftM' },
    standing: 'own choice',
    needs: ['every landing'],
    byEye: false,
    taped: null,
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'plan' },
    made: null,
  },
  narrowed: {
    words: 'narrowed',
    why: 'The stance closed further than it needs to, though the feet were not together.',
    advice: 'Keep the width of the stance in the middle of the step too.',
    limit: { by: 'school', of: 'narrowedRatio' },
    standing: 'own choice',
    needs: ['flight'],
    byEye: false,
    taped: 'stand',
    follows: null,
    ofWholeMove: false,
    plannedAs: 'move',
    leadsAway: false,
    mend: null,
    rule: { over: 'move', judge: feetRules },
    made: null,
    isNote: true,
  },
} as const satisfies { readonly [K in FaultName]: FaultRow };

const ROWS: Readonly<Record<FaultName, FaultRow>> = FAULTS;

/** Everything the program knows of a fault. */
export const faultRow = (name: FaultName): FaultRow => ROWS[name];

/** Whether a finding of this name is a note, never a fault. */
export const isNote = (name: FaultName): boolean => ROWS[name].isNote === true;

export const faultWords = (name: FaultName): string => FAULTS[name].words;
export const faultWhy = (name: FaultName): string => FAULTS[name].why;
export const faultAdvice = (name: FaultName): string => FAULTS[name].advice;

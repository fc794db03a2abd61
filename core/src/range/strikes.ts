/** A strike as the reach model sees it. Shares and degrees are own choice unless `why` says otherwise. */
export interface Strike {
  readonly id: StrikeId;
  readonly name: string;
  readonly limb: 'hand' | 'elbow' | 'leg' | 'knee' | 'round-kick';
  readonly side: 'lead' | 'rear';
  /** Weight on the lead foot when it lands: 1 stands on the lead foot, 0 on the rear. */
  readonly weightOnLead: number;
  /** How far the shoulders (or hips) are turned from square when it lands, this side ahead, at most. */
  readonly turnDeg: number;
  /** A lead side that is further ahead in the stance stays there. */
  readonly keepsBlade: boolean;
  /** How far the hips are pushed after it, as a share of stature. */
  readonly thrust: number;
  /** Share of the limb's length that reaches forward. */
  readonly limbShare: number;
  /** Height at which it usually lands, for the chart: a target part. */
  readonly usual: TargetPart;
  readonly why: string;
}

export type TargetPart = 'guard' | 'head' | 'body' | 'thigh';
export const TARGET_PARTS: readonly TargetPart[] = ['guard', 'head', 'body', 'thigh'];

export type StrikeId =
  | 'jab'
  | 'cross'
  | 'lead-hook'
  | 'rear-hook'
  | 'lead-uppercut'
  | 'rear-uppercut'
  | 'overhand'
  | 'lead-elbow'
  | 'rear-elbow'
  | 'lead-push-kick'
  | 'rear-push-kick'
  | 'rear-round-kick-thigh'
  | 'rear-round-kick-body'
  | 'rear-round-kick-head'
  | 'lead-round-kick-thigh'
  | 'lead-round-kick-body'
  | 'lead-round-kick-head'
  | 'lead-knee'
  | 'rear-knee';

type Row = Omit<Strike, 'id' | 'name' | 'why'>;

const strike = (id: StrikeId, name: string, row: Row, why: string): Strike => ({ id, name, why, ...row });

type Shares = readonly [weightOnLead: number, turnDeg: number, limbShare: number];

/** Hooks and uppercuts turn the lead side back to where it belongs; straight hands keep it ahead. */
const hand = (
  side: Strike['side'],
  [weightOnLead, turnDeg, limbShare]: Shares,
  usual: TargetPart,
  keepsBlade = false,
): Row => ({ limb: 'hand', side, weightOnLead, turnDeg, keepsBlade, thrust: 0, limbShare, usual });

const elbow = (side: Strike['side'], [weightOnLead, turnDeg, limbShare]: Shares): Row => ({
  ...hand(side, [weightOnLead, turnDeg, limbShare], 'head', true),
  limb: 'elbow',
});

/** Hips pushed after a straight kick or a knee, as a share of stature (own choice). */
const THRUST = 0.06;
const pushed = (
  limb: 'leg' | 'knee',
  side: Strike['side'],
  [weightOnLead, turnDeg, limbShare]: Shares,
): Row => ({
  limb,
  side,
  weightOnLead,
  turnDeg,
  keepsBlade: true,
  thrust: THRUST,
  limbShare,
  usual: 'body',
});

const roundKick = (side: Strike['side'], usual: TargetPart): Row => ({
  limb: 'round-kick',
  side,
  weightOnLead: side === 'rear' ? 1 : 0.85,
  turnDeg: side === 'rear' ? 65 : 55,
  keepsBlade: false,
  thrust: 0,
  limbShare: 0.97,
  usual,
});

const ROUND_WHY =
  'Stands on the other foot, the hip turns over; the leg is nearly straight. The lead leg kicks after a switch of the feet.';

export const STRIKES: readonly Strike[] = [
  strike(
    'jab',
    'Jab',
    hand('lead', [0.58, 60, 1], 'head', true),
    'Straight arm, lead shoulder turned in, a little weight after it.',
  ),
  strike(
    'cross',
    'Cross',
    hand('rear', [0.6, 60, 1], 'head'),
    'Straight arm; about 60 % on the lead foot (common practice), the rear shoulder comes through.',
  ),
  strike(
    'lead-hook',
    'Lead hook',
    hand('lead', [0.45, 20, 0.66], 'head'),
    'Elbow bent to about a right angle; the fist travels across, not away.',
  ),
  strike(
    'rear-hook',
    'Rear hook',
    hand('rear', [0.6, 35, 0.66], 'head'),
    'As the lead hook, with the rear shoulder coming round.',
  ),
  strike(
    'lead-uppercut',
    'Lead uppercut',
    hand('lead', [0.5, 30, 0.58], 'body'),
    'Elbow under the fist, the arm goes up more than out.',
  ),
  strike(
    'rear-uppercut',
    'Rear uppercut',
    hand('rear', [0.6, 45, 0.58], 'body'),
    'As the lead uppercut, with the rear shoulder through.',
  ),
  strike(
    'overhand',
    'Overhand',
    hand('rear', [0.65, 55, 0.92], 'head'),
    'The arm arcs over: a little shorter than straight, more weight in front.',
  ),
  strike('lead-elbow', 'Lead elbow', elbow('lead', [0.6, 45, 0.95]), 'Upper arm only.'),
  strike(
    'rear-elbow',
    'Rear elbow',
    elbow('rear', [0.65, 65, 0.95]),
    'Upper arm only, the rear shoulder through.',
  ),
  strike(
    'lead-push-kick',
    'Lead push kick',
    pushed('leg', 'lead', [0.35, 40, 0.98]),
    'Stands on the rear foot; the hip pushes after the sole.',
  ),
  strike(
    'rear-push-kick',
    'Rear push kick',
    pushed('leg', 'rear', [1, 55, 0.98]),
    'Stands on the lead foot; the rear hip comes through.',
  ),
  strike('rear-round-kick-thigh', 'Rear round kick, thigh', roundKick('rear', 'thigh'), ROUND_WHY),
  strike('rear-round-kick-body', 'Rear round kick, body', roundKick('rear', 'body'), ROUND_WHY),
  strike('rear-round-kick-head', 'Rear round kick, head', roundKick('rear', 'head'), ROUND_WHY),
  strike('lead-round-kick-thigh', 'Switched lead round kick, thigh', roundKick('lead', 'thigh'), ROUND_WHY),
  strike('lead-round-kick-body', 'Switched lead round kick, body', roundKick('lead', 'body'), ROUND_WHY),
  strike('lead-round-kick-head', 'Switched lead round kick, head', roundKick('lead', 'head'), ROUND_WHY),
  strike(
    'lead-knee',
    'Lead knee',
    pushed('knee', 'lead', [0.3, 40, 1]),
    'The thigh only, the hip thrust after it.',
  ),
  strike(
    'rear-knee',
    'Rear knee',
    pushed('knee', 'rear', [1, 65, 1]),
    'The thigh only, the rear hip through.',
  ),
];

export function strikeOf(id: StrikeId): Strike {
  const found = STRIKES.find((one) => one.id === id);
  if (!found) throw new Error(`no strike "${id}"`);
  return found;
}

/** A strike as a coach calls it; one that is not known keeps its own name. */
export const strikeName = (id: string): string =>
  STRIKES.find((one) => one.id === id)?.name.toLowerCase() ?? id;

/** From start to contact, seconds (from memory). */
const CONTACT_S: Readonly<Record<Strike['limb'], number>> = {
  hand: 0.35,
  elbow: 0.35,
  leg: 0.7,
  knee: 0.7,
  'round-kick': 0.7,
};
const JAB_S = 0.3;

/** Which side throws a strike, and how long it takes to its contact; one that is not known is a lead hand. */
export function strikeTiming(id: string): { readonly side: Strike['side']; readonly contactS: number } {
  const known = STRIKES.find((one) => one.id === id);
  if (!known) return { side: 'lead', contactS: CONTACT_S.hand };
  return { side: known.side, contactS: known.id === 'jab' ? JAB_S : CONTACT_S[known.limb] };
}

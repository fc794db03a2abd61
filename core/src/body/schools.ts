/** Limits of the rule engine. Ratios are of the student's own fitted separation. */
export interface RuleLimits {
  /** Feet nearer than the larger of these two are together: a share of the separation, and foot breadths. */
  readonly togetherRatio: number;
  readonly togetherBreadths: number;
  /** Nearer than this the stance is narrowed, which is worth a note. */
  readonly narrowedRatio: number;
  readonly overstretchRatio: number;
  /** How far the line from foot to foot may differ from the stance's after a move. */
  readonly restoreRatio: number;
  readonly halfStepRatio: number;
  readonly facingDeg: number;
  /** Direction of a step against the planned one. */
  readonly directionDeg: number;
  /** A step shorter or longer than planned by this share of the planned step. */
  readonly stepShare: number;
  /** Crossing: left ball to the right of the right ball by this many foot breadths. */
  readonly crossedBreadths: number;
  /** An excursion from the gap band shorter than this is a sway, not a fault. */
  readonly bandExcursionS: number;
  /** A first landing this share of a beat away from the student's own beat is off it. */
  readonly beatShare: number;
  /** A walk this share faster or slower than asked is at another tempo. */
  readonly tempoShare: number;
}

/** When the feet leave and reach the floor inside one move. Shares of the move's interval. */
export interface StepTiming {
  readonly travel: 'lift' | 'drag';
  readonly flightShare: number;
  /** Pause between the first foot's landing and the second foot's lift. */
  readonly betweenShare: number;
  /** A slow tempo does not make a slow foot: flights last at most this long. */
  readonly longestFlightS: number;
}

export interface School {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  /** Ball-to-ball separation as a multiple of shoulder width, kept within the two ends. */
  readonly separationShoulders: number;
  readonly separationAtLeastM: number;
  readonly separationAtMostM: number;
  /** Between the line through the feet and the target line: 90 square, small side-on. */
  readonly stanceAngleDeg: number;
  /** Toe headings, degrees outward from the facing. */
  readonly leadToeOutDeg: number;
  readonly rearToeOutDeg: number;
  readonly leadHeelUp: boolean;
  readonly rearHeelUp: boolean;
  readonly weightOnLead: number;
  /** Standing height as a fraction of upright. */
  readonly heightShare: number;
  /** The longest mid-move separation a plan may use; leaves room below the overstretch limit. */
  readonly planStretchRatio: number;
  readonly limits: RuleLimits;
  readonly timing: StepTiming;
  readonly basis: readonly Basis[];
}

export type SchoolId = 'shoulder-width' | 'wide-base' | 'tall-square' | 'side-on' | 'neutral';

/** Why a number is what it is, and on whose authority. */
export interface Basis {
  readonly number: string;
  readonly standing: 'published' | 'common practice' | 'own choice';
  readonly why: string;
}

/** The limits of every school, and what one of a club's own has where it says nothing. */
export const LIMITS: RuleLimits = {
  togetherRatio: 0.4,
  togetherBreadths: 2.2,
  narrowedRatio: 0.6,
  overstretchRatio: 1.4,
  restoreRatio: 0.12,
  halfStepRatio: 0.4,
  facingDeg: 15,
  directionDeg: 30,
  stepShare: 0.25,
  crossedBreadths: 0.5,
  bandExcursionS: 0.3,
  beatShare: 0.25,
  tempoShare: 0.1,
};

const LIFT: StepTiming = {
  travel: 'lift',
  flightShare: 0.3,
  betweenShare: 0.08,
  longestFlightS: 0.32,
};
const DRAG: StepTiming = {
  travel: 'drag',
  flightShare: 0.34,
  betweenShare: 0.06,
  longestFlightS: 0.38,
};

const because = (number: string, standing: Basis['standing'], why: string): Basis => ({
  number,
  standing,
  why,
});

/** Reasons for the numbers that a school does not set for itself, in the order of the type. */
const COMMON_BASIS: readonly Basis[] = [
  because('separationShoulders', 'own choice', 'Ball to ball as a multiple of the shoulder width.'),
  because('separationAtLeastM', 'own choice', 'No lower end that matters: any body is wider.'),
  because('separationAtMostM', 'own choice', 'No upper end that matters: any body is narrower.'),
  because('stanceAngleDeg', 'own choice', 'Between side-on and square.'),
  because('leadToeOutDeg', 'common practice', 'Lead foot at the target.'),
  because('rearToeOutDeg', 'common practice', 'The rear foot turns out about 45 degrees.'),
  because('leadHeelUp', 'own choice', 'The lead foot carries flat until it steps.'),
  because('rearHeelUp', 'common practice', 'The rear heel is up, so the calf can push at once.'),
  because('weightOnLead', 'common practice', 'Even weight leaves both feet free to go first.'),
  because('heightShare', 'own choice', 'Boxers stand lower than they walk.'),
  because(
    'planStretchRatio',
    'own choice',
    'A plan that opens the stance to 1.34 leaves what a recording needs to be sure of before overstretching.',
  ),
  because('limits.togetherRatio', 'own choice', 'Below four tenths of the stance a push or a sweep tips it.'),
  because(
    'limits.togetherBreadths',
    'own choice',
    'Nearer than two feet and a little there is no base, whatever the stance.',
  ),
  because('limits.narrowedRatio', 'own choice', 'Worth seeing, not yet a loss of the base.'),
  because(
    'limits.overstretchRatio',
    'own choice',
    'Beyond 1.4 the next step has to gather the stance first.',
  ),
  because('limits.restoreRatio', 'own choice', 'Five to seven centimetres for most bodies.'),
  because(
    'limits.halfStepRatio',
    'own choice',
    'A longer step commits the weight until it lands, and opens the stance beyond 1.4 in its middle.',
  ),
  because('limits.facingDeg', 'own choice', 'One step of the eye.'),
  because('limits.directionDeg', 'own choice', 'Off by more, the step went somewhere else.'),
  because('limits.stepShare', 'own choice', 'A quarter of a half step is three to six centimetres.'),
  because(
    'limits.crossedBreadths',
    'own choice',
    'Ankles pass when the balls are half a foot past each other.',
  ),
  because('limits.bandExcursionS', 'own choice', 'Shorter is a sway, not a loss of distance.'),
  because('limits.beatShare', 'own choice', 'A quarter of a beat is heard by everyone in the room.'),
  because('limits.tempoShare', 'own choice', 'A tenth faster or slower is another tempo.'),
  because('timing.travel', 'own choice', 'Lifting costs no friction; some schools slide.'),
  because('timing.flightShare', 'own choice', 'Two short flights and double support fill a beat.'),
  because('timing.betweenShare', 'common practice', 'The second foot lands almost with the first.'),
  because('timing.longestFlightS', 'own choice', 'A slow tempo does not make a slow foot.'),
];

/** Every number with its reason: the school's own where it has one, else the common one. */
const basisOf = (...own: readonly Basis[]): readonly Basis[] =>
  COMMON_BASIS.map((common) => own.find(({ number }) => number === common.number) ?? common);

const NO_LOWER_END_M = 0.2;
const NO_UPPER_END_M = 1.2;

export const SCHOOLS: readonly (School & { readonly id: SchoolId })[] = [
  {
    id: 'shoulder-width',
    name: 'Shoulder width',
    summary: 'Feet a shoulder width apart, lead toe at the target, rear foot turned out.',
    separationShoulders: 1.15,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 45,
    leadToeOutDeg: 0,
    rearToeOutDeg: 45,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.5,
    heightShare: 0.94,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because(
        'separationShoulders',
        'own choice',
        'A shoulder width is taught between the feet; ball to ball adds about the breadth of a foot.',
      ),
      because('stanceAngleDeg', 'own choice', 'Equal parts width and length.'),
      because('rearToeOutDeg', 'common practice', 'The rear foot turns out about 45 degrees.'),
      because('weightOnLead', 'common practice', 'Even weight leaves both feet free to go first.'),
      because('rearHeelUp', 'common practice', 'The calf can push at once.'),
    ),
  },
  {
    id: 'wide-base',
    name: 'Wide base',
    summary: 'Two to three feet between the feet: a low, solid base to hit from.',
    separationShoulders: 1.55,
    separationAtLeastM: 0.61,
    separationAtMostM: 0.91,
    stanceAngleDeg: 42,
    leadToeOutDeg: 0,
    rearToeOutDeg: 45,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.5,
    heightShare: 0.9,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: DRAG,
    basis: basisOf(
      because('separationAtLeastM', 'common practice', 'Two feet between the feet.'),
      because('separationAtMostM', 'common practice', 'Three feet between the feet.'),
      because('separationShoulders', 'own choice', 'Puts an average adult in the middle of it.'),
      because('stanceAngleDeg', 'own choice', 'A little longer than wide, so the base resists a push.'),
      because('timing.travel', 'own choice', 'A wide base is mostly moved by sliding.'),
    ),
  },
  {
    id: 'tall-square',
    name: 'Tall and square',
    summary: 'Kickboxing: upright and facing the opponent, more weight in front, ready to kick.',
    separationShoulders: 1.2,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 60,
    leadToeOutDeg: 5,
    rearToeOutDeg: 25,
    leadHeelUp: false,
    rearHeelUp: true,
    weightOnLead: 0.6,
    heightShare: 0.97,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because('weightOnLead', 'common practice', 'About a fifth more forward than even.'),
      because('heightShare', 'own choice', 'A deep stance has to rise before it can kick or check.'),
      because('separationShoulders', 'common practice', 'A little wider than the shoulders.'),
      because('stanceAngleDeg', 'own choice', 'Square enough for the rear leg to kick without a turn.'),
      because('rearToeOutDeg', 'own choice', 'Hips nearly to the front.'),
    ),
  },
  {
    id: 'side-on',
    name: 'Long side-on',
    summary: 'Feet nearly on one line to the target: long, narrow, hard to hit.',
    separationShoulders: 1.4,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 22,
    leadToeOutDeg: 0,
    rearToeOutDeg: 75,
    leadHeelUp: true,
    rearHeelUp: true,
    weightOnLead: 0.45,
    heightShare: 0.92,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because('stanceAngleDeg', 'own choice', 'Side-on, but with room for the feet to pass.'),
      because('separationShoulders', 'own choice', 'Long, for the in-and-out.'),
      because('rearToeOutDeg', 'own choice', 'The rear foot follows the hip.'),
      because('weightOnLead', 'own choice', 'A little back, so the lead foot is free to go.'),
    ),
  },
  {
    id: 'neutral',
    name: 'Neutral',
    summary: 'Feet parallel and level, for hooks and uppercuts from either side.',
    separationShoulders: 1.2,
    separationAtLeastM: NO_LOWER_END_M,
    separationAtMostM: NO_UPPER_END_M,
    stanceAngleDeg: 84,
    leadToeOutDeg: 0,
    rearToeOutDeg: 0,
    leadHeelUp: false,
    rearHeelUp: false,
    weightOnLead: 0.5,
    heightShare: 0.93,
    planStretchRatio: 1.34,
    limits: LIMITS,
    timing: LIFT,
    basis: basisOf(
      because('leadToeOutDeg', 'common practice', 'Parallel feet.'),
      because('stanceAngleDeg', 'own choice', 'Level but for a few centimetres that keep a lead side.'),
      because('separationShoulders', 'common practice', 'A little wider than the shoulders.'),
    ),
  },
];

/** A preset by its id. A school of the club's own travels with the student instead. */
export function schoolOf(id: string): School {
  const school = SCHOOLS.find((candidate) => candidate.id === id);
  if (!school) throw new Error(`no school "${id}"`);
  return school;
}

import { longestStepM, rulerOf, type Bands, type Ruler, type StudentFit } from '../body/index.ts';
import { reachRow, USUAL_BAG } from './reach-chart.ts';
import { strikerOf, type Striker } from './reach-body.ts';
import { STRIKES, type StrikeId } from './strikes.ts';

const STRAIGHT: readonly StrikeId[] = ['jab', 'cross'];
const POCKET: readonly StrikeId[] = ['lead-hook', 'rear-hook', 'lead-uppercut', 'rear-uppercut'];
const CLOSE: readonly StrikeId[] = ['lead-elbow', 'rear-elbow', 'lead-knee'];

/** Radius of the usual bag, metres. */
const BAG_RADIUS_M = USUAL_BAG.kind === 'bag' ? USUAL_BAG.radiusM : 0;

/** Nearer than this share of its limb a strike no longer fits: it is smothered (own choice). */
export const FITS_FROM = 0.75;

/**
 * The bands of one student round a usual bag, as distances of the stance centre from the middle of the
 * bag. A band is a set of strikes: its far edge is the furthest contact of the set, its near edge where the last
 * of them stops fitting. Bands may overlap, and a long leg's may reach beyond a short arm's: they are a list, no
 * division of the gap. One step reaches the longest planned half step forward further than the straight strikes.
 * The rear knee, which may reach beyond the hooks, is of none of them.
 */
export function bandsOf(striker: Striker): Bands {
  const edges = (ids: readonly StrikeId[]): readonly [number, number] => {
    const contacts = STRIKES.filter(({ id }) => ids.includes(id))
      .map(({ id, usual }) => reachRow(striker, id, usual, USUAL_BAG).contact)
      .filter(({ touches }) => touches);
    const far = Math.max(0, ...contacts.map(({ gapM }) => gapM));
    const near = Math.min(far, ...contacts.map(({ gapM, terms }) => gapM - (1 - FITS_FROM) * terms.limbM));
    return [Math.max(0, near) + BAG_RADIUS_M, far + BAG_RADIUS_M];
  };
  const { stance } = striker;
  const [, longM] = edges(STRAIGHT);
  return {
    close: edges(CLOSE),
    pocket: edges(POCKET),
    long: edges(STRAIGHT),
    'one-step': [longM, longM + longestStepM(stance, 0)],
  };
}

/** The measures of one student for layouts: steps, stance, shoulders, rope and bands. */
export function rulerFor(student: StudentFit): Ruler {
  const striker = strikerOf(student);
  return rulerOf(striker.stance, bandsOf(striker));
}

import { longestStepM, rulerOf, type Bands, type Ruler, type StudentFit } from '../body/index.ts';
import { reachRow, USUAL_BAG } from './reach-chart.ts';
import { strikerOf, type Striker } from './reach-body.ts';
import { STRIKES, type StrikeId } from './strikes.ts';

const STRAIGHT: readonly StrikeId[] = ['jab', 'cross'];
const POCKET: readonly StrikeId[] = ['lead-hook', 'rear-hook', 'lead-uppercut', 'rear-uppercut'];
const CLOSE: readonly StrikeId[] = ['lead-elbow', 'rear-elbow', 'lead-knee', 'rear-knee'];

/** Radius of the usual bag, metres. */
const BAG_RADIUS_M = USUAL_BAG.kind === 'bag' ? USUAL_BAG.radiusM : 0;

/**
 * The bands of one student round a usual bag, as distances of the stance centre from the middle of the
 * bag: each reaches to the furthest contact of its strikes, and begins where the next nearer one ends;
 * one step reaches the longest planned half step forward further than the straight strikes.
 */
export function bandsOf(striker: Striker): Bands {
  const furthest = (ids: readonly StrikeId[]): number =>
    Math.max(
      0,
      ...STRIKES.filter(({ id }) => ids.includes(id))
        .map(({ id, usual }) => reachRow(striker, id, usual, USUAL_BAG).contact)
        .filter(({ touches }) => touches)
        .map(({ gapM }) => gapM),
    );
  const { stance } = striker;
  const halfStepM = longestStepM(stance, 0);
  const [close, pocket, long] = [furthest(CLOSE), furthest(POCKET), furthest(STRAIGHT)]
    .map((gapM) => gapM + BAG_RADIUS_M)
    .sort((a, b) => a - b) as [number, number, number];
  return {
    close: [BAG_RADIUS_M, close],
    pocket: [close, pocket],
    long: [pocket, long],
    'one-step': [long, long + halfStepM],
  };
}

/** The measures of one student for layouts: steps, stance, shoulders, rope and bands. */
export function rulerFor(student: StudentFit): Ruler {
  const striker = strikerOf(student);
  return rulerOf(striker.stance, bandsOf(striker));
}

import type { Track } from '../track/index.ts';
import { partnersDrill, type PlannedDrill } from '../pattern/index.ts';
import { checkTrack, type CheckResult, type CheckSteps } from './check.ts';

/** The same recording seen from the partner: their feet are the walker's, the student's the target's. */
function seenFromPartner(track: Track): Track | null {
  const { targetLeft, targetRight, left, right } = track;
  if (!targetLeft || !targetRight) return null;
  const feet = { headingDeg: null, z: null };
  return {
    ...track,
    left: { ...targetLeft, ...feet },
    right: { ...targetRight, ...feet },
    target: null,
    targetLeft: { x: left.x, y: left.y },
    targetRight: { x: right.x, y: right.y },
    // What was thrown was thrown by the student.
    strikes: [],
  };
}

/**
 * Checks the partner of a drill in the recording that has both: their steps against the pattern of their own. Null where
 * they do none, or where their feet were not recorded. Only the places of their feet are known, not headings or heights.
 */
export function checkPartner(drill: PlannedDrill, track: Track, steps: CheckSteps = {}): CheckResult | null {
  const theirs = partnersDrill(drill);
  const theirTrack = seenFromPartner(track);
  return theirs && theirTrack ? checkTrack(theirs, theirTrack, steps) : null;
}

import type { Edge } from '../floor/index.ts';
import type { PlacingCode, PlacingFinding } from './placing.ts';
import { formatLength, type UnitSystem } from '../measure/index.ts';

const EDGE_WORDS: Readonly<Record<Edge, string>> = { wall: 'wall', rope: 'ropes', open: 'edge of the mat' };

/** Why a finding matters, in one sentence. */
export const PLACING_WHY: Readonly<Record<PlacingCode, string>> = {
  'mark-off-floor': 'A mark that is not on the floor cannot be set out.',
  'lane-off-floor': 'Somebody would step off the floor here.',
  'near-edge': 'Someone who looks at the target does not see the edge behind them.',
  'lanes-too-near': 'Two people who leave their lanes towards each other meet here.',
  'near-fixture': 'Posts and benches do not give.',
  'mark-in-fixture': 'Nothing can be set down there.',
  'stands-in-lane': 'Whoever moves there runs into it.',
  'in-swing': 'A swinging bag hits neighbours: keep twice its swing free, or work it in an empty gym.',
  'door-blocked': 'The way out stays free.',
  'tall-cone-behind': 'Who moves backward steps on what they do not see: use flat markers.',
};

/** One finding in words a coach can act on, with its measure. */
export function placingWords(found: PlacingFinding, edge: Edge, units: UnitSystem): string {
  const value = formatLength(found.valueM, units);
  const limit = formatLength(found.limitM, units);
  const { subject, other } = found;
  switch (found.code) {
    case 'mark-off-floor':
      return `${subject} lies ${value} outside the floor.`;
    case 'lane-off-floor':
      return `${subject} reaches ${value} over the ${EDGE_WORDS[edge]}.`;
    case 'near-edge':
      return `${subject} comes within ${value} of the ${EDGE_WORDS[edge]}; it wants ${limit}.`;
    case 'lanes-too-near':
      return found.valueM === 0
        ? `${subject} overlaps ${other}; they want ${limit} between them.`
        : `${subject} and ${other} are ${value} apart; they want ${limit}.`;
    case 'near-fixture':
      return found.valueM === 0
        ? `${subject} runs into ${other}.`
        : `${subject} passes ${other} at ${value}; it wants ${limit}.`;
    case 'mark-in-fixture':
      return `${subject} stands in ${other}.`;
    case 'stands-in-lane':
      return found.valueM === 0
        ? `${subject} stands in ${other}.`
        : `${subject} is ${value} from ${other}; it needs ${limit}.`;
    case 'in-swing':
      return `${subject} is ${value} from ${other}; twice its swing is ${limit}.`;
    case 'door-blocked':
      return `${subject} stands in the way of ${other}: ${value}, where ${limit} stays free.`;
    case 'tall-cone-behind':
      return `${subject}: ${found.valueM} tall ${found.valueM === 1 ? 'cone' : 'cones'} where somebody moves backward.`;
  }
}

/** Fault names, used in code, files and exports, with the words a coach reads and why it matters. */
export const FAULTS = [
  [
    'wrong-foot-first',
    'wrong foot first',
    'The foot on the side you are going to goes first; otherwise the stance closes before it opens.',
  ],
  [
    'feet-crossed',
    'feet crossed',
    'With the ankles past each other there is no punch, no balance and no way to push off.',
  ],
  ['feet-together', 'feet together', 'Even for a moment it means no base: a push or a sweep puts you down.'],
  [
    'overstretched',
    'overstretched',
    'A stance longer than it started cannot spring; the next step has to gather it first.',
  ],
  [
    'step-too-long',
    'step too long',
    'A full step commits you until it lands. Two half steps keep every choice open.',
  ],
  [
    'stance-not-restored',
    'stance not restored',
    'The other foot follows the same distance, so the stance neither spreads nor narrows.',
  ],
  [
    'unplanned-switch',
    'unplanned switch',
    'The rear foot came past the lead foot: the stance is now the other side.',
  ],
  [
    'not-facing',
    'not facing',
    'Off the target with the lead toe, the rear hand has further to go and the lead hand points away.',
  ],
  ['missed-move', 'missed move', 'A planned half step did not happen.'],
  [
    'extra-move',
    'extra move',
    'A step that the plan does not hold, often a settling shuffle: the form before it was wrong.',
  ],
  ['wrong-direction', 'wrong direction', 'The step went somewhere else than planned.'],
  [
    'step-short',
    'step short',
    'The first foot stopped before its mark, so the whole body is late at the place it is needed.',
  ],
  [
    'step-over',
    'step over',
    'The first foot went past its mark: the distance planned from here no longer holds.',
  ],
  ['out-of-band', 'out of band', 'The gap to the target left the band the drill asks for.'],
  ['off-floor', 'off the floor', 'The ball of the foot came down outside the floor.'],
  ['cone-touched', 'cone touched', 'The foot came down on a cone: an ankle can turn on it.'],
] as const;

export type FaultName = (typeof FAULTS)[number][0];

export const faultWords = (name: FaultName): string => row(name)[1];
export const faultWhy = (name: FaultName): string => row(name)[2];

function row(name: FaultName): (typeof FAULTS)[number] {
  const found = FAULTS.find(([id]) => id === name);
  if (!found) throw new Error(`no fault "${String(name)}"`);
  return found;
}

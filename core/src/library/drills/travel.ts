import type { LibraryEntry } from '../entry.ts';
import { BALL_TURNS, FRONT_TOE, NO_SHUFFLE, WARM_UP } from '../words.ts';

export const TRAVEL: readonly LibraryEntry[] = [
  {
    id: 'fives-forward-back',
    name: 'Five forward, five back',
    purpose: 'travel',
    level: 1,
    why: 'The first thing of all: going somewhere without losing the stance.',
    lookFor: [
      'The lead foot goes first forward, the rear foot first back.',
      'The other foot goes the same way.',
    ],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'wrong-foot-first', why: 'Stepping as in walking.' },
      { fault: 'foot-not-following', why: 'The rear foot is dragged after instead of pushing.' },
    ],
    cautions: [WARM_UP],
    dose: '5 sets a side, then 60 s without a pause',
    before: [],
    after: ['fives-sideways', 'two-forward-one-back'],
    cones: 0,
    roomM: [2.5, 1.5],
    names: [],
    notation: `drill "Five forward, five back"
tempo 50
face the lane

2 times {
  5 times {
    step forward 13 cm
  }
  5 times {
    step back 13 cm
  }
}
`,
  },
  {
    id: 'fives-sideways',
    name: 'Five to each side',
    purpose: 'travel',
    level: 1,
    why: 'Sideways the stance opens and comes back to size; the feet never meet.',
    lookFor: [
      'The foot on the side of travel opens the stance.',
      'The feet are as far apart after as before.',
    ],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'feet-together', why: 'The trailing foot overshoots.' },
      { fault: 'wrong-foot-first', why: 'The near foot closes before the far one opens.' },
    ],
    cautions: [WARM_UP],
    dose: '5 sets a side',
    before: ['fives-forward-back'],
    after: ['widen-restore', 'angle-shuffle'],
    cones: 0,
    roomM: [1.5, 2.5],
    names: [],
    notation: `drill "Five to each side"
tempo 50
face the lane

2 times {
  5 times {
    step left 13 cm
  }
  5 times {
    step right 13 cm
  }
}
`,
  },
  {
    id: 'two-forward-one-back',
    name: 'Two forward, one back',
    purpose: 'travel',
    level: 1,
    why: 'Pressing without running in: ground is won, and the way back stays open.',
    lookFor: ['All three steps are as long.', 'The change of direction costs no extra step.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'step-too-long', why: 'The second step forward is hurried.' },
      { fault: 'off-beat', why: 'The turn from forward to back is late.' },
    ],
    cautions: [WARM_UP],
    dose: '3 lengths of the mat a side',
    before: ['fives-forward-back'],
    after: ['in-and-out'],
    cones: 0,
    roomM: [3, 1.5],
    names: [],
    notation: `drill "Two forward, one back"
tempo 50
face the lane

5 times {
  2 times {
    step forward 0.3 stances
  }
  step back 0.3 stances
}
`,
  },
  {
    id: 'bounce-ladder',
    name: 'Three bounces and a step, two, one',
    purpose: 'travel',
    level: 2,
    why: 'The push comes from the calf: small bounces keep it ready, the step takes it.',
    lookFor: ['The feet do not leave the floor in the bounce.', 'Bounces and steps stay on one beat.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'off-the-ground', why: 'Jumping instead of bouncing on the balls.' },
      { fault: 'wrong-count', why: 'The feet run ahead of the count.' },
    ],
    cautions: [WARM_UP],
    dose: '2 to 3 sets a side, down the length of the mat',
    before: ['fives-forward-back'],
    after: ['in-and-out'],
    cones: 0,
    roomM: [3.5, 1.5],
    names: [],
    notation: `drill "Three bounces and a step, two, one"
tempo 50
face the lane

4 times "three" {
  bounce 3 times
  step forward 13 cm
}
4 times "two" {
  bounce 2 times
  step forward 13 cm
}
4 times "one" {
  bounce 1 times
  step forward 13 cm
}
`,
  },
  {
    id: 'in-and-out',
    name: 'In and out',
    purpose: 'range',
    level: 2,
    why: 'Into range and really out of it again: both feet both ways.',
    lookFor: ['In the lead foot first, out the rear foot first.', 'Both feet leave.'],
    selfCheck: 'Look down after the way out: both feet stand where they began.',
    faults: [
      { fault: 'half-exit', why: 'One foot comes back and the other stays to watch.' },
      { fault: 'wrong-foot-first', why: 'The lead foot pulls the body back.' },
    ],
    cautions: [WARM_UP],
    dose: '30 s a side, growing to 60 s',
    before: ['two-forward-one-back'],
    after: ['in-and-out-jab', 'in-out-in-returns'],
    cones: 0,
    roomM: [2, 1.5],
    names: [],
    notation: `drill "In and out"
tempo 50
face the lane

8 times {
  in and out 0.33 stances
}
`,
  },
  {
    id: 'in-and-out-jab',
    name: 'In with the jab, and out',
    purpose: 'range',
    level: 3,
    why: 'The jab carries you in: it lands as the lead foot lands, and the whole body leaves.',
    lookFor: ['One sound: foot and glove.', 'The way out begins at once.'],
    selfCheck: 'The jab touches the bag with a straight arm, and nothing touches after the way out.',
    faults: [
      { fault: 'strike-late', why: 'First the step, then the hand: the weight of the step is spent.' },
      { fault: 'half-exit', why: 'Admiring the jab.' },
    ],
    cautions: [WARM_UP],
    dose: '3 rounds of 60 s a side',
    before: ['in-and-out'],
    after: ['in-out-in-returns', 'swinging-bag-step'],
    cones: 0,
    roomM: [2.5, 1.5],
    names: [],
    notation: `drill "In with the jab, and out"
tempo 45
face the target
target bag 75 cm ahead radius 18 cm

6 times {
  in and out 0.33 stances, with jab
}
`,
  },
  {
    id: 'widen-restore',
    name: 'Widen and restore',
    purpose: 'balance',
    level: 2,
    why: 'A wide base for a moment, and back to the same width every time.',
    lookFor: ['The foot goes straight out to its side.', 'The same foot closes to the same mark.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'stance-not-restored', why: 'The closing foot stops short.' },
      { fault: 'step-over', why: 'Reaching further than the hips can hold.' },
    ],
    cautions: [WARM_UP],
    dose: '10 a side',
    before: ['fives-sideways'],
    after: ['weight-transfer'],
    cones: 0,
    roomM: [1.5, 2],
    names: [],
    notation: `drill "Widen and restore"
tempo 45
face the lane

4 times {
  widen right by 0.4 of the stance
  hold
  restore right
  widen left by 0.3 of the stance
  hold
  restore left
}
`,
  },
  {
    id: 'weight-transfer',
    name: 'Give the weight and catch it',
    purpose: 'balance',
    level: 2,
    why: 'Weight goes from leg to leg and is caught before it tips the body over.',
    lookFor: ['The feet stay where they are but for a light lift.', 'The head stays between the feet.'],
    selfCheck: 'Stop on any beat: you stand still.',
    faults: [
      { fault: 'extra-move', why: 'A catching step: the weight went too far.' },
      { fault: 'off-beat', why: 'The weight is caught too late to be ready on the beat.' },
    ],
    cautions: [WARM_UP],
    dose: '60 s a side',
    before: ['widen-restore'],
    after: ['weave-close-in'],
    cones: 0,
    roomM: [1.5, 1.5],
    names: [],
    notation: `drill "Give the weight and catch it"
tempo 45
face the lane

6 times {
  feint rear foot
  hold
  feint lead foot
  hold
}
`,
  },
  {
    id: 'stance-switching',
    name: 'Switch without announcing it',
    purpose: 'balance',
    level: 3,
    why: 'The same control with the other foot in front, and no big movement that tells of it.',
    lookFor: ['The middle of the feet stays.', 'The stance after it is the mirror of the one before.'],
    selfCheck: 'Between two chalk lines: after the switch each toe touches the other line.',
    faults: [
      { fault: 'centre-drift', why: 'Jumping forward into the switch.' },
      { fault: 'not-mirrored', why: 'The new rear foot does not turn out.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: '10 of each',
    before: ['fives-sideways', 'widen-restore'],
    after: ['free-movement'],
    cones: 0,
    roomM: [5, 2],
    names: [],
    notation: `drill "Switch without announcing it"
tempo 40
face the lane

3 times {
  switch in place
  step forward 13 cm
  switch in place
  step back 13 cm
  switch stepping
  hold
  switch stepping
  hold
}
`,
  },
  {
    id: 'free-movement',
    name: 'Free movement on calls',
    purpose: 'travel',
    level: 3,
    why: 'Every direction without a pause: nobody knows what comes next. The calls were drawn once and stay the same.',
    lookFor: ['No direction needs a step of preparation.', 'The feet never meet and never cross.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'feet-crossed', why: 'Following the call with the far foot.' },
      { fault: 'feet-together', why: 'Resting between two calls.' },
    ],
    cautions: [WARM_UP],
    dose: '30 s, with a switch of sides, three times',
    before: ['fives-sideways', 'stance-switching'],
    after: ['arc-walk-change'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Free movement on calls"
tempo 55
face the lane

step right 0.3 stances
step back 0.3 stances
step left 0.3 stances
step left 0.3 stances
step forward 0.3 stances
switch in place
step forward 0.3 stances
step right 0.3 stances
hold
step back 0.3 stances
step left 0.3 stances
step forward 0.3 stances
switch in place
step right 0.3 stances
step back 0.3 stances
step forward 0.3 stances
step left 0.3 stances
step back 0.3 stances
`,
  },
];

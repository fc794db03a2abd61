import type { LibraryEntry } from '../entry.ts';
import { BALL_TURNS, FRONT_TOE, NO_SHUFFLE, PARTNER_SLOW, WARM_UP } from '../words.ts';

export const ANGLES: readonly LibraryEntry[] = [
  {
    id: 'angle-shuffle',
    name: 'Angle shuffle',
    purpose: 'angles',
    level: 2,
    why: 'Forward, and then off to the side: the first angle, with nothing but steps.',
    lookFor: ['The step off goes with the foot of its side.', 'The facing stays where it was.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'wrong-foot-first', why: 'The lead foot goes first out of habit.' },
      { fault: 'feet-crossed', why: 'Going left with the right foot.' },
    ],
    cautions: [WARM_UP],
    dose: '60 s a side',
    before: ['fives-sideways'],
    after: ['angle-step-strike', 'quarter-turns'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Angle shuffle"
tempo 50
face the lane

3 times {
  step forward 0.3 stances
  step 45 right 0.3 stances
  step back 0.3 stances
  step forward 0.3 stances
  step 45 left 0.3 stances
  step back 0.3 stances
}
`,
  },
  {
    id: 'angle-step-strike',
    name: 'Angle step and strike',
    purpose: 'angles',
    level: 3,
    why: 'Off their line and back on the target before they have turned: then the strike.',
    lookFor: ['The second foot comes round until the stance looks at the bag.', 'The strike waits for it.'],
    selfCheck: 'The lead toe points at the middle of the bag after every step.',
    faults: [
      { fault: 'not-facing', why: 'The angle is taken without the turn.' },
      { fault: 'step-short', why: 'A step too short is still in their line.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: '10 a side',
    before: ['angle-shuffle'],
    after: ['pivot-exit', 'step-in-hook-outside'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Angle step and strike"
tempo 40
face the target
target bag 55 cm ahead radius 18 cm

3 times {
  angle step 45 left 0.33 stances
  hold, then cross
  step back 0.3 stances
}
`,
  },
  {
    id: 'quarter-turns',
    name: 'Quarter turns',
    purpose: 'angles',
    level: 2,
    why: 'A new front in one beat, on the ball of the lead foot.',
    lookFor: [
      'The ball stays, the rear foot swings on a circle.',
      'The stance is as long after it as before.',
    ],
    selfCheck: 'Four of them bring you back onto your own chalk marks.',
    faults: [
      { fault: 'pivot-short', why: 'The shoulders arrive, the foot does not.' },
      { fault: 'ball-drift', why: 'Stepping instead of turning.' },
      { fault: 'pivot-radius', why: 'The rear foot takes the short way.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: '4 to the left, 4 to the right, a side',
    before: ['angle-shuffle'],
    after: ['pivot-exit'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Quarter turns"
tempo 40
face the lane

4 times {
  pivot 90 left on the lead foot
  hold
}
4 times {
  pivot 90 right on the lead foot
  hold
}
`,
  },
  {
    id: 'pivot-exit',
    name: 'Pivot exit',
    purpose: 'angles',
    level: 3,
    why: 'After a counter nobody stays: a pivot leaves their line, a step leaves their range.',
    lookFor: ['First the turn, then the step out.', 'The step goes back, not across.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'pivot-short', why: 'The way out is taken before the turn is done.' },
      { fault: 'foot-not-following', why: 'One foot leaves.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: '10 a side',
    before: ['quarter-turns', 'angle-step-strike'],
    after: ['step-back-pivot'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Pivot exit"
tempo 40
face the lane

3 times {
  step forward 0.3 stances
  hold, then cross
  pivot 60 left on the lead foot
  step back 0.3 stances
  pivot 60 right on the lead foot
}
`,
  },
  {
    id: 'step-across-roll-out',
    name: 'Step across and roll out',
    purpose: 'angles',
    level: 4,
    why: 'Outside their lead foot while slipping, and out under the answer to the other side.',
    lookFor: [
      'The near foot goes to the outside.',
      'The roll goes with the foot of its side, and loads that hip.',
    ],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'wrong-direction', why: 'Across becomes straight in.' },
      { fault: 'foot-not-following', why: 'Only the head rolls out.' },
    ],
    cautions: [PARTNER_SLOW],
    dose: '10 a side',
    before: ['angle-step-strike', 'slip-line'],
    after: ['outside-kick-mirrored'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Step across and roll out"
tempo 40
face the lane

3 times {
  step across left at 45 0.33 stances
  hold, then cross
  roll out right at 60 0.3 stances
  step back 0.3 stances
}
`,
  },
  {
    id: 'step-back-pivot',
    name: 'Back on the counter, then pivot',
    purpose: 'angles',
    level: 4,
    why: 'The counter falls short of one half step back; the pivot makes them turn before they throw again.',
    lookFor: ['One half step, not a retreat.', 'The pivot begins when both feet are down.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'step-too-long', why: 'Running from the counter.' },
      { fault: 'pivot-over', why: 'Turning the back on them.' },
    ],
    cautions: [BALL_TURNS, PARTNER_SLOW],
    dose: '10 a side',
    before: ['pivot-exit'],
    after: ['retreat-counter'],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Back on the counter, then pivot"
tempo 40
face the lane

3 times {
  step back 0.33 stances
  pivot 45 left on the lead foot
  hold, then cross
  step forward 0.33 stances
  pivot 45 right on the lead foot
}
`,
  },
  {
    id: 'arc-walk-change',
    name: 'Circle them, and change',
    purpose: 'angles',
    level: 3,
    why: 'On a circle round them you leave their line and keep your range; the change of direction comes when they have turned.',
    lookFor: ['The gap stays the same all the way round.', 'The outer foot goes first both ways.'],
    selfCheck: 'The lead hand touches the bag anywhere on the circle.',
    faults: [
      { fault: 'out-of-band', why: 'Circling yourself instead of them.' },
      { fault: 'wrong-foot-first', why: 'Walking after a partner sideways with the far foot.' },
    ],
    cautions: [WARM_UP],
    dose: '3 rounds of 60 s',
    before: ['free-movement'],
    after: ['swinging-bag-step'],
    cones: 0,
    roomM: [4, 4],
    names: [],
    notation: `drill "Circle them, and change"
tempo 50
face the target
target bag 90 cm ahead radius 18 cm

2 times {
  arc walk 4 steps of 6 clockwise
  hold
  arc walk 4 steps of 6 anticlockwise
  hold
}
`,
  },
  {
    id: 'step-in-hook-outside',
    name: 'In with the hook from outside',
    purpose: 'strikes',
    level: 4,
    why: 'From outside their lead foot the hook comes round the guard; the step brings it, the rear leg drives it.',
    lookFor: ['First outside, then in.', 'The hook after both feet are down.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'strike-early', why: 'The hook is thrown on the way.' },
      { fault: 'wrong-direction', why: 'Straight in, into their rear hand.' },
    ],
    cautions: [PARTNER_SLOW],
    dose: '10 a side',
    before: ['angle-step-strike'],
    after: [],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "In with the hook from outside"
tempo 40
face the target
target bag 63 cm ahead radius 18 cm

3 times {
  angle step 45 left 0.3 stances
  step forward 0.3 stances, then lead hook
  step back 0.3 stances
  step back 0.12 stances
}
`,
  },
];

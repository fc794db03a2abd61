import type { LibraryEntry } from '../entry.ts';
import { BALL_TURNS, FLAT_MARKERS, FRONT_TOE, NO_SHUFFLE, PARTNER_SLOW, WARM_UP } from '../words.ts';

export const LINE: readonly LibraryEntry[] = [
  {
    id: 'weave-cones',
    name: 'Zigzag through five cones, and back',
    purpose: 'line',
    level: 2,
    why: 'The near leg first and the other pushes, to either side alike. At 1.5 m the cones are clean for every body; set out for one student they stand closer.',
    lookFor: ['Every cone is passed close, on its own side.', 'The facing stays down the lane.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'wrong-side-of-cone', why: 'Looking at the cone instead of down the lane.' },
      { fault: 'wrong-foot-first', why: 'The far leg steps across.' },
    ],
    cautions: [FLAT_MARKERS, WARM_UP],
    dose: 'There and back three times, then faster',
    before: ['fives-sideways'],
    after: ['weave-single-marker', 'slip-line'],
    cones: 5,
    roomM: [9, 3],
    names: [],
    notation: `drill "Zigzag through five cones, and back"
tempo 55
face the lane

weave 5 cones 1.5 m apart, passed at 70 cm, first on the left, from 6 m 4 m heading 0, flat cones of radius 10 cm, there and back, 1 laps, alike to both sides
`,
  },
  {
    id: 'weave-single-marker',
    name: 'Round one marker',
    purpose: 'line',
    level: 2,
    why: 'The zigzag with one cone only: past it, and back on the other side, until it needs no looking.',
    lookFor: ['The near leg goes first on both sides.', 'The marker is never touched.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'cone-touched', why: 'Passing closer than the foot is long.' },
      { fault: 'feet-together', why: 'Turning round the marker instead of passing it.' },
    ],
    cautions: [FLAT_MARKERS, WARM_UP],
    dose: '60 s a side',
    before: ['weave-cones'],
    after: ['weave-partner-pushing'],
    cones: 1,
    roomM: [3, 3],
    names: [],
    notation: `drill "Round one marker"
tempo 50
face the lane

weave 1 cones 1.5 m apart, passed at 70 cm, first on the left, from 6 m 6 m heading 0, flat cones of radius 10 cm, there and back, 3 laps, alike to both sides
`,
  },
  {
    id: 'weave-partner-pushing',
    name: 'Off the line while they push in',
    purpose: 'line',
    level: 3,
    why: 'The zigzag against somebody who walks in: back and to a side, back and to the other.',
    lookFor: ['Every step leaves the line of their walk.', 'The gap stays as it began.'],
    selfCheck: 'After each step the lead hand just touches their guard.',
    faults: [
      { fault: 'out-of-band', why: 'Backing straight up, or staying a step too long.' },
      { fault: 'step-short', why: 'A step too short to leave their line.' },
    ],
    cautions: [PARTNER_SLOW, FLAT_MARKERS],
    dose: '3 rounds of 60 s, roles changed',
    before: ['weave-single-marker'],
    after: ['retreat-counter'],
    cones: 0,
    roomM: [4, 3],
    names: [
      { fault: 'in-their-line', reason: 'Between two steps off it the line is crossed: that is the drill.' },
    ],
    notation: `drill "Off the line while they push in"
tempo 40
face the target
gap within 30 cm of the plan
target partner 1.2 m ahead radius 0 cm
partner faces the target {
  6 times {
    step forward 0.22 stances
  }
}

3 times {
  step 135 right 0.3 stances
  step 135 left 0.3 stances
}
`,
  },
  {
    id: 'slip-line',
    name: 'Under the line, forward',
    purpose: 'line',
    level: 2,
    why: 'Head and hips go under a rope together, one side to the other, the feet small under them.',
    lookFor: ['The foot on that side goes first, at 45 degrees.', 'Both feet go the same way each pass.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'foot-not-following', why: 'The head goes alone and the far foot stays.' },
      { fault: 'step-too-long', why: 'Diving under instead of bending the knees.' },
    ],
    cautions: [WARM_UP],
    dose: 'Blocks of 1 to 2 minutes',
    before: ['fives-sideways', 'weave-cones'],
    after: ['slip-line-back', 'slip-line-near-hand'],
    cones: 0,
    roomM: [4, 2],
    names: [],
    notation: `drill "Under the line, forward"
tempo 45
face the lane

slip left forward 13 cm 10 passes
`,
  },
  {
    id: 'slip-line-back',
    name: 'Under the line, backward',
    purpose: 'line',
    level: 3,
    why: 'The same going back: harder, and the way most people forget.',
    lookFor: ['The foot on that side leads back.', 'The passes are as long as going forward.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'wrong-foot-first', why: 'The lead foot steps through.' },
      { fault: 'step-short', why: 'Nobody likes to go where nothing is seen.' },
    ],
    cautions: [FLAT_MARKERS, WARM_UP],
    dose: 'Blocks of 1 to 2 minutes',
    before: ['slip-line'],
    after: ['slip-line-far-hand'],
    cones: 0,
    roomM: [4, 2],
    names: [],
    notation: `drill "Under the line, backward"
tempo 40
face the lane

slip left back 13 cm 10 passes
`,
  },
  {
    id: 'slip-line-near-hand',
    name: 'Under the line with the near hand',
    purpose: 'line',
    level: 3,
    why: 'After each pass the hand nearest to the line is loaded: it goes first.',
    lookFor: ['The feet are down before the hand goes.', 'The hip of that side turns with it.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'strike-early', why: 'Punching out of the step.' },
      { fault: 'stance-not-restored', why: 'Reaching instead of standing.' },
    ],
    cautions: [WARM_UP],
    dose: 'Blocks of 1 to 2 minutes',
    before: ['slip-line'],
    after: ['slip-line-far-hand'],
    cones: 0,
    roomM: [3.5, 2],
    names: [],
    notation: `drill "Under the line with the near hand"
tempo 40
face the lane

4 times {
  slip left forward 13 cm 1 passes, then lead hook
  slip right forward 13 cm 1 passes, then cross
}
`,
  },
  {
    id: 'slip-line-far-hand',
    name: 'Under the line with the far hand',
    purpose: 'line',
    level: 4,
    why: 'The far hand has further to come: back to neutral first, or the feet go without a base.',
    lookFor: [
      'A hold between the strike and the next pass.',
      'The stance is whole before the feet go again.',
    ],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'off-beat', why: 'The next pass begins while the hand is still out.' },
      { fault: 'foot-not-following', why: 'The hip is still turned over.' },
    ],
    cautions: [WARM_UP],
    dose: 'Blocks of 1 to 2 minutes',
    before: ['slip-line-near-hand', 'slip-line-back'],
    after: ['slip-line-two-strikes-hook'],
    cones: 0,
    roomM: [3.5, 2],
    names: [],
    notation: `drill "Under the line with the far hand"
tempo 40
face the lane

4 times {
  slip left forward 13 cm 1 passes, then cross
  hold
  slip right forward 13 cm 1 passes, then jab
  hold
}
`,
  },
  {
    id: 'slip-line-short-kicks',
    name: 'Under the line with short kicks',
    purpose: 'kicks',
    level: 4,
    why: 'Out from under the line straight into a kick: only a stance that is whole can lift a leg.',
    lookFor: ['The pass ends before the knee rises.', 'The foot comes down where it stood.'],
    selfCheck: 'The kicking foot comes back onto its own chalk mark.',
    faults: [
      { fault: 'wrong-return', why: 'Falling out of the kick.' },
      { fault: 'ball-drift', why: 'The standing foot slides under a body that leans.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: 'Blocks of 1 minute',
    before: ['slip-line-near-hand', 'round-kick-step-pivot'],
    after: [],
    cones: 0,
    roomM: [3.5, 2],
    names: [],
    notation: `drill "Under the line with short kicks"
tempo 35
face the lane

3 times {
  slip left forward 13 cm 1 passes
  push kick rear leg down behind, for 2 beats
  slip right forward 13 cm 1 passes
  knee down behind, for 2 beats
}
`,
  },
  {
    id: 'slip-line-two-strikes-hook',
    name: 'Two strikes, under, hook',
    purpose: 'line',
    level: 4,
    why: 'Two straight hands draw the answer out; the pass goes under it, and the hook waits on the other side.',
    lookFor: ['Both straight hands from a standing stance.', 'The hook comes after both feet are down.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'strike-early', why: 'The hook is thrown out of the pass.' },
      { fault: 'step-over', why: 'The pass is a leap.' },
    ],
    cautions: [WARM_UP],
    dose: '3 rounds of 60 s a side',
    before: ['slip-line-far-hand'],
    after: ['slip-counter-tempo'],
    cones: 0,
    roomM: [3, 2],
    names: [],
    notation: `drill "Two strikes, under, hook"
tempo 40
face the lane

4 times {
  hold, then jab, then cross
  slip right forward 13 cm 1 passes, then lead hook
  slip left back 13 cm 1 passes
}
`,
  },
  {
    id: 'equal-steps-line',
    name: 'Equal steps under the line',
    purpose: 'line',
    level: 2,
    why: 'Pass and come back the same way: a stance that creeps is seen at once.',
    lookFor: ['After each pair of passes the feet stand on their marks.', 'Both feet go equally far.'],
    selfCheck: 'Chalk both toes before the first pass: after the last they are on the chalk.',
    faults: [
      { fault: 'foot-not-following', why: 'One foot does all the work.' },
      { fault: 'drift', why: 'Every way back is a little shorter.' },
    ],
    cautions: [WARM_UP],
    dose: '60 s a side',
    before: ['slip-line'],
    after: ['slip-line-back'],
    cones: 0,
    roomM: [2, 2],
    names: [],
    notation: `drill "Equal steps under the line"
tempo 45
face the lane

4 times {
  slip left forward 13 cm 1 passes
  slip right back 13 cm 1 passes
  slip right forward 13 cm 1 passes
  slip left back 13 cm 1 passes
}
`,
  },
  {
    id: 'weave-close-in',
    name: 'Weave in, close',
    purpose: 'line',
    level: 4,
    why: 'Close in the weave carries the feet: weight to one leg, the freed foot steps, weight back.',
    lookFor: [
      'Small steps, one foot and then the other.',
      'The head draws a V under the line (not seen by the tool).',
    ],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'foot-not-following', why: 'The head weaves and the feet stay.' },
      { fault: 'step-too-long', why: 'Walking in instead of weaving in.' },
    ],
    cautions: [PARTNER_SLOW],
    dose: '3 rounds of 60 s a side',
    before: ['weight-transfer', 'slip-line'],
    after: [],
    cones: 0,
    roomM: [2, 1.5],
    names: [],
    notation: `drill "Weave in, close"
tempo 50
face the lane

2 times {
  2 times {
    weave and step lead foot first 9 cm
    weave and step rear foot first 9 cm
  }
  2 times {
    step back 13 cm
  }
}
`,
  },
];

import type { LibraryEntry } from '../entry.ts';
import { BALL_TURNS, FRONT_TOE, NO_SHUFFLE, PARTNER_SLOW, SWING_ROOM, WARM_UP } from '../words.ts';

export const RANGE: readonly LibraryEntry[] = [
  {
    id: 'in-out-in-returns',
    name: 'In, out, in: one, two and three returns',
    purpose: 'range',
    level: 3,
    why: 'In with two strikes, out, in again with two: and again, until the third return is as clean as the first.',
    lookFor: ['Every way out takes both feet.', 'The strikes come after both feet are down.'],
    selfCheck: 'After the last way out the toes are on the chalk of the start.',
    faults: [
      { fault: 'foot-not-following', why: 'The third way out is half of one.' },
      { fault: 'drift', why: 'Every return ends a little nearer.' },
    ],
    cautions: [WARM_UP],
    dose: 'One, two and three returns, a side; then 60 s',
    before: ['in-and-out-jab'],
    after: ['swinging-bag-step', 'retreat-counter'],
    cones: 0,
    roomM: [2.5, 1.5],
    names: [],
    notation: `drill "In, out, in: one, two and three returns"
tempo 45
face the target
target bag 70 cm ahead radius 18 cm

group "one return" {
  step forward 0.33 stances, then jab, then cross
  step back 0.33 stances
}
hold
2 times "two returns" {
  step forward 0.33 stances, then jab, then cross
  step back 0.33 stances
}
hold
3 times "three returns" {
  step forward 0.33 stances, then jab, then cross
  step back 0.33 stances
}
`,
  },
  {
    id: 'retreat-counter',
    name: 'Retreat and counter',
    purpose: 'range',
    level: 4,
    why: 'Out of the combination, and knowing when to stop: tall and balanced, so that the counter still reaches.',
    lookFor: ['Two half steps back and a stop.', 'The counter goes from a standing stance, forward.'],
    selfCheck: NO_SHUFFLE,
    faults: [
      { fault: 'off-balance', why: 'Kicking or striking while still drifting back.' },
      { fault: 'step-too-long', why: 'One leap instead of two half steps.' },
    ],
    cautions: [PARTNER_SLOW],
    dose: '10 a side',
    before: ['in-out-in-returns', 'step-back-pivot'],
    after: [],
    cones: 0,
    roomM: [3, 1.5],
    names: [],
    notation: `drill "Retreat and counter"
tempo 45
face the lane

4 times {
  step back 0.3 stances
  step back 0.3 stances
  hold
  step forward 0.3 stances, with jab
  step forward 0.3 stances, then cross
}
`,
  },
  {
    id: 'swinging-bag-step',
    name: 'In step with a swinging bag',
    purpose: 'range',
    level: 4,
    why: 'A bag that swings is a partner: step back as it comes, in as it leaves, and never be hit by it.',
    lookFor: ['The steps are in time with the bag, not after it.', 'The gap stays in its band.'],
    selfCheck: 'The bag never touches you, and the lead hand always could touch the bag.',
    faults: [
      { fault: 'out-of-band', why: 'Late by half a swing.' },
      { fault: 'off-beat', why: 'Counting instead of watching.' },
    ],
    cautions: [SWING_ROOM, WARM_UP],
    dose: '3 rounds of 60 s',
    before: ['in-and-out-jab', 'arc-walk-change'],
    after: [],
    cones: 0,
    roomM: [5, 4],
    names: [],
    notation: `drill "In step with a swinging bag"
tempo 48
face the target
gap 50 cm to 1.8 m
target bag 1.05 m ahead radius 18 cm swings 20 cm to 0 degrees every 2.5 s

4 times {
  step forward 0.33 stances
  step back 0.33 stances
}
`,
  },
  {
    id: 'slip-counter-tempo',
    name: 'Slip and counter on the spot, faster and slower',
    purpose: 'strikes',
    level: 4,
    why: 'The same slip and counter at three tempos: the feet that hold at the fastest are the ones you have.',
    lookFor: ['The counter waits for the slip at every tempo.', 'The feet come back to the same marks.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'step-over', why: 'The fast round is leapt.' },
      { fault: 'foot-not-following', why: 'At speed only one foot goes.' },
    ],
    cautions: [WARM_UP],
    dose: '30 s slow, 30 s fast, 30 s slow, a side',
    before: ['slip-line-two-strikes-hook'],
    after: [],
    cones: 0,
    roomM: [2, 2],
    names: [],
    notation: `drill "Slip and counter on the spot, faster and slower"
tempo 50
face the lane

2 times "slow" {
  slip left forward 10 cm 1 passes, for 2 beats
  hold, then lead hook
  slip right back 10 cm 1 passes, for 2 beats
}
2 times "fast" {
  slip left forward 10 cm 1 passes, accent
  hold, then lead hook
  slip right back 10 cm 1 passes
}
2 times "slow again" {
  slip left forward 10 cm 1 passes, for 2 beats
  hold, then lead hook
  slip right back 10 cm 1 passes, for 2 beats
}
`,
  },
  {
    id: 'three-strikes-four-forms',
    name: 'One line of three strikes in four forms',
    purpose: 'strikes',
    level: 4,
    why: 'The same three hands standing, to the outside, driving in by inches, and with an inside step of the rear foot.',
    lookFor: ['The three strikes are the same in all four.', 'The stance is whole before each.'],
    selfCheck: FRONT_TOE,
    faults: [
      { fault: 'strike-early', why: 'The strikes begin before the feet have come to rest.' },
      { fault: 'stance-not-restored', why: 'The rear foot stays inside.' },
    ],
    cautions: [WARM_UP],
    dose: '5 rounds through all four, a side',
    before: ['slip-line-two-strikes-hook', 'in-and-out-jab'],
    after: [],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "One line of three strikes in four forms"
tempo 40
face the lane

group "standing" {
  hold, then jab, then cross, then lead hook
  hold
}
group "to the outside" {
  step 45 left 0.3 stances, then jab, then cross, then lead hook
  hold
}
3 times "driving in" {
  step forward 8 cm
}
group "driving in" {
  hold, then jab, then cross, then lead hook
  hold
}
group "inside step" {
  step right 13 cm rear foot alone
  hold, then jab, then cross, then lead hook
  restore right
}
`,
  },
  {
    id: 'round-kick-step-pivot',
    name: 'Round kick with its step and its turn',
    purpose: 'kicks',
    level: 3,
    why: 'The standing foot steps out and turns on its ball, so that the knee does not have to.',
    lookFor: [
      'The toe is out before the leg rises.',
      'The foot comes down where it stood, or in front on purpose.',
    ],
    selfCheck: 'The kicking foot comes back onto its own chalk mark.',
    faults: [
      { fault: 'no-pivot', why: 'Kicking on a flat foot: the knee takes the turn.' },
      { fault: 'wrong-return', why: 'Falling out of the kick.' },
    ],
    cautions: [BALL_TURNS, WARM_UP],
    dose: '10 a side',
    before: ['quarter-turns', 'weight-transfer'],
    after: ['outside-kick-matched', 'outside-kick-mirrored'],
    cones: 0,
    roomM: [3, 2.5],
    names: [],
    notation: `drill "Round kick with its step and its turn"
tempo 30
face the lane

4 times {
  round kick rear leg down behind, for 2 beats
  step back 0.3 stances
}
round kick rear leg down in front, for 2 beats
hold
switch in place
`,
  },
  {
    id: 'outside-kick-matched',
    name: 'Outside foot and kick, same side in front',
    purpose: 'kicks',
    level: 4,
    why: 'Both stand with the same foot in front: a step to the outside opens the thigh, and the rear hand is further away.',
    lookFor: ['The plant goes outside their lead foot.', 'The kick starts from a standing stance.'],
    selfCheck: 'The shin lands, not the foot and not the knee.',
    faults: [
      { fault: 'wrong-direction', why: 'The plant goes straight in.' },
      { fault: 'no-pivot', why: 'Planted flat and kicked from there.' },
    ],
    cautions: [PARTNER_SLOW, BALL_TURNS],
    dose: '10 a side',
    before: ['round-kick-step-pivot'],
    after: [],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Outside foot and kick, same side in front"
tempo 30
face the lane

3 times {
  step 45 left 0.3 stances
  round kick rear leg down behind, for 2 beats
  step 135 right 0.3 stances
  hold
}
`,
  },
  {
    id: 'outside-kick-mirrored',
    name: 'Outside foot and kick, other side in front',
    purpose: 'kicks',
    level: 5,
    why: 'In mirrored stances the fight is for the outside of the lead foot: whoever has it kicks first.',
    lookFor: ['The lead foot steps outside theirs.', 'The rear leg kicks inside their guard.'],
    selfCheck: 'After the step their lead foot is inside yours.',
    faults: [
      { fault: 'step-short', why: 'Toe to toe is not outside.' },
      { fault: 'no-pivot', why: 'Planted flat and kicked from there.' },
    ],
    cautions: [PARTNER_SLOW, BALL_TURNS],
    dose: '10 a side',
    before: ['round-kick-step-pivot', 'step-across-roll-out'],
    after: [],
    cones: 0,
    roomM: [3, 3],
    names: [],
    notation: `drill "Outside foot and kick, other side in front"
tempo 30
face the lane

3 times {
  step across left at 45 0.33 stances
  hold
  round kick rear leg down behind, for 2 beats
  step back 0.3 stances
  step right 0.3 stances
}
`,
  },
];

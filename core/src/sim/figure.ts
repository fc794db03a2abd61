import { BALL_FROM_HEEL, STATURE_FRACTIONS, type Body, type FootName } from '../body/index.ts';
import { fromFacing, headingDeg, midpoint, type Point } from '../geometry/index.ts';

/** A place in the room: floor frame and height, metres. */
export interface Place3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A limb as a rod with round ends. */
export interface Limb {
  readonly part: 'trunk' | 'head' | 'arm' | 'glove' | 'thigh' | 'shin';
  readonly from: Place3;
  readonly to: Place3;
  readonly radiusM: number;
}

/** A shoe on the floor: from its heel to the end of its toes, on the sole. */
export interface Shoe {
  readonly foot: FootName;
  readonly heel: Place3;
  readonly toe: Place3;
  readonly breadthM: number;
}

export interface Figure {
  readonly limbs: readonly Limb[];
  readonly shoes: readonly Shoe[];
}

/** A foot at a moment: its ball, its heading, and how high it is. */
export interface SteppingFoot {
  readonly ball: Point;
  readonly headingDeg: number;
  readonly heightM: number;
}

/** Of the stature (own choice, for a figure that is only looked at). */
const THICK = { trunk: 0.085, head: 0.055, arm: 0.026, glove: 0.042, thigh: 0.045, shin: 0.032 } as const;
const GUARD = { aheadM: 0.3, inM: 0.1 } as const;

const up = ({ x, y }: Point, z: number): Place3 => ({ x, y, z });

/** Two rods of a limb from hip to ankle: the knee goes forward. */
function knee(hip: Place3, ankle: Place3, thighM: number, shinM: number, aheadDeg: number): Place3 {
  const apart = Math.hypot(hip.x - ankle.x, hip.y - ankle.y, hip.z - ankle.z);
  const reach = Math.min(apart, (thighM + shinM) * 0.999);
  const along = (thighM * thighM - shinM * shinM + reach * reach) / (2 * reach);
  const out = Math.sqrt(Math.max(0, thighM * thighM - along * along));
  const share = along / apart;
  const forward = fromFacing({ x: 0, y: 0 }, aheadDeg, 0, out);
  return {
    x: hip.x + share * (ankle.x - hip.x) + forward.x,
    y: hip.y + share * (ankle.y - hip.y) + forward.y,
    z: hip.z + share * (ankle.z - hip.z),
  };
}

/** A body over its two feet, in guard, facing a way: enough of one to be filmed. */
export function figureOver(
  body: Body,
  feet: Readonly<Record<FootName, SteppingFoot>>,
  facingDeg: number,
): Figure {
  const statureM = body.stature.valueM;
  const f = STATURE_FRACTIONS;
  const centre = midpoint(feet.left.ball, feet.right.ball);
  const spreadM = Math.hypot(feet.left.ball.x - feet.right.ball.x, feet.left.ball.y - feet.right.ball.y);
  // The wider the stance the lower the hips: legs reach no further than they are long.
  const legM = f.hipHeight * statureM * 0.985;
  const hipZ = Math.sqrt(Math.max(0.2, (legM * 0.97) ** 2 - (spreadM / 2) ** 2));
  const drop = f.hipHeight * statureM - hipZ;
  const shoulderZ = f.shoulderHeight * statureM - drop;
  const side = (foot: FootName): number => (foot === 'left' ? -1 : 1);
  const hipOf = (foot: FootName): Place3 =>
    up(fromFacing(centre, facingDeg, (side(foot) * f.hipWidth * statureM) / 2, 0), hipZ);
  const shoulderOf = (foot: FootName): Place3 =>
    up(fromFacing(centre, facingDeg, (side(foot) * body.shoulderWidth.valueM) / 2.2, 0.02), shoulderZ);
  const shoes = (['left', 'right'] as const).map((foot): Shoe => {
    const { ball, headingDeg: toesDeg, heightM } = feet[foot];
    const lengthM = body.footLength.valueM;
    return {
      foot,
      heel: up(fromFacing(ball, toesDeg, 0, -BALL_FROM_HEEL * lengthM), heightM),
      toe: up(fromFacing(ball, toesDeg, 0, (1 - BALL_FROM_HEEL) * lengthM), heightM),
      breadthM: body.footBreadth.valueM,
    };
  });
  const legs = (['left', 'right'] as const).flatMap((foot): Limb[] => {
    const { ball, headingDeg: toesDeg, heightM } = feet[foot];
    const ankle = up(
      fromFacing(ball, toesDeg, 0, -0.5 * body.footLength.valueM),
      f.ankleHeight * statureM + heightM,
    );
    const hip = hipOf(foot);
    const bend = knee(
      hip,
      ankle,
      (f.hipHeight - f.kneeHeight) * statureM,
      (f.kneeHeight - f.ankleHeight) * statureM,
      (facingDeg + toesDeg) / 2,
    );
    return [
      { part: 'thigh', from: hip, to: bend, radiusM: THICK.thigh * statureM },
      { part: 'shin', from: bend, to: ankle, radiusM: THICK.shin * statureM },
    ];
  });
  const arms = (['left', 'right'] as const).flatMap((foot): Limb[] => {
    const shoulder = shoulderOf(foot);
    const elbow = {
      ...up(
        fromFacing(shoulder, facingDeg, side(foot) * 0.03, 0.12),
        shoulder.z - f.upperArm * statureM * 0.85,
      ),
    };
    const hand = up(
      fromFacing(centre, facingDeg, side(foot) * GUARD.inM, GUARD.aheadM),
      f.chinHeight * statureM - drop,
    );
    return [
      { part: 'arm', from: shoulder, to: elbow, radiusM: THICK.arm * statureM },
      { part: 'arm', from: elbow, to: hand, radiusM: THICK.arm * statureM },
      { part: 'glove', from: hand, to: hand, radiusM: THICK.glove * statureM },
    ];
  });
  const head = up(fromFacing(centre, facingDeg, 0, 0.03), f.eyeHeight * statureM - drop);
  const trunkRadiusM = THICK.trunk * statureM;
  return {
    shoes,
    limbs: [
      {
        part: 'trunk',
        from: up(centre, hipZ + trunkRadiusM * 0.5),
        to: up(centre, shoulderZ - trunkRadiusM * 0.6),
        radiusM: trunkRadiusM,
      },
      {
        part: 'head',
        from: { ...head, z: head.z - 0.03 },
        to: { ...head, z: head.z + 0.02 },
        radiusM: THICK.head * statureM,
      },
      ...legs,
      ...arms,
    ],
  };
}

/** Which way a body faces that looks at a place. */
export const facingOver = (feet: Readonly<Record<FootName, SteppingFoot>>, target: Point): number =>
  headingDeg(midpoint(feet.left.ball, feet.right.ball), target);

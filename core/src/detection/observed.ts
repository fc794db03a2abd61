import type { Point } from '../geometry/index.ts';
import type { FootEvent } from '../pattern/index.ts';
import type { FootSignal } from './signal.ts';

/** An event seen in a track. */
export interface ObservedEvent extends FootEvent {
  /** Standard uncertainties of the lift and of the landing, seconds. */
  readonly liftUS: number;
  readonly landUS: number;
  /** Standard uncertainty of the place, each axis, from the samples alone, metres. */
  readonly placeUM: number;
  /** Standard uncertainty of the heading after it, from the samples alone, degrees. */
  readonly headingUDeg: number;
}

export interface ObservedFoot {
  readonly signal: FootSignal;
  /** Where the ball is before its first footfall. */
  readonly start: Point;
  readonly events: readonly ObservedEvent[];
  readonly headingNoiseDeg: number;
}

export interface Detection {
  readonly rateHz: number;
  readonly left: ObservedFoot;
  readonly right: ObservedFoot;
  /** Both feet, numbered in the order in which they left the floor. */
  readonly events: readonly ObservedEvent[];
  /** Feet that left their place in the air and came back to it: kicks, raised knees. Not among the events. */
  readonly raises: readonly Raise[];
  /** Noise of one sample and axis while planted, metres, and how many samples count for one. */
  readonly noiseM: number;
  readonly samplesForOne: number;
  readonly missingShare: number;
  /** The shortest step that this capture tells from its noise, metres. */
  readonly smallestStepM: number;
}

/** A foot that left its place in the air and came back, or looks as if it had. */
export interface Raise {
  readonly event: ObservedEvent;
  /** Greatest height of the ball above its floor; null where the capture has no height. */
  readonly heightM: number | null;
  /** How far it went out. */
  readonly outM: number;
  /** The steps out and back that it may have been as well. */
  readonly steps: readonly ObservedEvent[];
}

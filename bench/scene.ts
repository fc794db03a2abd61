import type { Chance } from '@angled-chalk/core/measure';
import type { Item, Plan } from '@angled-chalk/core/pattern';
import { goesFirst, stepDoing, type Doing } from './doings.ts';
import { cos, sin, type Beside, type Name, type Wrong } from './walker.ts';

/** What is walked, about what, and what goes wrong in it. */
export interface Scene {
  readonly doings: readonly Doing[];
  /** Which of them goes wrong, and what; -1 and null: none. */
  readonly wrongAt: number;
  readonly fault: string | null;
  /** Where no drill along a lane says otherwise. */
  readonly plan?: Partial<Pick<Plan, 'target' | 'facing' | 'band' | 'floor' | 'limits'>>;
  /** The items of the plan, where they are not a list of the moves. */
  readonly items?: readonly Item[];
  /** Where the drill looks first, where its place in the room asks for one heading. */
  readonly headingDeg?: number;
  /** What is recorded beside the feet. */
  readonly beside?: (timeS: number) => Beside;
}

export interface Stage {
  readonly chance: Chance;
  readonly statureM: number;
  readonly separationM: number;
  /** Between the line of the feet and the facing, degrees. */
  readonly angleDeg: number;
  readonly lead: Name;
  readonly facing: number;
  readonly beatS: number;
  /** None of the faults is made. */
  readonly isClean: boolean;
}

/** Where every walk begins. */
export const HOME = { x: 10, y: 10 } as const;
/** Standing before the first move, as every walk does. */
export const REST_S = 1;

export type Place = readonly [number, number];

/** A step to a place on the floor, wherever one stands: so far ahead of home and to its right. */
export const stepTo = (
  [ahead, right]: Place,
  [wasAhead, wasRight]: Place,
  stray: (wrong: Wrong) => Place = () => [0, 0],
): Doing => {
  const [df, dr] = [ahead - wasAhead, right - wasRight];
  const bearing = (Math.atan2(dr, df) * 180) / Math.PI;
  const own = stepDoing(Math.round(bearing * 1e6) / 1e6, Math.hypot(df, dr));
  return {
    ...own,
    do: (walker, wrong) => {
      const [f, r] = stray(wrong);
      const { facing } = walker;
      const x = HOME.x + (ahead + f) * sin(facing) + (right + r) * cos(facing);
      const y = HOME.y + (ahead + f) * cos(facing) - (right + r) * sin(facing);
      walker.both(goesFirst(bearing, walker.lead), walker.stance(x, y, facing, walker.lead), wrong);
    },
  };
};

/** From place to place. */
export const through = (places: readonly Place[], stray?: (wrong: Wrong, i: number) => Place): Doing[] =>
  places.flatMap((place, i) => {
    const before = places[i - 1];
    return before ? [stepTo(place, before, stray && ((wrong) => stray(wrong, i)))] : [];
  });

export const homeAnd = (away: Place, times: number): Place[] => [
  [0, 0],
  ...Array.from({ length: times }, (): Place[] => [away, [0, 0]]).flat(),
];

/** One goes wrong in the middle of its like. */
export const oneOf = (
  { chance, isClean }: Stage,
  faults: readonly string[],
  places: readonly number[],
): Pick<Scene, 'wrongAt' | 'fault'> => ({
  wrongAt: isClean ? -1 : (places[chance.below(places.length)] ?? -1),
  fault: isClean ? null : (faults[chance.below(faults.length)] ?? null),
});

export const LENGTH = 0.28;

/** A place on the floor, so far ahead of home and to its right, of who looks that way. */
export const placeAhead =
  (facing: number) =>
  (f: number, r: number): { x: number; y: number } => ({
    x: HOME.x + f * sin(facing) + r * cos(facing),
    y: HOME.y + f * cos(facing) - r * sin(facing),
  });

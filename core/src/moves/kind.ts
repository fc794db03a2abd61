import type { Feet, FittedStance, FootName } from '../body/index.ts';
import type { Foot } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import type { UnitSystem } from '../measure/index.ts';
import type { EventKind } from './event.ts';
import type { MoveName, MoveOf } from './move.ts';
import type { PhrasePart } from './phrase.ts';

/** How a body stands, with its whole feet. */
export interface Position {
  readonly feet: Feet;
  readonly lead: FootName;
  readonly facingDeg: number;
}

/** What a move needs to know of body, floor and beat. */
export interface Around {
  /** The stance with the foot in front that is in front now. */
  readonly stance: FittedStance;
  readonly at: Position;
  readonly target: { readonly at: Point; readonly radiusM: number };
  /** Where the drill faces with the stance centre at a place. */
  readonly faces: (centre: Point) => number;
  readonly beatS: number;
  /** The same, so many beats later: a target may have gone on. */
  readonly later: (beats: number) => Around;
}

/** What a foot does in a move; seconds from the beginning of the move. */
export interface EventPlan {
  readonly foot: FootName;
  readonly how: EventKind;
  readonly to: Foot;
  readonly fromS: number;
  readonly toS: number;
  readonly about?: Point | undefined;
  /** How far it goes round it, to within half a turn. */
  readonly swingDeg?: number | undefined;
}

/** One move laid out on the floor. */
export interface Laid {
  readonly after: Position;
  readonly events: readonly EventPlan[];
  /** How many beats it takes, unless the cue says otherwise. */
  readonly beats: number;
  /** The move sets the facing until a later move sets it again. */
  readonly turns?: true;
}

/** What the rules ask of a kind of move. */
export interface Judged {
  /** The planned foot goes first. */
  readonly order: boolean;
  /** Steps are at most a half step; a foot that swings round the other is none. */
  readonly halfStep: boolean;
  /** What the move itself asks for of closing, opening and crossing is not its fault. */
  readonly ownCourse: boolean;
  /** How the body stands after it: what is asked of that, and under which name. */
  readonly leaves: 'stance' | 'turned' | 'mirrored' | 'after a kick';
  /** It is meant to get out of the line of a partner's rear hand. */
  readonly outOfTheWay: boolean;
}

/** A number or a choice that a coach sets. */
export type FieldSpec =
  | {
      readonly key: string;
      readonly label: string;
      readonly as: 'number';
      readonly least: number;
      readonly most: number;
      readonly unit: string;
      readonly whole?: true;
    }
  | {
      readonly key: string;
      readonly label: string;
      readonly as: 'length';
      readonly leastM: number;
      readonly mostM: number;
      /** Travel, which becomes longer where the move is made larger; a place is none. */
      readonly isTravel: boolean;
    }
  | {
      readonly key: string;
      readonly label: string;
      readonly as: 'choice';
      readonly choices: readonly string[];
    };

/** Everything the program knows of a kind of move: one file a kind. */
export interface MoveKind<K extends MoveName> {
  /** As a coach calls it. */
  readonly name: string;
  /** As a coach writes it in a line: its words and its fields, every field once. */
  readonly phrase: readonly PhrasePart<keyof MoveOf<K> & string>[];
  /** What a coach gets who chooses it. */
  readonly usual: MoveOf<K>;
  /** Lays the move out from a stand: one or several planned moves, one after another. */
  readonly next: (move: MoveOf<K>, around: Around) => readonly Laid[];
  /** The same move to the other side. */
  readonly mirror: (move: MoveOf<K>) => MoveOf<K>;
  readonly words: (move: MoveOf<K>, units: UnitSystem) => string;
  readonly fields: readonly FieldSpec[];
  readonly judged: Judged;
  /** Which of several moves that it is laid out as its strikes go with; the last when not said. */
  readonly strikesWith?: 'first';
  /** The same with the other foot, side or post; null where there is no other. */
  readonly flip: (move: MoveOf<K>) => MoveOf<K> | null;
  /** The same with where it goes turned, where it says so as a bearing. */
  readonly turn: (move: MoveOf<K>, turned: (bearingDeg: number) => number) => MoveOf<K>;
}

import { distanceM } from '../../geometry/index.ts';
import type { FootEvent, Item, LeftOut, PlannedMove } from '../../pattern/index.ts';
import type { AlignedMove } from '../aligned-move.ts';
import type { Match, Matching } from '../match.ts';
import type { DoneAs } from './done-as.ts';

export interface Asked {
  readonly moves: readonly PlannedMove[];
  readonly events: readonly FootEvent[];
  readonly matching: Matching;
  readonly items: readonly Item[];
  readonly endS: number;
  /** The moves as they are for one who leaves some out. */
  readonly without: (left: readonly LeftOut[]) => readonly PlannedMove[];
}

export interface Tried {
  readonly cost: number;
  readonly match: Match;
  /** What it is done as; none: as planned. */
  readonly ways: readonly DoneAs[];
  /** Of several rounds, which share of the last one is there. */
  readonly lastPart?: number;
}

/** Steps of a plan that can be seen: from foot to place. */
export const visible = ({ moves, matching: { shows } }: Asked): FootEvent[] =>
  moves.flatMap(({ events }) => events.filter(shows));

export const lengthOf = ({ from, to }: FootEvent): number => distanceM(from, to);

export const firstStep = ({ planned, observed }: AlignedMove): readonly [FootEvent, FootEvent] | null => {
  const asked = planned?.events.find(({ how }) => how === 'step' || how === 'drag');
  const did = observed.find(({ foot, how }) => foot === asked?.foot && how !== 'pivot');
  return asked && did && !asked.about ? [asked, did] : null;
};

/** Rows of a changed plan with the moves of the plan itself. */
export const ofThePlan = (rows: readonly AlignedMove[], moves: readonly PlannedMove[]): AlignedMove[] => {
  const byNumber = new Map(moves.map((move) => [move.number, move]));
  return rows.map((row) => {
    const planned = row.planned && (byNumber.get(row.planned.number) ?? null);
    const expected = row.expected.flatMap(
      (event) => planned?.events.find(({ number }) => number === event.number) ?? [],
    );
    return { ...row, planned, expected };
  });
};

/** What is fitted to a recording by a number of its own has to be better by so much a move. */
export const FREE_COST = 0.05;

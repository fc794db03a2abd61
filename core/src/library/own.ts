import type { StudentFit } from '../body/index.ts';
import type { About } from '../drill/index.ts';
import { itemsText } from '../notation/index.ts';
import { conesOf, eventsOf, expand, type Plan } from '../pattern/index.ts';
import type { LibraryEntry } from './entry.ts';

/** A body stands so far about the balls of its feet, and the coach sets out in halves of a metre. */
const AROUND_M = 0.5;
const toHalf = (metres: number): number => Math.ceil(metres * 2) / 2;

/** A drill of the club's own as an entry of the library: cones and room are those it takes for a student. */
export function ownEntry(id: string, plan: Plan, about: About, student: StudentFit): LibraryEntry {
  const footwork = expand({ plan, student });
  const { left, right } = footwork.start.feet;
  const cones = conesOf(plan);
  const places = [
    left.ball,
    right.ball,
    ...eventsOf(footwork.moves).map(({ to }) => to),
    ...cones.map(({ at }) => at),
  ];
  const roomOf = (values: readonly number[]): number =>
    toHalf(Math.max(...values) - Math.min(...values) + 2 * AROUND_M);
  return {
    ...about,
    id,
    name: plan.name,
    faults: [],
    before: [],
    after: [],
    cones: cones.length,
    roomM: [roomOf(places.map(({ y }) => y)), roomOf(places.map(({ x }) => x))],
    names: [],
    notation: itemsText(plan.pattern.items),
  };
}

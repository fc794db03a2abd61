/** A place where two edits of one thing say different things. */
export interface Collision {
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merged<T> {
  /** Both edits, mine where they collide. */
  readonly withMine: T;
  /** Both edits, theirs where they collide. */
  readonly withTheirs: T;
  readonly collisions: readonly Collision[];
}

type Plain = Readonly<Record<string, unknown>>;
type WithId = { readonly id: string };

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isList = (value: unknown): value is readonly WithId[] =>
  Array.isArray(value) &&
  value.every((one) => isPlain(one) && typeof one['id'] === 'string') &&
  new Set(value.map(({ id }: WithId) => id)).size === value.length;

export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((one, i) => same(one, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => same(a[key], b[key]));
}

/**
 * Two edits of one thing joined: what only one of them changed is taken from it. Things in a list are
 * known by their id; a list without ids is one value. Where both changed the same value, both answers
 * are given and the place is named.
 */
export function merge<T>(base: T, mine: T, theirs: T): Merged<T> {
  const collisions: Collision[] = [];
  const [withMine, withTheirs] = join(base, mine, theirs, [], collisions);
  return { withMine: withMine as T, withTheirs: withTheirs as T, collisions };
}

type Both = readonly [mine: unknown, theirs: unknown];

function join(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  path: readonly string[],
  found: Collision[],
): Both {
  if (same(mine, theirs) || same(base, theirs)) return [mine, mine];
  if (same(base, mine)) return [theirs, theirs];
  if (isPlain(mine) && isPlain(theirs))
    return joinObjects(isPlain(base) ? base : {}, mine, theirs, path, found);
  if (isList(mine) && isList(theirs) && (mine.length > 0 || theirs.length > 0))
    return joinLists(isList(base) ? base : [], mine, theirs, path, found);
  found.push({ path, mine, theirs });
  return [mine, theirs];
}

function joinObjects(
  base: Plain,
  mine: Plain,
  theirs: Plain,
  path: readonly string[],
  found: Collision[],
): Both {
  const keys = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
  const joined = keys.map(
    (key) => [key, join(base[key], mine[key], theirs[key], [...path, key], found)] as const,
  );
  const side = (at: 0 | 1): Plain =>
    Object.fromEntries(
      joined.filter(([, both]) => both[at] !== undefined).map(([key, both]) => [key, both[at]]),
    );
  return [side(0), side(1)];
}

function joinLists(
  base: readonly WithId[],
  mine: readonly WithId[],
  theirs: readonly WithId[],
  path: readonly string[],
  found: Collision[],
): Both {
  const by = (list: readonly WithId[]) => new Map(list.map((one) => [one.id, one]));
  const [before, own, other] = [by(base), by(mine), by(theirs)];
  const ids = [...mine.map(({ id }) => id), ...theirs.map(({ id }) => id).filter((id) => !own.has(id))];
  const joined = ids.map((id) => join(before.get(id), own.get(id), other.get(id), [...path, id], found));
  const side = (at: 0 | 1): unknown[] => joined.map((both) => both[at]).filter((one) => one !== undefined);
  return [side(0), side(1)];
}

/** "lengths, shoulder width": where in a thing, in words. */
export const pathWords = (path: readonly string[]): string =>
  path
    .map((part) => part.replace(/M$|Deg$/, '').replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`))
    .join(', ');

/** A value of a field, short enough for a line. */
export function valueWords(value: unknown): string {
  if (value === undefined) return 'gone';
  if (value === null || value === '') return 'nothing';
  const text =
    typeof value === 'string' ? value : typeof value === 'number' ? String(value) : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)} …` : text;
}

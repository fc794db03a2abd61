/** What has to be there. Throws where it is not: a mistake of the program, never of its input. */
export function the<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new TypeError('nothing is there');
  return value;
}

/** The keys of a table whose keys are known, as what they are. */
export const keysOf = <K extends string>(table: Readonly<Record<K, unknown>>): K[] =>
  Object.keys(table) as K[];

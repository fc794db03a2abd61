/** What has to be there. Throws where it is not: a mistake of the program, never of its input. */
export function the<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new TypeError('nothing is there');
  return value;
}

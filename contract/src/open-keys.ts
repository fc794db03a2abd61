/**
 * Open files write keys in snake case with their units (`time_s`, `spacing_m`); code writes them in
 * camel case (`timeS`, `spacingM`). These two functions are each other's inverse on our keys.
 */
export const snakeKey = (key: string): string =>
  key.replace(/[A-Z]/g, (letter, at: number) => `${at > 0 ? '_' : ''}${letter.toLowerCase()}`);

export const camelKey = (key: string): string =>
  key.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());

export const toOpenKeys = (value: unknown): unknown => mapKeys(value, snakeKey);
export const fromOpenKeys = (value: unknown): unknown => mapKeys(value, camelKey);

function mapKeys(value: unknown, rename: (key: string) => string): unknown {
  if (Array.isArray(value)) return value.map((item) => mapKeys(item, rename));
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [rename(key), mapKeys(item, rename)]));
}

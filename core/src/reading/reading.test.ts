import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import { gunzipWithin, jsonScanner, parseJson, TooLarge, unzipJson, type JsonBounds } from './index.ts';

const bounds = (more: Partial<JsonBounds> = {}): JsonBounds => ({
  mostBytes: 1000,
  mostDepth: 5,
  mostValues: 50,
  ...more,
});

test('what fits comes as JSON.parse gives it, zipped or not', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 3 }), (value) => {
      const text = JSON.stringify(value);
      const wide = bounds({ mostBytes: 1e6, mostDepth: 10, mostValues: 1e5 });
      expect(parseJson(text, wide)).toEqual(JSON.parse(text));
      expect(parseJson(Buffer.from(text), wide)).toEqual(JSON.parse(text));
      expect(unzipJson(gzipSync(text), wide)).toEqual(JSON.parse(text));
    }),
  );
});

/** Depth and values counted over the values themselves. */
const measured = (value: unknown): { depth: number; values: number } => {
  if (typeof value !== 'object' || value === null) return { depth: 0, values: 0 };
  const inside = Object.values(value).map(measured);
  return {
    depth: 1 + Math.max(0, ...inside.map(({ depth }) => depth)),
    values: Math.max(1, inside.length) + inside.reduce((sum, { values }) => sum + values, 0),
  };
};

test('the bounds are exact, in whatever pieces it comes, whatever stands in its texts', () => {
  const value = fc
    .jsonValue({ maxDepth: 4, noUnicodeString: false })
    .filter((one) => typeof one === 'object');
  fc.assert(
    fc.property(value, fc.integer({ min: 1, max: 7 }), (one, step) => {
      const bytes = Buffer.from(JSON.stringify([one, '[{,"\\', one]));
      const { depth, values } = measured([one, '[{,"\\', one]);
      const scan = (most: Partial<JsonBounds>) => (): void => {
        const take = jsonScanner({ mostBytes: bytes.length, mostDepth: depth, mostValues: values, ...most });
        for (let at = 0; at < bytes.length; at += step) take(bytes.subarray(at, at + step));
      };
      expect(scan({})).not.toThrow();
      expect(scan({ mostDepth: depth - 1 })).toThrow(TooLarge);
      expect(scan({ mostValues: values - 1 })).toThrow(TooLarge);
      expect(scan({ mostBytes: bytes.length - 1 })).toThrow(TooLarge);
    }),
  );
});

test('where it is too deep is told', () => {
  const wrong = (): unknown => {
    try {
      return parseJson('{"a":[[[[[1]]]]]}', bounds());
    } catch (error) {
      return error;
    }
  };
  expect(wrong()).toMatchObject({ at: 9, isDepth: true });
});

test('sixty megabytes of brackets in eighty kilobytes are stopped after the first few', () => {
  const bomb = gzipSync(Buffer.alloc(60 * 2 ** 20, '['));
  expect(bomb.length).toBeLessThan(100_000);
  expect(() => unzipJson(bomb, bounds({ mostBytes: 64 * 2 ** 20, mostDepth: 40 }))).toThrow(
    /more than 40 deep/,
  );
  const flat = gzipSync(`[${'0,'.repeat(20 * 2 ** 20)}0]`);
  expect(() => unzipJson(flat, bounds({ mostBytes: 64 * 2 ** 20, mostValues: 1000 }))).toThrow(
    /more than 1000 values/,
  );
});

test('gzip comes whole as the usual tool gives it, never more than asked for, and cut short is told', () => {
  const text = Buffer.from('feet '.repeat(40_000));
  const packed = gzipSync(text);
  expect(Buffer.from(gunzipWithin(packed, text.length, 'too large'))).toEqual(gunzipSync(packed));
  expect(() => gunzipWithin(packed, text.length - 1, 'too large')).toThrow('too large');
  expect(() => gunzipWithin(packed.subarray(0, 60), 1e6, 'too large')).toThrow();
  expect(() => gunzipWithin(new Uint8Array(0), 1e6, 'too large')).toThrow();
});

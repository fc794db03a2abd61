import { gunzipSync } from 'node:zlib';
import { simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { drillOf } from '../../test/drills.ts';
import { packTrack, readTrackNotes, unpackTrack } from './pack.ts';

const { track } = simulate(drillOf(2), { ...TRACKER_DEFAULTS, seed: 4, dropShare: 0.05 });

test('unpacking gives every value back to half a quantum, and every missing sample as missing', () => {
  const back = unpackTrack(packTrack(track));
  expect(back.timeS.length).toBe(track.timeS.length);
  expect(back.notes).toEqual(track.notes);
  for (const foot of ['left', 'right'] as const) {
    for (const column of ['x', 'y'] as const) {
      back[foot][column].forEach((value, i) => {
        const was = track[foot][column][i]!;
        if (Number.isNaN(was)) expect(value).toBeNaN();
        else expect(Math.abs(value - was)).toBeLessThanOrEqual(0.5e-4 + 1e-12);
      });
    }
  }
  expect(packTrack(back)).toEqual(packTrack(track));
});

test('a minute of two feet packs to well under a tenth of a megabyte and is plain gzip', () => {
  const packed = packTrack(track);
  expect(packed.length).toBeLessThan(100_000);
  expect(gunzipSync(packed)[0]).toBe(1);
});

test('the notes are read from the first bytes alone, and where those do not reach it is told', () => {
  const noted = packTrack({ ...track, notes: { partner: 'Ada Fell', source: 'a file' } });
  expect(readTrackNotes(noted)).toEqual({ partner: 'Ada Fell', source: 'a file' });
  expect(readTrackNotes(noted.subarray(0, 2048))).toEqual({ partner: 'Ada Fell', source: 'a file' });
  const long = packTrack({
    ...track,
    notes: { long: Array.from({ length: 4000 }, (_, i) => i * i).join(' ') },
  });
  expect(readTrackNotes(long.subarray(0, 1024))).toBeNull();
  expect(() => readTrackNotes(new Uint8Array(400).fill(7))).toThrow();
});

test('the same track packs to the same bytes at any time of day', () => {
  const packed = packTrack(track);
  jest.useFakeTimers({ now: Date.now() + 86_400_000 });
  try {
    expect(packTrack(track)).toEqual(packed);
  } finally {
    jest.useRealTimers();
  }
});

test('what is not a packed track is refused with the bad value', () => {
  expect(() => unpackTrack(new Uint8Array([1, 2, 3]))).toThrow();
  const wrong = packTrack(track).slice(0, -40);
  expect(() => unpackTrack(wrong)).toThrow();
});

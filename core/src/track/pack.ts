import { gzipSync, strToU8 } from 'fflate';
import { gunzipInto, gunzipWithin, joined, parseJson } from '../reading/index.ts';
import type { Samples, Track } from './track.ts';
import { TRACK_LIMITS } from './limits.ts';
import { validateTrack } from './validate.ts';

/**
 * Compact binary form of a track: a version byte, a JSON head, and every column as the differences
 * of whole quanta (0.1 ms, 0.1 mm, 0.01 degree) in variable-length bytes, gzipped. A missing sample
 * is one zero byte. Reading back gives every value to half a quantum.
 */
const VERSION = 1;
const TIME_QUANTUM = 1e-4;
const LENGTH_QUANTUM = 1e-4;
const ANGLE_QUANTUM = 1e-2;

interface Head {
  readonly samples: number;
  readonly columns: readonly string[];
  readonly strikes: Track['strikes'];
  readonly seesStrikes?: true;
  readonly notes: Track['notes'];
  readonly landings?: Track['landings'];
  readonly film?: Track['film'];
}

const COLUMNS: readonly [string, number, (track: Track) => Samples | null | undefined][] = [
  ['timeS', TIME_QUANTUM, (track) => track.timeS],
  ['left.x', LENGTH_QUANTUM, (track) => track.left.x],
  ['left.y', LENGTH_QUANTUM, (track) => track.left.y],
  ['left.headingDeg', ANGLE_QUANTUM, (track) => track.left.headingDeg],
  ['left.z', LENGTH_QUANTUM, (track) => track.left.z],
  ['right.x', LENGTH_QUANTUM, (track) => track.right.x],
  ['right.y', LENGTH_QUANTUM, (track) => track.right.y],
  ['right.headingDeg', ANGLE_QUANTUM, (track) => track.right.headingDeg],
  ['right.z', LENGTH_QUANTUM, (track) => track.right.z],
  ['target.x', LENGTH_QUANTUM, (track) => track.target?.x],
  ['target.y', LENGTH_QUANTUM, (track) => track.target?.y],
  ['target.headingDeg', ANGLE_QUANTUM, (track) => track.target?.headingDeg],
  ['targetLeft.x', LENGTH_QUANTUM, (track) => track.targetLeft?.x],
  ['targetLeft.y', LENGTH_QUANTUM, (track) => track.targetLeft?.y],
  ['targetRight.x', LENGTH_QUANTUM, (track) => track.targetRight?.x],
  ['targetRight.y', LENGTH_QUANTUM, (track) => track.targetRight?.y],
];

export function packTrack(track: Track): Uint8Array<ArrayBuffer> {
  const present = COLUMNS.filter(([, , pick]) => pick(track));
  const head: Head = {
    samples: track.timeS.length,
    columns: present.map(([name]) => name),
    strikes: track.strikes,
    ...(track.seesStrikes ? { seesStrikes: true } : {}),
    notes: track.notes,
    ...(track.landings ? { landings: track.landings } : {}),
    ...(track.film ? { film: track.film } : {}),
  };
  const headBytes = strToU8(JSON.stringify(head));
  // A quantum difference of any stored value fits ten bytes of seven bits.
  const bytes = new Uint8Array(5 + headBytes.length + present.length * head.samples * 10);
  new DataView(bytes.buffer).setUint32(1, headBytes.length);
  bytes[0] = VERSION;
  bytes.set(headBytes, 5);
  let at = 5 + headBytes.length;
  for (const [, quantum, pick] of present) {
    let last = 0;
    for (const value of pick(track)!) {
      if (Number.isNaN(value)) {
        bytes[at++] = 0;
        continue;
      }
      const quanta = Math.round(value / quantum);
      const delta = quanta - last;
      last = quanta;
      let code = (delta < 0 ? -2 * delta - 1 : 2 * delta) + 1;
      while (code >= 128) {
        bytes[at++] = (code % 128) | 128;
        code = Math.floor(code / 128);
      }
      bytes[at++] = code;
    }
  }
  return gzipSync(bytes.subarray(0, at), { level: 6, mtime: 0 });
}

/** A packed track unpacks to at most this: every sample of every column in four bytes. */
const MOST_UNPACKED = 4 * TRACK_LIMITS.samples * 16;
const TOO_LARGE = 'it unpacks to more than any recording holds';
/** Notes, strikes and landings of the longest recording have a tenth of it. */
const HEAD_BOUNDS = { mostBytes: 16 * 2 ** 20, mostDepth: 12, mostValues: 1_000_000 };

function readHead(bytes: Uint8Array): { head: Head; at: number } {
  if (bytes.length < 5) throw new RangeError('it is too short');
  if (bytes[0] !== VERSION) throw new RangeError(`packed track version ${bytes[0]}, not ${VERSION}`);
  const headLength = new DataView(bytes.buffer, bytes.byteOffset).getUint32(1);
  if (5 + headLength > bytes.length) throw new RangeError('it ends inside its head');
  const head = parseJson(bytes.subarray(5, 5 + headLength), HEAD_BOUNDS) as Partial<Head> | null;
  const { samples, columns, strikes = [], seesStrikes, notes = {}, landings, film } = head ?? {};
  if (!Number.isInteger(samples) || samples! < 0 || samples! > TRACK_LIMITS.samples)
    throw new RangeError(
      `it has ${String(samples).slice(0, 20)} samples; the most is ${TRACK_LIMITS.samples}`,
    );
  if (!Array.isArray(columns) || columns.length > COLUMNS.length || new Set(columns).size !== columns.length)
    throw new RangeError('its list of columns cannot be read');
  if (!Array.isArray(strikes) || typeof notes !== 'object' || notes === null)
    throw new RangeError('its strikes or notes cannot be read');
  if (landings !== undefined && !Array.isArray(landings)) throw new RangeError('its landings cannot be read');
  return {
    head: {
      samples: samples!,
      columns,
      strikes,
      ...(seesStrikes === true ? { seesStrikes } : {}),
      notes,
      ...(landings ? { landings } : {}),
      ...(film ? { film } : {}),
    },
    at: 5 + headLength,
  };
}

/**
 * The notes of a packed track from its first bytes alone; null where those end before the notes do. Throws where it is
 * none.
 */
export function readTrackNotes(beginning: Uint8Array): Track['notes'] | null {
  const pieces: Uint8Array[] = [];
  let size = 0;
  const found: Track['notes'][] = [];
  const enough = new Error('the notes are read');
  try {
    gunzipInto(beginning, (piece) => {
      pieces.push(piece);
      size += piece.length;
      const bytes = joined(pieces, size);
      if (size < 5 || 5 + new DataView(bytes.buffer).getUint32(1) > size) return;
      found.push(readHead(bytes).head.notes);
      throw enough;
    });
  } catch (error) {
    const endsEarly = error instanceof Error && /too early|unexpected EOF/.test(error.message);
    if (error !== enough && !endsEarly) throw error;
  }
  return found[0] ?? null;
}

/**
 * Reads a packed track; throws a RangeError with the bad value when it is not one, or not one that a
 * file could hold (see validateTrack). Never unpacks more than a track can be.
 */
export function unpackTrack(packed: Uint8Array): Track {
  const track = unpackColumns(gunzipWithin(packed, MOST_UNPACKED, TOO_LARGE));
  const wrong = validateTrack(track);
  if (wrong) {
    const where = [wrong.column, wrong.index === null ? '' : `sample ${wrong.index + 1}`]
      .filter(Boolean)
      .join(', ');
    throw new RangeError(`${wrong.message}${where ? ` (${where})` : ''}`);
  }
  return track;
}

function unpackColumns(bytes: Uint8Array): Track {
  const { head, at: start } = readHead(bytes);
  let at = start;
  const columns = new Map<string, Samples>();
  for (const name of head.columns) {
    const row = COLUMNS.find(([known]) => known === name);
    if (!row) throw new RangeError(`packed track has an unknown column "${name}"`);
    const values = new Float64Array(head.samples);
    let last = 0;
    for (let i = 0; i < head.samples; i++) {
      let code = 0;
      let place = 1;
      let byte = 0;
      do {
        if (at >= bytes.length) throw new RangeError(`packed track ends inside column "${name}"`);
        byte = bytes[at++]!;
        code += (byte & 127) * place;
        place *= 128;
      } while (byte & 128);
      if (code === 0) {
        values[i] = NaN;
        continue;
      }
      const zigzag = code - 1;
      last += zigzag % 2 ? -(zigzag + 1) / 2 : zigzag / 2;
      values[i] = last * row[1];
    }
    columns.set(name, values);
  }
  return fromColumns(columns, head);
}

function fromColumns(columns: ReadonlyMap<string, Samples>, head: Head): Track {
  const need = (name: string): Samples => {
    const values = columns.get(name);
    if (!values) throw new RangeError(`packed track lacks the column "${name}"`);
    return values;
  };
  const maybe = (name: string): Samples | null => columns.get(name) ?? null;
  const pair = (name: string) =>
    columns.has(`${name}.x`) ? { x: need(`${name}.x`), y: need(`${name}.y`) } : null;
  const foot = (name: string) => ({
    ...pair(name)!,
    headingDeg: maybe(`${name}.headingDeg`),
    z: maybe(`${name}.z`),
  });
  need('left.x');
  need('right.x');
  const target = pair('target');
  return {
    timeS: need('timeS'),
    left: foot('left'),
    right: foot('right'),
    target: target && { ...target, headingDeg: maybe('target.headingDeg') },
    targetLeft: pair('targetLeft'),
    targetRight: pair('targetRight'),
    strikes: head.strikes,
    ...(head.seesStrikes ? { seesStrikes: true } : {}),
    notes: head.notes,
    ...(head.landings ? { landings: head.landings } : {}),
    ...(head.film ? { film: head.film } : {}),
  };
}

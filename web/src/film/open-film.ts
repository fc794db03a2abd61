import type { Sound } from '@angled-chalk/core/sound';
import {
  ALL_FORMATS,
  AudioSampleSink,
  BlobSource,
  EncodedPacketSink,
  Input,
  UnsupportedInputFormatError,
  VideoSampleSink,
  type InputVideoTrack,
  type VideoSample,
} from 'mediabunny';

/** A film that was opened: when each of its pictures is, and the pictures themselves. */
export interface Film {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Times of the pictures, seconds, rising; the spacing may be uneven. */
  readonly times: Float64Array;
  /** Where it ends before it says that it does; null where it is whole. */
  readonly endsEarlyS: number | null;
  readonly hasSound: boolean;
  readonly pictureAt: (place: number) => Promise<ImageBitmap>;
  /** A picture that is there already. */
  readonly pictureNow: (place: number) => ImageBitmap | null;
  readonly sound: () => Promise<Sound | null>;
  readonly close: () => void;
}

/** Why a file is no film that can be looked at, and what to do. */
export class NoFilm extends Error {}

/** A film of a drill is never longer; a larger file is of the whole evening. */
const LARGEST_BYTES = 4 * 1024 ** 3;
const MOST_PICTURES = 120 * 60 * 20;

const say = (file: File, what: string): NoFilm => new NoFilm(`${file.name}: ${what}`);

/** Opens a film, or throws a NoFilm that says in plain words why not. Nothing of it leaves the page. */
export async function openFilm(file: File): Promise<Film> {
  if (file.size === 0) throw say(file, 'the file is empty. Copy it again from the phone.');
  if (file.size > LARGEST_BYTES)
    throw say(
      file,
      `the file has ${(file.size / 1024 ** 3).toFixed(1)} GB; the most is 4 GB. Cut the film to the drill on the phone, then bring it in.`,
    );
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  try {
    return await read(file, input);
  } catch (error) {
    input.dispose();
    if (error instanceof NoFilm) throw error;
    if (error instanceof UnsupportedInputFormatError)
      throw say(file, 'this is not a video file. Choose the film itself: MP4, MOV, WebM or MKV.');
    throw say(file, 'the film cannot be read. Copy it again from the phone, or export it anew.');
  }
}

async function read(file: File, input: Input): Promise<Film> {
  const tracks = await input.getTracks();
  const video = await input.getPrimaryVideoTrack();
  if (!video)
    throw say(
      file,
      tracks.length === 0
        ? 'the copy is incomplete, its index is missing. Copy it again from the phone.'
        : 'there is no picture in this file, only sound. Choose the film.',
    );
  if (!(await video.canDecode()))
    throw say(
      file,
      `this browser cannot play its pictures (${video.codec ?? 'an unknown kind'}). On the phone, set the camera to the most compatible format, or export the film as H.264.`,
    );
  const times = await timesOf(file, video);
  const endsAtS = await readableUntil(video, times);
  const kept = endsAtS === null ? times : times.filter((timeS) => timeS <= endsAtS + 1e-6);
  if (kept.length < 2) throw say(file, 'there are no pictures in it that can be read.');
  const pictures = picturesOf(video, kept);
  return {
    name: file.name,
    width: video.displayWidth,
    height: video.displayHeight,
    times: kept,
    endsEarlyS: endsAtS,
    hasSound: (await input.getPrimaryAudioTrack()) !== null,
    pictureAt: pictures.at,
    pictureNow: pictures.now,
    sound: () => soundOf(input),
    close: () => {
      pictures.close();
      input.dispose();
    },
  };
}

async function timesOf(file: File, video: InputVideoTrack): Promise<Float64Array> {
  const times: number[] = [];
  const packets = new EncodedPacketSink(video).packets(undefined, undefined, { metadataOnly: true });
  for await (const { timestamp } of packets) {
    times.push(timestamp);
    if (times.length > MOST_PICTURES)
      throw say(file, 'the film is longer than twenty minutes. Cut it to the drill on the phone.');
  }
  // Pictures are stored in the order in which they are decoded.
  return Float64Array.from(new Set(times)).sort();
}

/** The last picture that can be read where the end is missing; null where all can. */
async function readableUntil(video: InputVideoTrack, times: Float64Array): Promise<number | null> {
  const lastS = times.at(-1);
  if (lastS === undefined) return null;
  const sink = new VideoSampleSink(video);
  const isThere = async (place: number): Promise<boolean> => {
    try {
      const sample = await sink.getSample(times[place] ?? lastS);
      sample?.close();
      return sample !== null;
    } catch {
      return false;
    }
  };
  if (await isThere(times.length - 1)) return null;
  let [good, bad] = [-1, times.length - 1];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (await isThere(middle)) good = middle;
    else bad = middle;
  }
  return times[good] ?? 0;
}

/** Pictures kept on either side of the one that is looked at: as many as fit into so much memory, and no more than these. */
const KEPT_BYTES = 220e6;
const MOST_KEPT_BESIDE = 40;
/** A picture so little ahead is reached by going on, not by a jump. */
const ON_M = 40;

function picturesOf(video: InputVideoTrack, times: Float64Array) {
  const sink = new VideoSampleSink(video);
  const beside = Math.min(
    MOST_KEPT_BESIDE,
    Math.max(6, Math.floor(KEPT_BYTES / (8 * video.displayWidth * video.displayHeight))),
  );
  const known = new Map<number, ImageBitmap>();
  const sheet = new OffscreenCanvas(video.displayWidth, video.displayHeight);
  const context = sheet.getContext('2d');
  let running: { readonly samples: AsyncGenerator<VideoSample, void, unknown>; next: number } | null = null;
  let line: Promise<unknown> = Promise.resolve();
  let wanted = 0;
  let isClosed = false;

  const placeOf = (timeS: number): number => {
    let [low, high] = [0, times.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((times[middle] ?? Infinity) <= timeS + 1e-6) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const keep = (place: number, sample: VideoSample): void => {
    if (!context) throw new Error('This browser cannot draw pictures.');
    // Drawing turns a picture that the phone held sideways.
    sample.draw(context, 0, 0);
    sample.close();
    known.get(place)?.close();
    known.set(place, sheet.transferToImageBitmap());
    for (const [other, bitmap] of known)
      if (Math.abs(other - wanted) > beside + 2) {
        bitmap.close();
        known.delete(other);
      }
  };
  /** Goes on, or jumps, until a picture is there. */
  const reach = async (place: number): Promise<void> => {
    if (!running || running.next > place || place - running.next > ON_M) {
      await running?.samples.return();
      // Somebody who steps back wants those before it next.
      const from = running && place < running.next ? Math.max(0, place - (beside >> 1)) : place;
      running = { samples: sink.samples(times[from] ?? 0), next: from };
    }
    while (running.next <= place) {
      const { value, done } = await running.samples.next();
      if (done || !value)
        throw new NoFilm(`The film is unreadable near ${(times[place] ?? 0).toFixed(1)} s.`);
      const at = placeOf(value.timestamp);
      running.next = at + 1;
      keep(at, value);
    }
  };
  const inTurn = <T>(run: () => Promise<T>): Promise<T> => {
    const mine = line.then(run, run);
    line = mine.catch(() => undefined);
    return mine;
  };
  /** Makes ready what comes next while nobody waits: the next ones, or, for who steps back, a stretch of those before. */
  const ahead = async (from: number, isBack: boolean): Promise<void> => {
    const isOver = (): boolean => isClosed || Math.abs(wanted - from) > 2;
    if (!isBack) {
      for (let place = from + 1; place <= Math.min(times.length - 1, from + (beside >> 1)); place++) {
        if (isOver()) return;
        if (!known.has(place)) await inTurn(() => (known.has(place) ? Promise.resolve() : reach(place)));
      }
      return;
    }
    let first = from;
    while (first > 0 && known.has(first - 1)) first--;
    if (first === 0 || from - first > beside >> 1) return;
    await inTurn(async () => {
      if (isOver() || known.has(first - 1)) return;
      // From its front to what is there.
      await running?.samples.return();
      const start = Math.max(0, from - beside);
      running = { samples: sink.samples(times[start] ?? 0), next: start };
      await reach(first - 1);
    });
  };
  return {
    at: async (place: number): Promise<ImageBitmap> => {
      const isBack = place < wanted;
      wanted = place;
      const there = known.get(place);
      if (!there)
        await inTurn(async () => {
          if (!known.has(place)) await reach(place);
        });
      const found = known.get(place);
      if (!found) throw new NoFilm(`The film is unreadable near ${(times[place] ?? 0).toFixed(1)} s.`);
      void ahead(place, isBack).catch(() => undefined);
      return found;
    },
    now: (place: number): ImageBitmap | null => known.get(place) ?? null,
    close: (): void => {
      isClosed = true;
      void running?.samples.return();
      for (const bitmap of known.values()) bitmap.close();
      known.clear();
    },
  };
}

/** Longer sound than this is not listened to: a drill is shorter. */
const MOST_SOUND_S = 600;

/** The sound of a film on one channel, in the clock of its pictures. */
async function soundOf(input: Input): Promise<Sound | null> {
  const audio = await input.getPrimaryAudioTrack();
  if (!audio || !(await audio.canDecode())) return null;
  const parts: Float32Array[] = [];
  let startS: number | null = null;
  let rateHz = 0;
  let count = 0;
  for await (const sample of new AudioSampleSink(audio).samples(0, MOST_SOUND_S)) {
    startS ??= sample.timestamp;
    rateHz = sample.sampleRate;
    const part = new Float32Array(sample.numberOfFrames);
    sample.copyTo(part, { planeIndex: 0, format: 'f32-planar' });
    parts.push(part);
    count += part.length;
    sample.close();
  }
  if (startS === null || count === 0) return null;
  const samples = new Float32Array(count);
  let at = 0;
  for (const part of parts) {
    samples.set(part, at);
    at += part.length;
  }
  return { samples, rateHz, startS };
}

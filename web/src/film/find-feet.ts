import type { FoundFeet, FoundFoot } from '@angled-chalk/core/camera';
import type { Point } from '@angled-chalk/core/geometry';
import { FilesetResolver, PoseLandmarker, type NormalizedLandmark } from '@mediapipe/tasks-vision';
import { expose } from 'comlink';
import { ALL_FORMATS, BlobSource, Input, VideoSampleSink } from 'mediabunny';
import type { Progress } from '../work/worker.ts';

/** A part of the picture in which the student is, pixels. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface FindOrder {
  readonly file: File;
  /** Where this program's own files are. */
  readonly base: string;
  /** From the first picture to the last one, seconds. */
  readonly fromS: number;
  readonly toS: number;
  /** Where the student is in the first picture. */
  readonly box: Box;
}

export interface FoundInFilm {
  readonly feet: readonly FoundFeet[];
  /** Time of a picture, milliseconds, the middle one. */
  readonly pictureMs: number;
}

/** Numbers of the points in what the model gives. */
const POINTS = { left: { heel: 29, toe: 31 }, right: { heel: 30, toe: 32 } } as const;
/** The box goes with the student, so much wider than what was found of them. */
const SPARE = 0.3;
const EDGE_SHARE = 0.05;
/** The longer side of what the model is shown; it looks at fewer points than that in any case. */
const LARGEST_PX = 640;
/** After so many pictures without anybody the first box is looked at again. */
const LOST_AFTER = 8;

let landmarker: Promise<PoseLandmarker> | null = null;

const landmarkerFrom = (base: string): Promise<PoseLandmarker> =>
  (landmarker ??= FilesetResolver.forVisionTasks(`${base}/feet`, true).then((files) =>
    PoseLandmarker.createFromOptions(files, {
      runningMode: 'VIDEO',
      numPoses: 1,
      baseOptions: { modelAssetPath: `${base}/feet/feet.task`, delegate: 'CPU' },
    }),
  ));

function within(box: Box, width: number, height: number): Box {
  const x = Math.max(0, Math.min(width - 8, box.x));
  const y = Math.max(0, Math.min(height - 8, box.y));
  return {
    x,
    y,
    width: Math.max(8, Math.min(width - x, box.width)),
    height: Math.max(8, Math.min(height - y, box.height)),
  };
}

function around(points: readonly Point[], width: number, height: number): Box {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const spare = SPARE * Math.max(right - left, bottom - top);
  return within(
    { x: left - spare, y: top - spare, width: right - left + 2 * spare, height: bottom - top + 2 * spare },
    width,
    height,
  );
}

const isAtEdge = ({ x, y }: NormalizedLandmark): boolean => Math.min(x, y, 1 - x, 1 - y) < EDGE_SHARE;

const finder = {
  /** The feet of one person in every picture of a part of a film. Nothing leaves this machine. */
  async find({ file, base, fromS, toS, box: first }: FindOrder, progress: Progress): Promise<FoundInFilm> {
    progress(0, 'Loading what finds feet');
    const model = await landmarkerFrom(base);
    const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
    try {
      const video = await input.getPrimaryVideoTrack();
      if (!video) throw new Error('There is no picture in this film.');
      const [width, height] = [video.displayWidth, video.displayHeight];
      const whole = new OffscreenCanvas(width, height);
      const shown = whole.getContext('2d');
      const part = new OffscreenCanvas(8, 8);
      const cut = part.getContext('2d', { willReadFrequently: true });
      if (!shown || !cut) throw new Error('This browser cannot draw pictures.');
      const feet: FoundFeet[] = [];
      const times: number[] = [];
      let box = within(first, width, height);
      let lost = 0;
      for await (const sample of new VideoSampleSink(video).samples(fromS, toS + 1e-4)) {
        const timeS = sample.timestamp;
        sample.draw(shown, 0, 0);
        sample.close();
        const scale = Math.min(1, LARGEST_PX / Math.max(box.width, box.height));
        part.width = Math.round(box.width * scale);
        part.height = Math.round(box.height * scale);
        cut.drawImage(whole, box.x, box.y, box.width, box.height, 0, 0, part.width, part.height);
        const began = performance.now();
        const { landmarks } = model.detectForVideo(part, Math.round(timeS * 1000) + 1);
        times.push(performance.now() - began);
        const [person] = landmarks;
        const inPicture = ({ x, y }: NormalizedLandmark): Point => ({
          x: box.x + x * box.width,
          y: box.y + y * box.height,
        });
        const footOf = ({ heel, toe }: { heel: number; toe: number }): FoundFoot | null => {
          const [h, t] = [person?.[heel], person?.[toe]];
          return h && t ? { heel: inPicture(h), toe: inPicture(t), sure: t.visibility } : null;
        };
        feet.push({ timeS, left: footOf(POINTS.left), right: footOf(POINTS.right) });
        lost = person ? 0 : lost + 1;
        // The box stays while the student is well inside it: the model follows them from picture to picture.
        if (person?.some(isAtEdge)) box = around(person.map(inPicture), width, height);
        else if (lost > LOST_AFTER) box = within(first, width, height);
        progress((timeS - fromS) / Math.max(1e-6, toS - fromS), 'Looking for feet');
      }
      times.sort((a, b) => a - b);
      return { feet, pictureMs: times[times.length >> 1] ?? NaN };
    } finally {
      input.dispose();
    }
  },
};

export type Finder = typeof finder;

expose(finder);

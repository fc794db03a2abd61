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
  /** How many people are in the box in the first picture; of more than one nobody was followed. */
  readonly people: number;
  /** Time of a picture, milliseconds, the middle one. */
  readonly pictureMs: number;
}

/** Numbers of the points in what the model gives. */
const POINTS = { left: { heel: 29, toe: 31 }, right: { heel: 30, toe: 32 } } as const;
/** The box goes with the student, so much wider than what was found of them. */
const SPARE = 0.3;
const EDGE_SHARE = 0.05;
/** A box that a hand drew is a little too small. */
const FIRST_SPARE = 0.12;
const WIDER = 4;
/** The side of what the model is shown; it looks at fewer points than that in any case. */
const SIDE_PX = 480;
/** After so many pictures without anybody another box is tried. */
const LOST_AFTER = 3;

// The model's own machine tells as an error what is none: that it has begun.
const { error: tell } = console;
console.error = (...words: readonly unknown[]): void => {
  if (!String(words[0]).startsWith('INFO:')) tell(...words);
};

let landmarker: Promise<PoseLandmarker> | null = null;

const landmarkerFrom = (base: string): Promise<PoseLandmarker> =>
  (landmarker ??= FilesetResolver.forVisionTasks(`${base}/feet`, true).then((files) =>
    PoseLandmarker.createFromOptions(files, {
      runningMode: 'VIDEO',
      numPoses: 1,
      baseOptions: { modelAssetPath: `${base}/feet/feet.task`, delegate: 'CPU' },
    }),
  ));

/** A square about a part of the picture: the model knows no other shape. What is beyond the picture is black. */
function squareAbout({ x, y, width, height }: Box, spare: number): Box {
  const side = Math.max(width, height, 8) * (1 + 2 * spare);
  return { x: x + width / 2 - side / 2, y: y + height / 2 - side / 2, width: side, height: side };
}

function around(points: readonly Point[]): Box {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return squareAbout({ x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }, SPARE);
}

const middleOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});
const isIn = (box: Box, { x, y }: Point): boolean =>
  x > box.x && y > box.y && x < box.x + box.width && y < box.y + box.height;

/** How many people stand in a box of what the model is shown, as far as it tells them apart. */
async function peopleIn(model: PoseLandmarker, part: OffscreenCanvas, shown: Box, box: Box): Promise<number> {
  await model.setOptions({ runningMode: 'IMAGE', numPoses: 2 });
  const { landmarks } = model.detect(part);
  await model.setOptions({ runningMode: 'VIDEO', numPoses: 1 });
  const inside = landmarks.filter((person) => {
    const { x, y } = middleOf(person);
    return isIn(box, { x: shown.x + x * shown.width, y: shown.y + y * shown.height });
  });
  return inside.length;
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
      const part = new OffscreenCanvas(SIDE_PX, SIDE_PX);
      const cut = part.getContext('2d', { willReadFrequently: true });
      if (!shown || !cut) throw new Error('This browser cannot draw pictures.');
      const feet: FoundFeet[] = [];
      const times: number[] = [];
      let box = squareAbout(first, FIRST_SPARE);
      let lost = 0;
      // Where the student was last: somebody elsewhere is somebody else.
      let home = squareAbout(first, FIRST_SPARE);
      for await (const sample of new VideoSampleSink(video).samples(fromS, toS + 1e-4)) {
        const timeS = sample.timestamp;
        sample.draw(shown, 0, 0);
        sample.close();
        cut.fillStyle = '#000';
        cut.fillRect(0, 0, SIDE_PX, SIDE_PX);
        cut.drawImage(whole, box.x, box.y, box.width, box.height, 0, 0, SIDE_PX, SIDE_PX);
        if (feet.length === 0) {
          const people = await peopleIn(model, part, box, first);
          if (people > 1) return { feet: [], people, pictureMs: NaN };
        }
        const began = performance.now();
        const { landmarks } = model.detectForVideo(part, Math.round(timeS * 1000) + 1);
        times.push(performance.now() - began);
        const inPicture = ({ x, y }: NormalizedLandmark): Point => ({
          x: box.x + x * box.width,
          y: box.y + y * box.height,
        });
        const [found] = landmarks;
        const person = found && isIn(home, middleOf(found.map(inPicture))) ? found : undefined;
        const footOf = ({ heel, toe }: { heel: number; toe: number }): FoundFoot | null => {
          const [h, t] = [person?.[heel], person?.[toe]];
          return h && t ? { heel: inPicture(h), toe: inPicture(t), sure: t.visibility } : null;
        };
        feet.push({ timeS, left: footOf(POINTS.left), right: footOf(POINTS.right) });
        lost = person ? 0 : lost + 1;
        if (person) home = around(person.map(inPicture));
        // The box stays while the student is well inside it: the model follows them from picture to picture.
        if (person?.some(isAtEdge)) box = around(person.map(inPicture));
        // Who is lost is looked for in more and more of the picture about where they were last.
        else if (lost > 0 && lost % LOST_AFTER === 0)
          box = squareAbout(home, FIRST_SPARE * ((lost / LOST_AFTER) % WIDER));
        progress((timeS - fromS) / Math.max(1e-6, toS - fromS), 'Looking for feet');
      }
      times.sort((a, b) => a - b);
      return { feet, people: 1, pictureMs: times[times.length >> 1] ?? NaN };
    } finally {
      input.dispose();
    }
  },
};

export type Finder = typeof finder;

expose(finder);

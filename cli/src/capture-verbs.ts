import { readCameraFile, readTallyFile, toOpenKeys } from '@angled-chalk/contract';
import { readCamera, type NoCamera } from '@angled-chalk/core/camera';
import { readTally } from '@angled-chalk/core/tally';
import { BadInput, must, readText, UsageError, writeResult } from './files.ts';
import { HELP, json, readOptions, type Verb } from './options.ts';

const WHY: Readonly<Record<NoCamera, string>> = {
  'too few marks': 'A camera needs four marks or more whose places are known.',
  'marks in a line':
    'These marks fix no camera: too many of them lie on one line, or two are at one place. Add marks beside the line.',
};

/** The marks of a picture, and where its points are on the floor. */
export const cameraVerb: Verb = async ([path, ...rest]) => {
  if (path === undefined || path.startsWith('--')) throw new UsageError(`Which file?\n${HELP}`);
  const values = readOptions(rest, ['out']);
  const { frame, marks, points } = must(path, readCameraFile(await readText(path)));
  const read = readCamera(frame, marks, points);
  if (typeof read === 'string') throw new BadInput(`${path}, marks: ${WHY[read]}`);
  const { camera, residuals, outlying, tiltDeg, warnings } = read;
  const lost = read.points.flatMap((point, i) => (point ? [] : [i + 1]));
  await writeResult(
    values.out,
    json(
      toOpenKeys({
        format: 'angled-chalk-camera-points',
        version: 1,
        points: read.points,
        residuals: residuals.map(({ name, px, m, times }) => ({ name, px, m, times })),
        outlying,
        tiltDeg,
        lens: camera.hasLens ? camera.k : null,
        warnings: [
          ...warnings,
          ...(outlying === null
            ? []
            : [`The mark "${outlying}" does not lie where the others say: look at it again.`]),
          ...(lost.length === 0 ? [] : [`Beyond the horizon, not on the floor: points ${lost.join(', ')}.`]),
        ],
      }),
    ),
  );
  return 0;
};

/** What was seen by eye: how often, how surely, and how far coaches agree. */
export const tallyVerb: Verb = async ([path, ...rest]) => {
  if (path === undefined || path.startsWith('--')) throw new UsageError(`Which file?\n${HELP}`);
  const values = readOptions(rest, ['out']);
  const { windows, limitPerMin } = must(path, readTallyFile(await readText(path)));
  await writeResult(
    values.out,
    json(toOpenKeys({ format: 'angled-chalk-tally-report', version: 1, ...readTally(windows, limitPerMin) })),
  );
  return 0;
};

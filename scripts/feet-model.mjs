import { createHash } from 'node:crypto';
import { copyFile, mkdir, readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { zipSync } from 'fflate';
import { ROOT } from './steps.mjs';

/**
 * Puts together what finds feet in pictures: the loader and its machine code as they come, and one bundle of the two
 * models, each with the note of how its pictures are scaled that the loader asks for. All of it comes with packages; nothing
 * is fetched.
 */
const from = createRequire(`${ROOT}web/package.json`);
const PARTS = {
  detector: { sha: '0f44dd6fbea900f9', mean: 127.5, std: 127.5 },
  landmarks: { sha: '158c03d745077eb3', mean: 0, std: 255 },
};
const META = Buffer.from(
  'HAAAAE0wMDEUABAADAAAAAAACAAAAAAAAAAEABQAAAAMAAAAJAAAABAAAAAFAAAAMS4wLjAAAAAJAAAAQmxhemVQb3NlAAAAAQAAABAAAAAAAAoACAAAAAAABAAKAAAABAAAAAEAAAAUAAAAAAAOABAADAAAAAAACAAEAA4AAAA4AAAAHAAAAAQAAAAFAAAAaW1hZ2UAAAAIAAoACQAEAAgAAAAMAAAAAAIGAAgABwAGAAAAAAAAAQEAAAAMAAAACAAMAAsABAAIAAAAEAAAAAAAAAEIAAwACAAEAAgAAAAIAAAADAAAAAEAAAAAAH9DAQAAAAAAAAA=',
  'base64',
);
const NAME = 'min_runtime_version';

/** Adds the note to a model: the entry of a flatbuffer that every model has is given another name and other bytes. */
function withNote(file, { mean, std }) {
  const f = Buffer.from(file);
  const u32 = (at) => f.readUInt32LE(at);
  const indirect = (at) => at + u32(at);
  const field = (table, i) => table + f.readUInt16LE(table - f.readInt32LE(table) + 4 + 2 * i);
  const root = indirect(0);
  const entry = indirect(indirect(field(root, 6)) + 4);
  const name = indirect(field(entry, 0));
  const data = field(indirect(indirect(field(root, 4)) + 4 + 4 * u32(field(entry, 1))), 0);
  if (f.toString('latin1', name + 4, name + 4 + NAME.length) !== NAME)
    throw new Error('unexpected model file');
  f.writeUInt32LE(15, name);
  f.write('TFLITE_METADATA\0\0\0\0', name + 4, 'latin1');
  const note = Buffer.from(META);
  note.writeFloatLE(std, note.length - 12);
  note.writeFloatLE(mean, note.length - 4);
  const pad = (16 - ((f.length + 4) % 16)) % 16;
  const length = Buffer.alloc(4);
  length.writeUInt32LE(note.length);
  f.writeUInt32LE(f.length + pad - data, data);
  return Buffer.concat([f, Buffer.alloc(pad), length, note]);
}

function checked(bytes, { sha }, what) {
  const own = createHash('sha256').update(bytes).digest('hex');
  if (!own.startsWith(sha)) throw new Error(`${what} is another than the one that was tried: ${own}`);
  return bytes;
}

/** The model of where the body is lies inside a pack of files, told by the loader beside it. */
async function detectorIn(folder) {
  const pack = await readFile(join(folder, 'pose_solution_packed_assets.data'));
  const loader = await readFile(join(folder, 'pose_solution_packed_assets_loader.js'), 'utf8');
  const place = /"filename":\s*"[^"]*pose_detection\.tflite",\s*"start":\s*(\d+),\s*"end":\s*(\d+)/.exec(
    loader,
  );
  if (!place) throw new Error('the pack of models has no detector');
  return pack.subarray(Number(place[1]), Number(place[2]));
}

const NOTICE = `These files find feet in pictures. The loader is @mediapipe/tasks-vision 0.10.35, the models are those of
@mediapipe/pose 0.5.1675469404, both by the MediaPipe authors under the Apache License, Version 2.0
(www.apache.org/licenses/LICENSE-2.0). The two model files were repackaged into feet.task: a note on how their pictures are
scaled was added to each, nothing else was changed.
`;

export async function writeFeetModel(folder) {
  const models = dirname(createRequire(`${ROOT}package.json`).resolve('@mediapipe/pose/package.json'));
  const vision = join(dirname(from.resolve('@mediapipe/tasks-vision')), 'wasm');
  const [detector, landmarks] = await Promise.all([
    detectorIn(models),
    readFile(join(models, 'pose_landmark_full.tflite')),
  ]);
  await mkdir(folder, { recursive: true });
  const bundle = zipSync(
    {
      'pose_detector.tflite': checked(withNote(detector, PARTS.detector), PARTS.detector, 'the detector'),
      'pose_landmarks_detector.tflite': checked(
        withNote(landmarks, PARTS.landmarks),
        PARTS.landmarks,
        'the landmark model',
      ),
    },
    { level: 0, mtime: new Date(1980, 0, 1) },
  );
  await Promise.all([
    writeFile(join(folder, 'feet.task'), bundle),
    writeFile(join(folder, 'NOTICE.txt'), NOTICE),
    copyFile(`${ROOT}node_modules/typescript/LICENSE.txt`, join(folder, 'LICENSE.txt')),
    ...['vision_wasm_module_internal.js', 'vision_wasm_module_internal.wasm'].map((name) =>
      copyFile(join(vision, name), join(folder, name)),
    ),
  ]);
}

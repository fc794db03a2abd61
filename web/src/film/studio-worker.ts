import type { Floor } from '@angled-chalk/core/floor';
import { chanceFrom } from '@angled-chalk/core/measure';
import { conesOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import {
  filmScene,
  type FilmOrder,
  type Figure,
  type FilmTruth,
  type Limb,
  type Place3,
} from '@angled-chalk/core/sim';
import { expose } from 'comlink';
import {
  AudioSample,
  AudioSampleSource,
  BufferTarget,
  CanvasSource,
  Mp4OutputFormat,
  Output,
} from 'mediabunny';
import {
  CapsuleGeometry,
  Color,
  ConeGeometry,
  DirectionalLight,
  ExtrudeGeometry,
  Group,
  HemisphereLight,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  PlaneGeometry,
  Quaternion,
  Scene,
  Shape,
  Vector3,
  WebGLRenderer,
} from 'three';
import type { Progress } from '../work/worker.ts';

/** The room as three.js has it: right, up, towards the viewer. */
const at3 = ({ x, y, z }: Place3): Vector3 => new Vector3(x, z, -y);

const COLOURS: Readonly<Record<Limb['part'] | 'shoe' | 'sole', string>> = {
  trunk: '#8a2f2a',
  head: '#c98f6b',
  arm: '#c98f6b',
  glove: '#2b4f8a',
  thigh: '#2d3138',
  shin: '#c98f6b',
  shoe: '#3a2c22',
  sole: '#30302e',
};

const UP = new Vector3(0, 1, 0);
const PARTS_OF_BLUR = 2;
const CLICK_HZ = 1320;
const SOUND_HZ = 48_000;
const BITRATE = 5e6;

function material(colour: string): MeshLambertMaterial {
  return new MeshLambertMaterial({ color: new Color(colour) });
}

/** A limb laid from one end to the other; it is made once and moved. */
function limbMesh({ part, from, to, radiusM }: Limb): Mesh {
  const lengthM = at3(from).distanceTo(at3(to));
  return new Mesh(new CapsuleGeometry(radiusM, Math.max(0.001, lengthM), 6, 14), material(COLOURS[part]));
}

function layLimb(mesh: Mesh, { from, to }: Limb): void {
  const [a, b] = [at3(from), at3(to)];
  mesh.position.copy(a).add(b).multiplyScalar(0.5);
  const way = b.sub(a);
  if (way.length() > 1e-6) mesh.quaternion.copy(new Quaternion().setFromUnitVectors(UP, way.normalize()));
}

/** A shoe: a wedge from a high heel part to flat toes, as long and as broad as the foot. */
function shoeMesh(lengthM: number, breadthM: number): Mesh {
  const side = new Shape();
  side.moveTo(0, 0.004);
  side.lineTo(0, 0.085);
  side.lineTo(0.38 * lengthM, 0.1);
  side.lineTo(0.72 * lengthM, 0.05);
  side.lineTo(lengthM, 0.028);
  side.lineTo(lengthM, 0.004);
  const geometry = new ExtrudeGeometry(side, { depth: breadthM, bevelEnabled: false });
  geometry.translate(0, 0, -breadthM / 2);
  return new Mesh(geometry, material(COLOURS.shoe));
}

/** A body that is made once and laid anew for every picture. */
function bodyOf(first: Figure): { readonly group: Group; readonly lay: (figure: Figure) => void } {
  const limbs = first.limbs.map(limbMesh);
  const shoes = first.shoes.map(({ heel, toe, breadthM }) =>
    shoeMesh(at3(heel).distanceTo(at3(toe)), breadthM),
  );
  return {
    group: new Group().add(...limbs, ...shoes),
    lay: (figure) => {
      figure.limbs.forEach((limb, j) => {
        const mesh = limbs[j];
        if (mesh) layLimb(mesh, limb);
      });
      figure.shoes.forEach(({ heel, toe }, j) => {
        const mesh = shoes[j];
        if (!mesh) return;
        mesh.position.copy(at3(heel));
        mesh.rotation.set(0, Math.atan2(toe.y - heel.y, toe.x - heel.x), 0);
      });
    },
  };
}

function room(floor: Floor, order: FilmOrder, drill: PlannedDrill): Scene {
  const scene = new Scene();
  scene.background = new Color('#b9bdb6');
  scene.add(new HemisphereLight('#ffffff', '#807a70', 1.6));
  const sun = new DirectionalLight('#fff6e6', 1.8);
  sun.position.set(2, 6, 4);
  scene.add(sun);
  const ground = new Mesh(new PlaneGeometry(60, 60), material('#9aa39a'));
  ground.rotation.x = -Math.PI / 2;
  ground.position.y = -0.002;
  scene.add(ground);
  const line = (
    a: { x: number; y: number },
    b: { x: number; y: number },
    breadthM: number,
    colour: string,
  ): void => {
    const lengthM = Math.hypot(b.x - a.x, b.y - a.y);
    const strip = new Mesh(new PlaneGeometry(lengthM, breadthM), material(colour));
    strip.rotation.set(-Math.PI / 2, 0, Math.atan2(b.y - a.y, b.x - a.x), 'XYZ');
    strip.position.set((a.x + b.x) / 2, 0.001, -(a.y + b.y) / 2);
    scene.add(strip);
  };
  const { outline } = floor;
  outline.forEach((a, i) => line(a, outline[(i + 1) % outline.length] ?? a, 0.04, '#f0efe8'));
  for (const { at } of order.marks) {
    line({ x: at.x - 0.07, y: at.y }, { x: at.x + 0.07, y: at.y }, 0.016, '#1c1c1c');
    line({ x: at.x, y: at.y - 0.07 }, { x: at.x, y: at.y + 0.07 }, 0.016, '#1c1c1c');
  }
  for (const cone of conesOf(drill.plan)) {
    const marker = new Mesh(new ConeGeometry(cone.radiusM, 0.04, 24), material('#d8792b'));
    marker.position.set(cone.at.x, 0.02, -cone.at.y);
    scene.add(marker);
  }
  return scene;
}

/** Clicks on the beat from the first to the last, over the hush of a hall. */
function clicks({ phaseS, periodS }: FilmTruth['beat'], lastsS: number, seed: number): Float32Array {
  const chance = chanceFrom(seed);
  const samples = new Float32Array(Math.ceil(lastsS * SOUND_HZ));
  for (let i = 0; i < samples.length; i++) samples[i] = 0.004 * (2 * chance.uniform() - 1);
  for (let atS = phaseS % periodS; atS < lastsS; atS += periodS)
    for (let j = 0; j < 0.03 * SOUND_HZ; j++) {
      const i = Math.round(atS * SOUND_HZ) + j;
      if (i < samples.length)
        samples[i] =
          (samples[i] ?? 0) +
          0.5 * Math.sin((2 * Math.PI * CLICK_HZ * j) / SOUND_HZ) * Math.exp(-j / (0.005 * SOUND_HZ));
    }
  return samples;
}

export interface MadeFilm {
  readonly bytes: ArrayBuffer;
  readonly truth: FilmTruth;
}

const studio = {
  /** A drill walked in front of a made-up camera, as a video file with its metronome, and what is true of it. */
  async film(drill: PlannedDrill, order: FilmOrder, progress: Progress): Promise<MadeFilm> {
    const { figuresAt, truth } = filmScene(drill, order);
    const { camera, rateHz, seed, shakePx, blur } = order;
    const { width, height } = camera.frame;
    const chance = chanceFrom(seed + 17);
    const scene = room(drill.plan.floor, order, drill);
    const eye = new PerspectiveCamera(
      (360 / Math.PI) * Math.atan(height / 2 / camera.focalPx),
      width / height,
      0.1,
      80,
    );
    eye.position.copy(at3({ ...camera.at, z: camera.heightM }));
    eye.lookAt(at3({ ...camera.towards, z: 0 }));
    const drawn = new OffscreenCanvas(width, height);
    const renderer = new WebGLRenderer({ canvas: drawn, antialias: false });
    renderer.setSize(width, height, false);
    const bodies = figuresAt(0).map(bodyOf);
    scene.add(...bodies.map(({ group }) => group));
    const picture = new OffscreenCanvas(width, height);
    const context = picture.getContext('2d');
    if (!context) throw new Error('This browser cannot draw a film.');
    const out = new Output({
      format: new Mp4OutputFormat({ fastStart: 'in-memory' }),
      target: new BufferTarget(),
    });
    const video = new CanvasSource(picture, {
      codec: 'avc',
      bitrate: BITRATE,
      keyFrameInterval: 0.5,
      latencyMode: 'realtime',
    });
    // With a rate of its own every time would be laid on it.
    out.addVideoTrack(video, order.isUneven ? {} : { frameRate: rateHz });
    const audio = new AudioSampleSource({ codec: 'opus', bitrate: 96e3 });
    out.addAudioTrack(audio);
    await out.start();
    const { pictures } = truth;
    const lastsS = (pictures.at(-1) ?? 0) + 1 / rateHz;
    const sound = clicks(truth.beat, lastsS, seed);
    let heard = 0;
    const parts = blur > 0 ? PARTS_OF_BLUR : 1;
    for (const [i, takenS] of pictures.entries()) {
      const [shakeX, shakeY] = [shakePx * chance.normal(), shakePx * chance.normal()];
      context.globalAlpha = 1;
      for (let part = 0; part < parts; part++) {
        // The middle of what the shutter saw is the picture's time.
        const timeS = takenS + (blur / rateHz) * ((part + 0.5) / parts - 0.5);
        figuresAt(Math.max(0, timeS)).forEach((figure, j) => bodies[j]?.lay(figure));
        renderer.render(scene, eye);
        context.globalAlpha = 1 / (part + 1);
        context.drawImage(drawn, shakeX, shakeY);
      }
      const untilS = pictures[i + 1] ?? lastsS;
      await video.add(takenS, untilS - takenS);
      for (; heard < Math.min(sound.length, untilS * SOUND_HZ);) {
        const part = sound.slice(heard, Math.min(sound.length, heard + SOUND_HZ));
        const spoken = new AudioSample({
          data: part,
          format: 'f32',
          numberOfChannels: 1,
          sampleRate: SOUND_HZ,
          timestamp: heard / SOUND_HZ,
        });
        await audio.add(spoken);
        spoken.close();
        heard += part.length;
      }
      if (i % 5 === 0) progress(i / pictures.length, 'Filming');
    }
    video.close();
    audio.close();
    await out.finalize();
    renderer.dispose();
    const { buffer } = out.target;
    if (!buffer) throw new Error('The film was not written.');
    return { bytes: buffer, truth };
  },
};

export type Studio = typeof studio;

expose(studio);

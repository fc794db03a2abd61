import type { Scene, Stage } from './scene.ts';
import { bounces, creeping, edge, rounds, standing, steps } from './scenes-floor.ts';
import { band, partner, strikes } from './scenes-target.ts';
import { weave } from './scenes-weave.ts';

const SCENES = [steps, bounces, rounds, edge, creeping, strikes, band, partner, weave, standing];

/** One scene after another, by its number. */
export const sceneOf = (nth: number, stage: Stage): Scene => (SCENES[nth % SCENES.length] ?? steps)(stage);

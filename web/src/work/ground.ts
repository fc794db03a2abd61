import type { Remote } from 'comlink';
import type { GroundOrder, PackedGround } from './ground-map.ts';
import type { Work } from './worker.ts';

export const groundInWorker = (work: Remote<Work>, order: GroundOrder): Promise<PackedGround> =>
  work.ground(order);

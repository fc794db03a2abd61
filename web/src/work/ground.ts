import type { StudentFit } from '@angled-chalk/core/body';
import type { Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { packedGround, type GroundOrder, type PackedGround } from './ground-map.ts';
import { holdAgainst, type Held, type HoldAsk } from './pair-work.ts';
import { useLatest, type Latest } from './useLatest.ts';
import { useTask, type TaskState } from './useTask.ts';
import type { Work } from './worker.ts';

const COARSE_M = 0.1;
const FINE_M = 0.025;

const coarseInWorker = (work: Remote<Work>, order: GroundOrder): Promise<PackedGround> => work.ground(order);

interface GroundNow {
  /** The finest there is; what there was before stays until then. */
  readonly ground: PackedGround | null;
  /** How far the fine one is; null where nothing is being worked out. */
  readonly state: TaskState | null;
  readonly cancel: () => void;
}

/** The ground about a partner: coarse at once, fine after it; both away from the page. */
export function useGround(mine: StudentFit, theirs: StudentFit): GroundNow {
  const coarseOrder = useMemo((): GroundOrder => ({ mine, theirs, stepM: COARSE_M }), [mine, theirs]);
  const coarse = useLatest(coarseOrder, coarseInWorker, packedGround);
  const { run, cancel, state } = useTask();
  const [fine, setFine] = useState<{ readonly of: GroundOrder; readonly ground: PackedGround } | null>(null);
  useEffect(() => {
    if (typeof Worker === 'undefined') return undefined;
    let isWanted = true;
    void run((work, progress) => work.groundSlowly({ ...coarseOrder, stepM: FINE_M }, progress)).then(
      (ground) => isWanted && ground && setFine({ of: coarseOrder, ground }),
    );
    return () => {
      isWanted = false;
    };
  }, [coarseOrder, run]);
  return { ground: fine?.of === coarseOrder ? fine.ground : coarse.value, state, cancel };
}

const heldInWorker = (work: Remote<Work>, ask: HoldAsk): Promise<Held> => work.held(ask);

/** How a gap is held against a script, worked out anew whenever something of it changes. */
export const useHeld = (ask: HoldAsk): Latest<HoldAsk, Held> => useLatest(ask, heldInWorker, holdAgainst);

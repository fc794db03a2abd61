import {
  checkTrack,
  fitAll,
  fitCsv,
  nearestCleanLane,
  packTrack,
  readTrackCsv,
  simulate,
  TRACKER_DEFAULTS,
  spreadFaults,
  expand,
  unpackTrack,
  type CheckResult,
  type PlannedDrill,
  type Result,
  type SimulatedFault,
  type StudentFit,
} from '@angled-chalk/core';
import { expose } from 'comlink';

/** What is known of a recording once it is read, with its compact form. */
export interface PackedRecording {
  readonly packed: Uint8Array<ArrayBuffer>;
  readonly samples: number;
  readonly durationS: number;
}

export interface SimulationOrder {
  readonly seed: number;
  readonly rateHz: number;
  readonly noiseM: number;
  readonly driftM: number;
  readonly dropShare: number;
  readonly faults: readonly SimulatedFault[];
  readonly recovers: boolean;
}

export type Progress = (share: number, stage: string) => void;

const work = {
  async readCsv(file: File, progress: Progress): Promise<Result<PackedRecording>> {
    progress(0.1, 'Reading the file');
    const text = await file.text();
    progress(0.3, 'Reading the samples');
    const read = readTrackCsv(text);
    if (!read.ok) return read;
    progress(0.8, 'Packing');
    const { timeS } = read.value;
    return {
      ok: true,
      notices: read.notices,
      value: { packed: packTrack(read.value), samples: timeS.length, durationS: timeS.at(-1)! - timeS[0]! },
    };
  },

  simulate(drill: PlannedDrill, order: SimulationOrder): PackedRecording {
    const { faults, recovers, ...settings } = order;
    const placed = spreadFaults(faults, expand(drill).moves.length, order.seed);
    const { track } = simulate(drill, {
      ...TRACKER_DEFAULTS,
      ...settings,
      positionUM: Math.max(0.002, 0.6 * order.noiseM),
      faults: placed,
      habits: { ...TRACKER_DEFAULTS.habits, recovers },
    });
    return { packed: packTrack(track), samples: track.timeS.length, durationS: track.timeS.at(-1)! };
  },

  nearestCleanLane(drill: PlannedDrill) {
    return nearestCleanLane(drill);
  },

  /** The complete fit of the whole club as CSV. */
  fitClub(students: readonly (StudentFit & { readonly id: string })[], progress: Progress): string {
    return fitCsv(fitAll(students, (share) => progress(share, 'Fitting')));
  },

  check(drill: PlannedDrill, packed: Uint8Array, progress: Progress): CheckResult {
    return checkTrack(drill, unpackTrack(packed), { onProgress: progress });
  },
};

export type Work = typeof work;

expose(work);

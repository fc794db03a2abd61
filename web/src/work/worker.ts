import { readRoster, type RosterOrder, type RosterReading } from '@angled-chalk/contract';
import type { StudentFit } from '@angled-chalk/core/body';
import { decisionsFrom, type Decisions } from '@angled-chalk/core/capture';
import {
  checkTrack,
  judgePlan,
  packCheck,
  type CheckResult,
  type CheckSteps,
  type Judged,
} from '@angled-chalk/core/check';
import { mendsFor, type Mend, type Suits, type Walks } from '@angled-chalk/core/compose';
import { fillWithLayout, type FilledFloor } from '@angled-chalk/core/filling';
import type { Floor } from '@angled-chalk/core/floor';
import type { LaidFloor, LayoutPiece } from '@angled-chalk/core/layout';
import type { Result } from '@angled-chalk/core/measure';
import { readMoves, type MovesText } from '@angled-chalk/core/notation';
import { compareTwo, type Variant } from '@angled-chalk/core/pair';
import { expand, type Plan, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Round } from '@angled-chalk/core/round';
import { nearestPassing, type Placement, type RigidMove } from '@angled-chalk/core/placing';
import { fitAll, fitCsv, rulerFor } from '@angled-chalk/core/range';
import { nearestCleanLane, type Finding } from '@angled-chalk/core/rules';
import { simulate, TRACKER_DEFAULTS, spreadFaults, type SimulatedFault } from '@angled-chalk/core/sim';
import {
  packTrack,
  readTrackCsv,
  readTrc,
  trackOfTrc,
  unpackTrack,
  type Track,
  type TrcMapping,
} from '@angled-chalk/core/track';
import { beatOf, type Sound, type SteadyBeat } from '@angled-chalk/core/sound';
import { expose } from 'comlink';
import { groupFindings } from '../parts/finding-groups.ts';
import { packedGround, type GroundOrder, type PackedGround } from './ground-map.ts';
import { holdAgainst, practiceRound, roundOf, type Held, type HoldAsk, type RoundAsk } from './pair-work.ts';
import { rowsOf, suitsOf } from './whom.ts';
import { readFloorFrom, readPlanFrom } from './read-files.ts';

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

export interface JudgedRecording {
  readonly result: CheckResult;
  /** The same as `packCheck` packs it. */
  readonly report: string;
}

export type Progress = (share: number, stage: string) => void;

function packedRecording(track: Track): PackedRecording {
  const { timeS } = track;
  return {
    packed: packTrack(track),
    samples: timeS.length,
    durationS: (timeS.at(-1) ?? 0) - (timeS[0] ?? 0),
  };
}

const work = {
  async readCsv(file: File, progress: Progress): Promise<Result<PackedRecording>> {
    progress(0.1, 'Reading the file');
    const text = await file.text();
    progress(0.3, 'Reading the samples');
    const read = readTrackCsv(text);
    if (!read.ok) return read;
    progress(0.8, 'Packing');
    return { ok: true, notices: read.notices, value: packedRecording(read.value) };
  },

  /** What markers a file has, or why it is none. */
  async trcAbout(file: File): Promise<Result<{ markers: string[]; units: string | null }>> {
    const read = readTrc(await file.text());
    if (!read.ok) return read;
    const { markers, units } = read.value;
    return { ok: true, notices: read.notices, value: { markers: markers.map(({ name }) => name), units } };
  },

  async readTrc(file: File, mapping: TrcMapping, progress: Progress): Promise<Result<PackedRecording>> {
    progress(0.3, 'Reading the markers');
    const read = readTrc(await file.text());
    if (!read.ok) return read;
    const made = trackOfTrc(read.value, mapping);
    return made.ok ? { ok: true, notices: made.notices, value: packedRecording(made.value) } : made;
  },

  /** What a stored recording can decide of a drill. */
  decisions: (drill: PlannedDrill, packed: Uint8Array): Decisions =>
    decisionsFrom(drill, unpackTrack(packed)),

  /** The metronome that is heard in a sound. */
  beat: (sound: Sound, progress: Progress): SteadyBeat | null =>
    beatOf(sound, (share) => progress(share, 'Listening')),

  mends: (drill: PlannedDrill, findings: readonly Finding[], finding: Finding): Mend[] =>
    mendsFor(drill, findings, finding),

  ground: (order: GroundOrder): PackedGround => packedGround(order),
  groundSlowly: (order: GroundOrder, progress: Progress): PackedGround =>
    packedGround(order, (share) => progress(share, 'Working the ground out')),
  compared: (
    mine: StudentFit,
    theirs: StudentFit,
    others: readonly StudentFit[],
    progress: Progress,
  ): Variant[] => compareTwo(mine, theirs, others, (share) => progress(share, 'Comparing')),
  held: (ask: HoldAsk): Held => holdAgainst(ask),
  round: (ask: RoundAsk): Result<Round> => roundOf(ask),
  practiceRound: (mine: StudentFit, theirs: StudentFit, seed: number): string =>
    practiceRound(mine, theirs, seed),
  lines: (text: string): MovesText => readMoves(text),

  rows: (drills: readonly PlannedDrill[]): Walks[] | null => rowsOf(drills),
  suits: (drills: readonly PlannedDrill[]): Suits | null => suitsOf(drills),

  readFloor: (file: File): Promise<Result<LaidFloor>> => readFloorFrom(file),
  readPlan: (file: File): Promise<Result<Plan>> => readPlanFrom(file),

  /** A roster as students to look at, with those who are known already. */
  readRoster: (order: RosterOrder): RosterReading => readRoster(order),

  simulate(drill: PlannedDrill, order: SimulationOrder): PackedRecording {
    const { faults, recovers, ...settings } = order;
    const placed = spreadFaults(faults, expand(drill).moves, order.seed);
    const { track } = simulate(drill, {
      ...TRACKER_DEFAULTS,
      ...settings,
      positionUM: Math.max(0.002, 0.6 * order.noiseM),
      faults: placed,
      habits: { ...TRACKER_DEFAULTS.habits, recovers },
    });
    return { packed: packTrack(track), samples: track.timeS.length, durationS: track.timeS.at(-1)! };
  },

  /** What is found in a plan for one body, within a limit of moves. Its feet are not sent. */
  judge(drill: PlannedDrill): Pick<Judged, 'findings'> {
    const { findings } = judgePlan(drill);
    return { findings };
  },

  /** How many places each plan breaks, for one body; null where it has too many moves to judge in a list. */
  judgeAll(drills: readonly PlannedDrill[]): (number | null)[] {
    return drills.map((drill) => {
      const judged = judgePlan(drill);
      return judged.findings && groupFindings(judged.findings).length;
    });
  },

  nearestCleanLane(drill: PlannedDrill) {
    return nearestCleanLane(drill);
  },

  /** The nearest place at which a part of a floor passes every test of fit. */
  nearestPlace(
    floor: Floor,
    moving: readonly Placement[],
    others: readonly Placement[],
    progress: Progress,
  ): RigidMove | null {
    return nearestPassing(floor, moving, others, (share) => progress(share, 'Looking for a place'));
  },

  /** As many copies of a layout as a floor holds, for one student. */
  fillFloor(
    floor: Floor,
    piece: Pick<LayoutPiece, 'layout' | 'mirrored' | 'worksOn'>,
    student: StudentFit,
    progress: Progress,
  ): FilledFloor {
    return fillWithLayout(floor, piece, rulerFor(student), (share) => progress(share, 'Filling the floor'));
  },

  /** The complete fit of the whole club as CSV. */
  fitClub(students: readonly (StudentFit & { readonly id: string })[], progress: Progress): string {
    return fitCsv(fitAll(students, (share) => progress(share, 'Fitting')));
  },

  /** A recording judged, as it is shown and as it is kept. */
  check(
    drill: PlannedDrill,
    packed: Uint8Array,
    how: Pick<CheckSteps, 'reading' | 'struckOut'>,
    progress: Progress,
  ): JudgedRecording {
    const result = checkTrack(drill, unpackTrack(packed), { ...how, onProgress: progress });
    return { result, report: packCheck(result) };
  },
};

export type Work = typeof work;

expose(work);

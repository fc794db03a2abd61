import type { TallyFile } from '@angled-chalk/contract';
import type { TallyWindow } from '@angled-chalk/core/tally';

type PlainWindow = TallyFile['windows'][number];

/** A window of this device: whose it is, and whether the program keeps it with them. */
export interface OwnWindow extends TallyWindow {
  readonly id: string;
  readonly studentId: string;
  readonly takenAt: string;
  /** Not sent yet, kept with the student, or why that was refused. */
  readonly kept: 'no' | 'yes' | { readonly refused: string };
}

/** Windows that an earlier version of the program left on this device have no owner. */
export const isOwned = (window: TallyWindow | OwnWindow): window is OwnWindow => 'studentId' in window;

/** A window as it is in files and in the program: what was seen, and nothing of this device. */
export const plainWindow = ({ observer, student, fromS, toS, seen, watched }: TallyWindow): PlainWindow => ({
  observer,
  student,
  fromS,
  toS,
  seen: [...seen],
  ...(watched ? { watched: [...watched] } : {}),
});

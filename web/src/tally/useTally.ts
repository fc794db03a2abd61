import { readTallyFile, toOpenKeys } from '@angled-chalk/contract';
import type { FaultName } from '@angled-chalk/core/rules';
import type { TallyWindow } from '@angled-chalk/core/tally';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { takenNow } from '../api/queries.ts';
import { saveText } from '../parts/download.ts';
import { useDeviceState } from '../parts/useDeviceState.ts';
import { useNow } from '../parts/useNow.ts';
import { useKeepingWindows } from './useKeepingWindows.ts';
import { isOwned, plainWindow, type OwnWindow } from './windows.ts';

/** What is kept on the device of a coach: it lasts a class without a server, and a reload. */
interface Kept {
  readonly observer: string;
  readonly faults: readonly FaultName[];
  readonly windowS: number;
  readonly windows: readonly (TallyWindow | OwnWindow)[];
  /** Windows of classes before this one that the program has not got yet. */
  readonly earlier?: readonly OwnWindow[];
  /** Windows of another coach that were brought in. */
  readonly others: readonly TallyWindow[];
}

/** A window that is going on. */
interface Running {
  readonly student: string;
  readonly studentId: string;
  readonly fromS: number;
  readonly seen: TallyWindow['seen'];
}

/** At most so many faults can be watched at once (common practice). */
export const MOST_FAULTS = 4;
export const WINDOWS_S = [20, 30, 45, 60] as const;
const START: Kept = {
  observer: 'A coach',
  faults: ['feet-crossed', 'feet-together'],
  windowS: 30,
  windows: [],
  others: [],
};

/** Seconds of the day: the clocks of two coaches go alike. */
function dayS(): number {
  const now = new Date();
  return (now.getTime() - new Date(now.getFullYear(), now.getMonth(), now.getDate()).getTime()) / 1000;
}

const TICK_MS = 200;
const TALLY = 'tally';

/** Who can be watched, by a name that is theirs alone. */
export interface Watched {
  readonly name: string;
  readonly id: string;
}

/** Takes everything of a person out of what this device keeps. */
export function forgetInTally(studentId: string): void {
  const text = localStorage.getItem(TALLY);
  if (text === null) return;
  const kept: Kept = JSON.parse(text);
  const isOthers = (one: TallyWindow | OwnWindow): boolean => !isOwned(one) || one.studentId !== studentId;
  const windows = kept.windows.filter(isOthers);
  const earlier = kept.earlier?.filter(isOthers);
  localStorage.setItem(TALLY, JSON.stringify({ ...kept, windows, ...(earlier ? { earlier } : {}) }));
}

/** A tally by eye: faults that are watched for, one student for a set window, and all that was seen. */
export function useTally() {
  const [kept, keep] = useDeviceState<Kept>(TALLY, START);
  const [running, setRunning] = useState<Running | null>(null);
  const [nowS, setNow] = useState(dayS);
  const latest = useNow({ kept, running });
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => {
      const at = dayS();
      setNow(at);
      const { kept: own, running: going } = latest();
      if (!going || at < going.fromS + own.windowS) return;
      const window: OwnWindow = {
        ...takenNow(),
        studentId: going.studentId,
        kept: 'no',
        watched: own.faults,
        observer: own.observer,
        student: going.student,
        fromS: going.fromS,
        toS: going.fromS + own.windowS,
        seen: going.seen,
      };
      keep({ ...own, windows: [...own.windows, window] });
      setRunning(null);
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [running, keep, latest]);
  const set = useCallback((change: Partial<Kept>) => keep({ ...latest().kept, ...change }), [keep, latest]);
  const begin = useCallback(({ name, id }: Watched) => {
    setNow(dayS());
    setRunning({ student: name, studentId: id, fromS: dayS(), seen: [] });
  }, []);
  const mark = useCallback(
    (id: string, how: OwnWindow['kept']) => {
      const { windows, earlier = [] } = latest().kept;
      const marked = (one: OwnWindow): OwnWindow => (one.id === id ? { ...one, kept: how } : one);
      set({
        windows: windows.map((one) => (isOwned(one) ? marked(one) : one)),
        earlier: earlier.map(marked),
      });
    },
    [set, latest],
  );
  const own = useMemo(
    () => [...(kept.earlier ?? []), ...kept.windows.filter(isOwned)],
    [kept.earlier, kept.windows],
  );
  /** Begins a new class; what the program has not got yet waits on. */
  const beginClass = (): void =>
    set({ earlier: own.filter((one) => one.kept === 'no'), windows: [], others: [] });
  useKeepingWindows(own, mark);
  const tap = useCallback(
    (fault: FaultName) => setRunning((now) => now && { ...now, seen: [...now.seen, { fault, atS: dayS() }] }),
    [],
  );
  const undo = useCallback(() => setRunning((now) => now && { ...now, seen: now.seen.slice(0, -1) }), []);
  const stop = useCallback(() => setRunning(null), []);
  return {
    kept,
    own,
    beginClass,
    running,
    leftS: running ? Math.max(0, running.fromS + kept.windowS - nowS) : 0,
    set,
    begin,
    tap,
    undo,
    stop,
  };
}

export function saveTally(windows: readonly TallyWindow[]): void {
  const file = toOpenKeys({
    format: 'angled-chalk-tally',
    version: 1,
    windows: windows.map(plainWindow),
  });
  saveText('tally.json', JSON.stringify(file, null, 2));
}

export const readTallyText = readTallyFile;

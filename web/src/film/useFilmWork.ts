import type { FootName } from '@angled-chalk/core/body';
import {
  fitCamera,
  landingOnFloor,
  pointOf,
  readCamera,
  type CameraMark,
  type CameraReading,
  type FloorPoint,
  type Frame,
  type NoCamera,
  type SeenLanding,
} from '@angled-chalk/core/camera';
import type { Point } from '@angled-chalk/core/geometry';
import { conesOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { MarkedLanding } from '@angled-chalk/core/track';
import { useCallback, useMemo, useState } from 'react';
import { record, redo, startHistory, undo, type History } from '../parts/history.ts';
import { useDeviceState } from '../parts/useDeviceState.ts';
import type { MarkedStrike } from '../strikes/useStrikes.ts';

/** A place of the floor that has a name: a datum, a corner, a cone. */
export interface NamedPlace {
  readonly name: string;
  readonly at: Point;
}

/** A landing as it was clicked, or as it was proposed. */
export interface FilmLanding extends SeenLanding {
  readonly id: number;
  readonly thumbnail: string;
  /** `check`: proposed, and not to be trusted before somebody looked. */
  readonly state: 'clicked' | 'proposed' | 'check';
}

interface Done {
  readonly marks: readonly { readonly name: string; readonly pixel: Point }[];
  readonly landings: readonly FilmLanding[];
  /** Nothing where nobody has looked for strikes. */
  readonly strikes?: readonly MarkedStrike[] | null;
}

/** A mark is dragged under the magnifier about this well, pixels; where it lies is taped so well, metres (own choice). */
const MARK_U_PX = 1.5;
const MARK_U_M = 0.01;

const NOTHING: Done = { marks: [], landings: [] };

export const placesOf = ({ plan }: PlannedDrill): NamedPlace[] => [
  ...plan.floor.datums.map(({ id, name, at }) => ({ name: name === '' ? id : `${id}, ${name}`, at })),
  ...conesOf(plan).map(({ number, at }) => ({ name: `cone ${number}`, at })),
];

/** What was marked and clicked in a film; kept on this device until it is checked, and walked back step by step. */
export function useFilmWork(drill: PlannedDrill, { width, height }: Frame, keepAs: string) {
  const frame = useMemo(() => ({ width, height }), [width, height]);
  const [kept, setKept] = useDeviceState<Done>(`film ${keepAs}`, NOTHING);
  const [history, setHistory] = useState<History<Done>>(() => startHistory(kept));
  const done = history.present;
  const places = useMemo(() => placesOf(drill), [drill]);
  const keep = useCallback(
    (next: History<Done>): void => {
      setHistory(next);
      try {
        setKept(next.present);
      } catch {
        // A device that is full keeps what it has; the work goes on.
      }
    },
    [setKept],
  );
  const change = useCallback(
    (next: Partial<Done>, joins = false): void =>
      keep(record(joins ? history : { ...history, changedMs: 0 }, { ...done, ...next }, Date.now())),
    [keep, history, done],
  );
  const marks = useMemo(
    () =>
      done.marks.flatMap(({ name, pixel }): CameraMark[] => {
        const place = places.find((one) => one.name === name);
        return place ? [{ name, at: place.at, pixel, uM: MARK_U_M, uPx: MARK_U_PX }] : [];
      }),
    [done.marks, places],
  );
  const reading = useMemo((): CameraReading | NoCamera => readCamera(frame, marks, []), [frame, marks]);
  const camera = typeof reading === 'string' ? null : reading.camera;
  const floors = useMemo(
    () =>
      new Map<number, FloorPoint>(
        camera
          ? done.landings.flatMap((one) => {
              const point = pointOf(camera, { pixel: one.ball, uPx: one.uPx, heightM: one.heightM });
              return point ? [[one.id, point] as const] : [];
            })
          : [],
      ),
    [camera, done.landings],
  );
  /** Everything that stands, on the floor; what has to be looked at first is left out. */
  const marked = useCallback((): MarkedLanding[] => {
    const fitted = fitCamera(frame, marks);
    if (!fitted) return [];
    return done.landings.flatMap((one): MarkedLanding[] => {
      const { ball, thumbnail, state } = one;
      const found = state === 'check' ? null : landingOnFloor(fitted, one);
      return found ? [{ ...found, picture: { pixel: ball, thumbnail } }] : [];
    });
  }, [done.landings, frame, marks]);
  return useMemo(
    () => ({
      places,
      done,
      marks,
      reading,
      camera,
      floors,
      marked,
      change,
      canUndo: history.past.length > 0,
      canRedo: history.future.length > 0,
      undo: () => keep(undo(history)),
      redo: () => keep(redo(history)),
    }),
    [places, done, marks, reading, camera, floors, marked, change, history, keep],
  );
}

export type FilmWork = ReturnType<typeof useFilmWork>;

export const otherOf = (foot: FootName): FootName => (foot === 'left' ? 'right' : 'left');

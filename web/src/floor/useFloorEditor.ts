import { laidFloorSchema, type StoredFloor } from '@angled-chalk/contract';
import type { Ruler } from '@angled-chalk/core/body';
import type { Point } from '@angled-chalk/core/geometry';
import {
  breakChosen,
  duplicateChosen,
  groupChosen,
  laidOut,
  lockChosen,
  middleOfChosen,
  mirrorChosen,
  moveChosen,
  placementsOf,
  removeChosen,
  withGroups,
  type LaidFloor,
  type LaidPiece,
} from '@angled-chalk/core/layout';
import {
  placingFindings,
  type PlacingFinding,
  type Placement,
  type RigidMove,
} from '@angled-chalk/core/placing';
import { useCallback, useMemo, useState } from 'react';
import { newId, useStored } from '../api/queries.ts';
import { useKeeping, type Keeping } from '../parts/useKeeping.ts';

export { newId };

export interface FloorEditor {
  readonly id: string;
  readonly keeping: Keeping<LaidFloor>;
  readonly plan: LaidFloor;
  readonly ruler: Ruler;
  readonly laid: readonly LaidPiece[];
  readonly placements: readonly Placement[];
  readonly findings: readonly PlacingFinding[];
  readonly chosen: readonly string[];
  /** Chooses a piece with its group; `more` adds it to what is chosen, or takes it away. */
  readonly choose: (id: string | null, more?: boolean) => void;
  readonly setChosen: (ids: readonly string[]) => void;
  /** One step that can be undone. */
  readonly set: (plan: LaidFloor) => void;
  /** A change while typing or nudging: quick ones are one step. */
  readonly adjust: (plan: LaidFloor) => void;
  readonly moveIds: (ids: readonly string[], move: RigidMove) => void;
  readonly nudge: (shift: Point) => void;
  readonly turn: (turnDeg: number) => void;
  /** A turn that is only shown, while it is dragged. */
  readonly preview: RigidMove | null;
  readonly previewTurn: (move: RigidMove | null) => void;
  readonly duplicate: () => void;
  readonly mirror: () => void;
  readonly group: () => void;
  readonly lock: () => void;
  readonly remove: () => void;
  readonly breakUp: () => void;
}

/** How far beside the original a copy lies, metres. */
const COPY_ASIDE_M = 0.5;
export function useFloorEditor(stored: StoredFloor, ruler: Ruler): FloorEditor {
  const keeping = useKeeping<LaidFloor>({ ...useStored('floors', stored), schema: laidFloorSchema });
  const plan = keeping.value;
  const [wanted, setChosen] = useState<readonly string[]>([]);
  const chosen = useMemo(
    () => plan.pieces.filter(({ id }) => wanted.includes(id)).map(({ id }) => id),
    [plan.pieces, wanted],
  );
  const laid = useMemo(() => laidOut(plan.pieces, ruler), [plan.pieces, ruler]);
  const placements = useMemo(() => placementsOf(laid, ruler), [laid, ruler]);
  const findings = useMemo(() => placingFindings(plan.floor, placements), [plan.floor, placements]);
  const [preview, previewTurn] = useState<RigidMove | null>(null);
  const { replace: set, change: adjust } = keeping;
  const choose = useCallback(
    (id: string | null, more = false) => {
      const ids = id === null ? [] : withGroups(plan, [id]);
      setChosen((now) => {
        if (!more) return ids;
        return ids.every((one) => now.includes(one))
          ? now.filter((one) => !ids.includes(one))
          : [...now, ...ids];
      });
    },
    [plan],
  );
  const allLocked = plan.pieces.filter(({ id }) => chosen.includes(id)).every(({ locked }) => locked);
  const groups = new Set(plan.pieces.filter(({ id }) => chosen.includes(id)).map((piece) => piece.group));
  const grouped = groups.size === 1 && !groups.has(null);
  const edited = ({ plan: next, chosen: ids }: { plan: LaidFloor; chosen: readonly string[] }): void => {
    set(next);
    setChosen(ids);
  };
  return {
    id: stored.id,
    keeping,
    plan,
    ruler,
    laid,
    placements,
    findings,
    chosen,
    choose,
    setChosen,
    set,
    adjust,
    moveIds: (ids, move) => {
      const still = move.turnDeg === 0 && move.shift.x === 0 && move.shift.y === 0;
      if (!still) set(moveChosen(plan, ids, move));
    },
    nudge: (shift) => adjust(moveChosen(plan, chosen, { about: shift, turnDeg: 0, shift })),
    turn: (turnDeg) => {
      if (chosen.length === 0) return;
      adjust(
        moveChosen(plan, chosen, { about: middleOfChosen(plan, chosen), turnDeg, shift: { x: 0, y: 0 } }),
      );
    },
    preview,
    previewTurn,
    duplicate: () => edited(duplicateChosen(plan, chosen, { x: COPY_ASIDE_M, y: 0 }, newId)),
    mirror: () => set(mirrorChosen(plan, chosen)),
    group: () => set(groupChosen(plan, chosen, grouped ? null : newId())),
    lock: () => set(lockChosen(plan, chosen, !allLocked)),
    remove: () => {
      set(removeChosen(plan, chosen));
      setChosen([]);
    },
    breakUp: () => edited(breakChosen(plan, chosen, ruler, newId)),
  };
}

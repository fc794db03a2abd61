import { dragFoot } from '@angled-chalk/core/compose';
import type { Point } from '@angled-chalk/core/geometry';
import type { Footwork, Item, PlannedDrill } from '@angled-chalk/core/pattern';
import { isTravel } from '@angled-chalk/core/rules';
import { Movable } from '../drawing/Movable.tsx';

interface FootGripsProps {
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  /** Number of the chosen move. */
  readonly number: number;
  readonly item: Item;
  readonly onItem: (item: Item) => void;
}

/** Handles on the landings of the chosen move: a foot that is dragged takes the numbers of its move along. */
export function FootGrips({ drill, footwork, number, item, onItem }: FootGripsProps) {
  const move = footwork.moves[number - 1];
  if (!move || !('move' in item)) return null;
  const drag = (foot: 'left' | 'right', to: Point): void => {
    const next = dragFoot(drill, footwork, number, { foot, to });
    if (next && JSON.stringify(next) !== JSON.stringify(item.move)) onItem({ ...item, move: next });
  };
  return (['left', 'right'] as const).map((foot) => {
    const event = move.events.findLast((one) => one.foot === foot && isTravel(one));
    return (
      event && (
        <Movable
          key={foot}
          at={event.to}
          label={`The ${foot} foot of move ${number}`}
          reachM={0.055}
          onMove={(at) => drag(foot, at)}
        />
      )
    );
  });
}

import { dragFoot } from '@angled-chalk/core/compose';
import type { Point } from '@angled-chalk/core/geometry';
import { isTravel } from '@angled-chalk/core/rules';
import { memo, useDeferredValue } from 'react';
import { Movable } from '../drawing/Movable.tsx';
import type { Shown } from './Beside.tsx';

/** Handles on the landings of the chosen move: a foot that is dragged takes the numbers of its move along. */
export function FootGrips({ shown }: { readonly shown: Shown }) {
  return <Grips shown={useDeferredValue(shown)} />;
}

const Grips = memo(function Grips({ shown }: { readonly shown: Shown }) {
  const { drill, footwork, composer } = shown;
  const { number, item, actions } = composer;
  const move = number === null ? undefined : footwork.moves[number - 1];
  if (!move || number === null || !item || !('move' in item)) return null;
  const drag = (foot: 'left' | 'right', to: Point): void => {
    const next = dragFoot(drill, footwork, number, { foot, to });
    if (next && JSON.stringify(next) !== JSON.stringify(item.move))
      actions.put(() => ({ ...item, move: next }));
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
});

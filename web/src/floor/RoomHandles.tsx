import type { Fixture } from '@angled-chalk/core/floor';
import { crossingSides, type Point } from '@angled-chalk/core/geometry';
import { reshaped } from '@angled-chalk/core/layout';
import { useDrawing } from '../drawing/drawing.ts';
import { Movable } from '../drawing/Movable.tsx';
import type { FloorEditor } from './useFloorEditor.ts';

/** Corners, fixtures and datums of the room, to be dragged or moved by the arrow keys. */
export function RoomHandles({ editor }: { readonly editor: FloorEditor }) {
  const { textM } = useDrawing();
  const { plan } = editor;
  const { floor } = plan;
  const isCorner = (at: Point): boolean =>
    floor.outline.some((corner) => corner.x === at.x && corner.y === at.y);
  const reachM = textM * 0.9;
  return (
    <>
      {(floor.fixtures ?? []).map((fixture, i) => (
        <Movable
          key={fixture.id}
          at={fixture.at}
          label={fixture.name}
          reachM={Math.max(reachM, 'radiusM' in fixture ? fixture.radiusM : 0)}
          onMove={(at) =>
            editor.adjust({
              ...plan,
              floor: {
                ...floor,
                fixtures: floor.fixtures!.map((one, k) => (k === i ? moved(one, at) : one)),
              },
            })
          }
        />
      ))}
      {floor.datums.map((datum, i) =>
        isCorner(datum.at) ? null : (
          <Movable
            key={datum.id}
            at={datum.at}
            label={`Datum ${datum.id}`}
            reachM={reachM}
            onMove={(at) =>
              editor.adjust({
                ...plan,
                floor: { ...floor, datums: floor.datums.map((one, k) => (k === i ? { ...one, at } : one)) },
              })
            }
          />
        ),
      )}
      {floor.outline.map((corner, i) => (
        <Movable
          key={i}
          at={corner}
          label={`Corner ${i + 1} of the room`}
          reachM={reachM}
          onMove={(at) => {
            const outline = floor.outline.map((one, k) => (k === i ? at : one));
            if (!crossingSides(outline)) editor.adjust({ ...plan, floor: reshaped(floor, outline) });
          }}
        />
      ))}
    </>
  );
}

/** A fixture with its anchor elsewhere; a door takes its other jamb along. */
function moved(fixture: Fixture, at: Point): Fixture {
  if (fixture.kind !== 'door') return { ...fixture, at };
  const { to } = fixture;
  return { ...fixture, at, to: { x: to.x + at.x - fixture.at.x, y: to.y + at.y - fixture.at.y } };
}

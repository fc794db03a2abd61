import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { EDGES } from '@angled-chalk/contract';
import {
  freeDatumId,
  MARGINS,
  marginsOf,
  STANDARD_FLOORS,
  standardFloor,
  type Edge,
  type Fixture,
  type Floor,
} from '@angled-chalk/core/floor';
import { useState } from 'react';
import { LengthBox } from '../parts/boxes.tsx';
import { MenuButton } from '../parts/MenuButton.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { FixtureFields, newFixture } from './FixtureFields.tsx';
import { Words } from './PiecePanel.tsx';
import { replaced, SidesTable } from './SidesTable.tsx';
import { newId, type FloorEditor } from './useFloorEditor.ts';

const EDGE_WORDS: Readonly<Record<Edge, string>> = { wall: 'walls', rope: 'ropes', open: 'an open mat edge' };
const TWO = { display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' } as const;
const Part = ({ title, children }: { readonly title: string; readonly children: React.ReactNode }) => (
  <Box component="section">
    <Box component="h3" sx={{ fontSize: '0.95rem', m: 0, mb: 1 }}>
      {title}
    </Box>
    {children}
  </Box>
);

/** The room itself: its shape, its edge, what stands in it, and where a tape can start. */
export function RoomPanel({
  editor,
  drawing,
  onDraw,
}: {
  readonly editor: FloorEditor;
  readonly drawing: boolean;
  readonly onDraw: (drawing: boolean) => void;
}) {
  const { plan } = editor;
  const { floor } = plan;
  const [told, setTold] = useState('');
  const setFloor = (next: Floor): void => editor.adjust({ ...plan, floor: next });
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <Box sx={TWO}>
        <Words label="Room" value={floor.name} onValue={(name) => setFloor({ ...floor, name })} />
        <SelectBox
          label="Along its edge"
          value={floor.edge ?? 'open'}
          choices={EDGES.map((edge) => [edge, EDGE_WORDS[edge]] as const)}
          onChoice={(edge) => {
            const { margins: _own, ...rest } = floor;
            setFloor({ ...rest, edge });
          }}
        />
      </Box>
      <Part title="Shape">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 1 }}>
          <Button variant={drawing ? 'contained' : 'outlined'} size="small" onClick={() => onDraw(!drawing)}>
            {drawing ? 'Stop drawing' : 'Draw its corners'}
          </Button>
          <MenuButton
            label="A usual size"
            items={STANDARD_FLOORS.map((standard) => ({
              label: standard.name,
              hint: standard.source,
              run: () => editor.set({ ...plan, floor: standardFloor(standard) }),
            }))}
          />
        </Box>
        <SidesTable
          key={JSON.stringify(floor.outline)}
          id={editor.id}
          floor={floor}
          onFloor={(next) => editor.set({ ...plan, floor: next })}
          onTold={setTold}
        />
        {told !== '' && (
          <Box role="status" sx={{ mt: 1 }}>
            {told}
          </Box>
        )}
      </Part>
      <Part title="Room to keep free">
        <Margins floor={floor} onFloor={setFloor} />
      </Part>
      <Part title="What stands there">
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          {(floor.fixtures ?? []).map((fixture, i) => (
            <FixtureFields
              key={fixture.id}
              fixture={fixture}
              onFixture={(next) =>
                setFloor({ ...floor, fixtures: replaced(floor.fixtures ?? [], i, next ? [next] : []) })
              }
            />
          ))}
          <MenuButton
            label="Add a fixture"
            items={(['hanging-bag', 'post', 'bench', 'door'] as const).map((kind) => ({
              label: { 'hanging-bag': 'Hanging bag', post: 'Post', bench: 'Bench', door: 'Door' }[kind],
              run: () =>
                editor.set({
                  ...plan,
                  floor: {
                    ...floor,
                    fixtures: [...(floor.fixtures ?? []), newFixture(kind, newId(), floor)],
                  },
                }),
            }))}
          />
        </Box>
      </Part>
      <Part title="Where a tape can start">
        <Datums floor={floor} onFloor={setFloor} />
      </Part>
    </Box>
  );
}

function Margins({ floor, onFloor }: { readonly floor: Floor; readonly onFloor: (floor: Floor) => void }) {
  const margins = marginsOf(floor);
  const set = (more: Partial<typeof margins>): void =>
    onFloor({ ...floor, margins: { ...margins, ...more } });
  return (
    <Box sx={TWO}>
      <LengthBox
        label="To the edge"
        metres={margins.edgeM}
        onMetres={(edgeM) => edgeM !== undefined && edgeM >= 0 && set({ edgeM })}
        help={MARGINS[floor.edge ?? 'open'].why}
      />
      <LengthBox
        label="Lane to lane"
        metres={margins.betweenM}
        onMetres={(betweenM) => betweenM !== undefined && betweenM >= 0 && set({ betweenM })}
      />
      <LengthBox
        label="To posts, benches"
        metres={margins.fixtureM}
        onMetres={(fixtureM) => fixtureM !== undefined && fixtureM >= 0 && set({ fixtureM })}
        help="Common practice: your venue decides"
      />
    </Box>
  );
}

function Datums({ floor, onFloor }: { readonly floor: Floor; readonly onFloor: (floor: Floor) => void }) {
  const { datums } = floor;
  const add = (fixture?: Fixture): void =>
    onFloor({
      ...floor,
      datums: [
        ...datums,
        {
          id: freeDatumId(datums),
          name: fixture?.name.replace(/^the /, '') ?? 'nail',
          at: fixture?.at ?? floor.outline[0]!,
        },
      ],
    });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {datums.map((datum, i) => (
        <Box
          key={datum.id}
          sx={{
            display: 'grid',
            gap: 1,
            gridTemplateColumns: '22px 1fr 1fr 36px',
            rowGap: 1.25,
            alignItems: 'center',
          }}
        >
          <b>{datum.id}</b>
          <Box sx={{ gridColumn: 'span 2' }}>
            <Words
              label="Name"
              value={datum.name}
              onValue={(name) => onFloor({ ...floor, datums: replaced(datums, i, [{ ...datum, name }]) })}
            />
          </Box>
          <Button
            size="small"
            aria-label={`Take datum ${datum.id} away`}
            disabled={datums.length <= 2}
            onClick={() => onFloor({ ...floor, datums: replaced(datums, i, []) })}
            sx={{ minWidth: 30 }}
          >
            ×
          </Button>
          <span />
          {(['x', 'y'] as const).map((axis) => (
            <LengthBox
              key={axis}
              label={axis}
              metres={datum.at[axis]}
              onMetres={(metres) =>
                metres !== undefined &&
                onFloor({
                  ...floor,
                  datums: replaced(datums, i, [{ ...datum, at: { ...datum.at, [axis]: metres } }]),
                })
              }
            />
          ))}
        </Box>
      ))}
      <MenuButton
        label="Add a datum"
        items={[
          { label: 'A nail, at a corner: then drag or type it', run: () => add() },
          ...(floor.fixtures ?? []).map((fixture) => ({
            label: `At ${fixture.name}`,
            run: () => add(fixture),
          })),
        ]}
      />
    </Box>
  );
}

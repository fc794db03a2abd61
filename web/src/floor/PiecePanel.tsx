import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { laidFloorSchema } from '@angled-chalk/contract';
import type { Measure } from '@angled-chalk/core/body';
import type { Mark } from '@angled-chalk/core/floor';
import {
  layoutKindOf,
  setPiece,
  withMark,
  type Layout,
  type LayoutPiece,
  type MarkPiece,
  type Piece,
} from '@angled-chalk/core/layout';
import { hasBody } from '@angled-chalk/core/floor';
import { useState } from 'react';
import { LengthBox, NumberBox } from '../parts/boxes.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { MeasureBox } from './MeasureBox.tsx';
import type { FloorEditor } from './useFloorEditor.ts';

const TWO = { display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' } as const;

/** The numbers of the one piece that is chosen. */
export function PiecePanel({ editor, piece }: { readonly editor: FloorEditor; readonly piece: Piece }) {
  const [problem, setProblem] = useState<string | null>(null);
  const change = (next: Piece): void => {
    const plan = setPiece(editor.plan, next);
    const read = laidFloorSchema.safeParse(plan);
    setProblem(read.success ? null : read.error.issues[0]!.message);
    if (read.success) editor.adjust(plan);
  };
  const { floor, pieces } = editor.plan;
  const bags = [
    ...(floor.fixtures ?? []).filter(({ kind }) => kind === 'hanging-bag'),
    ...pieces.filter((one) => one.kind === 'mark' && one.id !== piece.id && hasBody(one.mark)),
  ];
  return (
    <Box sx={TWO} key={piece.id}>
      {piece.kind === 'layout' ? (
        <LayoutFields editor={editor} piece={piece} onChange={change} />
      ) : (
        <MarkFields piece={piece} onChange={change} />
      )}
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Toggle
          label="Somebody moves backward here"
          checked={piece.backward}
          onChecked={(backward) => change({ ...piece, backward })}
        />
        {bags.length > 0 && (
          <SelectBox
            label="Works on"
            value={piece.worksOn ?? ''}
            choices={[['', 'no bag'], ...bags.map(({ id, name }) => [id, name] as const)]}
            onChoice={(id) => change({ ...piece, worksOn: id === '' ? null : id })}
            sx={{ mt: 1 }}
          />
        )}
      </Box>
      {problem && (
        <Box role="alert" sx={{ gridColumn: '1 / -1', color: 'error.main' }}>
          Not taken: {problem}
        </Box>
      )}
    </Box>
  );
}

function LayoutFields({
  editor,
  piece,
  onChange,
}: {
  readonly editor: FloorEditor;
  readonly piece: LayoutPiece;
  readonly onChange: (piece: Piece) => void;
}) {
  const info = layoutKindOf(piece.layout.kind);
  const numbers = piece.layout as unknown as Readonly<Record<string, number | Measure>>;
  const setNumber = (key: string, value: number | Measure): void =>
    onChange({ ...piece, layout: { ...piece.layout, [key]: value } as Layout });
  return (
    <>
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Words
          label="Name"
          value={piece.name}
          onValue={(name) => onChange({ ...piece, name })}
          help={`${info.name}: ${info.use}.`}
        />
      </Box>
      {info.fields.map((field) =>
        field.kind === 'measure' ? (
          <MeasureBox
            key={field.key}
            label={field.label}
            value={numbers[field.key] as Measure}
            ruler={editor.ruler}
            bands={field.bands ?? false}
            onValue={(value) => setNumber(field.key, value)}
          />
        ) : (
          <NumberBox
            key={field.key}
            label={field.label}
            unit={field.kind === 'degrees' ? '°' : undefined}
            value={numbers[field.key] as number}
            step={field.kind === 'degrees' ? 5 : 1}
            help={`${field.range[0]} to ${field.range[1]}`}
            onNumber={(number) => number !== undefined && setNumber(field.key, number)}
          />
        ),
      )}
      <PlaceFields
        at={piece.at}
        headingDeg={piece.headingDeg}
        onAt={(at) => onChange({ ...piece, at })}
        onHeading={(headingDeg) => onChange({ ...piece, headingDeg })}
      />
      <Box>
        <Toggle
          label="Tall cones"
          checked={piece.tall ?? false}
          onChecked={(tall) => onChange({ ...piece, tall })}
        />
        <Toggle
          label="Mirrored"
          checked={piece.mirrored ?? false}
          onChecked={(mirrored) => onChange({ ...piece, mirrored })}
        />
      </Box>
    </>
  );
}

function PlaceFields({
  at,
  headingDeg,
  onAt,
  onHeading,
}: {
  readonly at: Mark['at'];
  readonly headingDeg?: number;
  readonly onAt: (at: Mark['at']) => void;
  readonly onHeading?: (headingDeg: number) => void;
}) {
  return (
    <>
      <LengthBox
        label="To the right, x"
        metres={at.x}
        onMetres={(x) => x !== undefined && onAt({ ...at, x })}
      />
      <LengthBox label="Away, y" metres={at.y} onMetres={(y) => y !== undefined && onAt({ ...at, y })} />
      {onHeading && (
        <NumberBox
          label="Heading"
          unit="°"
          value={headingDeg}
          step={5}
          help="0 is straight away, 90 right"
          onNumber={(number) => number !== undefined && onHeading(number)}
        />
      )}
    </>
  );
}

function MarkFields({
  piece,
  onChange,
}: {
  readonly piece: MarkPiece;
  readonly onChange: (piece: Piece) => void;
}) {
  const { mark } = piece;
  const set = (next: Mark): void => onChange(withMark(piece, next));
  return (
    <>
      <Words label="Name" value={mark.name} onValue={(name) => set({ ...mark, name })} />
      <NumberBox
        label="Number"
        value={mark.number}
        step={1}
        onNumber={(number) => number !== undefined && set({ ...mark, number })}
      />
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Words label="Purpose" value={mark.purpose} onValue={(purpose) => set({ ...mark, purpose })} />
      </Box>
      <PlaceFields
        at={mark.at}
        onAt={(at) => set({ ...mark, at })}
        {...(mark.kind === 'cross'
          ? { headingDeg: mark.headingDeg, onHeading: (headingDeg: number) => set({ ...mark, headingDeg }) }
          : {})}
      />
      {(mark.kind === 'line' || mark.kind === 'rope') && (
        <>
          <LengthBox
            label="End x"
            metres={mark.to.x}
            onMetres={(x) => x !== undefined && set({ ...mark, to: { ...mark.to, x } })}
          />
          <LengthBox
            label="End y"
            metres={mark.to.y}
            onMetres={(y) => y !== undefined && set({ ...mark, to: { ...mark.to, y } })}
          />
        </>
      )}
      {mark.kind === 'rope' && (
        <LengthBox
          label="Height"
          metres={mark.heightM}
          onMetres={(heightM) => heightM !== undefined && set({ ...mark, heightM })}
        />
      )}
      {'radiusM' in mark && (
        <LengthBox
          label="Radius"
          metres={mark.radiusM}
          onMetres={(radiusM) => radiusM !== undefined && set({ ...mark, radiusM })}
        />
      )}
      {mark.kind === 'cross' && (
        <LengthBox
          label="Size"
          metres={mark.sizeM}
          onMetres={(sizeM) => sizeM !== undefined && set({ ...mark, sizeM })}
        />
      )}
      {mark.kind === 'arc' && (
        <>
          <NumberBox
            label="From"
            unit="°"
            value={mark.fromDeg}
            step={5}
            onNumber={(fromDeg) => fromDeg !== undefined && set({ ...mark, fromDeg })}
          />
          <NumberBox
            label="To"
            unit="°"
            value={mark.toDeg}
            step={5}
            onNumber={(toDeg) => toDeg !== undefined && set({ ...mark, toDeg })}
          />
        </>
      )}
      {mark.kind === 'cone' && (
        <Toggle label="Tall cone" checked={mark.tall} onChecked={(tall) => set({ ...mark, tall })} />
      )}
    </>
  );
}

function Toggle({
  label,
  checked,
  onChecked,
}: {
  readonly label: string;
  readonly checked: boolean;
  readonly onChecked: (checked: boolean) => void;
}) {
  return (
    <FormControlLabel
      label={label}
      control={<Switch checked={checked} onChange={(_event, next) => onChecked(next)} />}
    />
  );
}

/** A line of text that is taken as it is typed; an empty one stays in the box. */
export function Words({
  label,
  value,
  onValue,
  help,
}: {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly help?: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      fullWidth
      label={label}
      value={typed ?? value}
      helperText={help}
      onChange={(event) => {
        setTyped(event.target.value);
        if (event.target.value.trim() !== '' || label === 'Purpose') onValue(event.target.value);
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

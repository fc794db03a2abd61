import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import {
  readRoster,
  rejectedCsv,
  ROSTER_FIELDS,
  type RosterField,
  type RosterOrder,
  type RosterReading,
  type RosterRow,
  type RosterTable,
} from '@angled-chalk/contract';
import { formatLength } from '@angled-chalk/core/measure';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { newId, useEveryone, useImportRoster } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { saveText } from '../parts/download.ts';
import { ErrorBox, ProblemBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useLatest } from '../work/useLatest.ts';
import type { Work } from '../work/worker.ts';

const NO_COLUMN = -1;
const SHOWN = 60;
const MOST_BYTES = 5 * 2 ** 20;
const NOBODY: RosterOrder['known'] = [];
const NOT_READ: RosterReading = { table: null, problem: null, rows: [], twins: new Map() };
const rosterInWorker = (work: Remote<Work>, order: RosterOrder): Promise<RosterReading> =>
  work.readRoster(order);

/** A roster pasted or chosen: columns mapped, every row shown as it will be; those who are known are left out. */
export function RosterImport({ onClose }: { readonly onClose: () => void }) {
  const add = useImportRoster();
  const everyone = useEveryone();
  const notice = useNotice();
  const [text, setText] = useState('');
  const [tooLarge, setTooLarge] = useState(false);
  const [changes, setChanges] = useState<RosterOrder['changes']>({});
  const [again, setAgain] = useState<ReadonlySet<number>>(new Set());
  const [rejected, setRejected] = useState<readonly RosterRow[] | null>(null);
  const known = everyone.data ?? NOBODY;
  const order = useMemo<RosterOrder>(() => ({ text, changes, known }), [text, changes, known]);
  const { value: reading, busy, error: failure } = useLatest(order, rosterInWorker, readRoster);
  const { table, problem, rows, twins } = reading ?? NOT_READ;
  const good = rows.filter(({ value, line }) => value && (!twins.has(line) || again.has(line)));
  const bad = rows.filter(({ problem }) => problem);
  const put = (next: string): void => {
    setText(next);
    setTooLarge(false);
    setChanges({});
    setAgain(new Set());
    setRejected(null);
  };
  const choose = (file: File): void => {
    if (file.size > MOST_BYTES) setTooLarge(true);
    else void file.text().then(put);
  };
  const bringIn = (): void =>
    add.mutate(
      good.map(({ value }) => ({ id: newId(), value: value! })),
      {
        onSuccess: ({ added }) => {
          notice({ text: `${added} ${added === 1 ? 'student was' : 'students were'} added.` });
          if (bad.length > 0) setRejected(bad);
          else onClose();
        },
      },
    );
  const saveRejected = (list: readonly RosterRow[]): void =>
    saveText('rows to mend.csv', rejectedCsv(table!, list), 'text/csv');
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Bring in a roster</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        {rejected ? (
          <Alert severity="warning" variant="outlined">
            The others were added. {rejected.length} {rejected.length === 1 ? 'row was' : 'rows were'} not:
            save {rejected.length === 1 ? 'it' : 'them'} with the reasons, mend, and bring{' '}
            {rejected.length === 1 ? 'it' : 'them'} in again.
          </Alert>
        ) : (
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', pt: 1, flexWrap: 'wrap' }}>
            <TextField
              label="Paste rows with a header, separated by commas or tabs"
              multiline
              minRows={3}
              maxRows={7}
              value={text}
              onChange={(event) => put(event.target.value)}
              sx={{ flex: '1 1 300px' }}
            />
            <FilePick
              label="Choose a CSV or JSON"
              name="Roster file"
              accept=".csv,.json,text/csv,text/plain,application/json"
              onFile={choose}
            />
          </Box>
        )}
        {tooLarge && (
          <ProblemBox
            problem={{
              code: 'too-large',
              message: 'The file has more than 5 MB: that is no roster. Choose another.',
              place: {},
            }}
          />
        )}
        {problem && <ProblemBox problem={problem} />}
        {failure && <ErrorBox error={failure} title="The roster could not be read" />}
        {table && !rejected && (
          <Mapping table={table} onChange={(next) => setChanges({ ...changes, ...next })} />
        )}
        {table && !rejected && (
          <Alert severity={bad.length > 0 || twins.size > 0 ? 'warning' : 'success'} variant="outlined">
            {good.length} {good.length === 1 ? 'row is' : 'rows are'} ready
            {twins.size > 0 && `, ${twins.size} known already and left out unless you tick them`}
            {bad.length > 0 && `, ${bad.length} cannot be used as they are`}. Nothing is stored until you
            press the button, and then all of it at once.
          </Alert>
        )}
        {rows.length > 0 && (
          <Preview
            rows={rejected ?? rows}
            twins={twins}
            again={again}
            onAgain={(line, on) => {
              const next = new Set(again);
              if (on) next.add(line);
              else next.delete(line);
              setAgain(next);
            }}
          />
        )}
        {add.error && <ErrorBox error={add.error} title="Nothing was added" />}
      </DialogContent>
      <DialogActions>
        {bad.length > 0 && <Button onClick={() => saveRejected(bad)}>Save the rows to mend</Button>}
        <Button onClick={onClose}>Close</Button>
        {!rejected && (
          <Button variant="contained" disabled={good.length === 0 || busy || add.isPending} onClick={bringIn}>
            Add {good.length} {good.length === 1 ? 'student' : 'students'}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function Preview({
  rows,
  twins,
  again,
  onAgain,
}: {
  readonly rows: readonly RosterRow[];
  readonly twins: ReadonlyMap<number, string>;
  readonly again: ReadonlySet<number>;
  readonly onAgain: (line: number, on: boolean) => void;
}) {
  const units = useUnits();
  // What needs a look comes first.
  const weight = ({ problem, line }: RosterRow): number => (problem ? 0 : twins.has(line) ? 1 : 2);
  const sorted = [...rows].sort((a, b) => weight(a) - weight(b) || a.line - b.line);
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Preview">
        <TableHead>
          <TableRow>
            {['Line', 'Name', 'Side', 'School', 'Height', 'What is to be seen to'].map((title) => (
              <TableCell key={title}>{title}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {sorted.slice(0, SHOWN).map(({ line, name, value, problem }) => (
            <TableRow key={line}>
              <TableCell>{line}</TableCell>
              <TableCell>{name}</TableCell>
              <TableCell>{value && (value.leadSide === 'left' ? 'orthodox' : 'southpaw')}</TableCell>
              <TableCell>{value?.schoolId}</TableCell>
              <TableCell>{value && formatLength(value.lengths.statureM, units)}</TableCell>
              <TableCell sx={{ color: problem ? 'error.main' : 'inherit' }}>
                {problem?.message}
                {!problem && twins.has(line) && (
                  <>
                    {name} {twins.get(line)}
                    <Checkbox
                      size="small"
                      checked={again.has(line)}
                      onChange={(_event, on) => onAgain(line, on)}
                      slotProps={{ input: { 'aria-label': `Add ${name} of line ${line} all the same` } }}
                    />
                    add all the same
                  </>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {rows.length > SHOWN && <Box sx={{ p: 1 }}>and {rows.length - SHOWN} more rows</Box>}
    </Box>
  );
}

function Mapping({
  table,
  onChange,
}: {
  readonly table: RosterTable;
  readonly onChange: (next: RosterOrder['changes']) => void;
}) {
  const columns = [
    [NO_COLUMN, 'not in the file'] as const,
    ...table.header.map((name, i) => [i, name === '' ? `column ${i + 1}` : name] as const),
  ];
  const map = (field: RosterField, at: number): void => {
    const { [field]: _, ...rest } = table.mapping;
    onChange({ mapping: at === NO_COLUMN ? rest : { ...rest, [field]: at } });
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'repeat(auto-fill, minmax(160px, 1fr))' }}>
      {ROSTER_FIELDS.map(([field, label]) => (
        <SelectBox
          key={field}
          label={label}
          value={table.mapping[field] ?? NO_COLUMN}
          choices={columns}
          onChoice={(at) => map(field, at)}
        />
      ))}
      <SelectBox
        label="Lengths are in"
        value={table.unit}
        choices={[
          ['cm', 'centimetres'],
          ['m', 'metres'],
          ['in', 'inches'],
        ]}
        onChoice={(unit) => onChange({ unit })}
      />
    </Box>
  );
}

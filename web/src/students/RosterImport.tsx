import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
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
  readRosterRows,
  readRosterTable,
  ROSTER_FIELDS,
  type RosterField,
  type RosterTable,
  type StudentInput,
} from '@angled-chalk/contract';
import { formatLength } from '@angled-chalk/core';
import { useMemo, useRef, useState } from 'react';
import { useImportRoster } from '../api/queries.ts';
import { useUnits } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

const NO_COLUMN = -1;
const SHOWN = 60;

/** A roster pasted or chosen as CSV: columns mapped, every row shown as it will be, all of it or none. */
export function RosterImport({ onClose }: { readonly onClose: () => void }) {
  const units = useUnits();
  const add = useImportRoster();
  const notice = useNotice();
  const picker = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [changes, setChanges] = useState<Partial<RosterTable>>({});
  const table = useMemo(() => {
    const read = readRosterTable(text);
    return read && { ...read, ...changes };
  }, [text, changes]);
  const rows = useMemo(() => (table ? readRosterRows(table) : []), [table]);
  const good = rows.flatMap(({ value }) => (value ? [value] : []));
  const bad = rows.length - good.length;
  const put = (next: string): void => {
    setText(next);
    setChanges({});
  };
  const bringIn = async (values: readonly StudentInput[]): Promise<void> => {
    const { added } = await add.mutateAsync(values.map((value) => ({ id: crypto.randomUUID(), value })));
    notice({ text: `${added} students were added.` });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Bring in a roster</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', pt: 1 }}>
          <TextField
            label="Paste rows with a header, separated by commas or tabs"
            multiline
            minRows={3}
            maxRows={7}
            fullWidth
            value={text}
            onChange={(event) => put(event.target.value)}
          />
          <Button onClick={() => picker.current?.click()} sx={{ whiteSpace: 'nowrap' }}>
            Choose a CSV
          </Button>
          <input
            ref={picker}
            hidden
            type="file"
            accept=".csv,text/csv,text/plain"
            aria-label="Roster file"
            onChange={(event) => void event.target.files?.[0]?.text().then(put)}
          />
        </Box>
        {text.trim() !== '' && !table && (
          <Alert severity="warning">There is no row under the header yet.</Alert>
        )}
        {table && <Mapping table={table} onChange={(next) => setChanges({ ...changes, ...next })} />}
        {table && (
          <Alert severity={bad > 0 ? 'warning' : 'success'} variant="outlined">
            {good.length} {good.length === 1 ? 'row is' : 'rows are'} ready
            {bad > 0 ? `, ${bad} cannot be used: mend them above, or bring in the others only.` : '.'} Nothing
            is stored until you press the button, and then all of it at once.
          </Alert>
        )}
        {rows.length > 0 && (
          <Box sx={{ overflowX: 'auto' }}>
            <Table size="small" aria-label="Preview">
              <TableHead>
                <TableRow>
                  {['Line', 'Name', 'Side', 'School', 'Height', 'What is wrong'].map((title) => (
                    <TableCell key={title}>{title}</TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {rows.slice(0, SHOWN).map(({ line, name, value, problem }) => (
                  <TableRow key={line}>
                    <TableCell>{line}</TableCell>
                    <TableCell>{name}</TableCell>
                    <TableCell>{value && (value.leadSide === 'left' ? 'orthodox' : 'southpaw')}</TableCell>
                    <TableCell>{value?.schoolId}</TableCell>
                    <TableCell>{value && formatLength(value.lengths.statureM, units)}</TableCell>
                    <TableCell sx={{ color: 'error.main' }}>{problem?.message}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
            {rows.length > SHOWN && <Box sx={{ p: 1 }}>and {rows.length - SHOWN} more rows</Box>}
          </Box>
        )}
        {add.error && <ErrorBox error={add.error} title="Nothing was added" />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button
          variant="contained"
          disabled={good.length === 0 || add.isPending}
          onClick={() => void bringIn(good)}
        >
          Add {good.length} {good.length === 1 ? 'student' : 'students'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Mapping({
  table,
  onChange,
}: {
  readonly table: RosterTable;
  readonly onChange: (next: Partial<RosterTable>) => void;
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

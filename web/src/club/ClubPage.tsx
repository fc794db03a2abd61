import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import type { BackupSummary } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { useState } from 'react';
import {
  useBackupProgress,
  useLookAtBackup,
  useSaveSettings,
  useSettings,
  useTakeBackup,
} from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { FilePick } from '../parts/FilePick.tsx';
import { PageTitle, Panel } from '../parts/Page.tsx';
import { TaskBusy } from '../work/TaskProgress.tsx';
import { KeptBackups } from './KeptBackups.tsx';

/** The club as a whole: its name, a backup of everything, and bringing one back. */
export function ClubPage() {
  const { clubName, isCoach } = useClub();
  return (
    <>
      <PageTitle sub="Its name, and everything it holds as one file.">
        {clubName === '' ? 'Your club' : clubName}
      </PageTitle>
      <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 760 }}>
        {isCoach ? (
          <>
            <ClubName />
            <Backup />
            <Restore />
            <KeptBackups />
          </>
        ) : (
          <Panel>
            A helper can look at everything of the training. Names, backups and erasing are the coach's.
          </Panel>
        )}
      </Box>
    </>
  );
}

function ClubName() {
  const settings = useSettings();
  const save = useSaveSettings();
  const [typed, setTyped] = useState<string | null>(null);
  const { data } = settings;
  if (!data) return null;
  const name = typed ?? data.clubName;
  return (
    <Panel title="Name">
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate({ ...data, clubName: name }, { onSuccess: () => setTyped(null) });
        }}
        sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}
      >
        <TextField
          label="Name of the club"
          value={name}
          onChange={(event) => setTyped(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          sx={{ flex: '1 1 260px' }}
        />
        <Button type="submit" disabled={save.isPending || name.trim() === '' || name === data.clubName}>
          Save the name
        </Button>
      </Box>
      {save.error && <ErrorBox error={save.error} title="The name was not saved" />}
    </Panel>
  );
}

function Backup() {
  return (
    <Panel title="Back up">
      <Box sx={{ mb: 1 }}>
        One zip with every student, pattern, floor, recording and check, in open formats. It holds names and
        notes: keep it as you would keep a paper file.
      </Box>
      <Button component={Link} href="/api/backup" download underline="none" variant="contained">
        Save a backup
      </Button>
    </Panel>
  );
}

const ROWS: Readonly<Record<string, string>> = {
  students: 'students',
  patterns: 'kept patterns',
  plans: 'patterns',
  floors: 'floors',
  schools: 'schools of its own',
  tracks: 'recordings',
  checks: 'checks',
  observations: 'stops and windows',
};

const holds = ({ tables }: BackupSummary): string =>
  tables
    .filter(({ table }) => ROWS[table])
    .map(({ table, rows }) => `${rows} ${ROWS[table]}`)
    .join(', ');

function Restore() {
  const look = useLookAtBackup();
  const take = useTakeBackup();
  const notice = useNotice();
  const share = useBackupProgress(take.isPending);
  const found = look.data;
  const close = (): void => {
    look.reset();
    take.reset();
  };
  return (
    <Panel title="Bring a backup back">
      <Box sx={{ mb: 1 }}>
        It is looked at first. Then it replaces everything in this club, or nothing; what is here now is kept
        as a dated backup in the data directory.
      </Box>
      {!found && (
        <FilePick
          label="Choose a backup"
          name="Backup file"
          accept=".zip,application/zip"
          onFile={(file) => {
            take.reset();
            look.mutate(file);
          }}
        />
      )}
      {look.isPending && <TaskBusy what="Looking at the backup" />}
      {take.isPending && <TaskBusy what="Bringing the backup back" share={share} />}
      {look.error && <ErrorBox error={look.error} title="The backup was not taken" />}
      {take.error && <ErrorBox error={take.error} title="The backup was not brought back" />}
      {found && !take.isPending && (
        <Box role="status">
          <b>{found.club === '' ? 'A club without a name' : found.club}</b>, backed up on{' '}
          {dayjs(found.madeAt).format('D MMM YYYY HH:mm')}: {holds(found)}.
          <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
            <Button
              variant="contained"
              color="error"
              onClick={() =>
                take.mutate(found.id, {
                  onSuccess: () => {
                    notice({ text: 'The backup was brought back.' });
                    close();
                  },
                })
              }
            >
              Replace this club by it
            </Button>
            <Button onClick={close}>Leave everything as it is</Button>
          </Box>
        </Box>
      )}
    </Panel>
  );
}

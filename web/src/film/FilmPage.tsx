import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { pictureRefusal } from '@angled-chalk/contract';
import dayjs from 'dayjs';
import { useState } from 'react';
import { DropBox } from '../parts/DropBox.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Busy, PageTitle, Panel } from '../parts/Page.tsx';
import { ForWhomBar } from '../record/ForWhomBar.tsx';
import { Refused } from '../record/Refused.tsx';
import { useRecordFor, type Recorded } from '../record/useRecordFor.ts';
import { Advice } from './Advice.tsx';
import { FilmDesk } from './FilmDesk.tsx';
import { PracticeFilm } from './PracticeFilm.tsx';
import { useOpenFilm } from './usePicture.ts';

/** A film of a drill: brought in, its marks shown, its landings clicked or proposed, and checked. */
export function FilmPage() {
  const recorded = useRecordFor();
  if (recorded === 'reading') return <Busy what="Reading the patterns" />;
  if (recorded instanceof Error) return <ErrorBox error={recorded} />;
  return <ForStudent key={recorded.student.id} recorded={recorded} />;
}

function ForStudent({ recorded }: { readonly recorded: Recorded }) {
  const { student, plan, drill } = recorded;
  const [file, setFile] = useState<File | null>(null);
  const { film, error, busy } = useOpenFilm(file);
  const refused = pictureRefusal(student, dayjs().year());
  return (
    <>
      <PageTitle
        sub="The film stays on this machine and is never stored: only marks, clicks and small pictures of the landings are kept, and go with the student."
        actions={film && <Button onClick={() => setFile(null)}>Another film</Button>}
      >
        Film: {student.name}, {plan.plan.name}
      </PageTitle>
      <ForWhomBar recorded={recorded} />
      {refused ? (
        <Refused why={refused} student={student} />
      ) : film && file ? (
        <FilmDesk key={`${plan.id} ${film.name}`} film={film} file={file} recorded={recorded} />
      ) : (
        <Box
          sx={{
            display: 'grid',
            gap: 1.5,
            gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 380px), 1fr))',
            alignItems: 'start',
          }}
        >
          <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
            <Panel title="Bring in a film">
              <DropBox
                name="Film"
                words="Drop a film here, or"
                button="Choose a film"
                hint="From any phone on a tripod, with at least four cones or corners in the picture."
                onFile={setFile}
              />
            </Panel>
            {busy && <Busy what="Opening the film" />}
            {error && (
              <ErrorBox error={error} title="This film was not opened">
                <Box sx={{ mt: 0.5 }}>Nothing was stored, and nothing that was there has changed.</Box>
              </ErrorBox>
            )}
            <PracticeFilm drill={drill} onFile={setFile} />
          </Box>
          <Advice drill={drill} />
        </Box>
      )}
    </>
  );
}

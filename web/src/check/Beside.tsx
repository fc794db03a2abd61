import Box from '@mui/material/Box';
import { noteWords } from '@angled-chalk/core/judging';
import { type CheckReport } from '@angled-chalk/core/report';
import { Link } from 'react-router';
import { useUnits } from '../app/club.tsx';
import { FindingList } from '../parts/FindingList.tsx';
import { Panel } from '../parts/Page.tsx';

const nothing = (): void => undefined;

/** What is nobody's fault: notes of the recording, and what the plan itself asks too much of this body. */
export function Beside({ report, planId }: { readonly report: CheckReport; readonly planId: string | null }) {
  const units = useUnits();
  const { notes, planFindings } = report;
  return (
    <>
      {notes.length > 0 && (
        <Panel title="Seen, not judged" sx={{ mt: 1.5 }}>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {notes.map((note) => (
              <li key={`${note.about} ${note.timeS}`}>
                {note.timeS.toFixed(1)} s: {noteWords(note, units)}
              </li>
            ))}
          </Box>
        </Panel>
      )}
      {planFindings.length > 0 && (
        <Panel title="The plan’s own" sx={{ mt: 1.5 }}>
          <Box sx={{ mb: 1, color: 'text.secondary', fontSize: '0.86rem' }}>
            This body breaks these rules if it walks exactly as planned. They are not counted; mend the{' '}
            {planId ? <Link to={`/patterns/${planId}`}>pattern</Link> : 'pattern'} for it.
          </Box>
          <FindingList label="Of the plan" findings={planFindings} chosen={null} onChoose={nothing} />
        </Panel>
      )}
    </>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import { questionWords, type Question, type Reading } from '@angled-chalk/core/check';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';

/** What has to be settled about a recording, in words, with the click that settles it. */
export function QuestionBox({
  question,
  busy,
  onRead,
}: {
  readonly question: Question;
  readonly busy: boolean;
  readonly onRead: (reading: Reading) => void;
}) {
  const units = useUnits();
  const { words, wayOut } = questionWords(question, units);
  const { reading } = question;
  return (
    <Paper
      variant="outlined"
      role="note"
      sx={{ p: 1.5, mb: 1.5, borderLeft: `6px solid ${PALETTE.cannotTell}`, maxWidth: '90ch' }}
    >
      <Box sx={{ fontWeight: 700, mb: 0.5 }}>{words}</Box>
      {reading ? (
        <Button variant="contained" disabled={busy} onClick={() => onRead(reading)}>
          {wayOut.replace(/\?$/, '')}
        </Button>
      ) : (
        <Box>{wayOut}</Box>
      )}
    </Paper>
  );
}

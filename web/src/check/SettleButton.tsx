import Button from '@mui/material/Button';
import { questionWords, type Question, type Reading } from '@angled-chalk/core/matching';
import { useUnits } from '../app/club.tsx';

/** The click that settles what is open about a recording; nothing where only the coach can. */
export function SettleButton({
  question,
  busy,
  onRead,
}: {
  readonly question: Question;
  readonly busy: boolean;
  readonly onRead: (reading: Reading) => void;
}) {
  const units = useUnits();
  const { reading } = question;
  if (!reading) return null;
  // Of several rounds each can be judged apart.
  if (question.about === 'rounds')
    return question.spansS.map((spanS, i) => (
      <Button
        key={spanS[0]}
        variant={i === 0 ? 'contained' : 'outlined'}
        disabled={busy}
        onClick={() => onRead({ spanS })}
      >
        Judge round {i + 1}
      </Button>
    ));
  return (
    <Button variant="contained" disabled={busy} onClick={() => onRead(reading)}>
      {questionWords(question, units).wayOut.replace(/\?$/, '')}
    </Button>
  );
}

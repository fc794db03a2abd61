import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import type { Lost } from '@angled-chalk/core/drill';

const WORDS: Readonly<Record<Lost, string>> = {
  pattern: 'the kept pattern',
  floor: 'the floor',
  piece: 'the layout it lay on',
  target: 'the target',
  student: 'a student it names',
};

interface LostNoticeProps {
  readonly lost: readonly Lost[];
  /** A line of a row, not a box of its own. */
  readonly inLine?: boolean;
}

/** What a drill followed and what is not there any more. */
export function LostNotice({ lost, inLine = false }: LostNoticeProps) {
  if (lost.length === 0) return null;
  const what = lost.map((one) => WORDS[one]).join(', ');
  const text = `Not there any more: ${what}. The drill keeps the values it last had.`;
  if (inLine) return <Box sx={{ color: 'warning.main' }}>{text}</Box>;
  return (
    <Alert severity="warning" variant="outlined" sx={{ mb: 1.5, bgcolor: 'background.paper' }}>
      {text} Choose another below, or make it the drill’s own.
    </Alert>
  );
}

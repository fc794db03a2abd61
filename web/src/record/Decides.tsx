import Box from '@mui/material/Box';
import type { Decisions } from '@angled-chalk/core/capture';
import { NEED_WORDS, type Need } from '@angled-chalk/core/rules';
import { faultWords } from '@angled-chalk/core/rules';
import { Panel } from '../parts/Page.tsx';

/** What a recording can decide of this drill, and what it cannot, with what it lacks for that. */
export function Decides({
  title,
  decisions: { can, cannot },
}: {
  readonly title: string;
  readonly decisions: Decisions;
}) {
  const lacks = [...new Set(cannot.map((one) => one.lacks))];
  const of = (need: Need): string =>
    cannot
      .filter((one) => one.lacks === need)
      .map(({ fault }) => faultWords(fault))
      .join(', ');
  return (
    <Panel title={title}>
      <Box sx={{ maxWidth: '80ch' }}>
        <b>Told:</b> {can.length === 0 ? 'nothing' : can.map(faultWords).join(', ')}.
      </Box>
      {lacks.map((need) => (
        <Box key={need} sx={{ mt: 0.5, maxWidth: '80ch', color: 'text.secondary' }}>
          <b>Cannot tell</b> without {NEED_WORDS[need]}: {of(need)}.
        </Box>
      ))}
    </Panel>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { flatFindings } from '@angled-chalk/core/judging';
import { verdictWords, type CheckReport } from '@angled-chalk/core/report';
import type { Finding } from '@angled-chalk/core/rules';
import { useUnits } from '../app/club.tsx';
import { findingWords } from '../parts/finding-words.ts';
import { Panel } from '../parts/Page.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';

const told = ({ faults, undecided }: CheckReport): Finding[] => flatFindings([...faults, ...undecided]);
const keyOf = ({ id, verdict }: Finding): string => `${id} ${verdict}`;

/** What two judgements of one recording do not share. */
export function changesBetween(
  before: CheckReport,
  after: CheckReport,
): { readonly gone: readonly Finding[]; readonly come: readonly Finding[] } {
  const [was, is] = [told(before), told(after)];
  const [wasKeys, isKeys] = [new Set(was.map(keyOf)), new Set(is.map(keyOf))];
  return {
    gone: was.filter((found) => !isKeys.has(keyOf(found))),
    come: is.filter((found) => !wasKeys.has(keyOf(found))),
  };
}

/** A recording judged again beside what the check keeps: what changed, and whether to keep it. */
export function JudgedAgain({
  before,
  after,
  onKeep,
}: {
  readonly before: CheckReport;
  readonly after: CheckReport;
  readonly onKeep: () => void;
}) {
  const units = useUnits();
  const { gone, come } = changesBetween(before, after);
  const list = (title: string, findings: readonly Finding[]) =>
    findings.length > 0 && (
      <Box sx={{ mb: 1 }}>
        <Box sx={{ fontWeight: 650 }}>{title}</Box>
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {findings.map((found) => {
            const { title: what, numbers } = findingWords(found, units);
            return (
              <li key={found.id}>
                {what}
                {found.verdict === 'cannot-tell' && ', too close to call'}
                {numbers !== '' && `: ${numbers}`}
              </li>
            );
          })}
        </Box>
      </Box>
    );
  const nothing = gone.length === 0 && come.length === 0;
  return (
    <Panel title="Judged again" sx={{ mb: 1.5 }}>
      <Box sx={{ mb: 1 }}>
        Kept: <VerdictMark outcome={before.verdict.outcome} /> by engine {before.engine}. Now:{' '}
        <VerdictMark outcome={after.verdict.outcome} /> by engine {after.engine}.{' '}
        {nothing ? 'Nothing changed.' : verdictWords(after, units).headline}
      </Box>
      {list('Not found any more', gone)}
      {list('Found now', come)}
      {!nothing && <Button onClick={onKeep}>Keep it as a new check</Button>}
    </Panel>
  );
}

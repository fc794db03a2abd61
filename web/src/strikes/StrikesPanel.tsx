import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { STRIKES, strikeName } from '@angled-chalk/core/range';
import { memo, type ReactNode } from 'react';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import type { MarkedStrikes } from './useStrikes.ts';

interface StrikesPanelProps extends MarkedStrikes {
  /** Strikes of the drill, in the order of their keys. */
  readonly planned: readonly string[];
  /** How the moment is found. */
  readonly how: string;
  /** What is so where nobody has marked any. */
  readonly otherwise?: string;
  readonly strike: (name: string) => void;
  readonly onGoTo: (timeS: number) => void;
  readonly children?: ReactNode;
}

const OTHER = 'another one';

/** Strikes, marked at the moment in which they touch. */
export const StrikesPanel = memo(function StrikesPanel(props: StrikesPanelProps) {
  const { planned, how, otherwise = 'not looked for', strikes, strike, onStrikes, onGoTo, children } = props;
  const others = STRIKES.filter(({ id }) => !planned.includes(id));
  return (
    <Panel title={`Strikes (${strikes?.length ?? otherwise})`}>
      <Box sx={{ color: 'text.secondary', fontSize: '0.9rem', mb: 1 }}>
        {how} Mark all of them: once one is marked, a strike that is not there counts as not thrown.
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1 }}>
        {planned.map((name, i) => (
          <Button key={name} onClick={() => strike(name)} sx={{ minHeight: 44 }}>
            {strikeName(name)}
            {i < 9 && ` (${i + 1})`}
          </Button>
        ))}
        <Box sx={{ flex: '1 1 140px' }}>
          <SelectBox
            label="Another strike"
            value={OTHER}
            choices={[[OTHER, 'choose'], ...others.map(({ id, name }) => [id, name] as const)]}
            onChoice={(name) => name !== OTHER && strike(name)}
          />
        </Box>
      </Box>
      {strikes === null ? (
        <Button onClick={() => onStrikes([])}>No strike was thrown</Button>
      ) : (
        <>
          {strikes.length === 0 && <Box>None was thrown.</Box>}
          <Box
            component="ol"
            aria-label="Strikes"
            sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 240, overflowY: 'auto' }}
          >
            {strikes.map(({ id, name, timeS }) => {
              const words = `${strikeName(name)}, ${timeS.toFixed(2)} s`;
              return (
                <Box component="li" key={id} sx={{ display: 'flex', gap: 1 }}>
                  <Button
                    onClick={() => onGoTo(timeS)}
                    sx={{ flex: 1, justifyContent: 'flex-start', textTransform: 'none' }}
                  >
                    {words}
                  </Button>
                  <Button
                    size="small"
                    aria-label={`Take out ${words}`}
                    onClick={() => onStrikes(strikes.filter((one) => one.id !== id))}
                  >
                    out
                  </Button>
                </Box>
              );
            })}
          </Box>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1 }}>
            <Button onClick={() => onStrikes(null)}>Leave strikes out of the check</Button>
            {children}
          </Box>
        </>
      )}
    </Panel>
  );
});

import Box from '@mui/material/Box';
import { keptPatternSchema, type StoredPattern } from '@angled-chalk/contract';
import type { FittedStance } from '@angled-chalk/core/body';
import type { KeptPattern } from '@angled-chalk/core/drill';
import { FormProvider } from 'react-hook-form';
import { usePatterns, usePlans, useStored } from '../api/queries.ts';
import { EditBar, EditProblem } from '../parts/EditBar.tsx';
import { TextLine } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';
import { useEditing } from '../parts/useEditing.ts';
import { LaneFields } from './LaneFields.tsx';
import { MovesPanel } from './MovesPanel.tsx';

interface KeptMovesProps {
  readonly id: string;
  readonly stance: FittedStance;
}

/** The moves of a kept pattern, edited where they are kept: every drill that follows them has them. */
export function KeptMoves({ id, stance }: KeptMovesProps) {
  const stored = usePatterns().data?.find((one) => one.id === id);
  return stored ? <KeptEditor key={id} stored={stored} stance={stance} /> : null;
}

function KeptEditor({ stored, stance }: { readonly stored: StoredPattern; readonly stance: FittedStance }) {
  const editing = useEditing<KeptPattern>({ ...useStored('patterns', stored), schema: keptPatternSchema });
  const followers = (usePlans().data ?? []).filter(({ plan }) => plan.follows?.pattern === stored.id).length;
  const isLane = editing.value.pattern.items.slice(0, 1).some((item) => 'weave' in item);
  return (
    <FormProvider {...editing.form}>
      <Panel title="Kept pattern">
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box sx={{ flex: 1, minWidth: 180 }}>
            <TextLine<KeptPattern> name="name" label="Name of the pattern" />
          </Box>
          <EditBar editing={editing} keys={false} />
        </Box>
        <Box sx={{ mt: 1, color: 'text.secondary', fontSize: '0.84rem' }}>
          {followers > 1
            ? `${followers} drills follow it, and change with it.`
            : 'Only this drill follows it yet.'}
        </Box>
        <EditProblem editing={editing} />
      </Panel>
      {isLane ? <LaneFields isKept /> : <MovesPanel stance={stance} />}
    </FormProvider>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { expand } from '@angled-chalk/core/pattern';
import { canHave, SIMULATED_FAULTS, type SimulatedFault } from '@angled-chalk/core/sim';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { FormProvider, useController, useForm, useFormContext } from 'react-hook-form';
import { z } from 'zod';
import { useAddTrack } from '../api/queries.ts';
import { usePlanned } from '../app/drills.ts';
import { useNotice } from '../app/notice.tsx';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { LengthField, NumberField, SwitchField } from '../parts/fields.tsx';
import { Panel } from '../parts/Page.tsx';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { useTask } from '../work/useTask.ts';
import { FaultChecks } from './FaultChecks.tsx';
import type { RecordFor } from './record-for.ts';

const orderSchema = z.object({
  seed: z.number().int().min(1).max(999_999),
  rateHz: z.number().min(10).max(1000),
  noiseM: z.number().min(0).max(0.1),
  driftM: z.number().min(0).max(0.1),
  dropPercent: z.number().min(0).max(40),
  recovers: z.boolean(),
  faults: z.array(z.enum(SIMULATED_FAULTS)),
});
type Order = z.infer<typeof orderSchema>;

const DEFAULTS: Order = {
  seed: 1,
  rateHz: 100,
  noiseM: 0.005,
  driftM: 0.003,
  dropPercent: 1,
  recovers: true,
  faults: ['step-short', 'feet-together'],
};

/** A stand-in for a tracking device: it walks the plan as a student would and records that. */
export function FromSimulator({ student, plan }: RecordFor) {
  const form = useForm<Order>({
    defaultValues: DEFAULTS,
    resolver: zodResolver(orderSchema),
    mode: 'onChange',
  });
  const task = useTask();
  const add = useAddTrack();
  const notice = useNotice();
  const planned = usePlanned();
  const drill = useMemo(() => planned(plan, student), [plan, student, planned]);
  // Only what can go wrong at a move of this pattern is offered.
  const able = useMemo(() => {
    const { moves } = expand(drill);
    return SIMULATED_FAULTS.filter((fault) => moves.some((move) => canHave(fault, move)));
  }, [drill]);
  const record = form.handleSubmit(async ({ dropPercent, ...order }) => {
    const faults = order.faults.filter((fault) => able.includes(fault));
    const made = await task.run((work) =>
      work.simulate(drill, { ...order, faults, dropShare: dropPercent / 100 }),
    );
    if (!made) return;
    const stored = await add
      .mutateAsync({
        name: `${student.name}, ${plan.plan.name}, simulated (seed ${order.seed})`,
        source: 'simulated tracker',
        studentId: student.id,
        planId: plan.id,
        packed: made.packed,
      })
      .catch(() => null);
    if (!stored) return;
    notice({ text: `Recorded ${made.durationS.toFixed(1)} s, ${made.samples} samples.` });
    form.setValue('seed', order.seed + 1);
  });
  return (
    <Panel title="Practice recording">
      <Box sx={{ mb: 1, color: 'text.secondary' }}>
        Made up by the program, to learn with: it walks the pattern as a student would, with the faults you
        tick, and records that like a tracker. It is no recording of {student.name}.
      </Box>
      <FormProvider {...form}>
        <Box
          component="form"
          onSubmit={(event) => void record(event)}
          sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}
        >
          <Box component="details" sx={{ gridColumn: '1 / -1' }}>
            <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', pt: 1 }}>
              How good the made-up tracker is
            </Box>
            <Box
              sx={{ display: 'grid', gap: 1.25, pt: 1, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}
            >
              <NumberField<Order> name="rateHz" label="Rate" unit="Hz" range={[10, 1000]} step={10} />
              <LengthField<Order> name="noiseM" label="Noise" range={[0, 0.1]} />
              <LengthField<Order> name="driftM" label="Drift" range={[0, 0.1]} />
              <NumberField<Order> name="dropPercent" label="Lost samples" unit="%" range={[0, 40]} />
              <SwitchField<Order> name="recovers" label="Finds the mark again" />
              <NumberField<Order>
                name="seed"
                label="Seed"
                range={[1, 999_999]}
                help="Same seed, same recording."
              />
            </Box>
          </Box>
          <Faults able={able} />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Button type="submit" variant="contained" disabled={task.state !== null || add.isPending}>
              Make a practice recording
            </Button>
          </Box>
        </Box>
      </FormProvider>
      {task.state && <TaskProgress state={task.state} onCancel={task.cancel} />}
      {task.error && <ErrorBox error={task.error} />}
      {add.error && <ErrorBox error={add.error} title="The recording was not stored" />}
    </Panel>
  );
}

function Faults({ able }: { readonly able: readonly SimulatedFault[] }) {
  const { control } = useFormContext<Order>();
  const { field } = useController({ name: 'faults', control });
  return <FaultChecks able={able} chosen={field.value} onChoose={field.onChange} />;
}

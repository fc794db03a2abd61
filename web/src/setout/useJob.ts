import {
  drillJob,
  floorJob,
  laneOf,
  planJob,
  type SequenceMarking,
  type SetOutJob,
} from '@angled-chalk/core/pattern';
import { rulerFor } from '@angled-chalk/core/range';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useFloors } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { useDrills, usePlanned } from '../app/drills.ts';
import { useDeviceState } from '../parts/useDeviceState.ts';

/** What is set out: a floor with everything on it, or the cones of one pattern. */
export type JobKind = 'floor' | 'pattern';

export interface FoundJob {
  readonly job: SetOutJob | null;
  readonly loading: boolean;
  readonly error: Error | null;
  /** Address of the set-out of this job, and of what it was made from. */
  readonly here: string;
  readonly back: { readonly to: string; readonly label: string };
  readonly forWhom: string;
  /** The club's floor that a pattern lies on. */
  readonly floorId: string | null;
  /** Of a sequence: what of it is marked, and how to choose that. */
  readonly marking: {
    readonly marking: SequenceMarking;
    readonly setMarking: (next: SequenceMarking) => void;
  } | null;
}

/** The job named in the address; a floor is measured for the chosen student. */
export function useJob(kind: JobKind): FoundJob {
  const { id = '' } = useParams();
  const plans = useDrills();
  const floors = useFloors();
  const { student, fitOf, loading } = useClub();
  const planned = usePlanned();
  const drill = kind === 'pattern' ? plans.data?.find((one) => one.id === id) : undefined;
  const plan = drill?.plan;
  const floor = kind === 'floor' ? floors.data?.find((one) => one.id === id)?.floor : undefined;
  const [marking, setMarking] = useDeviceState<SequenceMarking>('sequence-marking', 'way');
  const isSequence = plan !== undefined && !laneOf(plan);
  const job = useMemo(() => {
    if (plan && student && !laneOf(plan)) return drillJob(planned({ plan }, student), marking);
    if (plan) return planJob(plan);
    return floor && student ? floorJob(floor, rulerFor(fitOf(student))) : null;
  }, [plan, floor, student, fitOf, planned, marking]);
  const asked = kind === 'floor' ? floors : plans;
  const missing = !asked.isLoading && !loading && !job;
  return {
    job,
    loading: asked.isLoading || loading,
    error:
      asked.error ??
      (missing
        ? new Error(
            floor
              ? 'Add a student first: layouts are measured for somebody.'
              : 'This is not there. It may have been deleted.',
          )
        : null),
    here: kind === 'floor' ? `/set-out/floor/${id}` : `/set-out/${id}`,
    back:
      kind === 'floor'
        ? { to: `/floors/${id}`, label: 'Back to the floor' }
        : { to: `/patterns/${id}`, label: 'Back to the pattern' },
    forWhom: (kind === 'floor' || isSequence) && student ? student.name : '',
    floorId: drill?.follows.floor ?? null,
    marking: isSequence ? { marking, setMarking } : null,
  };
}

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { formatLength } from '@angled-chalk/core/measure';
import { withLane, type Plan, type PlannedDrill } from '@angled-chalk/core/pattern';
import { useQuery } from '@tanstack/react-query';
import { useClub } from '../app/club.tsx';
import { runInWorker } from '../work/run.ts';

/** The way out of a plan that breaks rules: the nearest lane on which this student's feet are clean. */
export function CleanLane({
  drill,
  onUse,
}: {
  readonly drill: PlannedDrill;
  readonly onUse: (plan: Plan) => void;
}) {
  const { units } = useClub();
  const search = useQuery({
    queryKey: ['clean-lane', drill],
    queryFn: ({ signal }) => runInWorker((work) => work.nearestCleanLane(drill), undefined, signal),
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const { plan, student } = drill;
  if (search.isLoading) return <span>Looking for the nearest lane that fits …</span>;
  const lane = search.data;
  if (!lane) {
    return (
      <Alert severity="warning" variant="outlined">
        No lane within 80 cm more spacing and 30 cm wider is clean for {student.name} on this floor. Use fewer
        cones, smaller markers, or move the target back.
      </Alert>
    );
  }
  return (
    <Alert
      severity="info"
      variant="outlined"
      action={
        <Button size="small" onClick={() => onUse(withLane(plan, lane))}>
          Use it
        </Button>
      }
    >
      Clean for {student.name} with cones {formatLength(lane.spacingM, units)} apart, passed at{' '}
      {formatLength(lane.sideOffsetM, units)}.
    </Alert>
  );
}

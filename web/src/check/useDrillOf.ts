import { usePlans } from '../api/queries.ts';

export interface DrillOf {
  /** Null where the club has it no more, or nobody knows yet. */
  readonly planId: string | null;
  readonly isGone: boolean;
}

/** The drill of a check in the club: a check keeps its own copy, and stays when the drill is deleted. */
export function useDrillOf(planId: string | null): DrillOf {
  const { data } = usePlans();
  if (planId === null || !data) return { planId: null, isGone: false };
  const isThere = data.some(({ id }) => id === planId);
  return { planId: isThere ? planId : null, isGone: !isThere };
}

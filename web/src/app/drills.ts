import type { StoredPlan, Student } from '@angled-chalk/contract';
import type { Ruler } from '@angled-chalk/core/body';
import {
  remembered,
  type About,
  resolveDrill,
  type Drill,
  type Follows,
  type Resolved,
  type World,
} from '@angled-chalk/core/drill';
import type { Plan, PlannedDrill } from '@angled-chalk/core/pattern';
import { rulerFor } from '@angled-chalk/core/range';
import { useCallback, useMemo } from 'react';
import { useEveryone, useFloors, usePatterns, usePlans } from '../api/queries.ts';
import { useClub } from './club.tsx';

/** A stored drill with plain values, for the chosen student. */
export interface DrillForStudent extends Omit<StoredPlan, 'plan'>, Omit<Resolved, 'plan'> {
  readonly plan: Plan;
  readonly follows: Follows;
  /** What a coach says of it, where it is kept in the library. */
  readonly about: About | undefined;
  /** Differs when anything that it follows was changed. */
  readonly stamp: string;
}

interface Found {
  readonly world: World;
  /** The versions of what a drill follows. */
  readonly stampOf: (drill: Drill) => string;
  readonly isLoading: boolean;
  readonly error: Error | null;
}

/** What the references of drills lead to. */
export function useWorld(): Found {
  const floors = useFloors();
  const patterns = usePatterns();
  const everyone = useEveryone();
  const followed = useMemo(() => {
    const floorOf = new Map(floors.data?.map((one) => [one.id, one]));
    const patternOf = new Map(patterns.data?.map((one) => [one.id, one]));
    const known = new Set(everyone.data?.filter(({ archived }) => !archived).map(({ id }) => id));
    const world: World = {
      floor: (id) => floorOf.get(id)?.floor ?? null,
      pattern: (id) => patternOf.get(id)?.pattern ?? null,
      student: (id) => known.has(id),
    };
    const stampOf = ({ follows }: Drill): string =>
      [
        follows?.floor && floorOf.get(follows.floor)?.version,
        follows?.pattern && patternOf.get(follows.pattern)?.version,
      ].join(' ');
    return { world, stampOf };
  }, [floors.data, patterns.data, everyone.data]);
  return {
    ...followed,
    isLoading: floors.isLoading || patterns.isLoading || everyone.isLoading,
    error: floors.error ?? patterns.error ?? everyone.error,
  };
}

/** Lengths in the measure of the chosen student. */
export function useRuler(): Ruler | null {
  const { student, fitOf } = useClub();
  return useMemo(() => student && rulerFor(fitOf(student)), [student, fitOf]);
}

/** Turns a drill to plain values for the chosen student. */
export function useResolve(): (drill: Drill) => Resolved {
  const { world } = useWorld();
  const ruler = useRuler();
  return useCallback((drill) => resolveDrill(drill, world, ruler), [world, ruler]);
}

export interface DrillNow extends Resolved {
  /** The drill with those values, to be edited on. */
  readonly drill: Drill;
  /** Its lane is one of the floor that it lies on, with the numbers of that. */
  readonly isLaneOfFloor: boolean;
}

/** A drill that is being edited, with the values that what it follows gives now. */
export function useDrillNow(edited: Drill): DrillNow {
  const { world } = useWorld();
  const ruler = useRuler();
  return useMemo(() => {
    const { follows } = edited;
    const on = follows?.floor === undefined ? null : world.floor(follows.floor);
    const piece = on?.pieces.find(({ id }) => id === follows?.piece?.id);
    return {
      drill: remembered(edited, world, ruler),
      ...resolveDrill(edited, world, ruler),
      isLaneOfFloor: piece?.kind === 'layout' && piece.layout.kind === 'zigzag-lane',
    };
  }, [edited, world, ruler]);
}

/** Every drill, with plain values for the chosen student. */
export function useDrills() {
  const plans = usePlans();
  const { stampOf, isLoading, error } = useWorld();
  const resolve = useResolve();
  const data = useMemo(
    () =>
      isLoading
        ? undefined
        : plans.data?.map((stored): DrillForStudent => ({
            ...stored,
            ...resolve(stored.plan),
            follows: stored.plan.follows ?? {},
            about: stored.plan.about,
            stamp: `${stored.version} ${stampOf(stored.plan)}`,
          })),
    [plans.data, resolve, stampOf, isLoading],
  );
  return { data, isLoading: plans.isLoading || isLoading, error: plans.error ?? error };
}

/** A drill for a student, with the body of the partner it names. */
export function usePlanned(): (
  drill: { readonly plan: Plan; readonly follows?: Follows | undefined },
  student: Student,
) => PlannedDrill {
  const { students, fitOf } = useClub();
  return useCallback(
    ({ plan, follows }, student) => {
      const { target } = follows ?? {};
      const partner = target?.on === 'student' ? students.find(({ id }) => id === target.id) : undefined;
      return { plan, student: fitOf(student), ...(partner ? { partner: fitOf(partner) } : {}) };
    },
    [students, fitOf],
  );
}

import type {
  CheckInput,
  StoredSchool,
  Settings,
  StoredCheck,
  StoredFloor,
  StoredPlan,
  Student,
  StudentInput,
  TrackInfo,
} from '@angled-chalk/contract';
import type { FloorPlan, Plan, School } from '@angled-chalk/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client.ts';

export const KEYS = {
  settings: ['settings'],
  students: ['students'],
  plans: ['plans'],
  floors: ['floors'],
  schools: ['schools'],
  tracks: ['tracks'],
  checks: ['checks'],
} as const;

export const useSettings = () =>
  useQuery({ queryKey: KEYS.settings, queryFn: () => api.get<Settings>('/settings') });
export const useStudents = () =>
  useQuery({ queryKey: KEYS.students, queryFn: () => api.get<Student[]>('/students') });
/** Everyone, also those put away. */
export const useEveryone = () =>
  useQuery({
    queryKey: [...KEYS.students, 'everyone'],
    queryFn: () => api.get<Student[]>('/students/everyone'),
  });
export const useSchools = () =>
  useQuery({ queryKey: KEYS.schools, queryFn: () => api.get<StoredSchool[]>('/schools') });
export const usePlans = () =>
  useQuery({ queryKey: KEYS.plans, queryFn: () => api.get<StoredPlan[]>('/plans') });
export const useFloors = () =>
  useQuery({ queryKey: KEYS.floors, queryFn: () => api.get<StoredFloor[]>('/floors') });
export const useTracks = () =>
  useQuery({ queryKey: KEYS.tracks, queryFn: () => api.get<TrackInfo[]>('/tracks') });
export const useChecks = (studentId?: string) =>
  useQuery({
    queryKey: [...KEYS.checks, 'list', studentId ?? 'all'],
    queryFn: () => api.get<StoredCheck[]>(`/checks${studentId ? `?studentId=${studentId}` : ''}`),
  });
export const useCheck = (id: string) =>
  useQuery({ queryKey: [...KEYS.checks, id], queryFn: () => api.get<StoredCheck>(`/checks/${id}`) });

/** Writes, and reads again the list that the write changes. */
function useWrite<Input, Output>(key: readonly string[], write: (input: Input) => Promise<Output>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: write,
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
  });
}

export const useSaveSettings = () =>
  useWrite(KEYS.settings, (settings: Settings) => api.put<Settings>('/settings', settings));
export const useAddStudent = () =>
  useWrite(KEYS.students, (input: { id: string; value: StudentInput }) =>
    api.post<Student>('/students', input),
  );
export const useImportRoster = () =>
  useWrite(KEYS.students, (students: readonly { id: string; value: StudentInput }[]) =>
    api.post<{ added: number }>('/students/import', { students }),
  );
export const useAddSchool = () =>
  useWrite(KEYS.schools, (input: { id: string; value: School }) => api.post<StoredSchool>('/schools', input));
/** Removes a person for good, with what hangs on them. */
export function useErase() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => api.erase(`/students/${id}/erase`),
    onSuccess: () => client.invalidateQueries(),
  });
}
export const useAddPlan = () =>
  useWrite(KEYS.plans, (input: { id: string; value: Plan }) => api.post<StoredPlan>('/plans', input));
export const useAddFloor = () =>
  useWrite(KEYS.floors, (input: { id: string; value: FloorPlan }) => api.post<StoredFloor>('/floors', input));
export const useAddCheck = () =>
  useWrite(KEYS.checks, (input: CheckInput) => api.post<StoredCheck>('/checks', input));

export interface NewTrack {
  readonly name: string;
  readonly source: TrackInfo['source'];
  readonly studentId: string;
  readonly planId: string;
  readonly packed: Uint8Array<ArrayBuffer>;
}

export const useAddTrack = () =>
  useWrite(KEYS.tracks, ({ packed, ...about }: NewTrack) => {
    const query = new URLSearchParams({ id: crypto.randomUUID(), ...about });
    return api.postBytes<TrackInfo>(`/tracks?${query.toString()}`, packed);
  });

/** Deletes a student or a plan, and brings it back. */
export const useDelete = (kind: 'students' | 'plans' | 'schools' | 'floors') =>
  useWrite(KEYS[kind], (id: string) => api.remove(`/${kind}/${id}`));
export const useRestore = (kind: 'students' | 'plans' | 'schools' | 'floors') =>
  useWrite(KEYS[kind], (id: string) => api.post<unknown>(`/${kind}/${id}/restore`, {}));

import {
  backupSummarySchema,
  backupProgressSchema,
  belongingsSchema,
  checkPageSchema,
  checkSchema,
  checkSummarySchema,
  healthSchema,
  keptBackupSchema,
  observationPageSchema,
  observationSchema,
  planVersionSchema,
  settingsSchema,
  signedInSchema,
  storedFloorSchema,
  storedPatternSchema,
  storedPlanSchema,
  storedSchoolSchema,
  studentSchema,
  trackInfoSchema,
  trackPageSchema,
  type CheckInput,
  type Observation,
  type PlanVersion,
  type Settings,
  type SettingsInput,
  type SignedIn,
  type StoredCheck,
  type StoredFloor,
  type StoredPattern,
  type StoredPlan,
  type StoredSchool,
  type Student,
  type StudentInput,
  type TrackInfo,
} from '@angled-chalk/contract';
import type { School } from '@angled-chalk/core/body';
import type { Drill, KeptPattern } from '@angled-chalk/core/drill';
import type { LaidFloor } from '@angled-chalk/core/layout';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v4 } from 'uuid';
import { z } from 'zod';
import { useNotice } from '../app/notice.tsx';
import { api, ApiProblem, LONG_MS } from './client.ts';

/** A new id; also where the page is not secure, which crypto.randomUUID needs. */
export const newId = (): string => v4();

/** A new id and the moment, of something that is taken now. */
export const takenNow = () => ({ id: newId(), takenAt: new Date().toISOString() });

export const KEYS = {
  settings: ['settings'],
  students: ['students'],
  patterns: ['patterns'],
  plans: ['plans'],
  floors: ['floors'],
  schools: ['schools'],
  tracks: ['tracks'],
  checks: ['checks'],
  observations: ['observations'],
  versions: ['versions'],
  health: ['health'],
  signedIn: ['signed-in'],
  keptBackups: ['kept-backups'],
} as const;

/** What the core knows by its own, stricter types has the contract's shape. */
const planShape: z.ZodType<StoredPlan> = storedPlanSchema;
const patternShape: z.ZodType<StoredPattern> = storedPatternSchema;
const floorShape = storedFloorSchema as unknown as z.ZodType<StoredFloor>;
const schoolShape = storedSchoolSchema as unknown as z.ZodType<StoredSchool>;
const checkShape = checkSchema as unknown as z.ZodType<StoredCheck>;

/** What is edited and stored, by its list: its shape, and what of it is edited. */
const STORED = {
  students: { shape: studentSchema, valueOf: studentInputOf },
  patterns: { shape: patternShape, valueOf: ({ pattern }: StoredPattern): KeptPattern => pattern },
  plans: { shape: planShape, valueOf: ({ plan }: StoredPlan): Drill => plan },
  floors: { shape: floorShape, valueOf: ({ floor }: StoredFloor): LaidFloor => floor },
  schools: { shape: schoolShape, valueOf: ({ school }: StoredSchool): School => school },
} as const;

interface StoredKinds {
  readonly students: { readonly item: Student; readonly value: StudentInput };
  readonly patterns: { readonly item: StoredPattern; readonly value: KeptPattern };
  readonly plans: { readonly item: StoredPlan; readonly value: Drill };
  readonly floors: { readonly item: StoredFloor; readonly value: LaidFloor };
  readonly schools: { readonly item: StoredSchool; readonly value: School };
}

/** What of a student is typed. */
export function studentInputOf(student: Student): StudentInput {
  const { name, leadSide, schoolId, lengths, birthYear, reactionS, note, ...more } = student;
  const { level, standard, filmingConsent, measuredBy } = more;
  const body = { name, leadSide, schoolId, lengths, birthYear, reactionS, note };
  return { ...body, level, standard, filmingConsent, measuredBy };
}

/** How an edited thing is kept, saved over the version that was read, and read again after a conflict. */
export function useStored<K extends keyof StoredKinds>(kind: K, item: StoredKinds[K]['item']) {
  type Item = StoredKinds[K]['item'];
  type Value = StoredKinds[K]['value'];
  const client = useQueryClient();
  const { shape, valueOf } = STORED[kind] as unknown as {
    readonly shape: z.ZodType<Item>;
    readonly valueOf: (item: Item) => Value;
  };
  const path = `/${kind}/${item.id}`;
  return {
    key: `editing-${kind.slice(0, -1)}-${item.id}`,
    stored: { value: valueOf(item), version: item.version },
    save: async (value: Value, version: number): Promise<Item> => {
      const saved = await api.put(path, { version, value }, shape);
      client.setQueryData<Item[]>(KEYS[kind], (list) =>
        list?.map((one) => (one.id === saved.id ? saved : one)),
      );
      // Drills that follow it were told.
      if (kind === 'floors' || kind === 'patterns') void client.invalidateQueries({ queryKey: KEYS.plans });
      return saved;
    },
    fetchCurrent: async (): Promise<{ value: Value; version: number }> => {
      const current = await api.get(path, shape);
      return { value: valueOf(current), version: current.version };
    },
  };
}

const HEALTH_EVERY_MS = 30_000;
const HEALTH_SOON_MS = 1500;

export const useSignedIn = () =>
  useQuery({
    queryKey: KEYS.signedIn,
    queryFn: () => api.get('/sign-in', signedInSchema),
    staleTime: Infinity,
  });
/** Waits as short as this are waited for here, instead of being told. */
const PATIENT_S = 4;

/** Signs in; after a mistake the next try has to wait a little, and does so by itself. */
async function signIn(input: { passphrase: string } | { code: string }): Promise<SignedIn> {
  for (;;) {
    try {
      return await api.post('/sign-in', input, signedInSchema);
    } catch (error) {
      const afterS = error instanceof ApiProblem ? error.afterS : null;
      if (afterS === null || afterS > PATIENT_S) throw error;
      await new Promise((resolve) => setTimeout(resolve, afterS * 1000));
    }
  }
}
export const useSignIn = () => useWrite(KEYS.signedIn, signIn);
/** How the program is doing: asked again soon while it has something to tell. */
export const useHealth = () =>
  useQuery({
    queryKey: KEYS.health,
    queryFn: () => api.get('/health', healthSchema),
    refetchInterval: ({ state: { data, error } }) =>
      error || (data && (data.status !== 'ok' || data.pendingErasures > 0))
        ? HEALTH_SOON_MS
        : HEALTH_EVERY_MS,
    retry: false,
  });
export const useSettings = () =>
  useQuery({ queryKey: KEYS.settings, queryFn: () => api.get('/settings', settingsSchema) });
/** Everyone travels once, those put away with them; who is asked for is picked from that. */
const EVERYONE = {
  queryKey: KEYS.students,
  queryFn: () => api.get('/students/everyone', z.array(studentSchema)),
};
const here = (list: Student[]): Student[] => list.filter(({ archived }) => !archived);
export const useStudents = () => useQuery({ ...EVERYONE, select: here });
/** Everyone, also those put away. */
export const useEveryone = () => useQuery(EVERYONE);
export const useBelongings = (id: string, wanted: boolean) =>
  useQuery({
    queryKey: ['belongings', id],
    queryFn: () => api.get(`/students/${id}/belongings`, belongingsSchema),
    enabled: wanted,
    staleTime: 0,
  });
export const useSchools = () =>
  useQuery({ queryKey: KEYS.schools, queryFn: () => api.get('/schools', z.array(schoolShape)) });
export const usePlans = () =>
  useQuery({ queryKey: KEYS.plans, queryFn: () => api.get('/plans', z.array(planShape)) });
export const usePatterns = () =>
  useQuery({ queryKey: KEYS.patterns, queryFn: () => api.get('/patterns', z.array(patternShape)) });
export const useFloors = () =>
  useQuery({ queryKey: KEYS.floors, queryFn: () => api.get('/floors', z.array(floorShape)) });

/** A page of a list, from 0, of one student or of all. */
export interface PageOrder {
  readonly page: number;
  readonly size: number;
  readonly studentId?: string | undefined;
}
const pageQuery = ({ page, size, studentId }: PageOrder): string =>
  new URLSearchParams({
    limit: String(size),
    offset: String(page * size),
    ...(studentId ? { studentId } : {}),
  }).toString();

export const useTracks = (order: PageOrder) =>
  useQuery({
    queryKey: [...KEYS.tracks, order],
    queryFn: () => api.get(`/tracks?${pageQuery(order)}`, trackPageSchema),
    placeholderData: keepPreviousData,
  });
export const useChecks = (order: PageOrder) =>
  useQuery({
    queryKey: [...KEYS.checks, 'list', order],
    queryFn: () => api.get(`/checks?${pageQuery(order)}`, checkPageSchema),
    placeholderData: keepPreviousData,
  });
/** The newest check of every student who has one. */
export const useLatestChecks = () =>
  useQuery({
    queryKey: [...KEYS.checks, 'latest'],
    queryFn: () => api.get('/checks/latest', z.array(checkSummarySchema)),
  });
export const useCheck = (id: string) =>
  useQuery({ queryKey: [...KEYS.checks, id], queryFn: () => api.get(`/checks/${id}`, checkShape) });

/** So many of the newest of a student tell how they stand now. */
export const MOST_OBSERVATIONS = 200;
/** What was taken of a student without a recording, newest first. */
export const useObservations = (studentId: string) =>
  useQuery({
    queryKey: [...KEYS.observations, studentId],
    queryFn: () =>
      api.get(
        `/observations?${pageQuery({ page: 0, size: MOST_OBSERVATIONS, studentId })}`,

        observationPageSchema,
      ),
  });

/** Writes, and reads again the list that the write changes. */
function useWrite<Input, Output>(
  key: readonly string[],
  write: (input: Input) => Promise<Output>,
  /** Said when it fails and nobody else says it. */
  failed?: string,
) {
  const client = useQueryClient();
  const notice = useNotice();
  return useMutation({
    mutationFn: write,
    // Without a connection a write fails at once and says so, instead of waiting unseen.
    networkMode: 'always',
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
    onError: (error) => {
      if (failed) notice({ text: `${failed}: ${error.message}` });
    },
  });
}

export const useSaveSettings = () =>
  useWrite(
    KEYS.settings,
    ({ version, ...value }: Settings): Promise<Settings> =>
      api.put('/settings', { version, value: value satisfies SettingsInput }, settingsSchema),
    'This was not saved for the club',
  );
export const useAddStudent = () =>
  useWrite(KEYS.students, (input: { id: string; value: StudentInput }) =>
    api.post('/students', input, studentSchema),
  );
export const useImportRoster = () =>
  useWrite(KEYS.students, (students: readonly { id: string; value: StudentInput }[]) =>
    api.post('/students/import', { students }, z.object({ added: z.number() }), LONG_MS),
  );
export const useAddSchool = () =>
  useWrite(KEYS.schools, (input: { id: string; value: School }) => api.post('/schools', input, schoolShape));
/** Removes a person for good, with what hangs on them. */
export function useErase() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => api.erase(`/students/${id}/erase`),
    networkMode: 'always',
    onSuccess: () => client.invalidateQueries(),
  });
}
export const useAddPattern = () =>
  useWrite(KEYS.patterns, (input: { id: string; value: KeptPattern }) =>
    api.post('/patterns', input, patternShape),
  );
export const useAddPlan = () =>
  useWrite(KEYS.plans, (input: { id: string; value: Drill }) => api.post('/plans', input, planShape));
const versionShape: z.ZodType<PlanVersion> = planVersionSchema;
/** What a drill once was, the newest first. */
export const useVersions = (planId: string) =>
  useQuery({
    queryKey: [...KEYS.versions, planId],
    queryFn: () => api.get(`/plans/${planId}/versions`, z.array(versionShape)),
  });
export const useKeepVersion = (planId: string) =>
  useWrite(KEYS.versions, (order: { readonly version: number; readonly label: string }) =>
    api.post(`/plans/${planId}/versions`, { id: newId(), ...order }, versionShape),
  );
export const useDropVersion = (planId: string) =>
  useWrite(KEYS.versions, (id: string) => api.remove(`/plans/${planId}/versions/${id}`));
export const useAddFloor = () =>
  useWrite(KEYS.floors, (input: { id: string; value: LaidFloor }) => api.post('/floors', input, floorShape));
/** Writes a floor over the version that was read. */
export const useWriteFloor = () =>
  useWrite(KEYS.floors, ({ id, version, value }: { id: string; version: number; value: LaidFloor }) =>
    api.put(`/floors/${id}`, { version, value }, floorShape),
  );
export const useAddCheck = () =>
  useWrite(KEYS.checks, (input: CheckInput) => api.post('/checks', input, checkShape));

export const useAddObservation = () =>
  useWrite(KEYS.observations, (input: Observation) => api.post('/observations', input, observationSchema));

export interface NewTrack {
  readonly name: string;
  readonly source: TrackInfo['source'];
  readonly studentId: string;
  readonly planId: string;
  readonly packed: Uint8Array<ArrayBuffer>;
}

export const useAddTrack = () =>
  useWrite(KEYS.tracks, ({ packed, ...about }: NewTrack) => {
    const query = new URLSearchParams({ id: newId(), ...about });
    return api.postBytes(`/tracks?${query.toString()}`, new Blob([packed]), trackInfoSchema);
  });

/** Takes back what was taken of a student; adding it again undoes that. */
export const useTakeBack = () =>
  useWrite(KEYS.observations, (id: string) => api.remove(`/observations/${id}`), 'This was not taken back');

/** Backups that the program made by itself. */
export const useKeptBackups = () =>
  useQuery({
    queryKey: KEYS.keptBackups,
    queryFn: () => api.get('/backup/kept', z.array(keptBackupSchema)),
  });
export const useDropBackup = () =>
  useWrite(
    KEYS.keptBackups,
    (name: string) => api.remove(`/backup/kept/${encodeURIComponent(name)}`),
    'The backup was not deleted',
  );

const PROGRESS_EVERY_MS = 700;
/** How far a backup that is being brought back is, from 0 to 1; asked again and again while `wanted`. */
export const useBackupProgress = (wanted: boolean) =>
  useQuery({
    queryKey: ['backup-progress'],
    queryFn: () => api.get('/backup/progress', backupProgressSchema),
    enabled: wanted,
    refetchInterval: wanted && PROGRESS_EVERY_MS,
    staleTime: 0,
    retry: false,
  }).data?.share ?? null;

/** A backup is brought in and looked at; nothing changes yet. */
export const useLookAtBackup = () =>
  useMutation({
    mutationFn: (file: File) => api.postBytes('/backup/look', file, backupSummarySchema, 'application/zip'),
    networkMode: 'always',
  });
/** The backup that was looked at replaces the whole club. */
export function useTakeBackup() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      api.post(`/backup/${id}/take`, {}, z.object({ restored: z.literal(true) }), LONG_MS),
    networkMode: 'always',
    onSuccess: () => client.invalidateQueries(),
  });
}

/** Deletes a student or a plan, and brings it back. */
export const useDelete = (kind: keyof StoredKinds) =>
  useWrite(KEYS[kind], (id: string) => api.remove(`/${kind}/${id}`));
export const useRestore = (kind: keyof StoredKinds) =>
  useWrite(KEYS[kind], (id: string) => api.post(`/${kind}/${id}/restore`, {}, z.unknown()));

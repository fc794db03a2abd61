import type { UnitSystem } from '@angled-chalk/core/measure';
import { DEMO_FLOORS, DEMO_PATTERNS, DEMO_STUDENTS } from '@angled-chalk/core/sim';
import type { Student } from '@angled-chalk/contract';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { ClubProvider } from '../src/app/club.tsx';
import { NoticeProvider } from '../src/app/notice.tsx';

export const STUDENTS: readonly Student[] = DEMO_STUDENTS.map((student) => ({
  ...student,
  schoolId: student.schoolId,
  reactionS: null,
  standard: null,
  version: 1,
  updatedAt: '2026-01-01T00:00:00.000Z',
  measurements: [{ length: 'statureM', valueM: student.lengths.statureM, day: '2026-01-01', method: 'tape' }],
  archived: false,
}));

const STORED = { version: 1, updatedAt: '2026-01-01T00:00:00.000Z' };

type Headers = Readonly<Record<string, string>>;
const answer = (status: number, body: unknown, headers: Headers = {}): Response =>
  ({
    ok: status < 400,
    status,
    headers: { get: (name: string) => headers[name] ?? null },
    json: async () => body,
  }) as unknown as Response;

/** What a page sent, whose body is always a text of JSON. */
export function sentJson(init: RequestInit | undefined): unknown {
  if (typeof init?.body !== 'string') throw new Error('nothing was sent as JSON');
  return JSON.parse(init.body);
}

/** What the program answers in a test: the demo club, and whatever the test adds. */
export function stubProgram(
  more: Readonly<
    Record<string, (init: RequestInit | undefined) => [status: number, body: unknown, headers?: Headers]>
  > = {},
) {
  const calls: { path: string; init: RequestInit | undefined }[] = [];
  globalThis.fetch = async (input: RequestInfo | URL, init?: RequestInit) => {
    const path = input instanceof Request ? input.url : input.toString();
    calls.push({ path, init });
    const own = more[`${init?.method ?? 'GET'} ${path}`];
    if (own) return answer(...own(init));
    if (path === '/api/settings') return answer(200, { clubName: 'Saltmarsh', units: 'metric', version: 1 });
    if (path === '/api/schools') return answer(200, []);
    if (path === '/api/floors')
      return answer(
        200,
        DEMO_FLOORS.map(({ id, floor }) => ({ id, floor, ...STORED })),
      );
    if (path === '/api/patterns')
      return answer(
        200,
        DEMO_PATTERNS.map(({ id, pattern }) => ({ id, pattern, ...STORED })),
      );
    if (path === '/api/sign-in') return answer(200, { needed: false, role: 'coach' });
    if (path === '/api/health') return answer(200, { status: 'ok', message: '', pendingErasures: 0 });
    if (path === '/api/students/everyone') return answer(200, STUDENTS);
    if (path === '/api/checks/latest') return answer(200, []);
    return answer(404, { error: { code: 'not-found', message: 'There is no such thing.', place: {} } });
  };
  return calls;
}

const withQueries = (children: ReactNode) => (
  <MemoryRouter>
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <NoticeProvider>{children}</NoticeProvider>
    </QueryClientProvider>
  </MemoryRouter>
);

/** Renders with questions and notices, before anybody is in the club. */
export const renderOutside = (children: ReactNode) => render(withQueries(children));

/** Renders inside the club, with the units of this device. */
export function renderInClub(children: ReactNode, units: UnitSystem = 'metric') {
  localStorage.setItem('units', units);
  return render(withQueries(<ClubProvider>{children}</ClubProvider>));
}

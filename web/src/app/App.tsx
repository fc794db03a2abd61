import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { ClubProvider } from './club.tsx';
import { BrokenPage } from './BrokenPage.tsx';
import { SignInGate } from './SignInGate.tsx';
import { NoticeProvider } from './notice.tsx';
import { Shell } from './Shell.tsx';
import { theme } from './theme.ts';
import { ApiProblem } from '../api/client.ts';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => !(error instanceof ApiProblem) && count < 2,
      retryDelay: 600,
    },
  },
});

const router = createBrowserRouter([
  {
    path: '/light/:id',
    errorElement: <BrokenPage />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('../light/LightPage.tsx')).LightPage }),
  },
  {
    path: '/',
    element: <Shell />,
    errorElement: <BrokenPage />,
    HydrateFallback: () => null,
    // A screen that fails leaves the way to the others.
    children: [
      {
        errorElement: <BrokenPage />,
        children: [
          { index: true, element: <Navigate to="/students" replace /> },
          {
            path: 'students',
            lazy: async () => ({ Component: (await import('../students/StudentsPage.tsx')).StudentsPage }),
          },
          {
            path: 'students/:id',
            lazy: async () => ({ Component: (await import('../students/StudentPage.tsx')).StudentPage }),
          },
          {
            path: 'students/:id/:tab',
            lazy: async () => ({ Component: (await import('../students/StudentPage.tsx')).StudentPage }),
          },
          {
            path: 'schools/:id',
            lazy: async () => ({ Component: (await import('../schools/SchoolPage.tsx')).SchoolPage }),
          },
          {
            path: 'floors',
            lazy: async () => ({ Component: (await import('../floor/FloorsPage.tsx')).FloorsPage }),
          },
          {
            path: 'floors/:id',
            lazy: async () => ({ Component: (await import('../floor/FloorPage.tsx')).FloorPage }),
          },
          {
            path: 'range',
            lazy: async () => ({ Component: (await import('../pair/PairPage.tsx')).PairPage }),
          },
          {
            path: 'patterns',
            lazy: async () => ({ Component: (await import('../pattern/PlansPage.tsx')).PlansPage }),
          },
          {
            path: 'patterns/library/:id?',
            lazy: async () => ({ Component: (await import('../library/LibraryPage.tsx')).LibraryPage }),
          },
          {
            path: 'patterns/:id',
            lazy: async () => ({ Component: (await import('../pattern/PlanPage.tsx')).PlanPage }),
          },
          {
            path: 'set-out',
            lazy: async () => ({ Component: (await import('../setout/SetOutChoice.tsx')).SetOutChoice }),
          },
          {
            path: 'set-out/floor/:id',
            lazy: async () => ({ Component: (await import('../setout/SetOutPage.tsx')).FloorSetOut }),
          },
          {
            path: 'set-out/floor/:id/walk',
            lazy: async () => ({ Component: (await import('../setout/WalkPage.tsx')).FloorWalk }),
          },
          {
            path: 'set-out/:id',
            lazy: async () => ({ Component: (await import('../setout/SetOutPage.tsx')).PatternSetOut }),
          },
          {
            path: 'set-out/:id/walk',
            lazy: async () => ({ Component: (await import('../setout/WalkPage.tsx')).PatternWalk }),
          },
          {
            path: 'record',
            lazy: async () => ({ Component: (await import('../record/RecordPage.tsx')).RecordPage }),
          },
          {
            path: 'record/by-eye',
            lazy: async () => ({ Component: (await import('../tally/TallyPage.tsx')).TallyPage }),
          },
          {
            path: 'record/live',
            lazy: async () => ({ Component: (await import('../live/LivePage.tsx')).LivePage }),
          },
          {
            path: 'record/tape',
            lazy: async () => ({ Component: (await import('../freeze/FreezePage.tsx')).FreezePage }),
          },
          {
            path: 'record/film',
            lazy: async () => ({ Component: (await import('../film/FilmPage.tsx')).FilmPage }),
          },
          {
            path: 'checks',
            lazy: async () => ({ Component: (await import('../check/ChecksPage.tsx')).ChecksPage }),
          },
          {
            path: 'checks/:id',
            lazy: async () => ({ Component: (await import('../check/CheckPage.tsx')).CheckPage }),
          },
          {
            path: 'club',
            lazy: async () => ({ Component: (await import('../club/ClubPage.tsx')).ClubPage }),
          },
          { path: '*', element: <BrokenPage /> },
        ],
      },
    ],
  },
]);

export function App() {
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={client}>
        <NoticeProvider>
          <SignInGate>
            <ClubProvider>
              <RouterProvider router={router} />
            </ClubProvider>
          </SignInGate>
        </NoticeProvider>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

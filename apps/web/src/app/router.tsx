import { createBrowserRouter, Navigate } from 'react-router';
import { JobListPage } from '../features/jobs/JobListPage.tsx';
import { PageFault } from './PageFault.tsx';

/** Each stage of a job loads when it is opened; the job list stays light. */
export const router = createBrowserRouter([
  {
    errorElement: <PageFault />,
    children: [
      { path: '/', element: <JobListPage /> },
      {
        path: '/jobs/:jobId',
        lazy: async () => ({ Component: (await import('../features/job/JobFrame.tsx')).JobFrame }),
        hydrateFallbackElement: <p className="p-4 quiet">Opening …</p>,
        children: [
          { index: true, element: <Navigate to="listen" replace /> },
          {
            path: 'intake',
            lazy: async () => ({ Component: (await import('../features/intake/IntakePage.tsx')).IntakePage }),
          },
          {
            path: 'find/map',
            lazy: async () => ({ Component: (await import('../features/find/PinMapPage.tsx')).PinMapPage }),
          },
          {
            path: 'find/:connectorId?',
            lazy: async () => ({ Component: (await import('../features/find/FindPage.tsx')).FindPage }),
          },
          {
            path: 'listen/signals',
            lazy: async () => ({
              Component: (await import('../features/listen/signals/SignalsPage.tsx')).SignalsPage,
            }),
          },
          {
            path: 'listen/live/:pairId?',
            lazy: async () => ({
              Component: (await import('../features/listen/live/LivePage.tsx')).LivePage,
            }),
          },
          {
            path: 'listen/:pairId?',
            lazy: async () => ({ Component: (await import('../features/listen/ListenPage.tsx')).ListenPage }),
          },
          {
            path: 'plan',
            lazy: async () => ({ Component: (await import('../features/plan/PlanPage.tsx')).PlanPage }),
          },
        ],
      },
      { path: '*', element: <PageFault notFound /> },
    ],
  },
]);

import { Navigate, redirect, type RouteObject } from 'react-router';
import { JobListPage } from '../features/jobs/JobListPage.tsx';
import { PageFault } from './PageFault.tsx';

const LISTEN_VIEWS: RouteObject[] = [
  {
    path: 'signals',
    lazy: async () => ({
      Component: (await import('../features/listen/signals/SignalsPage.tsx')).SignalsPage,
    }),
  },
  {
    path: 'system',
    lazy: async () => ({ Component: (await import('../features/listen/system/SystemPage.tsx')).SystemPage }),
  },
  {
    path: 'overlay',
    lazy: async () => ({
      Component: (await import('../features/listen/overlay/OverlayPage.tsx')).OverlayPage,
    }),
  },
  {
    path: 'tests/:test?',
    lazy: async () => ({ Component: (await import('../features/listen/routines/TestsPage.tsx')).TestsPage }),
  },
  {
    path: ':pairId?',
    lazy: async () => ({ Component: (await import('../features/listen/ListenPage.tsx')).ListenPage }),
  },
];

/** Addresses that were views of their own once, and lead to what shows it now. */
const MOVED: RouteObject[] = ['path', 'setup'].map((path) => ({
  path,
  loader: ({ request }) => redirect(`../finished${new URL(request.url).search}`),
}));

const WIRE_VIEWS: RouteObject[] = [
  {
    index: true,
    lazy: async () => ({
      Component: (await import('../features/wire/ConductorsView.tsx')).ConductorsView,
    }),
  },
  {
    path: 'loom',
    lazy: async () => ({ Component: (await import('../features/wire/loom/LoomView.tsx')).LoomView }),
  },
  {
    path: 'places',
    lazy: async () => ({ Component: (await import('../features/wire/places/PlacesView.tsx')).PlacesView }),
  },
  {
    path: 'joints',
    lazy: async () => ({ Component: (await import('../features/wire/JointsView.tsx')).JointsView }),
  },
  {
    path: 'cables',
    lazy: async () => ({ Component: (await import('../features/wire/CablesView.tsx')).CablesView }),
  },
  {
    path: 'paper',
    lazy: async () => ({ Component: (await import('../features/wire/paper/PaperView.tsx')).PaperView }),
  },
];

const PLAN_VIEWS: RouteObject[] = [
  ...MOVED,
  {
    index: true,
    lazy: async () => ({ Component: (await import('../features/plan/ComparePage.tsx')).ComparePage }),
  },
  {
    path: 'finished',
    lazy: async () => ({ Component: (await import('../features/plan/FinishedPage.tsx')).FinishedPage }),
  },
  {
    path: 'desk',
    lazy: async () => ({ Component: (await import('../features/plan/DeskPage.tsx')).DeskPage }),
  },
  {
    path: 'owner',
    lazy: async () => ({ Component: (await import('../features/plan/OwnerPage.tsx')).OwnerPage }),
  },
];

/** Stages that stand on what was measured. */
const MEASURED_STAGES: RouteObject[] = [
  {
    path: 'listen/live/:pairId?',
    lazy: async () => ({
      Component: (await import('../features/listen/live/LivePage.tsx')).LivePage,
    }),
  },
  {
    path: 'listen/:pairId/sheet',
    lazy: async () => ({
      Component: (await import('../features/listen/sheet/SheetPage.tsx')).SheetPage,
    }),
  },
  {
    path: 'listen',
    lazy: async () => ({
      Component: (await import('../features/listen/ListenFrame.tsx')).ListenFrame,
    }),
    children: LISTEN_VIEWS,
  },
  {
    path: 'plan',
    lazy: async () => ({ Component: (await import('../features/plan/PlanFrame.tsx')).PlanFrame }),
    children: PLAN_VIEWS,
  },
  {
    path: 'wire',
    lazy: async () => ({ Component: (await import('../features/wire/WireFrame.tsx')).WireFrame }),
    children: WIRE_VIEWS,
  },
];

/** Each stage of a job loads when it is opened; the job list stays light. */
export const routes: RouteObject[] = [
  {
    errorElement: <PageFault />,
    children: [
      { path: '/', element: <JobListPage /> },
      {
        path: '/shop',
        lazy: async () => ({ Component: (await import('../features/shop/ShopPage.tsx')).ShopPage }),
        hydrateFallbackElement: <p className="p-4 quiet">Opening …</p>,
      },
      {
        path: '/shop/instruments/:instrumentId',
        lazy: async () => ({
          Component: (await import('../features/shop/InstrumentPage.tsx')).InstrumentPage,
        }),
        hydrateFallbackElement: <p className="p-4 quiet">Opening …</p>,
      },
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
            lazy: async () => ({ Component: (await import('../features/job/MeasuredJob.tsx')).MeasuredJob }),
            children: MEASURED_STAGES,
          },
        ],
      },
      { path: '*', element: <PageFault notFound /> },
    ],
  },
];

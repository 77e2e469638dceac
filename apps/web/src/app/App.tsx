import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { RouterProvider } from 'react-router/dom';
import { ApiProblem } from '../api/client.ts';
import { AwayBanner } from '../ui/AwayBanner.tsx';
import { Notices } from '../ui/Notices.tsx';
import { FrequencyRamp } from '../ui/FrequencyRamp.tsx';
import { router } from './router.ts';

// What a key changes is drawn in the frame that follows it, not in the one after.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      // What is not there will not come by asking again.
      retry: (count, error) => !(error instanceof ApiProblem && error.status < 500) && count < 2,
    },
  },
});

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <FrequencyRamp />
      <AwayBanner />
      <RouterProvider router={router} />
      <Notices />
    </QueryClientProvider>
  );
}

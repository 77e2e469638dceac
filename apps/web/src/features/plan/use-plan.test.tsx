// @vitest-environment jsdom
import { DEMO_CARS, demoLibrary, viewOfCar } from '@ulpen/core/carsim';
import {
  type JobView,
  NO_CHANGES,
  planBasisOf,
  type Plan,
  type PlanChanges,
  START_PREFERENCES,
} from '@ulpen/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import { MemoryRouter, useNavigate } from 'react-router';
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { withWorkerCode } from '../../../test/worker-thread.ts';
import { useChangesStore } from './changes-store.ts';
import { useShownPlan } from './use-plan.ts';

beforeAll(withWorkerCode);
beforeEach(() => useChangesStore.setState({ changes: {}, past: [] }));
afterEach(cleanup);

const car = viewOfCar(DEMO_CARS[0]);
const quieter: PlanChanges = { ...NO_CHANGES, setup: { loudestStep: 12 } };

/** The plan that an address shows, of a job that the page holds already. */
function shownAt(address: string, job: JobView = car) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(['measurements', job.id], {
    revision: 0,
    captures: job.units.flatMap((u) => u.pairs.flatMap((p) => p.captures)),
    recordings: job.recordings,
  });
  queries.setQueryData(['harness', job.id], { connectors: [], sheets: [], readings: [], simulation: null });
  queries.setQueryData(['devices'], demoLibrary());
  queries.setQueryData(['preferences'], { ...START_PREFERENCES, version: 1 });
  return renderHook(() => ({ plan: useShownPlan(job), go: useNavigate() }), {
    wrapper: ({ children }) => (
      <QueryClientProvider client={queries}>
        <MemoryRouter initialEntries={[address]}>{children}</MemoryRouter>
      </QueryClientProvider>
    ),
  });
}
type Shown = ReturnType<typeof shownAt>['result'];
const settled = (result: Shown) =>
  act(() => expect.poll(() => result.current.plan?.busy, { timeout: 20_000 }).toBe(false));

describe('the plan that is shown', () => {
  it('is the best way in, or the one that the address names if there is such a one', async () => {
    const { result } = shownAt('/plan');
    expect(result.current.plan).toBeNull();
    await settled(result);
    const best = result.current.plan!.proposal.strategy;
    await act(async () => void result.current.go('/plan?way=processor'));
    expect(result.current.plan!.proposal.strategy).toBe('processor');
    await act(async () => void result.current.go('/plan?way=by-magic'));
    expect(result.current.plan!.proposal.strategy).toBe(best);
  });

  it('is worked out anew with what a person changes, each way in by itself, and goes back', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    const first = result.current.plan!;
    act(() => first.change(quieter));
    expect(result.current.plan).toMatchObject({ changed: true, busy: true });
    await settled(result);
    expect(result.current.plan!.proposal.changes).toEqual(quieter);
    expect(result.current.plan!.proposal.reasons).toEqual(first.proposal.reasons);
    expect(result.current.plan!.proposal).not.toEqual(first.proposal);
    await act(async () => void result.current.go('/plan'));
    expect(result.current.plan!.changed).toBe(false);
    act(() => useChangesStore.getState().undo(car.id));
    await act(async () => void result.current.go('/plan?way=processor'));
    expect(result.current.plan).toMatchObject({ changed: false, proposal: first.proposal });
  });

  it('that was kept stays as it was kept, whatever is changed beside it', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    const { proposal } = result.current.plan!;
    const plan = {
      id: 'p1',
      jobId: car.id,
      name: 'Kept',
      proposal,
      basis: planBasisOf(car),
    } as unknown as Plan;
    const { result: later } = shownAt('/plan?kept=p1&way=processor', { ...car, plans: [plan] });
    act(() => later.current.plan!.change(quieter));
    await settled(later);
    expect(later.current.plan).toMatchObject({ kept: { id: 'p1' }, proposal, changed: false });
  });
});

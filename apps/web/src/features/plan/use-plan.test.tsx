// @vitest-environment jsdom
import { DEMO_CARS, demoLibrary, viewOfCar } from '@ulpen/core/carsim';
import {
  changedDraft,
  type Draft,
  draftAt,
  type DraftChange,
  type DraftHistory,
  type JobView,
  NO_CHANGES,
  NO_DRAFT,
  type Plan,
  type PlanChanges,
  START_PREFERENCES,
  steppedDraft,
} from '@ulpen/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import { MemoryRouter, useNavigate } from 'react-router';
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { json, pageServer, refuse } from '../../../test/page-server.ts';
import { withWorkerCode } from '../../../test/worker-thread.ts';
import { useJob } from '../../api/queries.ts';
import { useShownPlan } from './use-plan.ts';

const server = pageServer();
beforeAll(withWorkerCode);
afterEach(cleanup);

const car = viewOfCar(DEMO_CARS[0]);
const louder = (loudestStep: number): PlanChanges => ({ ...NO_CHANGES, setup: { loudestStep } });
const FINGERPRINT = 'a'.repeat(64);

/** What the server keeps: a job at a revision, and its drafts. */
let job: JobView;
let histories: Map<string, DraftHistory & { version: number }>;
beforeEach(() => {
  job = car;
  histories = new Map();
  server.answer = ({ method, path, body }, response) => {
    if (method === 'GET') {
      if (path.includes('/fingerprint'))
        return json(response, { fingerprint: FINGERPRINT, revision: job.revision }, job.revision);
      const captures = job.units.flatMap((u) => u.pairs.flatMap((p) => p.captures));
      if (path.includes('/measurements'))
        return json(response, { revision: 0, captures, recordings: job.recordings }, job.revision);
      if (path.includes('/harness'))
        return json(response, { connectors: [], sheets: [], readings: [], simulation: null }, job.revision);
      return path.includes('/outline') ? json(response, job, job.revision) : json(response, [], job.revision);
    }
    const sent = JSON.parse(body) as DraftChange;
    const known = histories.get(sent.strategy) ?? { ...NO_DRAFT, version: 0 };
    if (known.version !== sent.version) return refuse(response, 409, draftOf(sent.strategy));
    const by = /(undo|redo)$/.exec(path)?.[1] as 'undo' | 'redo' | undefined;
    const next = by
      ? steppedDraft(known, by)!
      : changedDraft(known, { changes: sent.changes, planId: sent.planId });
    return json(response, draftPut(sent.strategy, next, known.version + 1), job.revision);
  };
});
const draftOf = (strategy: string): Draft => {
  const { version, ...history } = histories.get(strategy)!;
  return { jobId: car.id, strategy, version, ...draftAt(history) };
};
function draftPut(strategy: string, history: DraftHistory, version: number): Draft {
  histories.set(strategy, { ...history, version });
  const drafts = [...histories.keys()].map(draftOf);
  job = { ...job, revision: job.revision + 1, drafts };
  return draftOf(strategy);
}

/** The plan that an address shows, of a job that the page holds already. */
function shownAt(address: string) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(['job', car.id], job);
  queries.setQueryData(['devices'], demoLibrary());
  queries.setQueryData(['preferences'], { ...START_PREFERENCES, version: 1 });
  const useBench = () => {
    const held = useJob(car.id).data as JobView;
    return { plan: useShownPlan(held), held, go: useNavigate() };
  };
  return renderHook(useBench, {
    wrapper: ({ children }) => (
      <QueryClientProvider client={queries}>
        <MemoryRouter initialEntries={[address]}>{children}</MemoryRouter>
      </QueryClientProvider>
    ),
  });
}
type Shown = ReturnType<typeof shownAt>['result'];
const settled = (result: Shown) =>
  act(() =>
    expect
      .poll(() => result.current.plan?.busy === false && result.current.held.revision === job.revision, {
        timeout: 20_000,
      })
      .toBe(true),
  );

describe('the plan that is shown', () => {
  it('is the best way in, or the one that the address names if there is such a one', async () => {
    const { result } = shownAt('/plan');
    expect(result.current.plan).toBeNull();
    await settled(result);
    const best = result.current.plan!.proposal.strategy;
    await act(async () => void result.current.go('/plan?way=processor'));
    expect(result.current.plan).toMatchObject({
      proposal: { strategy: 'processor' },
      fingerprint: FINGERPRINT,
    });
    await act(async () => void result.current.go('/plan?way=by-magic'));
    expect(result.current.plan!.proposal.strategy).toBe(best);
  });

  it('is worked out anew with what a person changes, each way in by itself, and goes back and forth', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    const first = result.current.plan!;
    await act(async () => void first.change(louder(12)));
    expect(result.current.plan).toMatchObject({ changed: true, busy: true });
    await settled(result);
    expect(result.current.plan!.proposal.changes).toEqual(louder(12));
    expect(result.current.plan!.proposal.reasons).toEqual(first.proposal.reasons);
    expect(result.current.plan!.proposal).not.toEqual(first.proposal);
    await act(async () => void result.current.go('/plan'));
    expect(result.current.plan).toMatchObject({ changed: false, draft: { undo: null, redo: null } });
    await act(async () => void result.current.go('/plan?way=processor'));
    await act(async () => void result.current.plan!.draft.undo!());
    await expect.poll(() => result.current.plan!.changed).toBe(false);
    await settled(result);
    expect(result.current.plan).toMatchObject({ proposal: first.proposal, draft: { undo: null } });
    await act(async () => void result.current.plan!.draft.redo!());
    await expect.poll(() => result.current.plan!.changes).toEqual(louder(12));
    // What the server keeps is there again after a reload.
    await settled(result);
    const { result: later } = shownAt('/plan?way=processor');
    await settled(later);
    expect(later.current.plan!.proposal).toEqual(result.current.plan!.proposal);
  });

  it('is planned and changed without what was removed since the draft was made', async () => {
    const gone = { pairId: 'gone', load: 'none' as const };
    draftPut(
      'processor',
      changedDraft(NO_DRAFT, { changes: { ...louder(12), loads: [gone] }, planId: null }),
      1,
    );
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    expect(result.current.plan!.proposal.changes).toEqual(louder(12));
    const { changes, change } = result.current.plan!;
    await act(async () => void change({ ...changes, setup: { loudestStep: 14 } }));
    await settled(result);
    expect(draftOf('processor').changes).toEqual(louder(14));
  });

  it('changed twice in a row asks for each change on top of the one before', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    await act(async () => void result.current.plan!.change(louder(12)));
    await act(async () => void result.current.plan!.change(louder(14)));
    await settled(result);
    await expect.poll(() => histories.get('processor')).toMatchObject({ version: 2, at: 2 });
    expect(result.current.plan).toMatchObject({ changes: louder(14), draft: { conflict: null } });
  });

  it('changed elsewhere meanwhile shows both, and takes the one that is chosen', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    draftPut('processor', changedDraft(NO_DRAFT, { changes: louder(20), planId: null }), 1);
    await act(async () => void result.current.plan!.change(louder(12)));
    await expect
      .poll(() => result.current.plan!.draft.conflict)
      .toMatchObject({
        mine: louder(12),
        theirs: { changes: louder(20), version: 1 },
      });
    await expect.poll(() => result.current.plan!.changes).toEqual(louder(20));
    await act(async () => void result.current.plan!.draft.change(louder(12)));
    await expect.poll(() => histories.get('processor')).toMatchObject({ version: 2, at: 2 });
    await settled(result);
    expect(result.current.plan).toMatchObject({ changes: louder(12), draft: { conflict: null } });
  });

  it('that was kept stays as it was kept, and is opened as a draft with its own changes', async () => {
    const { result } = shownAt('/plan?way=processor');
    await settled(result);
    const { proposal } = result.current.plan!;
    const kept = { ...proposal, changes: louder(9) };
    job = { ...job, plans: [{ id: 'p1', jobId: car.id, name: 'Kept', proposal: kept } as unknown as Plan] };
    const { result: later } = shownAt('/plan?kept=p1');
    await settled(later);
    await act(async () => void later.current.plan!.draft.change(kept.changes, 'p1'));
    await settled(later);
    expect(later.current.plan).toMatchObject({ kept: { id: 'p1' }, proposal: kept, changed: false });
    await act(async () => void later.current.go('/plan?way=processor'));
    await settled(later);
    expect(later.current.plan).toMatchObject({
      kept: null,
      changes: louder(9),
      draft: { draft: { planId: 'p1' } },
    });
  });

  it('waits for the word of the server when the job has gone on elsewhere, and goes after it', async () => {
    const { result } = shownAt('/plan');
    await settled(result);
    const [target, ...others] = car.targets;
    job = { ...job, revision: job.revision + 1, targets: [{ ...target, lowHz: 300, version: 2 }, ...others] };
    const { result: later } = shownAt('/plan');
    await settled(later);
    expect(later.current.plan!.proposal.feeds[0].need.lowHz).toBe(300);
  });
});

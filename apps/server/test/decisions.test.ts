import { type Decision, decisionFor, type Problem, type Proposal } from '@ulpen/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { acceptOne, measuredJob, openOf, proposalsOf, sign } from './planned-job.ts';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const assumed = ({ remarks }: Pick<Proposal, 'remarks'>) =>
  remarks.filter((r) => r.severity === 'assumption' && r.acceptable);
const field = ({ body }: { body: unknown }) => (body as Problem).errors?.[0].field;

describe('a decision', () => {
  it('is signed, withdrawn and restored, and never changed', async () => {
    const { job } = await measuredJob(app);
    const { status, body, about } = await acceptOne(app, job.id);
    expect([status, body[0].withdrawnAt]).toEqual([201, null]);
    expect((await app.view(job.id)).decisions).toEqual(body);
    // What it says, about what, and with which figures, comes from the plan as it is worked out here.
    const { subjects, figures, text, targetId, pairId } = about;
    expect(body[0]).toMatchObject({ subjects, figures, says: text, targetId, pairId, signedBy: 'Bay 2' });
    const turn = async (to: 'withdraw' | 'restore') =>
      (await app.call<Decision>('POST', `/api/v1/decisions/${body[0].id}/${to}`)).body.withdrawnAt;
    expect(await turn('withdraw')).not.toBeNull();
    expect(await turn('restore')).toBeNull();
  });

  it('answers only what the plan leaves open, in whatever words it is asked for', async () => {
    const { job, proposals } = await measuredJob(app);
    const [{ strategy, ...plan }] = proposals;
    const [open] = openOf(plan);
    const asked = (matter: object) => sign(app, job.id, strategy, [{ ...open, ...matter }]);
    for (const matter of [
      { rule: 'forbidden-circuit' },
      { subjects: [] },
      { subjects: open.subjects.map((s) => ({ ...s, what: 'something else' })) },
      // An assumption is not consented to.
      { kind: 'consent' },
    ]) {
      const refused = await asked(matter);
      expect([refused.status, field(refused)]).toEqual([400, 'decisions.0.rule']);
    }
    expect((await app.view(job.id)).decisions).toEqual([]);
    // One that does not hold refuses those beside it.
    const both = await sign(app, job.id, strategy, [open, { ...open, rule: 'r' }]);
    expect([both.status, field(both)]).toEqual([400, 'decisions.1.rule']);
    expect((await app.view(job.id)).decisions).toEqual([]);
    // Words and figures are not taken from who signs.
    const forged = await asked({ says: 'All is well.', figures: [] });
    expect(forged.status === 400 || forged.body[0].says !== 'All is well.').toBe(true);
    expect((await asked({})).status).toBe(201);
  });

  it('is about a plan that was seen as it is now: otherwise nothing is signed, and both are known', async () => {
    const { job, proposals, captures, fingerprint } = await measuredJob(app);
    const [{ strategy, ...plan }] = proposals;
    await app.call('POST', `/api/v1/captures/${captures[0].id}/withdraw`);
    const seen = { plan: { strategy, changes: plan.changes, fingerprint } };
    const stale = await sign<Problem>(app, job.id, strategy, openOf(plan), seen);
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ proposal: { strategy } });
    expect((await app.view(job.id)).decisions).toEqual([]);
  });

  it('names a signer, and parts of its own job', async () => {
    const { job, proposals } = await measuredJob(app);
    const other = await app.job();
    const [{ strategy, ...plan }] = proposals;
    const open = openOf(plan).filter((o) => o.subjects.some((s) => s.targetId !== null));
    const unsigned = await sign(app, job.id, strategy, open, { signedBy: ' ' });
    expect([unsigned.status, field(unsigned)]).toEqual([400, 'signedBy']);
    const foreign = await sign(app, other.id, strategy, open);
    expect([foreign.status, field(foreign)]).toEqual([400, 'decisions.0.subjects.0.targetId']);
  });
});

describe('what was accepted', () => {
  /** What the first way in of a car leaves open after everything was signed and then something happened. */
  async function openAfter(happens: (made: Awaited<ReturnType<typeof measuredJob>>) => Promise<unknown>) {
    const made = await measuredJob(app);
    const { job, proposals } = made;
    const [{ strategy, ...plan }] = proposals;
    expect((await sign(app, job.id, strategy, openOf(plan))).status).toBe(201);
    await happens(made);
    const { decisions } = await app.view(job.id);
    const now = (await proposalsOf(app, job.id)).proposals.find((p) => p.strategy === strategy)!;
    return assumed(now).filter((r) => !decisionFor(decisions, 'accepted', r));
  }

  it('stays accepted when only its words change: an output gets another name', async () => {
    const open = await openAfter(async ({ unit, job }) => {
      const [pair] = (await app.view(job.id)).units.find((u) => u.id === unit.id)!.pairs;
      const { captures: _captures, id, unitId: _unit, ...fields } = pair;
      const renamed = await app.call('PUT', `/api/v1/pairs/${id}`, { ...fields, suffix: 'upper' });
      expect(renamed.status).toBe(200);
    });
    expect(open).toEqual([]);
  });

  it('is open again when more hangs on it: a measurement is withdrawn', async () => {
    const open = await openAfter(({ captures }) =>
      app.call('POST', `/api/v1/captures/${captures[1].id}/withdraw`),
    );
    expect(open.map((r) => r.rule)).toContain('band-assumed');
  });
});

import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/index.ts';
import { viewOfCar } from '../carsim/view-of-car.ts';
import { pairName } from '../model/unit.ts';
import type { JobView } from '../model/views.ts';
import { behaviourOfJob } from './behaviour-of-job.ts';
import { besideOtherJob } from './same-car.ts';

describe('a job', () => {
  const views = new Map<number, JobView>();
  /** Measured when first asked for: it takes a second. */
  const viewOf = (n: number): JobView => {
    const view = views.get(n) ?? viewOfCar(DEMO_CARS[n]);
    views.set(n, view);
    return view;
  };
  const told = (job: JobView, name: string) => {
    const pair = job.units.flatMap((u) => u.pairs).find((p) => pairName(p) === name)!;
    return behaviourOfJob(job).pairs.find((p) => p.pairId === pair.id)!;
  };
  it('tells of its outputs what the simulated car does', () => {
    const { fromStep } = DEMO_CARS[0].bassWithdrawal!;
    const [carrier, camper, coupe] = [0, 1, 2].map(viewOf);
    const subwoofer = told(carrier, 'Subwoofer coil 1');
    expect(subwoofer.bass.begins!.by).toBeGreaterThan(fromStep);
    expect(subwoofer.engine.verdict).toBe('active');
    expect(told(carrier, 'Front left mid')).toMatchObject({
      level: { verdict: 'steady' },
      bass: { verdict: 'steady' },
    });
    expect(told(carrier, 'Front left mid').level.dbPerStep).toBeCloseTo(1.5, 1);
    expect(told(carrier, 'Front left woofer').clean).toMatchObject({ verdict: 'found', calibrated: true });
    expect(told(coupe, 'Front left').feed).toMatchObject({ verdict: 'follows' });
    expect(told(camper, 'Front left')).toMatchObject({
      load: { verdict: 'suspected' },
      clean: { rough: true, at: { volumeStep: 21 } },
      meter: { verdict: 'rough', high: null },
    });
  });
  it('a feed read with a meter is judged as one that was recorded', () => {
    const coupe = viewOf(2);
    const [feed, speaker] = coupe.units.flatMap((u) => [u.pairs[0]]);
    const read = (pairId: string, volumeStep: number, volts: number): JobView['checks'][number] => ({
      id: `${pairId}/${volumeStep}`,
      jobId: 'j1',
      pairId,
      body: { kind: 'level', hz: 1000, volts, volumeStep, signalDb: 0, supplyVolts: null, load: 'speaker' },
      note: '',
      takenAt: '2026-11-03T08:00:00.000Z',
      chapter: 'before',
      withdrawnAt: null,
    });
    const bare = coupe.units.map((u) => ({ ...u, pairs: u.pairs.map((p) => ({ ...p, captures: [] })) }));
    const checks = [10, 18, 26].flatMap((step) => [
      read(feed.id, step, 0.8),
      read(speaker.id, step, 10 ** ((1.5 * (step - 18)) / 20)),
    ]);
    const { pairs } = behaviourOfJob({ ...coupe, units: bare, checks });
    expect(pairs.find((p) => p.pairId === feed.id)!.feed!.verdict).toBe('fixed');
  });
  it('what was withdrawn tells nothing', () => {
    const gone = '2026-11-03T08:00:00.000Z';
    const carrier = viewOf(0);
    const job: JobView = {
      ...carrier,
      checks: carrier.checks.map((c) => ({ ...c, withdrawnAt: gone })),
      recordings: carrier.recordings.map((r) => ({ ...r, withdrawnAt: gone })),
      units: carrier.units.map((u) => ({
        ...u,
        pairs: u.pairs.map((p) => ({ ...p, captures: p.captures.map((c) => ({ ...c, withdrawnAt: gone })) })),
      })),
    };
    for (const p of behaviourOfJob(job).pairs)
      for (const finding of [p.level, p.bass, p.clean, p.engine, p.load, p.meter])
        expect(finding.verdict).toBe('unfinished');
  });
  it('beside itself is alike everywhere, beside another car it differs', () => {
    const [carrier, , coupe] = [0, 1, 2].map(viewOf);
    const measured = carrier.units.flatMap((u) => u.pairs).filter((p) => p.captures.length > 0);
    const alike = besideOtherJob(carrier, carrier).filter((b) => measured.some((p) => p.id === b.pairId));
    expect(alike).toHaveLength(measured.length);
    for (const same of alike) expect(same).toMatchObject({ verdict: 'alike', rmsDb: 0 });
    const beside = besideOtherJob(carrier, coupe);
    expect(beside.find((b) => b.verdict === 'missing')).toBeTruthy();
    expect(beside.find((b) => b.verdict === 'differs')!.says).toMatch(/here, .* there/);
  });
});

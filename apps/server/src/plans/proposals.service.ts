import { Injectable } from '@nestjs/common';
import type { Comparison, FinishedCar, PlanChanges, PlanFingerprint, Proposal } from '@ulpen/core';
import type { Knex } from 'knex';
import { ComputePool } from '../compute/compute-pool.ts';
import type { PlanQuestion } from '../compute/tasks.ts';
import { Database } from '../database/database.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { HarnessService } from '../harness/harness.service.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { ShopRepository } from '../shop/shop.repository.ts';
import { Fingerprints } from './fingerprints.ts';
import { JobStates } from './job-states.ts';

/** Comparisons that are held in memory; the largest is some 500 kB. */
const MOST_KEPT = 32;

export const cannotBeUsed = (field: string) =>
  ProblemError.invalid([{ field, message: 'cannot be used on this car; the list of proposals says why' }]);

/** Plans worked out from what is known now; nothing of it is stored. */
@Injectable()
export class ProposalsService {
  /** By what they were worked out from: until that changes, looking at a plan again costs nothing. */
  private readonly latest = new Map<string, string>();
  /** The fingerprint at each state of job and shop that was asked for. */
  private readonly known = new Map<string, string>();

  constructor(
    private readonly db: Database,
    private readonly jobs: JobsService,
    private readonly devices: DevicesRepository,
    private readonly shop: ShopRepository,
    private readonly harness: HarnessService,
    private readonly fingerprints: Fingerprints,
    private readonly pool: ComputePool,
    private readonly states: JobStates,
  ) {}

  /** @returns a `Comparison` with its fingerprint, as JSON text */
  async compare(jobId: string, signal: AbortSignal): Promise<string> {
    const key = await this.keyNow(jobId);
    const known = this.latest.get(key);
    if (known) return known;
    const comparison = await this.pool.run('compare', () => this.question(jobId), { signal, shared: key });
    // The job may have moved on while it was asked; then nobody asks by this key again, and it is forgotten in its turn.
    remember(this.latest, key, comparison);
    return comparison;
  }

  /** The way in that comes first now. */
  async first(jobId: string, signal: AbortSignal): Promise<string> {
    const { proposals } = JSON.parse(await this.compare(jobId, signal)) as Comparison;
    if (proposals.length > 0) return proposals[0].strategy;
    throw ProblemError.conflict(
      'Nothing to build yet',
      'No way in can be used on this car yet; the list of proposals says why.',
    );
  }

  async rework(
    jobId: string,
    strategy: string,
    changes: PlanChanges,
    signal: AbortSignal,
  ): Promise<Proposal> {
    const shared = `${await this.keyNow(jobId)} ${strategy} ${JSON.stringify(changes)}`;
    const given = async () => ({ question: await this.question(jobId), strategy, changes });
    const proposal = await this.pool.run('rework', given, { signal, shared });
    if (proposal) return proposal;
    throw cannotBeUsed('strategy');
  }

  /** One way in, and exactly what it was worked out from; null where it cannot be used. */
  async worked(
    jobId: string,
    { strategy, changes }: { strategy: string; changes: PlanChanges },
    signal: AbortSignal,
  ): Promise<{ fingerprint: string; proposal: Proposal | null }> {
    const question = await this.question(jobId);
    const proposal = await this.pool.run('rework', { question, strategy, changes }, { signal });
    return { fingerprint: question.fingerprint, proposal };
  }

  /** What drives what once a way in is built, or a plan as it was kept. */
  async finishedCar(
    jobId: string,
    way: { strategy: string } | { kept: Proposal },
    signal: AbortSignal,
  ): Promise<FinishedCar> {
    const given = async () => ({ question: await this.question(jobId), way });
    const car = await this.pool.run('finishedCar', given, { signal });
    if (car) return car;
    throw cannotBeUsed('way');
  }

  fingerprint(jobId: string): Promise<PlanFingerprint> {
    return this.db.read((db) => this.fingerprints.of(db, jobId));
  }

  private async keyNow(jobId: string): Promise<string> {
    const state = await this.states.of(jobId);
    const known = this.known.get(state);
    if (known) return known;
    const { fingerprint } = await this.fingerprint(jobId);
    const key = `${jobId} ${fingerprint}`;
    remember(this.known, state, key);
    return key;
  }

  private question(jobId: string): Promise<PlanQuestion> {
    return this.db.snapshot(async (db: Knex) => ({
      fingerprint: (await this.fingerprints.of(db, jobId)).fingerprint,
      job: await this.jobs.view(db, jobId),
      devices: await this.devices.all(db),
      preferences: await this.shop.preferences(db),
      harness: await this.harness.seen(db, jobId),
    }));
  }
}

function remember(map: Map<string, string>, key: string, value: string): void {
  map.set(key, value);
  for (const oldest of map.keys()) {
    if (map.size <= MOST_KEPT) break;
    map.delete(oldest);
  }
}

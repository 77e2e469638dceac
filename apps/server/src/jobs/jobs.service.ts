import { Injectable } from '@nestjs/common';
import {
  type Creating,
  type Job,
  type JobMeasurements,
  type JobOutline,
  type JobView,
  jobViewOf,
  type NewJobFields,
  TARGETS_OF_SHAPE,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ChecksRepository } from '../checks/checks.repository.ts';
import { DecisionsRepository } from '../decisions/decisions.repository.ts';
import { DraftsRepository } from '../drafts/drafts.repository.ts';
import { IntakesRepository } from '../intakes/intakes.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { PlansRepository } from '../plans/plans.repository.ts';
import { RecordingsRepository } from '../recordings/recordings.repository.ts';
import { TargetsRepository } from '../targets/targets.repository.ts';
import { UnitsRepository } from '../units/units.repository.ts';
import { BriefsRepository } from '../briefs/briefs.repository.ts';
import { WiringsRepository } from '../wirings/wirings.repository.ts';
import { SpeakersRepository } from '../speakers/speakers.repository.ts';
import { JobsRepository } from './jobs.repository.ts';

@Injectable()
export class JobsService {
  constructor(
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly pairs: PairsRepository,
    private readonly captures: CapturesRepository,
    private readonly targets: TargetsRepository,
    private readonly plans: PlansRepository,
    private readonly drafts: DraftsRepository,
    private readonly intakes: IntakesRepository,
    private readonly recordings: RecordingsRepository,
    private readonly checks: ChecksRepository,
    private readonly briefs: BriefsRepository,
    private readonly wirings: WiringsRepository,
    private readonly decisions: DecisionsRepository,
    private readonly speakers: SpeakersRepository,
  ) {}

  /** A new job, with the channels that its wish usually comes to. */
  async start(trx: Knex, { shape, ...fields }: Creating<NewJobFields>): Promise<Job> {
    const job = await this.jobs.add(trx, fields);
    if (shape === null) return job;
    const brief = await this.briefs.ofJob(trx, job.id);
    await this.briefs.change(trx, job.id, brief.version, { ...brief, shape });
    for (const target of TARGETS_OF_SHAPE[shape]) await this.targets.add(trx, job.id, target);
    return job;
  }

  /** A job without the figures of what was measured; a fixed number of queries, one after the other on one connection. */
  async outline(db: Knex, id: string): Promise<JobOutline> {
    const job = await this.jobs.get(db, id);
    const units = await this.units.ofJob(db, id);
    const captures = await this.captures.outlines(db, id);
    const pairs = (await this.pairs.ofJob(db, id)).map((p) => ({ ...p, captures: captures.get(p.id) ?? [] }));
    return {
      ...job,
      units: units.map((unit) => ({ ...unit, pairs: pairs.filter((p) => p.unitId === unit.id) })),
      recordings: await this.recordings.outlines(db, id),
      speakers: await this.speakers.ofJob(db, id),
      targets: await this.targets.ofJob(db, id),
      plans: await this.plans.ofJob(db, id),
      drafts: await this.drafts.ofJob(db, id),
      intake: await this.intakes.ofJob(db, id),
      brief: await this.briefs.ofJob(db, id),
      wiring: await this.wirings.ofJob(db, id),
      decisions: await this.decisions.ofJob(db, id),
      find: await this.jobs.findState(db, id),
      checks: await this.checks.ofJob(db, id),
    };
  }

  async measurements(db: Knex, id: string): Promise<JobMeasurements> {
    const { revision } = await this.jobs.get(db, id);
    const captures = await this.captures.ofJob(db, id);
    return { revision, captures, recordings: await this.recordings.ofJob(db, id) };
  }

  /** A job with everything that its screens show. */
  async view(db: Knex, id: string): Promise<JobView> {
    return jobViewOf(await this.outline(db, id), await this.measurements(db, id));
  }
}

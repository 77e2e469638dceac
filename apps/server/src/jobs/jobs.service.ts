import { Injectable } from '@nestjs/common';
import type { JobView } from '@ulpen/core';
import type { Knex } from 'knex';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ChecksRepository } from '../checks/checks.repository.ts';
import { DecisionsRepository } from '../decisions/decisions.repository.ts';
import { IntakesRepository } from '../intakes/intakes.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { PlansRepository } from '../plans/plans.repository.ts';
import { RecordingsRepository } from '../recordings/recordings.repository.ts';
import { TargetsRepository } from '../targets/targets.repository.ts';
import { UnitsRepository } from '../units/units.repository.ts';
import { BriefsRepository } from '../briefs/briefs.repository.ts';
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
    private readonly intakes: IntakesRepository,
    private readonly recordings: RecordingsRepository,
    private readonly checks: ChecksRepository,
    private readonly briefs: BriefsRepository,
    private readonly decisions: DecisionsRepository,
    private readonly speakers: SpeakersRepository,
  ) {}

  /** A job with everything that its screens show; a fixed number of queries, one after the other on one connection. */
  async view(db: Knex, id: string): Promise<JobView> {
    const job = await this.jobs.get(db, id);
    const units = await this.units.ofJob(db, id);
    const pairs = grouped(await this.pairs.ofJob(db, id), (p) => p.unitId);
    const captures = grouped(await this.captures.ofJob(db, id), (c) => c.pairId);
    return {
      ...job,
      units: units.map((unit) => ({
        ...unit,
        pairs: (pairs.get(unit.id) ?? []).map((pair) => ({ ...pair, captures: captures.get(pair.id) ?? [] })),
      })),
      speakers: await this.speakers.ofJob(db, id),
      targets: await this.targets.ofJob(db, id),
      plans: await this.plans.ofJob(db, id),
      intake: await this.intakes.ofJob(db, id),
      brief: await this.briefs.ofJob(db, id),
      decisions: await this.decisions.ofJob(db, id),
      find: await this.jobs.findState(db, id),
      recordings: await this.recordings.ofJob(db, id),
      checks: await this.checks.ofJob(db, id),
    };
  }
}

function grouped<T>(items: readonly T[], by: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const group = groups.get(by(item));
    if (group) group.push(item);
    else groups.set(by(item), [item]);
  }
  return groups;
}

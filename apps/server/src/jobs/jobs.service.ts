import { Injectable } from '@nestjs/common';
import type { JobView } from '@ulpen/core';
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
  ) {}

  /** A job with everything that its screens show. */
  async view(id: string): Promise<JobView> {
    const job = await this.jobs.get(id);
    const [units, targets, plans, intake, find, recordings, checks, brief, decisions] = await Promise.all([
      this.units.ofJob(id),
      this.targets.ofJob(id),
      this.plans.ofJob(id),
      this.intakes.ofJob(id),
      this.jobs.findState(id),
      this.recordings.ofJob(id),
      this.checks.ofJob(id),
      this.briefs.ofJob(id),
      this.decisions.ofJob(id),
    ]);
    const pairs = await this.pairs.ofUnits(units.map((u) => u.id));
    const captures = await this.captures.ofPairs(pairs.map((p) => p.id));
    return {
      ...job,
      units: units.map((unit) => ({
        ...unit,
        pairs: pairs
          .filter((p) => p.unitId === unit.id)
          .map((pair) => ({ ...pair, captures: captures.filter((c) => c.pairId === pair.id) })),
      })),
      targets,
      plans,
      intake,
      brief,
      decisions,
      find,
      recordings,
      checks,
    };
  }
}

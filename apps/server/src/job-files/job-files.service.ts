import { Inject, Injectable } from '@nestjs/common';
import {
  type Job,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  type JobFile,
  type ResponseAnalysis,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ChecksRepository } from '../checks/checks.repository.ts';
import { ComputePool } from '../compute/compute-pool.ts';
import { KNEX } from '../database/knex.ts';
import { DecisionsRepository } from '../decisions/decisions.repository.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { HarnessService } from '../harness/harness.service.ts';
import { IntakesRepository } from '../intakes/intakes.repository.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { PlansRepository } from '../plans/plans.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { RecordingsRepository } from '../recordings/recordings.repository.ts';
import { SimulationsRepository } from '../simulations/simulations.repository.ts';
import { TargetsRepository } from '../targets/targets.repository.ts';
import { UnitsRepository } from '../units/units.repository.ts';
import { BriefsRepository } from '../briefs/briefs.repository.ts';
import { HarnessFiles } from './harness-files.ts';
import { KeyBook } from './key-book.ts';

@Injectable()
export class JobFilesService {
  constructor(
    @Inject(KNEX) private readonly knex: Knex,
    private readonly view: JobsService,
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly pairs: PairsRepository,
    private readonly captures: CapturesRepository,
    private readonly targets: TargetsRepository,
    private readonly plans: PlansRepository,
    private readonly pool: ComputePool,
    private readonly harness: HarnessService,
    private readonly harnessFiles: HarnessFiles,
    private readonly intakes: IntakesRepository,
    private readonly simulations: SimulationsRepository,
    private readonly recordings: RecordingsRepository,
    private readonly checks: ChecksRepository,
    private readonly briefs: BriefsRepository,
    private readonly decisions: DecisionsRepository,
    private readonly devices: DevicesRepository,
  ) {}

  /** One job as a file. The same job always gives the same file. */
  async write(jobId: string): Promise<JobFile> {
    const {
      id: _,
      version: __,
      updatedAt: ___,
      units,
      targets,
      plans,
      intake,
      find: ____,
      recordings,
      checks,
      brief,
      decisions,
      ...job
    } = await this.view.view(jobId);
    const harness = await this.harness.record(jobId);
    const simulation = await this.simulations.ofJob(jobId);
    const keys = new KeyBook();
    for (const { id } of recordings) keys.keyFor('r', id);
    const fileUnits: JobFile['units'] = [];
    for (const { id, jobId: _job, pairs, ...unit } of units) {
      const filePairs: JobFile['units'][number]['pairs'] = [];
      const key = keys.keyFor('u', id);
      for (const { id: pairId, unitId: _unit, captures, ...pair } of pairs) {
        const pairKey = keys.keyFor('p', pairId);
        const fileCaptures: JobFile['units'][number]['pairs'][number]['captures'] = [];
        for (const {
          id: captureId,
          pairId: _pair,
          points: _points,
          analysis: _analysis,
          ...capture
        } of captures) {
          const response = await this.captures.response(captureId);
          const { recordingId } = capture;
          fileCaptures.push({
            ...capture,
            recordingId: recordingId && keys.keyOfId(recordingId),
            key: keys.keyFor('c', captureId),
            response: mutable(response),
          });
        }
        filePairs.push({ ...pair, key: pairKey, captures: fileCaptures });
      }
      const connectors = await this.harnessFiles.connectors(harness, id, keys);
      fileUnits.push({ ...unit, key, connectors, pairs: filePairs });
    }
    const library = new Map((await this.devices.all()).map((d) => [d.id, d.name]));
    const fileTargets = targets.map(({ id, jobId: _job, amplifierId, ...target }) => ({
      ...target,
      amplifier: amplifierId === null ? null : (library.get(amplifierId) ?? null),
      key: keys.keyFor('t', id),
    }));
    const filePlans = plans.map(({ id: _id, jobId: _job, ...plan }) => keys.rename(plan, 'toKeys'));
    const fileRecordings = recordings.map(({ id, jobId: _job, ...recording }) => ({
      ...recording,
      key: keys.keyOfId(id),
      firstPairId: keys.keyOfId(recording.firstPairId),
      secondPairId: recording.secondPairId && keys.keyOfId(recording.secondPairId),
    }));
    return {
      format: JOB_FILE_FORMAT,
      version: JOB_FILE_VERSION,
      job,
      intake,
      units: fileUnits,
      ...this.harnessFiles.contents(harness, keys),
      recordings: fileRecordings,
      checks: checks.map(({ id: _id, jobId: _job, ...check }) => ({
        ...check,
        pairId: check.pairId && keys.keyOfId(check.pairId),
      })),
      simulation,
      brief,
      decisions: decisions.map(({ id: _id, jobId: _job, ...decision }) => ({
        ...decision,
        targetId: decision.targetId && keys.keyOfId(decision.targetId),
        pairId: decision.pairId && keys.keyOfId(decision.pairId),
      })),
      targets: fileTargets,
      plans: filePlans,
    };
  }

  /** Takes a file in as a new job: all of it or nothing. */
  async read(file: JobFile): Promise<Job> {
    // Judged before the transaction, so that no lock waits for arithmetic.
    const analyses = new Map<string, ResponseAnalysis>();
    const captures = file.units.flatMap((u) => u.pairs.flatMap((p) => p.captures));
    await Promise.all(
      captures.map(async (c) =>
        analyses.set(
          c.key,
          await this.pool.analyse(c.response, {
            levelKind: c.levelKind,
            noiseTiltDb: c.noiseTiltDb,
            noiseFloorDb: c.silenceDb,
          }),
        ),
      ),
    );
    return this.knex.transaction(async (trx) => {
      const keys = new KeyBook();
      const job = await this.jobs.add(file.job, trx);
      await this.intakes.put(job.id, file.intake, trx);
      if (file.simulation) await this.simulations.add(job.id, file.simulation, trx);
      for (const { key: unitKey, pairs, connectors, ...unit } of file.units) {
        const { id: unitId } = await this.units.add(job.id, unit, trx);
        keys.put(unitKey, unitId);
        await this.harnessFiles.readConnectors(unitId, connectors, keys, trx);
        for (const { key: pairKey, captures: _captures, ...pair } of pairs)
          keys.put(pairKey, (await this.pairs.add(unitId, pair, trx)).id);
      }
      // Recordings name outputs of any unit, and captures name recordings.
      for (const { key, firstPairId, secondPairId, ...recording } of file.recordings) {
        const named = {
          ...recording,
          firstPairId: inFile(keys, firstPairId, 'recordings'),
          secondPairId: secondPairId && inFile(keys, secondPairId, 'recordings'),
        };
        keys.put(key, (await this.recordings.add(job.id, named, trx)).id);
      }
      for (const { key: pairKey, captures: fileCaptures } of file.units.flatMap((u) => u.pairs)) {
        for (const { key, recordingId, ...capture } of fileCaptures) {
          const known = {
            ...capture,
            pairId: keys.idOfKey(pairKey)!,
            recordingId: recordingId && inFile(keys, recordingId, 'captures'),
            analysis: analyses.get(key)!,
          };
          keys.put(key, (await this.captures.add(known, trx)).id);
        }
      }
      const checks = file.checks.map((c) => ({ ...c, pairId: c.pairId && inFile(keys, c.pairId, 'checks') }));
      await this.checks.addAll(job.id, checks, trx);
      await this.harnessFiles.readContents(job.id, file, keys, trx);
      for (const { key, amplifier, ...target } of file.targets) {
        // An amplifier that this shop's library does not have is left open.
        const amplifierId = await this.devices.idOf(amplifier, trx);
        keys.put(key, (await this.targets.add(job.id, { ...target, amplifierId }, trx)).id);
      }
      await this.briefs.put(job.id, file.brief, trx);
      const decisions = file.decisions.map((d) => ({
        ...d,
        targetId: d.targetId && inFile(keys, d.targetId, 'decisions'),
        pairId: d.pairId && inFile(keys, d.pairId, 'decisions'),
      }));
      await this.decisions.addAll(job.id, decisions, trx);
      for (const plan of file.plans) {
        const unknown = keys.unknownIn(plan);
        if (unknown)
          throw ProblemError.invalid([
            { field: 'plans', message: `"${plan.name}" names ${unknown}, which the file does not hold` },
          ]);
        await this.plans.add(job.id, keys.rename(plan, 'toIds'), trx);
      }
      return job;
    });
  }
}

/** The id of what a key of the file stands for. */
function inFile(keys: KeyBook, key: string, field: string): string {
  const id = keys.idOfKey(key);
  if (id) return id;
  throw ProblemError.invalid([{ field, message: `name ${key}, which the file does not hold` }]);
}

function mutable(r: {
  frequencyHz: readonly number[];
  levelDb: readonly number[];
  phaseDeg?: readonly number[];
}) {
  return {
    frequencyHz: [...r.frequencyHz],
    levelDb: [...r.levelDb],
    ...(r.phaseDeg && { phaseDeg: [...r.phaseDeg] }),
  };
}

import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { type Job, jobFileSchema, KeyBook, mapRefs, pairFieldsSchema, wiringFromFile } from '@ulpen/core';
import type { Knex } from 'knex';
import { BriefsRepository } from '../briefs/briefs.repository.ts';
import { WiringsRepository } from '../wirings/wirings.repository.ts';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ChecksRepository } from '../checks/checks.repository.ts';
import type { ReadFile } from '../compute/tasks.ts';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import { DecisionsRepository } from '../decisions/decisions.repository.ts';
import { DevicesRepository } from '../devices/devices.repository.ts';
import { DraftsRepository } from '../drafts/drafts.repository.ts';
import { IntakesRepository } from '../intakes/intakes.repository.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { PhotosRepository } from '../photos/photos.repository.ts';
import { PlansRepository } from '../plans/plans.repository.ts';
import { ReadingsRepository } from '../readings/readings.repository.ts';
import { RecordingsRepository } from '../recordings/recordings.repository.ts';
import { SheetsRepository } from '../sheets/sheets.repository.ts';
import { SimulationsRepository } from '../simulations/simulations.repository.ts';
import { SpeakersRepository } from '../speakers/speakers.repository.ts';
import { TargetsRepository } from '../targets/targets.repository.ts';
import { UnitsRepository } from '../units/units.repository.ts';

const { readings: READINGS, sheets: SHEETS, recordings: RECORDINGS, checks: CHECKS } = jobFileSchema.shape;
const { decisions: DECISIONS, speakers: SPEAKERS, plans: PLANS, drafts: DRAFTS } = jobFileSchema.shape;
const { photos: PHOTOS } = jobFileSchema.shape;

@Injectable()
export class JobFileReader {
  constructor(
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly connectors: ConnectorsRepository,
    private readonly pairs: PairsRepository,
    private readonly speakers: SpeakersRepository,
    private readonly captures: CapturesRepository,
    private readonly intakes: IntakesRepository,
    private readonly readings: ReadingsRepository,
    private readonly sheets: SheetsRepository,
    private readonly recordings: RecordingsRepository,
    private readonly checks: ChecksRepository,
    private readonly simulations: SimulationsRepository,
    private readonly briefs: BriefsRepository,
    private readonly wirings: WiringsRepository,
    private readonly decisions: DecisionsRepository,
    private readonly targets: TargetsRepository,
    private readonly devices: DevicesRepository,
    private readonly plans: PlansRepository,
    private readonly drafts: DraftsRepository,
    private readonly photos: PhotosRepository,
  ) {}

  /**
   * Takes a file in as a new job. It has been read already: every key in it stands for something in it.
   *
   * @param db a transaction, so that all of it is kept or nothing
   */
  async read(db: Knex, file: ReadFile): Promise<Job> {
    const keys = new KeyBook();
    const id = (key: string) => keys.idOf(key)!;
    const job = await this.jobs.add(db, file.job);
    await this.intakes.put(db, job.id, file.intake);
    if (file.simulation) await this.simulations.add(db, job.id, file.simulation);
    await this.readUnits(db, job.id, file, keys);
    // Recordings name outputs of any unit, and captures name recordings. Newest first in a file, so backwards.
    for (const { key, ...recording } of mapRefs(RECORDINGS, file.recordings, (name, _, path) =>
      path.at(-1) === 'key' ? name : id(name),
    ).reverse())
      keys.put(key, (await this.recordings.add(db, job.id, { ...recording, fromFile: true })).id);
    await this.readCaptures(db, job.id, file, keys);
    await this.checks.addAll(db, job.id, mapRefs(CHECKS, file.checks, id));
    await this.readings.add(db, job.id, mapRefs(READINGS, file.readings, id));
    for (const sheet of mapRefs(SHEETS, file.sheets, id)) await this.sheets.add(db, job.id, sheet);
    // An amplifier that this shop's library does not have is left open.
    const names = file.targets.flatMap((t) => t.amplifier ?? []);
    const amplifiers = await this.devices.amplifiersNamed(db, names);
    for (const { key, amplifier, ...target } of file.targets) {
      const amplifierId = amplifiers.get(amplifier ?? '') ?? null;
      keys.put(key, (await this.targets.add(db, job.id, { ...target, amplifierId })).id);
    }
    await this.briefs.put(db, job.id, file.brief);
    await this.wirings.put(
      db,
      job.id,
      wiringFromFile(file.wiring, (key) => keys.idOf(key) ?? null),
    );
    await this.decisions.addAll(db, job.id, mapRefs(DECISIONS, file.decisions, id));
    await this.readPlans(db, job.id, file, id);
    for (const photo of file.photos) {
      const on = mapRefs(PHOTOS.element.shape.on, photo.on, id);
      const { key, ...own } = photo;
      keys.put(key, (await this.photos.add(db, job.id, { ...own, on })).id);
    }
    return this.jobs.get(db, job.id);
  }

  /** What a file says of a plan was worked out elsewhere: nothing here vouches for it until it is worked out again. */
  private async readPlans(
    db: Knex,
    jobId: string,
    file: ReadFile,
    id: (key: string) => string,
  ): Promise<void> {
    const seriesIds = new Map<number, string>();
    for (const { series, ...plan } of mapRefs(PLANS, file.plans, id).reverse()) {
      const seriesId = seriesIds.get(series) ?? randomUUID();
      seriesIds.set(series, seriesId);
      // A car that a file brings is not believed either: it is built anew from the plan.
      const proposal = { ...plan.proposal, car: null };
      await this.plans.add(db, jobId, { ...plan, proposal, seriesId, fingerprint: null });
    }
    for (const draft of mapRefs(DRAFTS, file.drafts, id)) await this.drafts.add(db, jobId, draft);
  }

  private async readUnits(db: Knex, jobId: string, file: ReadFile, keys: KeyBook): Promise<void> {
    for (const { key: unitKey, pairs: _pairs, connectors, ...unit } of file.units) {
      const { id: unitId } = await this.units.add(db, jobId, unit);
      keys.put(unitKey, unitId);
      for (const { key, version, retiredAt, retiredCavities, ...fields } of connectors) {
        const more = { version, retiredAt, retiredCavities };
        const connector = await this.connectors.add(db, unitId, fields, more);
        keys.put(key, connector.id);
        for (const cavity of [...connector.cavities, ...connector.retired])
          keys.put(`${key}:${cavity.number}`, cavity.id);
      }
    }
    // Outputs name cavities of any unit's plugs.
    for (const { key: unitKey, pairs } of file.units)
      for (const { key, captures: _captures, ...pair } of pairs) {
        const named = mapRefs(pairFieldsSchema, pair, (name) => keys.idOf(name)!);
        keys.put(key, (await this.pairs.write(db, keys.idOf(unitKey)!, named)).id);
      }
    for (const speaker of mapRefs(SPEAKERS, file.speakers, (name) => keys.idOf(name)!))
      await this.speakers.write(db, jobId, speaker);
  }

  private async readCaptures(db: Knex, jobId: string, file: ReadFile, keys: KeyBook): Promise<void> {
    for (const { key: pairKey, captures } of file.units.flatMap((u) => u.pairs))
      for (const { key, recordingId, ...capture } of [...captures].reverse()) {
        const named = {
          ...capture,
          pairId: keys.idOf(pairKey)!,
          recordingId: recordingId && keys.idOf(recordingId)!,
        };
        keys.put(key, (await this.captures.add(db, jobId, named)).id);
      }
  }
}

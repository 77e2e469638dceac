import { Injectable } from '@nestjs/common';
import {
  arrayName,
  attachmentName,
  checkFieldsSchema,
  claimFieldsSchema,
  decisionFieldsSchema,
  draftFieldsSchema,
  isChanged,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  KeyBook,
  mapRefs,
  pairFieldsSchema,
  photoOnSchema,
  planFieldsSchema,
  readingFieldsSchema,
  recordingFieldsSchema,
  speakerFieldsSchema,
  wiringToFile,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { BriefsRepository } from '../briefs/briefs.repository.ts';
import { WiringsRepository } from '../wirings/wirings.repository.ts';
import { CapturesRepository } from '../captures/captures.repository.ts';
import { ChecksRepository } from '../checks/checks.repository.ts';
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

/** A job as it goes into a zip: the JSON, and what it names beside it. */
export interface WrittenJob {
  json: { job: { car: string } } & Record<string, unknown>;
  entries: Record<string, Uint8Array>;
}

@Injectable()
export class JobFileWriter {
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
   * One job with its whole record, what was removed among it. The same job always gives the same file. A fixed number
   * of queries; the caller gives a snapshot, so that all of them see one state.
   */
  async write(db: Knex, jobId: string): Promise<WrittenJob> {
    const { id: _, version: __, revision: ___, updatedAt: ____, ...job } = await this.jobs.get(db, jobId);
    const keys = new KeyBook();
    const key = (id: string) => keys.keyOf(id);
    const entries: Record<string, Uint8Array> = {};
    const recordings = await this.recordings.record(db, jobId);
    for (const { id } of recordings) keys.add('recording', id);
    const units = await this.writeUnits(db, jobId, keys, entries);
    const library = new Map((await this.devices.all(db)).map((d) => [d.id, d.name]));
    const targets = (await this.targets.record(db, jobId)).map(
      ({ id, jobId: _job, amplifierId, ...target }) => ({
        ...target,
        amplifier: amplifierId === null ? null : (library.get(amplifierId) ?? null),
        key: keys.add('target', id),
      }),
    );
    const photos = (await this.photos.record(db, jobId)).map(
      ({ id, bytes: _bytes, content, on, ...photo }) => {
        const photoKey = keys.add('photo', id);
        const attachment = attachmentName(photoKey, photo.mediaType);
        entries[attachment] = content;
        return { ...photo, key: photoKey, on: mapRefs(photoOnSchema, on, key), content: { attachment } };
      },
    );
    const json = {
      format: JOB_FILE_FORMAT,
      version: JOB_FILE_VERSION,
      job,
      intake: await this.intakes.ofJob(db, jobId),
      units,
      speakers: (await this.speakers.record(db, jobId)).map(({ id: _id, jobId: _job, ...speaker }) =>
        mapRefs(speakerFieldsSchema, speaker, key),
      ),
      readings: (await this.readings.record(db, jobId)).map(({ id: _id, ...reading }) =>
        mapRefs(readingFieldsSchema, reading, key),
      ),
      sheets: (await this.sheets.record(db, jobId)).map(({ id: _id, jobId: _job, claims, ...sheet }) => ({
        ...sheet,
        claims: claims.map((claim) => mapRefs(claimFieldsSchema, claim, key)),
      })),
      recordings: recordings.map(({ id, jobId: _job, fromFile: _from, ...recording }) => ({
        ...mapRefs(recordingFieldsSchema, recording, key),
        key: key(id),
      })),
      checks: (await this.checks.ofJob(db, jobId, { all: true })).map(({ id: _id, jobId: _job, ...check }) =>
        mapRefs(checkFieldsSchema, check, key),
      ),
      simulation: await this.simulations.ofJob(db, jobId),
      brief: await this.briefs.ofJob(db, jobId),
      wiring: wiringToFile(await this.wirings.ofJob(db, jobId), (id) => keys.known(id)),
      decisions: (await this.decisions.ofJob(db, jobId, { all: true })).map(
        ({ id: _id, jobId: _job, ...decision }) => mapRefs(decisionFieldsSchema, decision, key),
      ),
      targets,
      plans: await this.writePlans(db, jobId, key),
      drafts: (await this.drafts.ofJob(db, jobId))
        .filter((d) => isChanged(d.changes))
        .map(({ strategy, changes }) => mapRefs(draftFieldsSchema, { strategy, changes }, key)),
      photos,
    };
    return { json, entries };
  }

  private async writePlans(db: Knex, jobId: string, key: (id: string) => string): Promise<object[]> {
    const plans = await this.plans.record(db, jobId);
    const series = [...new Set(plans.map((p) => p.seriesId))];
    return plans.map(({ id: _id, jobId: _job, seriesId, fingerprint: _fingerprint, ...plan }) => ({
      // The car names its speakers and devices by ids of this database; whoever reads the plan builds it anew.
      ...mapRefs(planFieldsSchema, { ...plan, proposal: { ...plan.proposal, car: null } }, key),
      series: series.indexOf(seriesId) + 1,
    }));
  }

  private async writeUnits(
    db: Knex,
    jobId: string,
    keys: KeyBook,
    entries: Record<string, Uint8Array>,
  ): Promise<object[]> {
    const connectors = await this.connectors.record(db, jobId);
    const pairs = await this.pairs.record(db, jobId);
    const captures = await this.captures.ofJob(db, jobId, { all: true });
    const points = await this.captures.packed(db, jobId);
    const units = await this.units.record(db, jobId);
    for (const { id } of units) keys.add('unit', id);
    // Plugs of all units first: an output names cavities of any.
    for (const { id } of units)
      for (const { id: connectorId, cavities, retired } of connectors.filter((c) => c.unitId === id)) {
        const connectorKey = keys.add('connector', connectorId);
        for (const cavity of [...cavities, ...retired])
          keys.put(`${connectorKey}:${cavity.number}`, cavity.id);
      }
    return units.map(({ id, jobId: _job, ...unit }) => ({
      ...unit,
      key: keys.keyOf(id),
      pairs: pairs
        .filter((p) => p.unitId === id)
        .map(({ id: pairId, unitId: _unit, ...pair }) => ({
          ...mapRefs(pairFieldsSchema, pair, (name) => keys.keyOf(name)),
          key: keys.add('pair', pairId),
          captures: captures
            .filter((c) => c.pairId === pairId)
            .map(({ id: captureId, pairId: _pair, points: count, analysis: _analysis, ...capture }) => {
              const captureKey = keys.add('capture', captureId);
              const array = arrayName(captureKey);
              entries[array] = points.get(captureId)!;
              return {
                ...capture,
                recordingId: capture.recordingId && keys.keyOf(capture.recordingId),
                key: captureKey,
                response: { array, points: count },
              };
            }),
        })),
      connectors: connectors
        .filter((c) => c.unitId === id)
        .map(
          ({ id: connectorId, unitId: _unit, cavities: _all, retired, photos: _photos, ...connector }) => ({
            ...connector,
            key: keys.keyOf(connectorId),
            retiredCavities: retired.map((c) => c.number),
          }),
        ),
    }));
  }
}

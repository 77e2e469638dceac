import { Injectable } from '@nestjs/common';
import type { HarnessView, JobFile } from '@ulpen/core';
import type { Knex } from 'knex';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import { PhotosRepository } from '../connectors/photos.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { ReadingsRepository } from '../readings/readings.repository.ts';
import { SheetsRepository } from '../sheets/sheets.repository.ts';
import type { KeyBook } from './key-book.ts';

type Findable = Omit<HarnessView, 'simulation'>;
type FileConnectors = JobFile['units'][number]['connectors'];

/** The part of a job file that Find made: connectors with photos, readings, sheets. */
@Injectable()
export class HarnessFiles {
  constructor(
    private readonly connectorsStore: ConnectorsRepository,
    private readonly photos: PhotosRepository,
    private readonly readings: ReadingsRepository,
    private readonly sheets: SheetsRepository,
  ) {}

  /** One unit's connectors; their cavities are named by the connector's key and the number. */
  async connectors(record: Findable, unitId: string, keys: KeyBook): Promise<FileConnectors> {
    const list: FileConnectors = [];
    for (const { id, unitId: unit, cavities, photos, ...fields } of record.connectors) {
      if (unit !== unitId) continue;
      const key = keys.keyFor('k', id);
      for (const cavity of cavities) keys.put(`${key}:${cavity.number}`, cavity.id);
      const filePhotos: FileConnectors[number]['photos'] = [];
      for (const { id: photoId, fileName, mediaType, takenAt } of photos) {
        const { content } = await this.photos.content(photoId);
        filePhotos.push({ fileName, mediaType, takenAt, content: content.toString('base64') });
      }
      list.push({ ...fields, key, photos: filePhotos });
    }
    return list;
  }

  contents(record: Findable, keys: KeyBook): Pick<JobFile, 'readings' | 'sheets'> {
    return {
      readings: record.readings.map(({ id: _, ...r }) => ({
        ...r,
        cavityId: keys.keyOfId(r.cavityId),
        otherCavityId: r.otherCavityId && keys.keyOfId(r.otherCavityId),
      })),
      sheets: record.sheets.map(({ id: _, jobId: __, ...s }) => ({
        ...s,
        claims: s.claims.map((c) => ({ ...c, cavityId: keys.keyOfId(c.cavityId) })),
      })),
    };
  }

  async readConnectors(unitId: string, connectors: FileConnectors, keys: KeyBook, trx: Knex): Promise<void> {
    for (const { key, photos, ...fields } of connectors) {
      const connector = await this.connectorsStore.add(unitId, fields, trx);
      keys.put(key, connector.id);
      for (const cavity of connector.cavities) keys.put(`${key}:${cavity.number}`, cavity.id);
      for (const photo of photos)
        await this.photos.add(connector.id, { ...photo, content: Buffer.from(photo.content, 'base64') }, trx);
    }
  }

  async readContents(
    jobId: string,
    file: Pick<JobFile, 'readings' | 'sheets'>,
    keys: KeyBook,
    trx: Knex,
  ): Promise<void> {
    const idOf = (key: string, field: string) => {
      const id = keys.idOfKey(key);
      if (!id) throw ProblemError.invalid([{ field, message: `names ${key}, which the file does not hold` }]);
      return id;
    };
    const readings = file.readings.map((r, n) => ({
      ...r,
      cavityId: idOf(r.cavityId, `readings.${n}.cavityId`),
      otherCavityId: r.otherCavityId && idOf(r.otherCavityId, `readings.${n}.otherCavityId`),
    }));
    if (readings.length > 0) await this.readings.add(jobId, readings, trx);
    for (const [n, sheet] of file.sheets.entries()) {
      const claims = sheet.claims.map((c, m) => ({
        ...c,
        cavityId: idOf(c.cavityId, `sheets.${n}.claims.${m}.cavityId`),
      }));
      await this.sheets.add(jobId, { ...sheet, claims }, trx);
    }
  }
}

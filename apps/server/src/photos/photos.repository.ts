import { Injectable } from '@nestjs/common';
import { type JobPhoto, LIMITS, limitWords, type PhotoOn, type PhotoType } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export const PHOTO_COLUMNS = ['id', 'file_name', 'media_type', 'bytes', 'taken_at'];
const ALL_COLUMNS = [...PHOTO_COLUMNS, 'connector_id', 'pair_id', 'place', 'retired_at'];

export interface NewPhoto {
  id?: string;
  on: PhotoOn;
  fileName: string;
  mediaType: PhotoType;
  content: Uint8Array;
  takenAt?: string;
  retiredAt?: string | null;
}
export type PhotoRecord = JobPhoto & { retiredAt: string | null; content: Uint8Array };

@Injectable()
export class PhotosRepository {
  async add(db: Knex, jobId: string, { on, content, ...photo }: NewPhoto): Promise<JobPhoto> {
    const field = 'file';
    await assertRoom(db, 'photosOfJob', { table: 'photos', where: { job_id: jobId }, field });
    if (on.kind === 'connector' && !photo.retiredAt) {
      const where = { connector_id: on.connectorId, retired_at: null };
      await assertRoom(db, 'photosOfConnector', { table: 'photos', where, field });
    }
    const [{ total }] = await db('photos')
      .where({ job_id: jobId })
      .select(db.raw('coalesce(sum(bytes), 0)::int as total'));
    if (total + content.length > LIMITS.photoBytesOfJob.most)
      throw ProblemError.invalid([{ field, message: limitWords('photoBytesOfJob') }]);
    const [row] = await db('photos')
      .insert({
        ...(photo.id && { id: photo.id }),
        job_id: jobId,
        connector_id: on.kind === 'connector' ? on.connectorId : null,
        pair_id: on.kind === 'pair' ? on.pairId : null,
        place: on.kind === 'place' ? on.place : null,
        file_name: photo.fileName,
        media_type: photo.mediaType,
        bytes: content.length,
        content: Buffer.from(content),
        retired_at: photo.retiredAt ?? null,
        ...(photo.takenAt && { taken_at: photo.takenAt }),
      })
      .returning(ALL_COLUMNS);
    return asPhoto(row);
  }

  /** In sight, oldest first. */
  async ofJob(db: Knex, jobId: string): Promise<JobPhoto[]> {
    const rows = await db('photos')
      .where({ job_id: jobId, retired_at: null })
      .orderBy(['taken_at', 'position'])
      .select(ALL_COLUMNS);
    return rows.map(asPhoto);
  }

  /** With the pictures themselves, retired ones among them. */
  async record(db: Knex, jobId: string): Promise<PhotoRecord[]> {
    const rows = await db('photos')
      .where({ job_id: jobId })
      .orderBy(['taken_at', 'position'])
      .select([...ALL_COLUMNS, 'content']);
    return rows.map(({ content, ...row }) => ({
      ...asPhoto(row),
      content,
      retiredAt: row.retired_at && row.retired_at.toISOString(),
    }));
  }

  async content(db: Knex, id: string): Promise<{ mediaType: string; content: Buffer }> {
    const row = found(
      await db('photos').where({ id, retired_at: null }).first('media_type', 'content'),
      'photo',
    );
    return { mediaType: row.media_type, content: row.content };
  }

  async remove(db: Knex, id: string): Promise<void> {
    const count = await db('photos').where({ id, retired_at: null }).update({ retired_at: db.fn.now() });
    if (count === 0) throw ProblemError.notFound('photo');
  }

  async restore(db: Knex, id: string): Promise<JobPhoto> {
    const row = found(await db('photos').where({ id }).first(ALL_COLUMNS), 'photo');
    if (row.connector_id && row.retired_at) {
      const where = { connector_id: row.connector_id, retired_at: null };
      await assertRoom(db, 'photosOfConnector', { table: 'photos', where });
    }
    await db('photos').where({ id }).update({ retired_at: null });
    return asPhoto(row);
  }
}

function asPhoto({ connector_id, pair_id, place, ...row }: Record<string, unknown>): JobPhoto {
  const on: PhotoOn = connector_id
    ? { kind: 'connector', connectorId: connector_id as string }
    : pair_id
      ? { kind: 'pair', pairId: pair_id as string }
      : place
        ? { kind: 'place', place: place as string }
        : { kind: 'job' };
  return { ...fromRow<Omit<JobPhoto, 'on'>>(row), on };
}

import { Inject, Injectable } from '@nestjs/common';
import { MOST_PHOTOS, type Photo } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';

export const PHOTO_COLUMNS = ['id', 'file_name', 'media_type', 'bytes', 'taken_at'];

export type NewPhoto = Pick<Photo, 'fileName' | 'mediaType'> & { content: Buffer; takenAt?: string };

@Injectable()
export class PhotosRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  add(connectorId: string, photo: NewPhoto, within?: Knex): Promise<Photo> {
    const write = async (trx: Knex) => {
      found(await trx('connectors').where({ id: connectorId }).forUpdate().first('id'), 'connector');
      const [{ count }] = await trx('photos').where({ connector_id: connectorId }).count();
      if (Number(count) >= MOST_PHOTOS)
        throw ProblemError.invalid([
          { field: 'file', message: `at most ${MOST_PHOTOS} photos of one plug; remove one first` },
        ]);
      const [row] = await trx('photos')
        .insert({
          connector_id: connectorId,
          file_name: photo.fileName,
          media_type: photo.mediaType,
          bytes: photo.content.length,
          content: photo.content,
          ...(photo.takenAt && { taken_at: photo.takenAt }),
        })
        .returning(PHOTO_COLUMNS);
      return fromRow<Photo>(row);
    };
    return within ? write(within) : this.knex.transaction(write);
  }

  async content(id: string): Promise<{ mediaType: string; content: Buffer }> {
    const row = found(await this.knex('photos').where({ id }).first('media_type', 'content'), 'photo');
    return { mediaType: row.media_type, content: row.content };
  }

  async remove(id: string): Promise<void> {
    if ((await this.knex('photos').where({ id }).delete()) === 0) throw ProblemError.notFound('photo');
  }
}

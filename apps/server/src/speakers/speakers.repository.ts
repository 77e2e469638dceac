import { Injectable } from '@nestjs/common';
import {
  drivesSpeakers,
  type FactorySpeaker,
  type FactorySpeakerFields,
  type Pair,
  speakerFieldsSchema,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';

type Row = Omit<FactorySpeaker, 'coils'>;

@Injectable()
export class SpeakersRepository {
  private readonly table = new VersionedTable<Row>('speakers', 'speaker');

  /** In sight; a coil whose output was removed is driven by nothing that is known. */
  async ofJob(db: Knex, jobId: string): Promise<FactorySpeaker[]> {
    const rows = await db('speakers').where({ job_id: jobId, retired_at: null }).orderBy('position');
    return withCoils(db, rows.map(fromRow<Row>), { seen: true });
  }

  /** Retired ones among them. */
  async record(db: Knex, jobId: string): Promise<(FactorySpeaker & { retiredAt: string | null })[]> {
    const rows = await db('speakers').where({ job_id: jobId }).orderBy('position');
    return withCoils(db, rows.map(fromRowWithRetired<Row>), { seen: false });
  }

  async add(db: Knex, jobId: string, fields: FactorySpeakerFields): Promise<FactorySpeaker> {
    await assertOwnRefs(db, jobId, speakerFieldsSchema, fields);
    return this.write(db, jobId, fields);
  }

  /** From a job file, whose references were looked at when it was read. */
  async write(
    db: Knex,
    jobId: string,
    { coils, ...own }: FactorySpeakerFields & { version?: number; retiredAt?: string | null },
  ): Promise<FactorySpeaker> {
    await assertRoom(db, 'speakersOfJob', { table: 'speakers', where: { job_id: jobId } });
    const row = await this.table.append(db, { jobId }, own);
    await writeCoils(db, row.id, coils);
    return { ...row, coils };
  }

  /** The speaker behind a new output: one with one coil, until somebody says otherwise. */
  async addDriven(
    db: Knex,
    jobId: string,
    { id, unitId, way }: Pick<Pair, 'id' | 'unitId' | 'way'>,
    heard: readonly Pair['way'][] = [way],
  ): Promise<void> {
    const units = await db('units').where({ job_id: jobId, retired_at: null }).select('id', 'kind');
    const unit = units.find((u) => u.id === unitId);
    if (!unit || !drivesSpeakers(unit, units)) return;
    for (const one of heard) await this.write(db, jobId, { way: one, coils: [{ pairId: id, ohm: null }] });
  }

  async change(
    db: Knex,
    jobId: string,
    id: string,
    version: number,
    { coils, ...own }: FactorySpeakerFields,
  ): Promise<FactorySpeaker> {
    const row = await this.table.update(db, id, version, own);
    await assertOwnRefs(db, jobId, speakerFieldsSchema, { ...own, coils });
    await writeCoils(db, id, coils);
    return { ...row, coils };
  }

  remove(db: Knex, id: string): Promise<void> {
    return this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<FactorySpeaker> {
    await this.table.restore(db, id);
    const [speaker] = await withCoils(db, [await this.table.get(db, id)], { seen: true });
    return speaker;
  }
}

async function withCoils<R extends Row>(
  db: Knex,
  rows: readonly R[],
  { seen }: { seen: boolean },
): Promise<(R & Pick<FactorySpeaker, 'coils'>)[]> {
  const coils = await db('speaker_coils as c')
    .leftJoin('pairs as p', 'p.id', 'c.pair_id')
    .leftJoin('units as u', 'u.id', 'p.unit_id')
    .whereIn(
      'c.speaker_id',
      rows.map((r) => r.id),
    )
    .orderBy(['c.speaker_id', 'c.position'])
    .select('c.speaker_id', 'c.pair_id', 'c.ohm', db.raw('coalesce(p.retired_at, u.retired_at) as gone'));
  return rows.map((row) => ({
    ...row,
    coils: coils
      .filter((c) => c.speaker_id === row.id)
      .map((c) => ({ pairId: seen && c.gone !== null ? null : c.pair_id, ohm: c.ohm })),
  }));
}

async function writeCoils(db: Knex, speakerId: string, coils: FactorySpeakerFields['coils']): Promise<void> {
  await db('speaker_coils').where({ speaker_id: speakerId }).delete();
  const rows = coils.map(({ pairId, ohm }, position) => ({
    speaker_id: speakerId,
    position,
    pair_id: pairId,
    ohm,
  }));
  await db('speaker_coils').insert(rows);
}

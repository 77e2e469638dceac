import { Inject, Injectable } from '@nestjs/common';
import { type ClaimFields, MOST_SHEETS, type Sheet, type SheetFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

type Row = Omit<Sheet, 'claims'>;

@Injectable()
export class SheetsRepository {
  private readonly table: VersionedTable<Row>;

  constructor(@Inject(KNEX) private readonly knex: Knex) {
    this.table = new VersionedTable<Row>(knex, 'sheets', 'sheet');
  }

  async ofJob(jobId: string, trx: Knex = this.knex): Promise<Sheet[]> {
    const rows = await trx('sheets').where({ job_id: jobId }).orderBy('position');
    const claims = await trx('claims')
      .whereIn(
        'sheet_id',
        rows.map((r) => r.id),
      )
      .orderBy(['sheet_id', 'position']);
    return rows.map((row) => ({
      ...fromRow<Row>(row),
      claims: claims
        .filter((c) => c.sheet_id === row.id)
        .map(({ id: _, sheet_id: __, ...claim }) => fromRow<ClaimFields>(claim)),
    }));
  }

  add(
    jobId: string,
    fields: SheetFields & { takenAt?: string; version?: number },
    within?: Knex,
  ): Promise<Sheet> {
    const write = async (trx: Knex) => {
      found(await trx('jobs').where({ id: jobId }).forUpdate().first('id'), 'job');
      const [{ count }] = await trx('sheets').where({ job_id: jobId }).count();
      if (Number(count) >= MOST_SHEETS)
        throw ProblemError.invalid([{ field: '', message: `at most ${MOST_SHEETS} sheets on one job` }]);
      await assertOwnCavities(trx, jobId, fields.claims);
      const { claims, ...own } = fields;
      const { id } = await this.table.append({ jobId }, own, trx);
      await writeClaims(trx, id, claims);
      return this.one(trx, jobId, id);
    };
    return within ? write(within) : this.knex.transaction(write);
  }

  change(id: string, version: number, { claims, ...own }: SheetFields): Promise<Sheet> {
    return this.knex.transaction(async (trx) => {
      const { jobId } = await this.table.get(id);
      await assertOwnCavities(trx, jobId, claims);
      await this.table.update(id, version, own, trx);
      await trx('claims').where({ sheet_id: id }).delete();
      await writeClaims(trx, id, claims);
      return this.one(trx, jobId, id);
    });
  }

  remove(id: string): Promise<void> {
    return this.table.remove(id);
  }

  private async one(trx: Knex, jobId: string, id: string): Promise<Sheet> {
    return (await this.ofJob(jobId, trx)).find((s) => s.id === id)!;
  }
}

async function assertOwnCavities(trx: Knex, jobId: string, claims: readonly ClaimFields[]): Promise<void> {
  const own = await trx('cavities as v')
    .join('connectors as c', 'c.id', 'v.connector_id')
    .join('units as u', 'u.id', 'c.unit_id')
    .where('u.job_id', jobId)
    .select('v.id');
  const known = new Set(own.map((v) => v.id));
  const stranger = claims.findIndex((c) => !known.has(c.cavityId));
  if (stranger >= 0)
    throw ProblemError.invalid([
      { field: `claims.${stranger}.cavityId`, message: 'is no cavity of this job' },
    ]);
}

async function writeClaims(trx: Knex, sheetId: string, claims: readonly ClaimFields[]): Promise<void> {
  const rows = claims.map((c, position) => ({
    sheet_id: sheetId,
    cavity_id: c.cavityId,
    variant: c.variant,
    role: c.role,
    channel: c.channel && JSON.stringify(c.channel),
    sign: c.sign,
    wire: c.wire,
    text: c.text,
    position,
  }));
  await trx.batchInsert('claims', rows, 500);
}

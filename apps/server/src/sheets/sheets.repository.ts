import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import type { ClaimFields, Sheet, SheetFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { assertRoom } from '../database/limits.ts';
import { fromRow, fromRowWithRetired } from '../database/rows.ts';
import { VersionedTable } from '../database/versioned-table.ts';
import { ProblemError } from '../problems/problem-error.ts';

type Row = Omit<Sheet, 'claims'>;
export type SheetRecord = Sheet & { retiredAt: string | null };

const CLAIM = ['sheet_id', 'cavity_id', 'variant', 'role', 'channel', 'sign', 'wire', 'text'].map(
  (c) => `c.${c}`,
);

@Injectable()
export class SheetsRepository {
  private readonly table = new VersionedTable<Row>('sheets', 'sheet');

  /** In sight, with the rows about plugs in sight. */
  async ofJob(db: Knex, jobId: string): Promise<Sheet[]> {
    const rows = await db('sheets').where({ job_id: jobId, retired_at: null }).orderBy('position');
    const claims = await claimsOf(db, rows, { seen: true });
    return rows.map((row) => ({ ...fromRow<Row>(row), claims: claims.get(row.id) ?? [] }));
  }

  /** Retired ones among them, with all their rows. */
  async record(db: Knex, jobId: string): Promise<SheetRecord[]> {
    const rows = await db('sheets').where({ job_id: jobId }).orderBy('position');
    const claims = await claimsOf(db, rows, { seen: false });
    return rows.map((row) => ({ ...fromRowWithRetired<Row>(row), claims: claims.get(row.id) ?? [] }));
  }

  async get(db: Knex, id: string): Promise<Sheet> {
    const row = await this.table.get(db, id);
    return { ...row, claims: (await claimsOf(db, [row], { seen: true })).get(id) ?? [] };
  }

  async add(
    db: Knex,
    jobId: string,
    fields: SheetFields & { takenAt?: string; version?: number; retiredAt?: string | null },
  ): Promise<Sheet> {
    await assertRoom(db, 'sheetsOfJob', { table: 'sheets', where: { job_id: jobId } });
    const { claims, ...own } = fields;
    const row = await this.table.append(db, { jobId }, own);
    await writeClaims(db, row.id, claims);
    return { ...row, claims };
  }

  async change(db: Knex, id: string, version: number, { claims, ...own }: SheetFields): Promise<Sheet> {
    const current = await this.get(db, id);
    if (current.version !== version) throw ProblemError.stale('sheet', current);
    if (!isDeepStrictEqual(current.claims, claims)) {
      await this.setAside(db, current);
      await writeClaims(db, id, claims);
    }
    await this.table.update(db, id, version, own);
    return this.get(db, id);
  }

  remove(db: Knex, id: string): Promise<void> {
    return this.table.retire(db, id);
  }

  async restore(db: Knex, id: string): Promise<Sheet> {
    await this.table.restore(db, id);
    return this.get(db, id);
  }

  /** What the sheet said until now becomes a retired sheet of its own, so that no row of it is lost. */
  private async setAside(db: Knex, { id, claims: _, ...current }: Sheet): Promise<void> {
    await assertRoom(db, 'sheetsOfJob', { table: 'sheets', where: { job_id: current.jobId } });
    const { jobId, ...own } = current;
    const copy = await this.table.append(db, { jobId }, own);
    await db('claims').where({ sheet_id: id }).update({ sheet_id: copy.id });
    await this.table.retire(db, copy.id);
  }
}

async function claimsOf(
  db: Knex,
  sheets: readonly { id: string }[],
  { seen }: { seen: boolean },
): Promise<Map<string, ClaimFields[]>> {
  const query = db('claims as c')
    .whereIn(
      'c.sheet_id',
      sheets.map((s) => s.id),
    )
    .orderBy(['c.sheet_id', 'c.position'])
    .select(CLAIM);
  if (seen)
    query
      .join('cavities as v', 'v.id', 'c.cavity_id')
      .join('connectors as k', 'k.id', 'v.connector_id')
      .join('units as u', 'u.id', 'k.unit_id')
      .where({ 'v.retired_at': null, 'k.retired_at': null, 'u.retired_at': null });
  const claims = new Map<string, ClaimFields[]>();
  for (const { sheet_id: sheet, ...claim } of await query) {
    const list = claims.get(sheet) ?? [];
    list.push(fromRow<ClaimFields>(claim));
    claims.set(sheet, list);
  }
  return claims;
}

async function writeClaims(db: Knex, sheetId: string, claims: readonly ClaimFields[]): Promise<void> {
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
  for (let at = 0; at < rows.length; at += 500) await db('claims').insert(rows.slice(at, at + 500));
}

import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { Capture, CaptureFields, ColumnChoice, Creating } from '@ulpen/core';
import { ComputePool } from '../compute/compute-pool.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { InstrumentsRepository } from '../instruments/instruments.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { CapturesRepository } from './captures.repository.ts';

interface TakenFile {
  pairId: string;
  fields: Creating<CaptureFields>;
  columns: ColumnChoice;
  /** where the file lies */
  path: string;
  by: Actor;
  signal: AbortSignal;
}

@Injectable()
export class CapturesService implements OnApplicationBootstrap {
  constructor(
    private readonly db: Database,
    private readonly captures: CapturesRepository,
    private readonly pairs: PairsRepository,
    private readonly instruments: InstrumentsRepository,
    private readonly pool: ComputePool,
  ) {}

  /** A newer core may judge otherwise: what is stored is brought up to date before anyone looks. */
  async onApplicationBootstrap(): Promise<void> {
    const stale = await this.db.read((db) => this.captures.stale(db));
    for (const { id, levelKind, noiseTiltDb, silenceDb } of stale) {
      const response = await this.db.read((db) => this.captures.response(db, id));
      const given = { response, levelKind, noiseTiltDb, noiseFloorDb: silenceDb };
      const analysis = await this.pool.run('analyse', given);
      await this.db.rejudge((trx) => this.captures.setAnalysis(trx, id, analysis));
    }
  }

  /** @throws ProblemError (404, 409) before a long upload is read for nothing */
  async assertOutput(pairId: string): Promise<void> {
    await this.db.read((db) => this.pairs.get(db, pairId));
  }

  /** Reads, judges and stores a file of columns. Nothing is stored unless all of it could be read. */
  async take({ pairId, fields, columns, path, by, signal }: TakenFile): Promise<Capture> {
    const read = await this.pool.run('readColumns', { path, columns }, { signal });
    if ('refused' in read) throw ProblemError.invalid([{ field: 'file', message: read.refused }]);
    const { table, sha256 } = read;
    const { response } = table;
    if (fields.phaseReference === 'source' && !response.phaseDeg) {
      throw ProblemError.invalid([
        {
          field: 'phaseReference',
          message: 'the file has no phase column, so phase cannot be against the source',
        },
      ]);
    }
    const { levelKind } = fields;
    const analysis = await this.pool.run('analyse', { response, levelKind }, { signal });
    const repairs = table.repairs.map((r) => r.text);
    return this.db.inJobOf('output', pairId, by, async (trx, jobId) => {
      await this.pairs.get(trx, pairId);
      const madeWith = await this.instruments.named(trx, fields.madeWith);
      return this.captures.add(trx, jobId, {
        ...fields,
        madeWith,
        pairId,
        sha256,
        repairs,
        response,
        analysis,
      });
    });
  }
}

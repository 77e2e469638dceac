import { createHash } from 'node:crypto';
import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import {
  type Capture,
  type CaptureFields,
  COLUMN_LIMITS,
  type ColumnChoice,
  ColumnError,
  ColumnReader,
  type ColumnTable,
} from '@ulpen/core';
import { ComputePool } from '../compute/compute-pool.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import type { IncomingFile } from '../uploads/upload.ts';
import { CapturesRepository } from './captures.repository.ts';

@Injectable()
export class CapturesService implements OnApplicationBootstrap {
  constructor(
    private readonly captures: CapturesRepository,
    private readonly pairs: PairsRepository,
    private readonly pool: ComputePool,
  ) {}

  /** A newer core may judge otherwise: what is stored is brought up to date before anyone looks. */
  async onApplicationBootstrap(): Promise<void> {
    for (const { id, levelKind, noiseTiltDb, silenceDb } of await this.captures.stale()) {
      await this.captures.setAnalysis(
        id,
        await this.pool.analyse(await this.captures.response(id), {
          levelKind,
          noiseTiltDb,
          noiseFloorDb: silenceDb,
        }),
      );
    }
  }

  /** Reads, judges and stores a file of columns. Nothing is stored unless all of it could be read. */
  async take(
    pairId: string,
    fields: CaptureFields,
    columns: ColumnChoice,
    incoming: IncomingFile,
  ): Promise<Capture> {
    await this.pairs.get(pairId);
    const { table, sha256 } = await readColumns(incoming, columns);
    if (fields.phaseReference === 'source' && !table.response.phaseDeg) {
      throw ProblemError.invalid([
        {
          field: 'phaseReference',
          message: 'the file has no phase column, so phase cannot be against the source',
        },
      ]);
    }
    const analysis = await this.pool.analyse(table.response, { levelKind: fields.levelKind });
    return this.captures.add({
      ...fields,
      pairId,
      sha256,
      repairs: table.repairs.map((r) => r.text),
      response: table.response,
      analysis,
    });
  }
}

async function readColumns(
  incoming: IncomingFile,
  columns: ColumnChoice,
): Promise<{ table: ColumnTable; sha256: string }> {
  const hash = createHash('sha256');
  const text = new TextDecoder();
  const reader = new ColumnReader(columns);
  try {
    // Left early, the stream goes on: whoever opened it reads off the rest.
    for await (const chunk of incoming.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      hash.update(chunk);
      reader.push(text.decode(chunk, { stream: true }));
    }
    if (incoming.truncated) throw ProblemError.tooLarge(`${COLUMN_LIMITS.bytes / 2 ** 20} MiB a file`);
    reader.push(text.decode());
    return { table: reader.finish(), sha256: hash.digest('hex') };
  } catch (error) {
    if (error instanceof ColumnError) throw ProblemError.invalid([{ field: 'file', message: error.message }]);
    throw error;
  }
}

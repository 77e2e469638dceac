import { Inject, Injectable } from '@nestjs/common';
import {
  ANALYSIS_VERSION,
  type Capture,
  type CaptureFields,
  type LevelKind,
  type Response,
  type ResponseAnalysis,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found, fromRow, packNumbers, toRow, unpackNumbers } from '../database/rows.ts';

/** Everything of a capture but its points. */
const SUMMARY = [
  'id',
  'pair_id',
  'file_name',
  'sha256',
  'level_kind',
  'level_unit',
  'phase_reference',
  'volume_step',
  'load',
  'note',
  'repairs',
  'imported_at',
  'withdrawn_at',
  'points',
  'recording_id',
  'noise_tilt_db',
  'silence_db',
  'situation',
  'analysis',
];

export interface NewCapture extends CaptureFields {
  pairId: string;
  sha256: string;
  repairs: string[];
  response: Response;
  analysis: ResponseAnalysis;
  recordingId?: string | null;
  /** how noise rises in the levels, dB per octave */
  noiseTiltDb?: number;
  /** noise floor at 1 kHz from a recording of silence, dB */
  silenceDb?: number | null;
  importedAt?: string;
  withdrawnAt?: string | null;
}

/** A capture that an older core judged, with what the judgement needs beside the points. */
export interface JudgedAnew {
  id: string;
  levelKind: LevelKind;
  noiseTiltDb: number;
  silenceDb: number | null;
}

interface Points {
  frequency_hz: Buffer;
  level_db: Buffer;
  phase_deg: Buffer | null;
}

const judgement = (analysis: ResponseAnalysis) => ({
  band_class: analysis.bandClass,
  low_hz: analysis.lowHz,
  high_hz: analysis.highHz,
  analysis_version: analysis.version,
  analysis: JSON.stringify(analysis),
});

@Injectable()
export class CapturesRepository {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  async add({ response, analysis, repairs, ...fields }: NewCapture, trx: Knex = this.knex): Promise<Capture> {
    const [row] = await trx('captures')
      .insert({
        ...toRow(fields),
        ...judgement(analysis),
        repairs: JSON.stringify(repairs),
        points: response.frequencyHz.length,
        frequency_hz: packNumbers(response.frequencyHz),
        level_db: packNumbers(response.levelDb),
        phase_deg: response.phaseDeg ? packNumbers(response.phaseDeg) : null,
      })
      .returning(SUMMARY);
    return fromRow<Capture>(row);
  }

  async get(id: string): Promise<Capture> {
    return fromRow<Capture>(found(await this.knex('captures').where({ id }).first(SUMMARY), 'capture'));
  }

  async response(id: string): Promise<Response> {
    const row: Points = found(
      await this.knex('captures').where({ id }).first('frequency_hz', 'level_db', 'phase_deg'),
      'capture',
    )!;
    return {
      frequencyHz: unpackNumbers(row.frequency_hz),
      levelDb: unpackNumbers(row.level_db),
      ...(row.phase_deg && { phaseDeg: unpackNumbers(row.phase_deg) }),
    };
  }

  /** Newest first. */
  async ofPairs(pairIds: readonly string[]): Promise<Capture[]> {
    const rows = await this.knex('captures')
      .whereIn('pair_id', [...pairIds])
      .orderBy([{ column: 'imported_at', order: 'desc' }, { column: 'id' }])
      .select(SUMMARY);
    return rows.map((row) => fromRow<Capture>(row));
  }

  async setWithdrawn(id: string, withdrawn: boolean): Promise<Capture> {
    const [row] = await this.knex('captures')
      .where({ id })
      .update({ withdrawn_at: withdrawn ? this.knex.fn.now() : null })
      .returning(SUMMARY);
    return fromRow<Capture>(found(row, 'capture'));
  }

  /** Captures judged by an older version of core. */
  async stale(): Promise<JudgedAnew[]> {
    const rows = await this.knex('captures')
      .whereNot({ analysis_version: ANALYSIS_VERSION })
      .select('id', 'level_kind', 'noise_tilt_db', 'silence_db');
    return rows.map((row) => fromRow<JudgedAnew>(row));
  }

  async setAnalysis(id: string, analysis: ResponseAnalysis): Promise<void> {
    await this.knex('captures').where({ id }).update(judgement(analysis));
  }
}

import { Injectable } from '@nestjs/common';
import {
  ANALYSIS_VERSION,
  CHAPTER_WORD,
  type Capture,
  type CaptureFields,
  type CaptureOutline,
  type Chapter,
  LIMITS,
  type LevelKind,
  limitWords,
  type Pin,
  type Response,
  type ResponseAnalysis,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { chapterNow } from '../database/chapter-now.ts';
import { assertRoom } from '../database/limits.ts';
import { found, fromRow, packNumbers, toRow, unpackNumbers } from '../database/rows.ts';
import { setWithdrawn } from '../database/withdraw.ts';
import { ProblemError } from '../problems/problem-error.ts';

/** What tells whether a capture counts, of `captures as c`. */
const OUTLINE = [
  'c.id',
  'c.pair_id',
  'c.load',
  'c.volume_step',
  'c.situation',
  'c.chapter',
  'c.withdrawn_at',
];
/** Everything of a capture but its points. */
const SUMMARY = [
  'c.id',
  'c.pair_id',
  'c.file_name',
  'c.sha256',
  'c.level_kind',
  'c.level_unit',
  'c.phase_reference',
  'c.volume_step',
  'c.load',
  'c.note',
  'c.repairs',
  'c.imported_at',
  'c.chapter',
  'c.withdrawn_at',
  'c.points',
  'c.recording_id',
  'c.noise_tilt_db',
  'c.silence_db',
  'c.situation',
  'c.made_with',
  'c.analysis',
];
const PINS = `coalesce((
  select json_agg(json_build_object(
    'because', n.because, 'takenAt', told_moment(n.taken_at), 'withdrawnAt', told_moment(n.withdrawn_at)
  ) order by n.position) from pins n where n.capture_id = c.id), '[]'::json) as pins`;

export interface NewCapture extends CaptureFields {
  pairId: string;
  sha256: string;
  repairs: string[];
  response: { frequencyHz: ArrayLike<number>; levelDb: ArrayLike<number>; phaseDeg?: ArrayLike<number> };
  analysis: ResponseAnalysis;
  recordingId?: string | null;
  /** how noise rises in the levels, dB per octave */
  noiseTiltDb?: number;
  /** noise floor at 1 kHz from a recording of silence, dB */
  silenceDb?: number | null;
  importedAt?: string;
  chapter?: Chapter;
  withdrawnAt?: string | null;
  pins?: Pin[];
}

/** A capture that an older core judged, with what the judgement needs beside the points. */
export interface JudgedAnew {
  id: string;
  levelKind: LevelKind;
  noiseTiltDb: number;
  silenceDb: number | null;
}

const ENDED = (db: Knex) => ({ withdrawn_at: db.fn.now() });

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
  async add(
    db: Knex,
    jobId: string,
    { response, analysis, repairs, pins = [], madeWith = [], ...fields }: NewCapture,
  ): Promise<Capture> {
    const where = { pair_id: fields.pairId };
    await assertRoom(db, 'capturesOfOutput', { table: 'captures', where, field: 'file' });
    await assertPointsFit(db, jobId, response.frequencyHz.length);
    const [row] = await db('captures')
      .insert({
        ...toRow({ chapter: chapterNow(db, jobId), ...fields }),
        ...judgement(analysis),
        repairs: JSON.stringify(repairs),
        made_with: JSON.stringify(madeWith),
        points: response.frequencyHz.length,
        frequency_hz: packNumbers(response.frequencyHz),
        level_db: packNumbers(response.levelDb),
        phase_deg: response.phaseDeg ? packNumbers(response.phaseDeg) : null,
      })
      .returning('id');
    if (pins.length > 0) await db('pins').insert(pins.map((pin) => toRow({ captureId: row.id, ...pin })));
    return this.get(db, row.id);
  }

  async get(db: Knex, id: string): Promise<Capture> {
    const row = await db('captures as c')
      .where({ id })
      .first(...SUMMARY, db.raw(PINS));
    return fromRow<Capture>(found(row, 'capture'));
  }

  async response(db: Knex, id: string): Promise<Response> {
    const row: Points | undefined = await db('captures')
      .where({ id })
      .first('frequency_hz', 'level_db', 'phase_deg');
    return unpacked(found(row, 'capture'));
  }

  /** Of outputs in sight, newest first; `all` with those of retired outputs. */
  async ofJob(db: Knex, jobId: string, { all = false } = {}): Promise<Capture[]> {
    const query = this.rowsOfJob(db, jobId, SUMMARY);
    if (!all) query.where({ 'p.retired_at': null, 'u.retired_at': null });
    return (await query).map((row) => fromRow<Capture>(row));
  }

  /** The outlines of the captures of outputs in sight, newest first, by output. */
  async outlines(db: Knex, jobId: string): Promise<Map<string, CaptureOutline[]>> {
    const query = this.rowsOfJob(db, jobId, OUTLINE).where({ 'p.retired_at': null, 'u.retired_at': null });
    const ofPair = new Map<string, CaptureOutline[]>();
    for (const row of await query) {
      const { pairId, ...outline } = fromRow<CaptureOutline & { pairId: string }>(row);
      const known = ofPair.get(pairId);
      if (known) known.push(outline);
      else ofPair.set(pairId, [outline]);
    }
    return ofPair;
  }

  private rowsOfJob(db: Knex, jobId: string, columns: readonly string[]) {
    return db('captures as c')
      .join('pairs as p', 'p.id', 'c.pair_id')
      .join('units as u', 'u.id', 'p.unit_id')
      .where('u.job_id', jobId)
      .orderBy([
        { column: 'c.imported_at', order: 'desc' },
        { column: 'c.position', order: 'desc' },
      ])
      .select(...columns, db.raw(PINS));
  }

  /** The points of all captures of a job as they lie in a job file: all frequencies, levels, phases. */
  async packed(db: Knex, jobId: string): Promise<Map<string, Uint8Array>> {
    const rows: (Points & { id: string })[] = await db('captures as c')
      .join('pairs as p', 'p.id', 'c.pair_id')
      .join('units as u', 'u.id', 'p.unit_id')
      .where('u.job_id', jobId)
      .select('c.id', 'c.frequency_hz', 'c.level_db', 'c.phase_deg');
    return new Map(
      rows.map((row) => [
        row.id,
        Buffer.concat([row.frequency_hz, row.level_db, ...(row.phase_deg ? [row.phase_deg] : [])]),
      ]),
    );
  }

  async setWithdrawn(db: Knex, id: string, withdrawn: boolean): Promise<Capture> {
    await setWithdrawn(db, 'captures', { id, withdrawn, what: 'capture', columns: 'id' });
    return this.get(db, id);
  }

  /** Makes this one count for its output; what was pinned before stays in the record as withdrawn. */
  async pin(db: Knex, id: string, because: string): Promise<Capture> {
    const { pairId, withdrawnAt, chapter } = await this.get(db, id);
    if (withdrawnAt !== null)
      throw ProblemError.conflict(
        'Withdrawn',
        'This capture was withdrawn as a mistake. Restore it before you pin it.',
      );
    if (chapter !== 'before')
      throw ProblemError.conflict(
        'Not of the factory system',
        `This capture was taken ${CHAPTER_WORD[chapter]}. Only what was measured before it can count: move it there if it was.`,
      );
    await assertRoom(db, 'pinsOfCapture', { table: 'pins', where: { capture_id: id } });
    const own = db('captures').where({ pair_id: pairId }).select('id');
    await db('pins').whereIn('capture_id', own).andWhere({ withdrawn_at: null }).update(ENDED(db));
    await db('pins').insert({ capture_id: id, because });
    return this.get(db, id);
  }

  async unpin(db: Knex, id: string): Promise<Capture> {
    await db('pins').where({ capture_id: id, withdrawn_at: null }).update(ENDED(db));
    return this.get(db, id);
  }

  /** Captures judged by an older version of core. */
  async stale(db: Knex): Promise<JudgedAnew[]> {
    const rows = await db('captures')
      .whereNot({ analysis_version: ANALYSIS_VERSION })
      .select('id', 'level_kind', 'noise_tilt_db', 'silence_db');
    return rows.map((row) => fromRow<JudgedAnew>(row));
  }

  async setAnalysis(db: Knex, id: string, analysis: ResponseAnalysis): Promise<void> {
    await db('captures').where({ id }).update(judgement(analysis));
  }
}

const unpacked = (row: Points): Response => ({
  frequencyHz: unpackNumbers(row.frequency_hz),
  levelDb: unpackNumbers(row.level_db),
  ...(row.phase_deg && { phaseDeg: unpackNumbers(row.phase_deg) }),
});

/** All points of a job travel in one file. */
async function assertPointsFit(db: Knex, jobId: string, adding: number): Promise<void> {
  const [{ points }] = await db('captures as c')
    .join('pairs as p', 'p.id', 'c.pair_id')
    .join('units as u', 'u.id', 'p.unit_id')
    .where('u.job_id', jobId)
    .select(db.raw('coalesce(sum(c.points), 0)::int as points'));
  if (points + adding > LIMITS.pointsOfJob.most)
    throw ProblemError.invalid([{ field: 'file', message: limitWords('pointsOfJob') }]);
}

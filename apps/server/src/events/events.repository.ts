import { Injectable } from '@nestjs/common';
import { type EventKind, type EventThing, type JobEvent, pairName, type Pair } from '@ulpen/core';
import type { Knex } from 'knex';
import { z } from 'zod';
import { found } from '../database/rows.ts';

export const eventQuerySchema = z.object({
  /** only what is older than this place in the stream */
  before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type EventQuery = z.infer<typeof eventQuerySchema>;

/** What things are called now, and whether an undo is still to be had; a query over ids for each kind of thing. */
const NAMED: Partial<Record<EventThing, string>> = {
  unit: 'select id, name, retired_at as gone from units where id = any(:ids)',
  connector: 'select id, name, retired_at as gone from connectors where id = any(:ids)',
  output: `select id, '' as name, retired_at as gone, side, axle, way, suffix from pairs where id = any(:ids)`,
  speaker: `select id, '' as name, retired_at as gone from speakers where id = any(:ids)`,
  sheet: 'select id, name, retired_at as gone from sheets where id = any(:ids)',
  photo: 'select id, file_name as name, retired_at as gone from photos where id = any(:ids)',
  target: 'select id, name, retired_at as gone from targets where id = any(:ids)',
  plan: 'select id, name, retired_at as gone from plans where id = any(:ids)',
  reading: `select r.id, concat_ws(' ', concat_ws('·', c.name, v.number), r.entered) as name, r.withdrawn_at as gone
    from readings r join cavities v on v.id = r.cavity_id join connectors c on c.id = v.connector_id where r.id = any(:ids)`,
  capture: 'select id, file_name as name, withdrawn_at as gone from captures where id = any(:ids)',
  recording: 'select id, file_name as name, withdrawn_at as gone from recordings where id = any(:ids)',
  check: `select id, '' as name, withdrawn_at as gone from checks where id = any(:ids)`,
  decision: 'select id, left(says, 80) as name, withdrawn_at as gone from decisions where id = any(:ids)',
};

/** Where each kind of thing is found below `/api/v1`. */
const PATH: Partial<Record<EventThing, string>> = {
  unit: 'units',
  connector: 'connectors',
  output: 'pairs',
  speaker: 'speakers',
  sheet: 'sheets',
  photo: 'photos',
  target: 'targets',
  plan: 'plans',
  reading: 'readings',
  capture: 'captures',
  recording: 'recordings',
  check: 'checks',
  decision: 'decisions',
};

interface Row {
  id: string;
  revision: string;
  did: EventKind;
  subjects: string[];
  by: string;
  device_at: Date | null;
  server_at: Date;
}

interface Named {
  name: string;
  gone: boolean;
}

@Injectable()
export class EventsRepository {
  /** Newest first. */
  async ofJob(db: Knex, jobId: string, { before, limit }: EventQuery): Promise<JobEvent[]> {
    found(await db('jobs').where({ id: jobId }).first('id'), 'job');
    const query = db('job_events as e')
      .join('actors as a', 'a.id', 'e.actor_id')
      .where('e.job_id', jobId)
      .orderBy('e.id', 'desc')
      .limit(limit)
      .select('e.id', 'e.revision', 'e.did', 'e.subjects', 'a.name as by', 'e.device_at', 'e.server_at');
    if (before !== undefined) query.andWhere('e.id', '<', before);
    const rows: Row[] = await query;
    const names = await namesOf(db, rows);
    return rows.map(({ did, subjects, by, ...row }) => {
      const [thing, verb] = did.split('.') as [EventThing, string];
      const first = names.get(subjects[0]);
      const undone = subjects.length !== 1 || !first?.gone || !['remove', 'withdraw'].includes(verb);
      return {
        id: Number(row.id),
        revision: Number(row.revision),
        did,
        subjects,
        name: first?.name ?? '',
        by,
        deviceAt: row.device_at && row.device_at.toISOString(),
        serverAt: row.server_at.toISOString(),
        undo: undone ? null : `/${PATH[thing]}/${subjects[0]}/restore`,
      };
    });
  }
}

async function namesOf(db: Knex, rows: readonly Row[]): Promise<Map<string, Named>> {
  const names = new Map<string, Named>();
  for (const thing of new Set(rows.map((r) => r.did.split('.')[0] as EventThing))) {
    const sql = NAMED[thing];
    if (!sql) continue;
    const ids = rows.filter((r) => r.did.startsWith(`${thing}.`)).flatMap((r) => r.subjects.slice(0, 1));
    const { rows: named } = await db.raw<{
      rows: (Pair & { id: string; name: string; gone: Date | null })[];
    }>(sql, { ids });
    for (const { id, name, gone, ...pair } of named)
      names.set(id, { name: thing === 'output' ? pairName(pair) : name, gone: gone !== null });
  }
  return names;
}

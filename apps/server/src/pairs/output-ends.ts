import { endConflicts, type EndView, type OutputEnd, outputEndSchema, type Pair, wireAt } from '@ulpen/core';
import type { Knex } from 'knex';
import { z } from 'zod';
import { assertOwnRefs } from '../database/own-refs.ts';
import { ProblemError } from '../problems/problem-error.ts';

const ENDS = z.object({ ends: z.array(outputEndSchema) });

/** Ends of outputs by their id, with those on plugs that were removed. */
export async function endsOf(db: Knex, outputIds: readonly string[]): Promise<Map<string, OutputEnd[]>> {
  const rows = await db('output_ends')
    .whereIn('output_id', [...outputIds])
    .orderBy(['output_id', 'position'])
    .select('output_id', 'sign', 'cavity_id');
  return grouped(rows, ({ sign, cavity_id }) => ({ sign, cavityId: cavity_id }));
}

interface PlacedRow {
  output_id: string;
  sign: EndView['sign'];
  cavity_id: string;
  number: number;
  connector_id: string;
  name: string;
  unit_id: string;
}

/** Ends in sight of all outputs of a job, with plug, number and wire as map and readings have them. */
export async function placedEnds(db: Knex, jobId: string): Promise<Map<string, EndView[]>> {
  const rows: PlacedRow[] = await db('output_ends as e')
    .join('cavities as v', 'v.id', 'e.cavity_id')
    .join('connectors as c', 'c.id', 'v.connector_id')
    .join('units as u', 'u.id', 'c.unit_id')
    .where({ 'u.job_id': jobId, 'u.retired_at': null, 'c.retired_at': null, 'v.retired_at': null })
    .orderBy(['e.output_id', 'e.position'])
    .select(
      'e.output_id',
      'e.sign',
      'e.cavity_id',
      'v.number',
      'c.id as connector_id',
      'c.name',
      'c.unit_id',
    );
  const cavityIds = [...new Set(rows.map((r) => r.cavity_id))];
  const readings = await db('readings')
    .whereIn('cavity_id', cavityIds)
    .andWhere({ kind: 'seen', withdrawn_at: null })
    .orderBy('place')
    .select('cavity_id as cavityId', 'observation', 'chapter', 'withdrawn_at as withdrawnAt');
  const claims = await db('claims as c')
    .join('sheets as s', 's.id', 'c.sheet_id')
    .whereIn('c.cavity_id', cavityIds)
    .andWhere({ 's.retired_at': null })
    .whereNotNull('c.wire')
    .orderBy(['s.position', 'c.position'])
    .select('c.cavity_id as cavityId', 'c.wire');
  const wires = new Map(cavityIds.map((id) => [id, wireAt(id, readings, [{ claims }])]));
  return grouped(rows, (row) => ({
    sign: row.sign,
    cavityId: row.cavity_id,
    unitId: row.unit_id,
    connectorId: row.connector_id,
    plug: row.name,
    cavity: row.number,
    wire: wires.get(row.cavity_id)!.wire,
    wireStanding: wires.get(row.cavity_id)!.standing,
  }));
}

function grouped<R extends { output_id: string }, T>(
  rows: readonly R[],
  as: (row: R) => T,
): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) groups.set(row.output_id, [...(groups.get(row.output_id) ?? []), as(row)]);
  return groups;
}

/** What an output's ends become. Those on plugs that were removed stay, since nobody sees them to keep them. */
export async function writeEnds(db: Knex, outputId: string, ends: readonly OutputEnd[]): Promise<void> {
  await db('output_ends')
    .where({ output_id: outputId })
    .whereIn('cavity_id', (seen) =>
      seen
        .from('cavities as v')
        .join('connectors as c', 'c.id', 'v.connector_id')
        .join('units as u', 'u.id', 'c.unit_id')
        .where({ 'v.retired_at': null, 'c.retired_at': null, 'u.retired_at': null })
        .select('v.id'),
    )
    .delete();
  if (ends.length === 0) return;
  const rows = ends.map(({ sign, cavityId }, position) => ({
    output_id: outputId,
    sign,
    cavity_id: cavityId,
    position,
  }));
  await db('output_ends').insert(rows);
}

/** The ends of a unit's outputs are free still, after it was out of sight. */
export async function assertUnitEndsFree(db: Knex, jobId: string, unitId: string): Promise<void> {
  const rows = await db('pairs').where({ unit_id: unitId, retired_at: null });
  const ends = await placedEnds(db, jobId);
  for (const row of rows) {
    const { id, side, axle, way, suffix, stage } = row;
    await assertEndsFree(db, jobId, { side, axle, way, suffix, stage, ends: ends.get(id) ?? [] }, id);
  }
}

/**
 * Ends lie on cavities of this job that hold a wire, and no other output has them.
 *
 * @param except the output itself
 */
export async function assertEndsFree(
  db: Knex,
  jobId: string,
  output: Pick<Pair, 'side' | 'axle' | 'way' | 'suffix' | 'stage' | 'ends'>,
  except: string | null,
): Promise<void> {
  if (output.ends.length === 0) return;
  await assertOwnRefs(db, jobId, ENDS, { ends: output.ends });
  const at = (end: number) => `ends.${end}.cavityId`;
  const cavityIds = output.ends.map((e) => e.cavityId);
  const empty = await db('cavities').whereIn('id', cavityIds).andWhere({ empty: true }).pluck('id');
  const unwired = output.ends.flatMap(({ cavityId }, n) =>
    empty.includes(cavityId)
      ? [
          {
            field: at(n),
            message: 'this cavity is marked as empty; change the plug in Find if it holds a wire',
          },
        ]
      : [],
  );
  if (unwired.length > 0) throw ProblemError.invalid(unwired);
  const rows = await db('output_ends as e')
    .join('pairs as p', 'p.id', 'e.output_id')
    .join('units as u', 'u.id', 'p.unit_id')
    .whereIn('e.cavity_id', cavityIds)
    .andWhere({ 'p.retired_at': null, 'u.retired_at': null })
    .select('p.id', 'p.side', 'p.axle', 'p.way', 'p.suffix', 'p.stage', 'e.sign', 'e.cavity_id');
  const others = rows
    .filter((row) => row.id !== except)
    .map(({ sign, cavity_id, ...other }) => ({ ...other, ends: [{ sign, cavityId: cavity_id }] }));
  const conflicts = endConflicts(output, others);
  if (conflicts.length > 0)
    throw ProblemError.invalid(conflicts.map(({ end, message }) => ({ field: at(end), message })));
}

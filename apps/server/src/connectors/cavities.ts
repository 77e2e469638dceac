import { cavityCount, type ConnectorFields } from '@ulpen/core';
import type { Knex } from 'knex';
import { ProblemError } from '../problems/problem-error.ts';

interface NamedCavity {
  id: string;
  number: number;
  /** by a reading that is not withdrawn, a row of a sheet that is not retired, or an output in sight */
  live: boolean;
}

/** Cavities of a plug that any reading, claim or output names, withdrawn and retired ones among them. */
export async function cavitiesNamed(db: Knex, connectorId: string): Promise<NamedCavity[]> {
  const { rows } = await db.raw<{ rows: NamedCavity[] }>(
    `select v.id, v.number, bool_or(x.live) as live from cavities v join (
       select cavity_id, withdrawn_at is null as live from readings
       union all select other_cavity_id, withdrawn_at is null from readings where other_cavity_id is not null
       union all select c.cavity_id, s.retired_at is null from claims c join sheets s on s.id = c.sheet_id
       union all select e.cavity_id, p.retired_at is null and o.retired_at is null
         from output_ends e join pairs p on p.id = e.output_id join units o on o.id = p.unit_id
     ) x on x.cavity_id = v.id
     where v.connector_id = ? group by v.id, v.number order by v.number`,
    [connectorId],
  );
  return rows;
}

/**
 * Brings a plug's cavities to its shape. One that falls away but is named in the record is retired, and comes back
 * with the shape; one that is named by what still counts cannot fall away or be called empty.
 *
 * @param retired numbers beyond the shape that a job file's record names
 */
export async function writeCavities(
  db: Knex,
  connectorId: string,
  fields: Pick<ConnectorFields, 'rows' | 'empty'>,
  retired: readonly number[] = [],
): Promise<void> {
  const count = cavityCount(fields);
  const named = await cavitiesNamed(db, connectorId);
  assertNothingHidden(named, count, fields.empty);
  const kept = named.filter((v) => v.number > count).map((v) => v.id);
  const beyond = () => db('cavities').where({ connector_id: connectorId }).andWhere('number', '>', count);
  await beyond().whereNotIn('id', kept).delete();
  await beyond().whereNull('retired_at').update({ retired_at: db.fn.now() });
  const rows = Array.from({ length: count }, (_, i) => ({
    connector_id: connectorId,
    number: i + 1,
    empty: fields.empty.includes(i + 1),
    retired_at: null as unknown,
  }));
  const old = retired
    .filter((number) => number > count)
    .map((number) => ({
      connector_id: connectorId,
      number,
      empty: false,
      retired_at: db.fn.now() as unknown,
    }));
  await db('cavities')
    .insert([...rows, ...old])
    .onConflict(['connector_id', 'number'])
    .merge(['empty', 'retired_at']);
}

function assertNothingHidden(named: readonly NamedCavity[], count: number, empty: readonly number[]): void {
  const hidden = named.filter((v) => v.live && (v.number > count || empty.includes(v.number)));
  if (hidden.length === 0) return;
  const numbers = hidden.map((v) => v.number).join(', ');
  const field = hidden.some((v) => v.number > count) ? 'rows' : 'empty';
  throw ProblemError.invalid([
    {
      field,
      message: `cavity ${numbers} has readings, rows of a sheet or an output of Listen; withdraw or remove those first`,
    },
  ]);
}

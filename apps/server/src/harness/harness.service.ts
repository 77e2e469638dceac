import { Injectable } from '@nestjs/common';
import {
  type ClaimFields,
  clip,
  type Connector,
  type FindingRow,
  isAudio,
  type HarnessView,
  type OutputsFound,
  type Pair,
  wireOf,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { ComputePool } from '../compute/compute-pool.ts';
import type { Findable, MappedHarness } from '../compute/tasks.ts';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { found } from '../database/rows.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { ReadingsRepository } from '../readings/readings.repository.ts';
import { SheetsRepository } from '../sheets/sheets.repository.ts';
import { SpeakersRepository } from '../speakers/speakers.repository.ts';
import { SimulationsService } from '../simulations/simulations.service.ts';
import { UnitsRepository } from '../units/units.repository.ts';
import { assertUnitThere } from '../units/unit-there.ts';

@Injectable()
export class HarnessService {
  constructor(
    private readonly db: Database,
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly connectors: ConnectorsRepository,
    private readonly readings: ReadingsRepository,
    private readonly sheets: SheetsRepository,
    private readonly pairs: PairsRepository,
    private readonly speakers: SpeakersRepository,
    private readonly simulations: SimulationsService,
    private readonly pool: ComputePool,
  ) {}

  /** What is in sight of a job's plugs. */
  async seen(db: Knex, jobId: string): Promise<Findable> {
    await this.jobs.get(db, jobId);
    return {
      connectors: await this.connectors.ofJob(db, jobId),
      readings: await this.readings.ofJob(db, jobId),
      sheets: await this.sheets.ofJob(db, jobId),
    };
  }

  /** A {@link HarnessView} as JSON text: with all its readings the largest answer there is, and the most asked for. */
  viewAsJson(jobId: string, wanted: (db: Knex) => Promise<boolean>): Promise<string | undefined> {
    return this.db.snapshot(async (db) => {
      if (!(await wanted(db))) return undefined;
      const rest: Omit<HarnessView, 'readings'> = {
        connectors: await this.connectors.ofJob(db, jobId),
        sheets: await this.sheets.ofJob(db, jobId),
        simulation: await this.simulations.view(db, jobId),
      };
      const readings = await this.readings.ofJobAsJson(db, jobId);
      return `{"readings":${readings},${JSON.stringify(rest).slice(1)}`;
    });
  }

  /** Every cavity of a job with what is known of it. */
  async findings(jobId: string, signal: AbortSignal): Promise<FindingRow[]> {
    const given = await this.db.snapshot(async (db) => ({
      record: await this.seen(db, jobId),
      names: new Map((await this.units.ofJob(db, jobId)).map((u) => [u.id, u.name])),
    }));
    return this.pool.run('findings', given, { signal });
  }

  /**
   * A plug of another job drawn again on a unit of this one. What was found there comes along as a sheet: claimed,
   * never measured.
   */
  async copy(unitId: string, connectorId: string, by: Actor): Promise<Connector> {
    const { source, from, record } = await this.db.snapshot(async (db) => {
      const source = await this.connectors.get(db, connectorId);
      const unit = found(await db('units').where({ id: source.unitId }).first('job_id'), 'unit');
      const from = await this.jobs.get(db, unit.job_id);
      return { source, from, record: await this.seen(db, unit.job_id) };
    });
    const claims = claimsOf(source, record, await this.pool.run('mapHarness', record));
    return this.db.inJobOf('unit', unitId, by, async (trx, jobId) => {
      await assertUnitThere(trx, unitId, 'unit');
      const { id: _, unitId: __, version: ___, cavities, photos: ____, ...fields } = source;
      const name = await freeName(trx, unitId, fields.name);
      // What another person confirmed on another car is not confirmed on this one.
      const confirmed = fields.confirmed === 'restraint' ? 'restraint' : 'no';
      const copy = await this.connectors.add(trx, unitId, { ...fields, name, confirmed });
      const here = new Map(copy.cavities.map((c) => [c.number, c.id]));
      const numbers = new Map(cavities.map((c) => [c.id, c.number]));
      const own = claims.map((c) => ({ ...c, cavityId: here.get(numbers.get(c.cavityId)!)! }));
      if (own.length > 0) {
        await this.sheets.add(trx, jobId, {
          name: clip(`From ${from.car}`, 60),
          source: `plug ${source.name} of another job`,
          chosenVariant: null,
          claims: own,
        });
      }
      return this.connectors.get(trx, copy.id);
    });
  }

  /** Outputs that Find settled become outputs of Listen, each once; what stays out is said. */
  takeOver(jobId: string, by: Actor): Promise<OutputsFound> {
    return this.db.inJob(jobId, by, async (trx) => {
      const units = await this.units.ofJob(trx, jobId);
      const known = await this.pairs.ofJob(trx, jobId);
      const record = await this.seen(trx, jobId);
      const { add, join, leaveOut } = await this.pool.run('outputsToListen', { record, units, known });
      const added: Pair[] = [];
      for (const { unitId, fields, ways } of add) {
        const pair = await this.pairs.add(trx, jobId, unitId, fields);
        await this.speakers.addDriven(trx, jobId, pair, ways);
        added.push(pair);
      }
      const joined: Pair[] = [];
      for (const { pairId, ends } of join) {
        const { id, unitId: _, version, ...fields } = await this.pairs.get(trx, pairId);
        joined.push(await this.pairs.change(trx, jobId, id, version, { ...fields, ends }));
      }
      return { added, joined, leftOut: leaveOut };
    });
  }
}

async function freeName(db: Knex, unitId: string, wanted: string): Promise<string> {
  const taken = new Set(
    (await db('connectors').where({ unit_id: unitId, retired_at: null }).select('name')).map((r) =>
      r.name.toLowerCase(),
    ),
  );
  let name = wanted;
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${clip(wanted, 16)}-${n}`;
  return name;
}

/** What was found on one plug, as claims about it. */
function claimsOf(connector: Connector, record: Findable, { map, indexOf }: MappedHarness): ClaimFields[] {
  const live = record.readings.filter((r) => r.withdrawnAt === null);
  return connector.cavities.flatMap((cavity): ClaimFields[] => {
    const finding = map.cavities[indexOf.get(cavity.id) ?? -1];
    if (!finding) return [];
    const pair = finding.pair === null ? null : map.pairs[finding.pair];
    const wire = wireOf(live.filter((r) => r.cavityId === cavity.id));
    const known = finding.state !== 'open';
    if (!known && wire === null) return [];
    const told = known && pair && pair.state !== 'open' && isAudio(pair.kind);
    return [
      {
        cavityId: cavity.id,
        variant: '',
        role: known ? finding.role : null,
        channel: told && pair.channel && pair.channel.state !== 'open' ? pair.channel.channel : null,
        sign:
          told && pair.polarity.state !== 'open'
            ? pair.plusCavityId === cavity.id
              ? 'plus'
              : 'minus'
            : null,
        wire,
        text: '',
      },
    ];
  });
}

import { Inject, Injectable } from '@nestjs/common';
import {
  type ClaimFields,
  type Connector,
  type FindingRow,
  findingRows,
  harnessInputOf,
  type HarnessView,
  type HarnessWorkings,
  mapHarness,
  type Pair,
  wireOf,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import { KNEX } from '../database/knex.ts';
import { found } from '../database/rows.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { PairsRepository } from '../pairs/pairs.repository.ts';
import { ReadingsRepository } from '../readings/readings.repository.ts';
import { SheetsRepository } from '../sheets/sheets.repository.ts';
import { SimulationsService } from '../simulations/simulations.service.ts';
import { UnitsRepository } from '../units/units.repository.ts';

type Findable = Omit<HarnessView, 'simulation'>;

@Injectable()
export class HarnessService {
  constructor(
    @Inject(KNEX) private readonly knex: Knex,
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly connectors: ConnectorsRepository,
    private readonly readings: ReadingsRepository,
    private readonly sheets: SheetsRepository,
    private readonly pairs: PairsRepository,
    private readonly simulations: SimulationsService,
  ) {}

  async record(jobId: string): Promise<Findable> {
    await this.jobs.get(jobId);
    const [connectors, readings, sheets] = await Promise.all([
      this.connectors.ofJob(jobId),
      this.readings.ofJob(jobId),
      this.sheets.ofJob(jobId),
    ]);
    return { connectors, readings, sheets };
  }

  async view(jobId: string): Promise<HarnessView> {
    return { ...(await this.record(jobId)), simulation: await this.simulations.view(jobId) };
  }

  /** Every cavity of a job with what is known of it. */
  async findings(jobId: string): Promise<FindingRow[]> {
    const record = await this.record(jobId);
    const units = await this.units.ofJob(jobId);
    return findingRows(
      record,
      mapHarness(harnessInputOf(record, [])),
      new Map(units.map((u) => [u.id, u.name])),
    );
  }

  /**
   * A plug of another job drawn again on a unit of this one. What was found there comes along as a sheet: claimed,
   * never measured.
   */
  async copy(unitId: string, connectorId: string): Promise<Connector> {
    const source = await this.connectors.get(connectorId);
    const unit = found(await this.knex('units').where({ id: source.unitId }).first('job_id'), 'unit');
    const target = found(await this.knex('units').where({ id: unitId }).first('job_id'), 'unit');
    const from = await this.jobs.get(unit.job_id);
    const record = await this.record(unit.job_id);
    const claims = claimsOf(source, record, mapHarness(harnessInputOf(record, [])));
    return this.knex.transaction(async (trx) => {
      const { id: _, unitId: __, version: ___, cavities, photos: ____, ...fields } = source;
      const name = await freeName(trx, unitId, fields.name);
      // What another person confirmed on another car is not confirmed on this one.
      const copy = await this.connectors.add(
        unitId,
        { ...fields, name, confirmed: fields.confirmed === 'restraint' ? 'restraint' : 'no' },
        trx,
      );
      const here = new Map(copy.cavities.map((c) => [c.number, c.id]));
      const numbers = new Map(cavities.map((c) => [c.id, c.number]));
      const own = claims.map((c) => ({ ...c, cavityId: here.get(numbers.get(c.cavityId)!)! }));
      if (own.length > 0) {
        const sheet = {
          name: `From ${from.car}`.slice(0, 60),
          source: `plug ${source.name} of another job`,
          chosenVariant: null,
          claims: own,
        };
        await this.sheets.add(target.job_id, sheet, trx);
      }
      return copy;
    });
  }

  /** Speaker outputs that are found become outputs of Listen, each once. */
  async takeOver(jobId: string): Promise<Pair[]> {
    const record = await this.record(jobId);
    const { map } = mapHarness(harnessInputOf(record, []));
    const at = new Map(
      record.connectors.flatMap((c) => c.cavities.map((v) => [v.id, { connector: c, number: v.number }])),
    );
    const live = record.readings.filter((r) => r.withdrawnAt === null);
    const wire = (cavityId: string) => wireOf(live.filter((r) => r.cavityId === cavityId));
    return this.knex.transaction(async (trx) => {
      const units = await trx('units').where({ job_id: jobId }).forUpdate().select('id');
      const known = await this.pairs.ofUnits(units.map((u) => u.id));
      const added: Pair[] = [];
      for (const pair of map.pairs) {
        if (pair.kind !== 'output' || pair.state === 'open' || !pair.channel || pair.channel.state === 'open')
          continue;
        const plus = at.get(pair.plusCavityId)!;
        const minus = at.get(pair.minusCavityId)!;
        if (plus.connector.id !== minus.connector.id) continue;
        const plug = plus.connector.name;
        const taken = (p: Pair) =>
          p.unitId === plus.connector.unitId &&
          p.plug === plug &&
          [p.plusCavity, p.minusCavity].some((n) => n === plus.number || n === minus.number);
        if ([...known, ...added].some(taken)) continue;
        const twins = [...known, ...added].filter(
          (p) =>
            p.unitId === plus.connector.unitId &&
            p.side === pair.channel!.channel.side &&
            p.axle === pair.channel!.channel.axle &&
            p.way === pair.channel!.channel.way,
        );
        const fields = {
          ...pair.channel.channel,
          suffix: twins.length > 0 ? `${twins.length + 1}` : '',
          plug,
          plusCavity: plus.number,
          minusCavity: minus.number,
          plusWire: wire(pair.plusCavityId),
          minusWire: wire(pair.minusCavityId),
          polarity: 'normal' as const,
          polarityStanding: pair.polarity.state === 'open' ? ('assumed' as const) : pair.polarity.standing,
        };
        added.push(await this.pairs.add(plus.connector.unitId, fields, trx));
      }
      return added;
    });
  }
}

async function freeName(trx: Knex, unitId: string, wanted: string): Promise<string> {
  const taken = new Set(
    (await trx('connectors').where({ unit_id: unitId }).select('name')).map((r) => r.name.toLowerCase()),
  );
  let name = wanted;
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${wanted.slice(0, 16)}-${n}`;
  return name;
}

/** What was found on one plug, as claims about it. */
function claimsOf(connector: Connector, record: Findable, { map, indexOf }: HarnessWorkings): ClaimFields[] {
  const live = record.readings.filter((r) => r.withdrawnAt === null);
  return connector.cavities.flatMap((cavity): ClaimFields[] => {
    const finding = map.cavities[indexOf.get(cavity.id) ?? -1];
    if (!finding) return [];
    const pair = finding.pair === null ? null : map.pairs[finding.pair];
    const wire = wireOf(live.filter((r) => r.cavityId === cavity.id));
    const known = finding.state !== 'open';
    if (!known && wire === null) return [];
    const told = known && pair && pair.kind !== 'data';
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

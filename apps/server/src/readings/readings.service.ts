import { Inject, Injectable } from '@nestjs/common';
import {
  batteryLock,
  type ConnectorFields,
  lockOf,
  type Problem,
  type Reading,
  type ReadingFields,
  unlikely,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';
import { found } from '../database/rows.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { type NamedCavity, ReadingsRepository } from './readings.repository.ts';

type Fault = NonNullable<Problem['errors']>[number];

@Injectable()
export class ReadingsService {
  constructor(
    @Inject(KNEX) private readonly knex: Knex,
    private readonly readings: ReadingsRepository,
  ) {}

  /** Takes readings in, all or none: each is looked at against its plug's lock and against what a car can give. */
  take(jobId: string, list: readonly ReadingFields[], simulated = false, within?: Knex): Promise<Reading[]> {
    const write = async (trx: Knex) => {
      found(await trx('jobs').where({ id: jobId }).forShare().first('id'), 'job');
      const ids = list.flatMap((r) => (r.otherCavityId ? [r.cavityId, r.otherCavityId] : [r.cavityId]));
      const cavities = await this.readings.cavities(jobId, ids, trx);
      const faults = list.flatMap((r, n) =>
        faultsOf(r, cavities).map((f) => ({ ...f, field: `readings.${n}.${f.field}` })),
      );
      if (faults.length > 0) throw ProblemError.invalid(faults.slice(0, 50));
      return this.readings.add(
        jobId,
        list.map((r) => ({ ...r, simulated })),
        trx,
      );
    };
    return within ? write(within) : this.knex.transaction(write);
  }
}

function faultsOf(reading: ReadingFields, cavities: ReadonlyMap<string, NamedCavity>): Fault[] {
  const ends = [
    ['cavityId', reading.cavityId],
    ['otherCavityId', reading.otherCavityId],
  ] as const;
  const faults: Fault[] = [];
  const looking = reading.observation.kind === 'seen' || reading.observation.kind === 'note';
  for (const [field, id] of ends) {
    if (id === null) continue;
    const cavity = cavities.get(id);
    if (!cavity) {
      faults.push({ field, message: 'is no cavity of this job' });
      continue;
    }
    const place = `${cavity.plug}·${cavity.number}`;
    const plug = { ...cavity, name: cavity.plug } as NamedCavity & Pick<ConnectorFields, 'name' | 'shell'>;
    const lock = lockOf(plug, reading.observation.kind);
    if (lock) faults.push({ field, message: lock });
    else if (cavity.empty && !looking)
      faults.push({
        field,
        message: `${place} is marked empty; if there is a wire after all, change the plug first`,
      });
  }
  const { observation, conditions } = reading;
  const byBattery = observation.kind === 'cone' && observation.source === 'battery';
  const battery = byBattery ? batteryLock(conditions) : null;
  if (battery) faults.push({ field: 'observation.source', message: battery });
  const asks = unlikely(reading);
  if (asks && !reading.confirmed) faults.push({ field: 'confirmed', message: asks.text });
  return faults;
}

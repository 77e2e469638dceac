import { Injectable } from '@nestjs/common';
import {
  kindOf,
  batteryLock,
  type ConnectorFields,
  type IntakeFields,
  lockOf,
  type Problem,
  type Reading,
  type ReadingFields,
  unlikely,
} from '@ulpen/core';
import type { Knex } from 'knex';
import { InstrumentsRepository } from '../instruments/instruments.repository.ts';
import { IntakesRepository } from '../intakes/intakes.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { type NamedCavity, type NewReading, ReadingsRepository } from './readings.repository.ts';

type Fault = NonNullable<Problem['errors']>[number];

@Injectable()
export class ReadingsService {
  constructor(
    private readonly readings: ReadingsRepository,
    private readonly intakes: IntakesRepository,
    private readonly instruments: InstrumentsRepository,
  ) {}

  /**
   * Takes readings in, all or none: each is looked at against its plug's lock and against what a car can give. The job
   * is locked meanwhile, so that no plug changes between the look and the writing.
   */
  async take(db: Knex, jobId: string, list: readonly ReadingFields[], simulated = false): Promise<Reading[]> {
    const faults = await this.faults(db, jobId, list);
    if (faults.length > 0)
      throw ProblemError.invalid(faults.slice(0, 50).map((f) => ({ ...f, field: `readings.${f.field}` })));
    const made: NewReading[] = [];
    for (const [n, r] of list.entries()) {
      // Most of a batch were made with the same.
      const same = n > 0 && JSON.stringify(r.madeWith) === JSON.stringify(list[n - 1].madeWith);
      const madeWith = same
        ? made[n - 1].madeWith
        : await this.instruments.named(db, r.madeWith, `readings.${n}.madeWith`);
      made.push({ ...r, simulated, madeWith });
    }
    return this.readings.add(db, jobId, made);
  }

  /** A withdrawn reading counts again, if it could be taken now. */
  async restore(db: Knex, jobId: string, id: string): Promise<Reading> {
    const reading = await this.readings.get(db, id);
    const faults = await this.faults(db, jobId, [{ ...reading, confirmed: true }]);
    if (faults.length > 0) throw ProblemError.invalid(faults.map((f) => ({ ...f, field: f.field.slice(2) })));
    return this.readings.setWithdrawn(db, id, false);
  }

  private async faults(db: Knex, jobId: string, list: readonly ReadingFields[]): Promise<Fault[]> {
    const ids = list.flatMap((r) => (r.otherCavityId ? [r.cavityId, r.otherCavityId] : [r.cavityId]));
    const cavities = await this.readings.cavities(db, jobId, ids);
    const { nominalVolts } = await this.intakes.ofJob(db, jobId);
    return list.flatMap((r, n) =>
      faultsOf(r, cavities, nominalVolts).map((f) => ({ ...f, field: `${n}.${f.field}` })),
    );
  }
}

function faultsOf(
  reading: ReadingFields,
  cavities: ReadonlyMap<string, NamedCavity>,
  net: IntakeFields['nominalVolts'],
): Fault[] {
  const ends = [
    ['cavityId', reading.cavityId],
    ['otherCavityId', reading.otherCavityId],
  ] as const;
  const faults: Fault[] = [];
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
    else if (cavity.empty && kindOf(reading.observation.kind).touches)
      faults.push({
        field,
        message: `${place} is marked empty; if there is a wire after all, change the plug first`,
      });
  }
  const { observation, conditions } = reading;
  const byBattery = observation.kind === 'cone' && observation.source === 'battery';
  const battery = byBattery ? batteryLock(conditions) : null;
  if (battery) faults.push({ field: 'observation.source', message: battery });
  const asks = unlikely(reading, net);
  if (asks && !reading.confirmed) faults.push({ field: 'confirmed', message: asks.text });
  return faults;
}

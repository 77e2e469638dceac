import { Injectable } from '@nestjs/common';
import {
  channelName,
  type Conditions,
  type HarnessView,
  type Job,
  kindOf,
  observationWords,
  type Reading,
  type SimulatedProbe,
  type SimulationFields,
  type SimulationScore,
  type SimulationView,
  writeTable,
} from '@ulpen/core';
import { SimulatedHand, type SimulatedWiring, variedWiring } from '@ulpen/core/carsim';
import type { Knex } from 'knex';
import { ComputePool } from '../compute/compute-pool.ts';
import { ConnectorsRepository } from '../connectors/connectors.repository.ts';
import { found } from '../database/rows.ts';
import { JobsRepository } from '../jobs/jobs.repository.ts';
import { ProblemError } from '../problems/problem-error.ts';
import { ReadingsService } from '../readings/readings.service.ts';
import { UnitsRepository } from '../units/units.repository.ts';
import { type Simulation, SimulationsRepository } from './simulations.repository.ts';

/** Simulated cars: their truth stays here, and the page only ever sees what a meter would show. */
@Injectable()
export class SimulationsService {
  constructor(
    private readonly simulations: SimulationsRepository,
    private readonly jobs: JobsRepository,
    private readonly units: UnitsRepository,
    private readonly connectors: ConnectorsRepository,
    private readonly readings: ReadingsService,
    private readonly pool: ComputePool,
  ) {}

  /** A job to practise on, with its unit in place and nothing known of the plugs. */
  async start(db: Knex, fields: SimulationFields): Promise<Job> {
    const wiring = wiringOf(fields);
    const job = await this.jobs.add(db, {
      car: 'Practice car',
      year: null,
      system: 'simulated; the truth is told at the end',
      place: 'bench',
      wish: 'Find out what is on every cavity. The readings scatter and a probe slips now and then, as in a real car.',
    });
    for (const unit of wiring.units) await this.units.add(db, job.id, unit);
    await this.simulations.add(db, job.id, fields);
    return job;
  }

  /** What a person sees who has the plugs in hand. */
  async view(db: Knex, jobId: string): Promise<SimulationView | null> {
    const simulation = await this.simulations.ofJob(db, jobId);
    if (!simulation) return null;
    const wiring = wiringOf(simulation);
    return {
      plugs: wiring.connectors.map(({ fields }) => ({
        name: fields.name,
        rows: fields.rows.map((r) => r.cavities),
        empty: fields.empty,
        shell: fields.shell ?? '',
      })),
      hasSheet: wiring.sheet !== null,
      taken: simulation.taken,
      revealed: simulation.revealed,
    };
  }

  /** One probe with the simulated meter, logged like any other reading. */
  async probe(db: Knex, jobId: string, probe: SimulatedProbe, conditions: Conditions): Promise<Reading> {
    const simulation = await this.ofJob(db, jobId);
    const wiring = wiringOf(simulation);
    const at = await this.indexOf(db, jobId, wiring);
    const cavity = placed(at, probe.cavityId, 'cavityId');
    const other = probe.otherCavityId === null ? null : placed(at, probe.otherCavityId, 'otherCavityId');
    if (other === null && kindOf(probe.instrument).acrossTwo)
      throw ProblemError.invalid([{ field: 'otherCavityId', message: 'this test goes across two cavities' }]);
    // Every probe has luck of its own, so that asking twice is not the same as asking once.
    const hand = new SimulatedHand(wiring, {
      seed: simulation.seed + 7919 * (simulation.taken + 1),
      slipRate: simulation.slipRate,
    });
    const { observation, slipped } = hand.take(probe.instrument, cavity, other, conditions, probe.source);
    await this.simulations.count(db, jobId, slipped);
    const reading = {
      cavityId: probe.cavityId,
      otherCavityId: probe.otherCavityId,
      observation,
      conditions,
      entered: observationWords(observation),
      confirmed: true,
    };
    return (await this.readings.take(db, jobId, [reading], true))[0];
  }

  /** The pin table found online about this car, as a table to paste; right or not. */
  async sheet(db: Knex, jobId: string): Promise<string> {
    const { sheet, connectors, cavities } = wiringOf(await this.ofJob(db, jobId));
    if (!sheet) throw ProblemError.notFound('sheet for this car');
    return writeTable(
      ['plug', 'cavity', 'wire', 'function', 'option code'],
      sheet.rows.map((row) => {
        const { connector, number } = cavities[row.cavity];
        const sign = row.sign === null ? '' : row.sign === 'plus' ? ' plus' : ' minus';
        const name = row.channel
          ? `${channelName(row.channel)} ${row.role === 'input' ? 'input' : 'speaker'}${sign}`
          : WRITTEN[row.role];
        return [connectors[connector].fields.name, number, row.wire, name, row.variant];
      }),
    );
  }

  /** Tells the truth and counts what was found. From here on the car is no longer secret. */
  async reveal(db: Knex, jobId: string, view: Omit<HarnessView, 'simulation'>): Promise<SimulationScore> {
    const simulation = await this.ofJob(db, jobId);
    const wiring = wiringOf(simulation);
    await this.simulations.reveal(db, jobId);
    const at = await this.indexOf(db, jobId, wiring);
    const { map, indexOf } = await this.pool.run('mapHarness', view);
    const idOf = new Map([...at].map(([id, index]) => [index, id]));
    const cavities = [...at].flatMap(([cavityId, index]): SimulationScore['cavities'] => {
      const truth = wiring.cavities[index];
      const place = indexOf.get(cavityId);
      const finding = place === undefined ? null : map.cavities[place];
      const pair = truth.pair === null ? null : wiring.pairs[truth.pair];
      if (truth.wire === null) return [];
      const foundPair = finding?.pair === null || !finding ? null : map.pairs[finding.pair];
      const channel = pair?.channel ? channelName(pair.channel) : null;
      const sign = pair && pair.kind !== 'data' ? (pair.plus === index ? 'plus' : 'minus') : null;
      const foundChannel = foundPair?.channel ? channelName(foundPair.channel.channel) : null;
      const foundSign = foundPair ? (foundPair.plusCavityId === cavityId ? 'plus' : 'minus') : null;
      return [
        {
          cavityId,
          role: truth.role,
          channel,
          sign,
          roleRight: finding?.role === truth.role,
          channelRight: channel === null ? null : foundChannel === channel,
          signRight: sign === null ? null : foundSign === sign,
        },
      ];
    });
    const byId = new Map(cavities.map((c) => [c.cavityId, c]));
    const audio = wiring.pairs.filter((p) => p.kind !== 'data');
    const good = (index: number) => {
      const c = byId.get(idOf.get(index) ?? '');
      return c !== undefined && c.roleRight && c.channelRight === true && c.signRight === true;
    };
    const wires = wiring.cavities.flatMap((c, index) => (c.wire === null ? [] : [{ c, index }]));
    return {
      cavities,
      wires: wires.length,
      missed: wires
        .filter(({ index }) => !idOf.has(index))
        .map(({ c }) => `${wiring.connectors[c.connector].fields.name}·${c.number}`),
      rolesRight: cavities.filter((c) => c.roleRight).length,
      pairs: audio.length,
      pairsRight: audio.filter((p) => good(p.plus) && good(p.minus)).length,
      readings: simulation.taken,
      slips: simulation.slips,
    };
  }

  private async ofJob(db: Knex, jobId: string): Promise<Simulation> {
    return found(await this.simulations.ofJob(db, jobId), 'simulated car');
  }

  /** Cavities of the job's plugs in the car, matched by the plug's name and the number. */
  private async indexOf(db: Knex, jobId: string, wiring: SimulatedWiring): Promise<Map<string, number>> {
    const connectors = await this.connectors.ofJob(db, jobId);
    return new Map(
      connectors.flatMap((c) => {
        const plug = wiring.connectors.findIndex((p) => p.fields.name.toLowerCase() === c.name.toLowerCase());
        return c.cavities.flatMap((v): [string, number][] => {
          const index = wiring.cavities.findIndex((t) => t.connector === plug && t.number === v.number);
          return index < 0 ? [] : [[v.id, index]];
        });
      }),
    );
  }
}

const WRITTEN = {
  battery: 'B+ battery',
  switched: 'Ignition',
  ground: 'Ground',
  remote: 'Remote turn-on',
  data: 'CAN data',
  input: 'input',
  output: 'speaker output',
  mute: 'Mute',
  microphone: 'Microphone',
  illumination: 'Illumination',
  antenna: 'Antenna feed',
  unused: 'unused',
};

const wiringOf = ({ seed, connectors, sheet, reversedPairs }: SimulationFields): SimulatedWiring =>
  variedWiring({
    seed,
    ...(connectors !== null && { connectors }),
    ...(sheet !== null && { sheet }),
    ...(reversedPairs !== null && { reversedPairs }),
  });

function placed(at: ReadonlyMap<string, number>, id: string, field: string): number {
  const index = at.get(id);
  if (index === undefined) {
    const message =
      'the simulated car has no such plug or cavity; name the plugs as they are in front of you';
    throw ProblemError.invalid([{ field, message }]);
  }
  return index;
}

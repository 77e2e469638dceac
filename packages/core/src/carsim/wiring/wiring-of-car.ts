import { START_CONDITIONS } from '../../model/conditions.ts';
import { nextTests } from '../../harness/next-test.ts';
import { mapHarness } from '../../harness/map-harness.ts';
import type { HarnessReading } from '../../harness/harness-input.ts';
import { seededRandom } from '../../quantity/random.ts';
import type { SimulatedCar, SimulatedHarness } from '../simulated-car.ts';
import { SimulatedHand } from './meter.ts';
import { harnessOf } from './routine.ts';
import { sheetFor } from './sheets.ts';
import { plainPlug } from './varied-wiring.ts';
import type { SimulatedWiring, TrueCavity, TruePair } from './wiring.ts';

const VOLUME = 18;

/** A demo car's first unit as wiring: its outputs and what else is on its plugs. */
export function wiringOfCar(car: SimulatedCar, harness: SimulatedHarness): SimulatedWiring {
  const [{ unit, outputs }] = car.units;
  const cavities: TrueCavity[] = harness.connectors.flatMap(({ rows }, connector) =>
    Array.from({ length: rows.reduce((a, b) => a + b, 0) }, (_, i) => ({
      connector,
      number: i + 1,
      role: 'unused' as const,
      wire: null,
      thick: false,
      twistedWith: null,
      pair: null,
    })),
  );
  const indexOf = (plug: string, number: number) =>
    cavities.findIndex((c) => harness.connectors[c.connector].name === plug && c.number === number);
  const pairs: TruePair[] = [];
  const join = (
    pair: Omit<TruePair, 'plus' | 'minus'>,
    at: [string, number, number],
    wires: [string, string],
    twisted: boolean,
  ) => {
    const [plus, minus] = [indexOf(at[0], at[1]), indexOf(at[0], at[2])];
    const number = pairs.push({ ...pair, plus, minus }) - 1;
    [plus, minus].forEach((i, n) => {
      const mate = n === 0 ? minus : plus;
      cavities[i] = {
        ...cavities[i],
        role: pair.kind,
        wire: wires[n],
        pair: number,
        twistedWith: twisted ? mate : null,
      };
    });
  };
  for (const { pair, at, wires } of outputs) {
    const drivers = pair.way === 'full' ? (['woofer', 'tweeter'] as const) : [pair.way];
    const ohms = pair.way === 'tweeter' ? null : pair.way === 'subwoofer' ? 1.8 : 3.6;
    join(
      {
        kind: 'output',
        channel: { side: pair.side, axle: pair.axle, way: pair.way },
        driverOhms: ohms,
        drivers: [...drivers],
      },
      at,
      wires,
      false,
    );
  }
  for (const { channel, at, wires } of harness.inputs)
    join({ kind: 'input', channel, driverOhms: null, drivers: [] }, at, wires, true);
  if (harness.data)
    join(
      { kind: 'data', channel: null, driverOhms: null, drivers: [] },
      harness.data.at,
      harness.data.wires,
      true,
    );
  for (const { plug, cavity, role, wire, thick } of harness.wires) {
    const i = indexOf(plug, cavity);
    cavities[i] = { ...cavities[i], role, wire, thick: thick ?? false };
  }
  const wiring: SimulatedWiring = {
    units: [unit],
    connectors: harness.connectors.map(({ name, rows }, connector) => ({
      unit: 0,
      fields: plainPlug({
        name,
        rows: rows.map((count) => ({ cavities: count, indent: 0 })),
        confirmed: 'audio',
        empty: cavities.filter((c) => c.connector === connector && c.wire === null).map((c) => c.number),
      }),
    })),
    cavities,
    pairs,
    habits: {
      supplyVolts: 12.5,
      inputRestVolts: 2.5,
      remoteVolts: 11.8,
      muteVolts: 0,
      asleepDataVolts: 0.1,
      dataOhms: 60,
    },
    sheet: null,
    seed: car.seed,
  };
  const sheet = harness.sheet === 'none' ? null : sheetFor(wiring, harness.sheet, seededRandom(car.seed));
  return { ...wiring, sheet };
}

/** What a person has on record who always did the most telling test, up to a number of readings. */
export function bestReadings(wiring: SimulatedWiring, count: number): HarnessReading[] {
  const hand = new SimulatedHand(wiring, { seed: wiring.seed, slipRate: 0.02 });
  const readings: HarnessReading[] = [];
  let now = START_CONDITIONS;
  while (readings.length < count) {
    const [test] = nextTests(mapHarness(harnessOf(wiring, readings)), now, 1);
    if (!test) break;
    now = test.conditions.sound === 'playing' ? { ...test.conditions, volumeStep: VOLUME } : test.conditions;
    const other = test.otherCavityId === null ? null : Number(test.otherCavityId);
    const { observation } = hand.take(test.instrument, Number(test.cavityId), other, now);
    const { cavityId, otherCavityId } = test;
    readings.push({ id: `r${readings.length}`, cavityId, otherCavityId, observation, conditions: now });
  }
  return readings;
}

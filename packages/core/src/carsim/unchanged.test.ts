import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { demoLibrary } from './devices.ts';
import { simulatedOutput } from './simulated-input.ts';
import { soundOfOutputs, trueDistortion } from './sound-of-output.ts';
import { sixDbDown, variedClassCase, variedOutput } from './varied.ts';
import { variedBass } from './varied-behaviour.ts';
import { SimulatedHand } from './wiring/meter.ts';
import { harnessOf, inOrder } from './wiring/routine.ts';
import { variedWiring } from './wiring/varied-wiring.ts';
import { wiringOfCar } from './wiring/wiring-of-car.ts';
import { DEMO_CARS } from './cars/index.ts';
import { HAZARDS } from './hazards.ts';
import { caseOf } from './hazard-case.ts';
import type { SimulatedCar } from './simulated-car.ts';
import { type CarRecords, recordsOfCar } from './view-of-car.ts';

/** Six digits of every number, and every 97th sample of a recording: what differs in the last bits is no other car. */
function digest(what: unknown): string {
  const text = JSON.stringify(what, (_, value: unknown) =>
    typeof value === 'number'
      ? Number(value.toPrecision(6))
      : value instanceof Float32Array
        ? [...value].filter((__, i) => i % 97 === 0)
        : value,
  );
  return createHash('sha256').update(text).digest('hex').slice(0, 12);
}
/** The record of a car that nobody has measured yet. */
const unmeasured = (car: SimulatedCar): CarRecords => {
  const bare = structuredClone(car);
  if (bare.harness) bare.harness.readings = 0;
  for (const output of bare.units.flatMap((u) => u.outputs))
    Object.assign(output, { measuredAtSteps: [], tonesAtSteps: [], silences: false });
  return recordsOfCar(bare);
};
const seeds = (n: number) => Array.from({ length: n }, (_, i) => i + 1);
const SHEETS = ['none', 'right', 'wrong', 'both'] as const;

/**
 * The figures in docs/accuracy.md are about these cars. Whoever changes the simulation makes other cars: then the tables
 * are to be made anew (`npm run accuracy`), and what stands here with them.
 */
describe('the simulated cars are those that the accuracy tables were made with', () => {
  it.each<[string, () => unknown, string]>([
    [
      'wirings',
      () => seeds(24).map((seed) => variedWiring({ seed, sheet: SHEETS[seed % 4] })),
      '731b4ed5f3db',
    ],
    [
      'wirings of several plugs',
      () => seeds(8).map((seed) => variedWiring({ seed, connectors: 1 + (seed % 4) })),
      '30ab56734796',
    ],
    [
      'what mapping gets of them',
      () => seeds(4).map((seed) => harnessOf(variedWiring({ seed, sheet: SHEETS[seed % 4] }), [])),
      'fd6e4bee2f5b',
    ],
    [
      'readings on them',
      () =>
        seeds(8).map((seed) => {
          const wiring = variedWiring({ seed, sheet: SHEETS[seed % 4] });
          return inOrder(wiring, new SimulatedHand(wiring, { seed: 7 * seed, slipRate: 0.05 * (seed % 3) }));
        }),
      'ebc738281ba0',
    ],
    [
      'measured outputs',
      () => seeds(4).flatMap((seed) => [variedOutput(seed, 'clean'), variedOutput(seed, 'equalised')]),
      '4c377eace421',
    ],
    ['outputs of every class', () => seeds(24).map((seed) => variedClassCase(seed)), '4f93e820b17e'],
    [
      'filters 6 dB down',
      () =>
        (['high-pass', 'low-pass'] as const).flatMap((side) =>
          [1, 2, 3, 4].map((order) => sixDbDown({ side, family: 'butterworth', order, cornerHz: 100 })),
        ),
      'e1bbc0f880bc',
    ],
    [
      'bass that goes',
      () =>
        seeds(8).map((seed) => {
          const { lostDb, ...known } = variedBass(seed);
          return { ...known, lost: [31.5, 63, 125].map(lostDb) };
        }),
      '372706ea7bdf',
    ],
    [
      'outputs at the sound input',
      () =>
        (['full', 'woofer', 'midrange', 'tweeter', 'subwoofer'] as const).flatMap((way) =>
          seeds(6).map((seed) => simulatedOutput({ side: 'left', axle: 'front', way }, seed)),
        ),
      'a4cd310db852',
    ],
    [
      'their sound',
      () =>
        (['pink', 'tone', 'silence'] as const).flatMap((played) =>
          (['off', 'idle', 'raised'] as const).map((engine) =>
            soundOfOutputs(
              [simulatedOutput({ side: 'mono', axle: 'other', way: 'subwoofer' }, 2)],
              { played, hz: 60, signalDb: -3, engine, supplyVolts: 12.4, cancelling: true },
              { sampleRate: 4000, size: 4096, voltsAtFullScale: 20, noiseDb: -70, seed: 3 },
            ),
          ),
        ),
      '297d15bea1e3',
    ],
    ['the shop’s library', () => demoLibrary(), '62eeb6348e07'],
    [
      'the wiring of the demo cars',
      () => DEMO_CARS.map((car) => car.harness && wiringOfCar(car, car.harness)),
      '85ff79c36450',
    ],
    [
      'the mistakes of the trade, and the same things done right',
      () =>
        HAZARDS.map((hazard) => {
          const entered = (which: 'wrong' | 'right') => {
            const { job, devices: _, ...rest } = caseOf(hazard, which, unmeasured);
            return {
              ...rest,
              targets: job.targets,
              intake: job.intake,
              brief: job.brief,
              checks: job.checks,
            };
          };
          const { rule, what } = hazard;
          return { rule, what, wrong: entered('wrong'), right: entered('right') };
        }),
      'e29bf5a3ab20',
    ],
  ])('%s', (_, make, known) => {
    expect(digest(make())).toBe(known);
  });

  it('a stage that bends at its limit distorts as a sum over one period says', () => {
    expect(trueDistortion(1, 12)).toBeLessThan(1e-6);
    expect(trueDistortion(11.2, 12)).toBeGreaterThan(0.005);
    // Far over the limit a sine is a square: odd harmonics of 1/3, 1/5, 1/7, 1/9.
    expect(trueDistortion(1e6, 12)).toBeCloseTo(Math.hypot(1 / 3, 1 / 5, 1 / 7, 1 / 9), 3);
  });
});

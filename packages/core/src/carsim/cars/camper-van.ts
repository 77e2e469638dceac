import type { CheckBody } from '../../model/check.ts';
import type { SimulatedCar } from '../simulated-car.ts';
import { highPass, output, peak } from './parts.ts';

const speakerOutput = [highPass('butterworth', 2, 24)];

/** Volts of the radio's output for a tone recorded at 0 dB; from step 24 on the stage gives no more. */
const VOLTS: [step: number, volts: number][] = [
  [12, 1.42],
  [15, 2.39],
  [18, 4.01],
  [21, 6.7],
  [24, 9.1],
  [27, 9.3],
];
const FRONT_LEFT_CHECKS: CheckBody[] = [
  ...VOLTS.map(([volumeStep, volts]): CheckBody => ({
    kind: 'level',
    hz: 100,
    volts,
    volumeStep,
    signalDb: 0,
    supplyVolts: 13.6,
    load: 'speaker',
  })),
  ...[
    [40, 3.9],
    [400, 4.05],
    [1000, 4],
  ].map(([hz, volts]): CheckBody => ({
    kind: 'level',
    hz,
    volts,
    volumeStep: 18,
    signalDb: 0,
    supplyVolts: 13.6,
    load: 'speaker',
  })),
  { kind: 'cold-start', start: 1, load: 'speaker', minutes: 10, result: 'steady', volts: 4 },
  { kind: 'cold-start', start: 1, load: 'none', minutes: 10, result: 'steady', volts: 4 },
  { kind: 'cold-start', start: 2, load: 'none', minutes: 3, result: 'jumps', volts: 7.9 },
];

/** A plain radio with four full-range speaker outputs that misbehave without a load. */
export const camperVan: SimulatedCar = {
  id: 'camper-van',
  job: {
    car: 'Halvard Roamer',
    year: 2021,
    system: 'Plain radio, four speakers',
    place: 'Bay 1',
    wish: 'Four new speakers on a four-channel amplifier behind the radio. Keep the radio.',
  },
  units: [
    {
      unit: { kind: 'radio', name: 'Radio', location: 'dashboard' },
      outputs: [
        output(['left', 'front', 'full'], ['A', 3, 4], ['WH', 'WH/BK'], {
          filters: speakerOutput,
          statedPolarity: 'normal',
          checks: FRONT_LEFT_CHECKS,
        }),
        output(['right', 'front', 'full'], ['A', 5, 6], ['GY', 'GY/BK'], {
          filters: speakerOutput,
          statedPolarity: 'normal',
        }),
        output(['left', 'rear', 'full'], ['A', 7, 8], ['GN', 'GN/BK'], {
          filters: speakerOutput,
          peaks: [peak(60, 1, 1)],
          statedPolarity: 'normal',
        }),
        output(['right', 'rear', 'full'], ['A', 1, 2], ['VT', 'VT/BK'], {
          filters: speakerOutput,
          statedPolarity: 'normal',
        }),
      ],
    },
  ],
  brief: {
    shape: 'four-channels',
    keep: ['radio', 'no-cut-wires'],
    budget: 'low',
    reserveAmps: 40,
    batteryAh: 95,
  },
  drive: 'combustion',
  clues: { amplifierFound: 'no', fibreOrData: 'no', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
  targets: [
    {
      name: 'Front pair',
      layout: 'stereo',
      axle: 'front',
      lowHz: 60,
      highHz: 18_000,
      speakerLevelInput: true,
      speaker: { watts: 50 },
    },
    {
      name: 'Rear pair',
      layout: 'stereo',
      axle: 'rear',
      lowHz: 80,
      highHz: 16_000,
      speakerLevelInput: true,
      speaker: { watts: 50 },
    },
  ],
  harness: null,
  bassWithdrawal: null,
  cancelling: false,
  meterTones: [
    { hz: 100, volts: 1.002 },
    { hz: 400, volts: 0.998 },
    { hz: 1000, volts: 0.981 },
    { hz: 3000, volts: 0.84 },
    { hz: 8000, volts: 0.41 },
  ],
  floorDb: -66,
  seed: 2203,
};

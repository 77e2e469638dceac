import type { SimulatedCar } from '../simulated-car.ts';
import { highPass, output, peak } from './parts.ts';

const speakerOutput = [highPass('butterworth', 2, 24)];

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
          polarityStanding: 'measured',
        }),
        output(['right', 'front', 'full'], ['A', 5, 6], ['GY', 'GY/BK'], {
          filters: speakerOutput,
          polarityStanding: 'measured',
        }),
        output(['left', 'rear', 'full'], ['A', 7, 8], ['GN', 'GN/BK'], {
          filters: speakerOutput,
          peaks: [peak(60, 1, 1)],
          polarityStanding: 'claimed',
        }),
        output(['right', 'rear', 'full'], ['A', 1, 2], ['VT', 'VT/BK'], {
          filters: speakerOutput,
          polarityStanding: 'claimed',
        }),
      ],
    },
  ],
  targets: [
    {
      name: 'Front pair',
      layout: 'stereo',
      axle: 'front',
      lowHz: 60,
      highHz: 18_000,
      speakerLevelInput: true,
    },
    { name: 'Rear pair', layout: 'stereo', axle: 'rear', lowHz: 80, highHz: 16_000, speakerLevelInput: true },
  ],
  harness: null,
  bassWithdrawal: null,
  floorDb: -66,
  seed: 2203,
};

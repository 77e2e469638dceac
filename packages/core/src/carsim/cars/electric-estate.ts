import type { SimulatedCar } from '../simulated-car.ts';
import { highPass, lowPass, output, peak } from './parts.ts';

/** The amplifier is fed by data: no analogue way in before it. Only some outputs have been measured so far. */
export const electricEstate: SimulatedCar = {
  id: 'electric-estate',
  job: {
    car: 'Vennaby Arc Estate',
    year: 2025,
    system: 'Amplifier fed by data, eight outputs',
    place: 'Front desk',
    wish: 'More bass and a clearer front, boot space kept.',
  },
  units: [
    {
      unit: { kind: 'amplifier', name: 'Amplifier', location: 'behind the right boot trim' },
      outputs: [
        output(['left', 'front', 'woofer'], ['K1', 1, 2], ['BU', 'BU/BK'], {
          filters: [highPass('butterworth', 2, 55), lowPass('butterworth', 2, 2200)],
          peaks: [peak(150, 3, 1.5)],
        }),
        output(['left', 'front', 'tweeter'], ['K1', 3, 4], ['WH', 'WH/GN'], {
          gainDb: -4,
          filters: [highPass('butterworth', 2, 2600)],
        }),
        output(['right', 'front', 'woofer'], ['K1', 5, 6], ['RD', 'RD/BK'], {
          filters: [highPass('butterworth', 2, 55), lowPass('butterworth', 2, 2200)],
          measuredAtSteps: [],
        }),
        output(['right', 'front', 'tweeter'], ['K1', 7, 8], ['GY', 'GY/GN'], {
          gainDb: -4,
          filters: [highPass('butterworth', 2, 2600)],
          measuredAtSteps: [],
        }),
        output(['left', 'rear', 'full'], ['K2', 1, 2], ['YE', 'YE/BK'], {
          filters: [highPass('butterworth', 2, 110)],
          measuredAtSteps: [],
        }),
        output(['right', 'rear', 'full'], ['K2', 3, 4], ['VT', 'VT/BK'], {
          filters: [highPass('butterworth', 2, 110)],
          measuredAtSteps: [],
        }),
        output(['centre', 'front', 'full'], ['K2', 5, 6], ['PK', 'PK/BK'], {
          filters: [highPass('butterworth', 2, 200)],
          measuredAtSteps: [],
        }),
        output(['mono', 'other', 'subwoofer'], ['K2', 7, 8], ['TQ', 'TQ/BK'], {
          gainDb: 3,
          filters: [highPass('butterworth', 4, 30), lowPass('butterworth', 4, 110)],
        }),
      ],
    },
  ],
  brief: { shape: 'subwoofer', keep: ['radio', 'chimes', 'boot-space'], reserveAmps: 30, batteryAh: 50 },
  drive: 'electric',
  clues: { amplifierFound: 'yes', fibreOrData: 'yes', moreSpeakersThanFour: 'yes' },
  targets: [
    {
      name: 'Subwoofer',
      layout: 'mono',
      axle: 'other',
      lowHz: 32,
      highHz: 90,
      speakerLevelInput: true,
      speaker: { way: 'subwoofer', ohm: 2, watts: 250 },
    },
  ],
  harness: null,
  bassWithdrawal: { fromStep: 22, hzPerStep: 6 },
  cancelling: false,
  meterTones: [],
  floorDb: -58,
  seed: 4409,
};

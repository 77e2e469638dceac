import type { SimulatedCar } from '../simulated-car.ts';
import { highPass, lowPass, NO_SOUNDS, output, OWN_SOUNDERS, peak } from './parts.ts';

const line = [highPass('butterworth', 1, 12)];

/** The radio's own output follows the volume and is untouched: better taken before the amplifier than after it. */
export const coupe: SimulatedCar = {
  id: 'coupe',
  job: {
    car: 'Orvane Tessel Coupe',
    year: 2019,
    system: 'Radio with line outputs into a six-output amplifier',
    place: 'Bay 2',
    wish: 'Active two-way front. The amplifier may go if the radio can feed the new one.',
  },
  units: [
    {
      unit: { kind: 'radio', name: 'Radio', location: 'dashboard' },
      outputs: [
        output(['left', 'front', 'full'], ['R1', 1, 11], ['BN', 'BN/BK'], {
          gainDb: -14,
          filters: line,
          stage: 'line',
          statedPolarity: 'normal',
          measuredAtSteps: [8, 18, 26],
          withPhase: true,
        }),
        output(['right', 'front', 'full'], ['R1', 2, 12], ['RD', 'RD/BK'], {
          gainDb: -14,
          filters: line,
          stage: 'line',
          statedPolarity: 'normal',
          measuredAtSteps: [8, 18, 26],
          withPhase: true,
        }),
      ],
    },
    {
      unit: { kind: 'amplifier', name: 'Amplifier', location: 'left boot side' },
      outputs: [
        output(['left', 'front', 'woofer'], ['M', 1, 2], ['BU', 'BU/WH'], {
          filters: [highPass('butterworth', 2, 45), lowPass('butterworth', 3, 2600)],
          peaks: [peak(70, 5, 1.2)],
          measuredAtSteps: [8, 18, 26],
          withPhase: true,
          checks: [...NO_SOUNDS, ...OWN_SOUNDERS],
        }),
        output(['left', 'front', 'tweeter'], ['M', 3, 4], ['YE', 'YE/BK'], {
          gainDb: -3,
          filters: [highPass('butterworth', 3, 2900)],
          delay: 0.00006,
          withPhase: true,
          checks: NO_SOUNDS,
        }),
        output(['right', 'front', 'woofer'], ['M', 5, 6], ['GN', 'GN/WH'], {
          filters: [highPass('butterworth', 2, 45), lowPass('butterworth', 3, 2600)],
          peaks: [peak(70, 5, 1.2)],
          withPhase: true,
          checks: NO_SOUNDS,
        }),
        output(['right', 'front', 'tweeter'], ['M', 7, 8], ['OG', 'OG/BK'], {
          gainDb: -3,
          filters: [highPass('butterworth', 3, 2900)],
          delay: 0.00006,
          withPhase: true,
          checks: NO_SOUNDS,
        }),
      ],
    },
  ],
  brief: { shape: 'active-front', keep: ['radio'], reserveAmps: 45, batteryAh: 60 },
  drive: 'combustion',
  clues: { amplifierFound: 'yes', fibreOrData: 'no', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
  targets: [
    {
      name: 'Front woofers',
      layout: 'stereo',
      axle: 'front',
      lowHz: 60,
      highHz: 3000,
      speakerLevelInput: false,
      speaker: { way: 'woofer', watts: 60 },
    },
    {
      name: 'Front tweeters',
      layout: 'stereo',
      axle: 'front',
      lowHz: 2500,
      highHz: 18_000,
      speakerLevelInput: false,
      speaker: { way: 'tweeter', watts: 30 },
    },
  ],
  harness: null,
  bassWithdrawal: null,
  cancelling: false,
  meterTones: [],
  floorDb: -72,
  seed: 3301,
};

import type { SimulatedCar, SimulatedOutput } from '../simulated-car.ts';
import { highPass, lowPass, output, peak } from './parts.ts';

/** Three ways of one front door; the tweeter of the right side is wired the other way round at the factory. */
function front(
  side: 'left' | 'right',
  first: number,
  wires: [string, string][],
  tweeterReversed: boolean,
  woofer: [plus: number, minus: number],
): SimulatedOutput[] {
  return [
    output([side, 'front', 'woofer'], ['C2', ...woofer], wires[0], {
      gainDb: 1.5,
      filters: [highPass('butterworth', 2, 78), lowPass('linkwitz-riley', 4, 380)],
      peaks: [peak(110, 2.5, 1.1)],
      statedPolarity: 'normal',
      measuredAtSteps: side === 'left' ? [10, 18, 22, 26] : [18, 26],
      tonesAtSteps: side === 'left' ? [14, 18, 20, 22] : [],
    }),
    output([side, 'front', 'midrange'], ['C2', first + 2, first + 3], wires[1], {
      gainDb: 0,
      filters: [highPass('linkwitz-riley', 4, 380), lowPass('linkwitz-riley', 4, 3400)],
      peaks: [peak(900, -3, 1)],
      statedPolarity: 'normal',
      measuredAtSteps: side === 'left' ? [10, 18, 22, 26] : [18],
    }),
    output([side, 'front', 'tweeter'], ['C2', first + 4, first + 5], wires[2], {
      gainDb: -2.5,
      filters: [highPass('linkwitz-riley', 4, 3400)],
      peaks: [peak(9000, 1.5, 1.5)],
      inverted: tweeterReversed,
      checks: [
        { kind: 'added-sound', sound: 'chimes', heard: side === 'left', madeIn: 'amplifier', levelDb: null },
        { kind: 'added-sound', sound: 'parking', heard: true, madeIn: 'amplifier', levelDb: -6 },
        { kind: 'added-sound', sound: 'telephone', heard: false, madeIn: 'unknown', levelDb: null },
      ],
      ...(tweeterReversed && { statedPolarity: 'reversed' }),
    }),
  ];
}

/** Seven seats, premium system fed at fixed level by the radio, ten speakers on an amplifier under the rear floor. */
export const peopleCarrier: SimulatedCar = {
  id: 'people-carrier',
  job: {
    car: 'Tarnholt Ferry 7',
    year: 2024,
    system: 'Auralis premium, amplifier with eleven outputs',
    place: 'Bay 2',
    wish: 'New front set and a subwoofer. Radio, chimes and parking sounds stay. Nothing cut if it can be avoided.',
  },
  units: [
    {
      unit: { kind: 'amplifier', name: 'Amplifier', location: 'under the rear floor' },
      outputs: [
        ...front(
          'left',
          3,
          [
            ['BN/WH', 'BN'],
            ['BU/YE', 'BU'],
            ['VT/WH', 'VT'],
          ],
          false,
          [3, 4],
        ),
        ...front(
          'right',
          13,
          [
            ['GN', 'GN/BK'],
            ['WH/BU', 'WH'],
            ['GY/RD', 'GY'],
          ],
          true,
          // Turned round in the plug, against all its siblings.
          [14, 13],
        ),
        output(['centre', 'front', 'full'], ['C3', 1, 2], ['OG', 'BK/OG'], {
          gainDb: -3,
          filters: [highPass('butterworth', 3, 250), lowPass('butterworth', 1, 14_000)],
          peaks: [peak(2500, 2, 1.2)],
        }),
        output(['left', 'rear', 'full'], ['C3', 5, 6], ['YE/RD', 'YE'], {
          gainDb: -1,
          filters: [highPass('butterworth', 2, 170)],
          peaks: [peak(4000, -2, 1)],
        }),
        output(['right', 'rear', 'full'], ['C3', 7, 8], ['PK/BK', 'PK'], {
          filters: [highPass('butterworth', 2, 170)],
          measuredAtSteps: [],
        }),
        output(['mono', 'other', 'subwoofer'], ['C3', 11, 12], ['RD/WH', 'RD'], {
          suffix: 'coil 1',
          gainDb: 4,
          filters: [highPass('butterworth', 2, 28), lowPass('linkwitz-riley', 4, 95)],
          measuredAtSteps: [10, 18, 22, 26],
          silences: true,
        }),
        output(['mono', 'other', 'subwoofer'], ['C3', 13, 14], ['TQ/WH', 'TQ'], {
          suffix: 'coil 2',
          gainDb: 4,
          filters: [highPass('butterworth', 2, 28), lowPass('linkwitz-riley', 4, 95)],
        }),
      ],
    },
    {
      unit: { kind: 'radio', name: 'Radio', location: 'dashboard' },
      outputs: (['left', 'right'] as const).map((side, i) =>
        output(
          [side, 'front', 'full'],
          ['R2', 1 + 2 * i, 2 + 2 * i],
          i ? ['RD/BU', 'RD/BK'] : ['TQ', 'TQ/BK'],
          {
            gainDb: -12,
            filters: [highPass('butterworth', 1, 10)],
            stage: 'line',
            statedPolarity: 'normal',
            measuredAtSteps: [10, 22, 18],
            fixed: true,
          },
        ),
      ),
    },
  ],
  brief: {
    keep: ['radio', 'chimes', 'parking', 'no-cut-wires'],
    reserveAmps: 60,
    batteryAh: 80,
  },
  drive: 'combustion',
  clues: { amplifierFound: 'yes', fibreOrData: 'no', moreSpeakersThanFour: 'yes' },
  targets: [
    {
      name: 'Front set',
      layout: 'stereo',
      axle: 'front',
      lowHz: 80,
      highHz: 18_000,
      speakerLevelInput: false,
      speaker: { watts: 60 },
    },
    {
      name: 'Subwoofer',
      layout: 'mono',
      axle: 'other',
      lowHz: 30,
      highHz: 85,
      speakerLevelInput: false,
      speaker: { way: 'subwoofer', ohm: 4, coils: 2, watts: 300 },
    },
  ],
  harness: {
    connectors: [
      { name: 'C1', rows: [4, 4] },
      { name: 'C2', rows: [10, 10] },
      { name: 'C3', rows: [8, 8] },
    ],
    wires: [
      { plug: 'C1', cavity: 1, role: 'battery', wire: 'RD', thick: true },
      { plug: 'C1', cavity: 2, role: 'battery', wire: 'RD/WH', thick: true },
      { plug: 'C1', cavity: 5, role: 'ground', wire: 'BK', thick: true },
      { plug: 'C1', cavity: 6, role: 'ground', wire: 'BN', thick: true },
      { plug: 'C1', cavity: 3, role: 'remote', wire: 'OG/WH' },
    ],
    inputs: [
      { channel: { side: 'left', axle: 'other', way: 'full' }, at: ['C2', 9, 10], wires: ['TQ', 'TQ/BK'] },
      {
        channel: { side: 'right', axle: 'other', way: 'full' },
        at: ['C2', 19, 20],
        wires: ['RD/BU', 'RD/BK'],
      },
    ],
    data: { at: ['C1', 7, 8], wires: ['YE', 'GN/YE'] },
    readings: 69,
    sheet: 'both',
  },
  bassWithdrawal: { fromStep: 20, hzPerStep: 7 },
  cancelling: true,
  meterTones: [],
  floorDb: -62,
  seed: 1107,
};

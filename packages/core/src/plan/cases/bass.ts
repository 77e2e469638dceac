import type { SimulatedCar } from '../../carsim/simulated-car.ts';
import { amplifier, both, car, STEADY, target, WITH_AMPLIFIER } from './cars.ts';
import type { CaseRecord, JobCase, Never } from './case.ts';

const cutAtVolume = (id: string, loudestStep: number, lowHz = 45): SimulatedCar =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [amplifier(both('front', 'full', { checks: STEADY, measuredAtSteps: [10, 20, 30] }))],
    targets: [
      target('Front pair', {
        layout: 'stereo',
        axle: 'front',
        lowHz,
        highHz: 16_000,
        speaker: { watts: 60 },
      }),
    ],
    bassWithdrawal: { fromStep: 20, hzPerStep: 4 },
    brief: { loudestStep },
  });
const BASS_MISSING_FIRST: Never = {
  what: 'leaves the bass missing at the agreed step',
  done: ({ plan }) => plan.feeds.some((f) => f.bass?.remedy === 'none'),
};

/** Of the shop's devices only one kind restores bass, or none. */
const restoredBy = (c: CaseRecord, kind: 'bass-restorer' | null): void => {
  c.devices = c.devices.map((d) => (d.kind === kind ? d : { ...d, bassRestoreDb: 0 }));
};

/** Bass that the factory takes away as the volume rises. */
export const BASS: readonly JobCase[] = [
  {
    id: 'bass-that-is-cut-at-the-agreed-step',
    car: cutAtVolume('bass-that-is-cut-at-the-agreed-step', 30),
    decides: {
      first: ['sum', 'convert', 'processor'],
      says: [/restores it/],
      holds: (worked) => !BASS_MISSING_FIRST.done(worked) && worked.plan.covers,
    },
    why: 'A converter that restores bass costs no more work than one that does not.',
    never: [BASS_MISSING_FIRST],
  },
  {
    id: 'gains-set-below-the-step-where-bass-is-cut',
    car: cutAtVolume('gains-set-below-the-step-where-bass-is-cut', 18),
    decides: {
      first: ['convert'],
      says: [/Gains are set at step 18, below it/],
      holds: ({ plan }) => plan.feeds.every((f) => f.bass?.remedy !== 'none' && f.covers),
    },
    why: 'Nobody turns it up so far: nothing has to be given back.',
    never: [],
  },
  {
    id: 'bass-that-a-box-of-its-own-restores',
    car: cutAtVolume('bass-that-a-box-of-its-own-restores', 30),
    record: (c) => restoredBy(c, 'bass-restorer'),
    decides: {
      first: ['convert'],
      says: [/Merlin B1 restores it/],
      holds: ({ plan, car: { devices } }) =>
        plan.covers && devices.some((d) => d.kind === 'bass-restorer' && d.inputs.length === 2),
    },
    why: 'No converter here gives the bass back, and a box between converter and amplifier does.',
    never: [BASS_MISSING_FIRST],
  },
  {
    id: 'bass-that-nothing-restores',
    car: cutAtVolume('bass-that-nothing-restores', 30),
    record: (c) => restoredBy(c, null),
    decides: {
      says: [/At the agreed step 30 it is missing/, /gets too little below/],
      holds: ({ plan, car: { devices } }) => !plan.covers && devices.every((d) => d.kind !== 'bass-restorer'),
    },
    why: 'What the factory takes away is not there, whatever is bought of this library.',
    never: [
      {
        what: 'is taken as the full band that was asked for',
        done: ({ plan }) => plan.covers && plan.setup!.loudestStep >= 30,
      },
    ],
  },
];

import type { CheckBody } from '../../model/check.ts';
import type { Axle, Side, Way } from '../../model/words.ts';
import { highPass, lowPass, output } from '../../carsim/cars/parts.ts';
import type {
  SimulatedCar,
  SimulatedOutput,
  SimulatedTarget,
  SimulatedUnit,
} from '../../carsim/simulated-car.ts';
import type { SimulatedFilter } from '../../carsim/transfer.ts';

type OutputOptions = NonNullable<Parameters<typeof output>[3]>;

const FILTERS: Record<Way, SimulatedFilter[]> = {
  full: [highPass('butterworth', 2, 24)],
  woofer: [highPass('butterworth', 2, 50), lowPass('linkwitz-riley', 4, 2600)],
  midrange: [highPass('linkwitz-riley', 4, 350), lowPass('linkwitz-riley', 4, 3200)],
  tweeter: [highPass('linkwitz-riley', 4, 2900)],
  subwoofer: [highPass('butterworth', 2, 28), lowPass('linkwitz-riley', 4, 90)],
};

/** Three cold starts that nothing came of: the output is steady without its speaker. */
export const STEADY: CheckBody[] = [1, 2, 3].map((start) => ({
  kind: 'cold-start',
  start,
  load: 'none',
  minutes: 10,
  result: 'steady',
  volts: 4,
}));

/** Volts of a tone of 0 dB at a step, with the speaker on. */
export const volts = (at: number, volumeStep = 18): CheckBody => ({
  kind: 'level',
  hz: 1000,
  volts: at,
  volumeStep,
  signalDb: 0,
  supplyVolts: 13.4,
  load: 'speaker',
});

let cavity = 0;

/** An output with the usual band of its way; what is not said of it is usual. */
export function out(side: Side, axle: Axle, way: Way, options: OutputOptions = {}): SimulatedOutput {
  cavity += 2;
  return output([side, axle, way], ['P', cavity - 1, cavity], ['BN', 'BN/WH'], {
    filters: FILTERS[way],
    ...options,
  });
}

const sides = ['left', 'right'] as const;

/** Left and right of one place. */
export const both = (axle: Axle, way: Way, options: OutputOptions = {}): SimulatedOutput[] =>
  sides.map((side) => out(side, axle, way, options));

export const radio = (outputs: SimulatedOutput[]): SimulatedUnit => ({
  unit: { kind: 'radio', name: 'Radio', location: 'dashboard' },
  outputs,
});
export const amplifier = (outputs: SimulatedOutput[]): SimulatedUnit => ({
  unit: { kind: 'amplifier', name: 'Amplifier', location: 'under the seat' },
  outputs,
});

/** A radio's two lines into an amplifier, measured over the volume. */
export const lines = (options: OutputOptions = {}): SimulatedOutput[] =>
  sides.map((side) =>
    out(side, 'front', 'full', {
      filters: [highPass('butterworth', 1, 10)],
      gainDb: -14,
      stage: 'line',
      statedPolarity: 'normal',
      measuredAtSteps: [8, 18, 26],
      ...options,
    }),
  );

export const target = (
  name: string,
  part: Partial<SimulatedTarget> & Pick<SimulatedTarget, 'layout' | 'axle'>,
): SimulatedTarget => ({ name, lowHz: 80, highHz: 16_000, speakerLevelInput: false, ...part });

export const FRONT_PAIR = target('Front pair', { layout: 'stereo', axle: 'front', speaker: { watts: 50 } });
export const REAR_PAIR = target('Rear pair', { layout: 'stereo', axle: 'rear', speaker: { watts: 50 } });
export const SUBWOOFER = target('Subwoofer', {
  layout: 'mono',
  axle: 'other',
  lowHz: 32,
  highHz: 90,
  speaker: { way: 'subwoofer', ohm: 2, watts: 250 },
});

export const CENTRE = target('Centre', {
  layout: 'mono',
  axle: 'front',
  lowHz: 160,
  highHz: 14_000,
  speaker: { watts: 40 },
});

/** A plain radio whose front outputs were read and are steady without their speakers. */
export const plainFronts = (): SimulatedOutput[] => both('front', 'full', { checks: [...STEADY, volts(4)] });

/** A made-up car of these units and wishes. */
export function car(
  id: string,
  part: Partial<SimulatedCar> & Pick<SimulatedCar, 'units' | 'targets'>,
): SimulatedCar {
  return {
    id,
    job: { car: 'Brenna Alder', year: 2022, system: '', place: 'Bay 1', wish: '' },
    brief: {},
    drive: 'combustion',
    clues: {},
    harness: null,
    bassWithdrawal: null,
    cancelling: false,
    meterTones: [],
    floorDb: -66,
    seed: [...id].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % 9973, 7),
    ...part,
  };
}

export const PLAIN: Partial<SimulatedCar> = {
  clues: { amplifierFound: 'no', fibreOrData: 'no', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
};
export const WITH_AMPLIFIER: Partial<SimulatedCar> = {
  clues: { amplifierFound: 'yes', fibreOrData: 'no', faderWorks: 'yes', moreSpeakersThanFour: 'no' },
};

export const KEPT = { speaker: { state: 'kept' as const, watts: 50 } };

/** A radio and an amplifier of four full-range outputs, with everything listed that a bypass needs. */
export const bypassable = (
  id: string,
  targets: SimulatedTarget[] = [
    { ...FRONT_PAIR, ...KEPT },
    { ...REAR_PAIR, ...KEPT },
  ],
): SimulatedCar =>
  car(id, {
    ...WITH_AMPLIFIER,
    units: [radio(lines()), amplifier([...both('front', 'full'), ...both('rear', 'full')])],
    targets,
  });

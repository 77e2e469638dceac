import type { FinishedCar } from '../../model/finished-car.ts';
import type { Never } from './case.ts';

const outputOf = (car: FinishedCar, pairId: string) => car.outputs.find((o) => o.pairId === pairId);

/** A new amplifier and the factory's output on one wire destroy each other. */
export const DRIVES_A_WHOLE_WIRE: Never = {
  what: 'drives a factory speaker wire that its own output still drives',
  done: ({ car }) =>
    car.speakers.some((s) => s.coils.some((c) => c.wire === 'factory' && c.source?.from === 'device')) &&
    car.outputs.some((o) => {
      const wire = o.intercepted?.carSide;
      return wire?.from === 'device' && o.drives.coils.length > 0;
    }),
};

/** Every wire that a new amplifier drives is parted from the output that drove it. */
export const TAKES_A_WIRE_UNPARTED: Never = {
  what: 'takes a factory speaker wire over without parting it from its unit',
  done: ({ car, input }) =>
    car.speakers.some(
      (s) =>
        s.made === 'factory' &&
        s.coils.some((c, n) => {
          if (c.wire !== 'factory' || c.source?.from !== 'device') return false;
          const listed =
            input.speakers.find((f) => f.id === s.id)?.coils[n]?.pairId ?? s.id.replace(/^of:/, '');
          const output = outputOf(car, listed);
          return output !== undefined && output.plays && output.intercepted === null;
        }),
    ),
};

/** Signal is taken at outputs of a kind of unit. */
export const tapsUnit = (kind: 'amplifier' | 'radio'): Never => ({
  what: `taps an output of the ${kind}`,
  done: ({ plan, input }) =>
    plan.feeds.some((f) => f.taps.some((t) => input.pairs.find((p) => p.id === t.pairId)?.unitKind === kind)),
});

/** Signal is taken at these outputs. */
export const taps = (
  what: string,
  test: (pair: { side: string; axle: string; way: string }) => boolean,
): Never => ({
  what: `taps ${what}`,
  done: ({ plan, input }) =>
    plan.feeds.some((f) => f.taps.some((t) => test(input.pairs.find((p) => p.id === t.pairId)!))),
});

export const TAKES_THE_AMPLIFIER_OUT: Never = {
  what: 'takes the factory amplifier out',
  done: ({ plan }) => plan.setup?.factoryAmplifier === 'removed' || plan.setup?.factoryAmplifier === 'node',
};

/** A tweeter that a new channel drives has a high-pass somewhere before it. */
export const BARE_TWEETER: Never = {
  what: 'drives a tweeter without a high-pass',
  done: ({ car, input }) =>
    car.speakers.some(
      (s) =>
        s.way === 'tweeter' &&
        s.coils.some((c) => c.source?.from === 'device') &&
        (s.highPass === null || s.highPass.where === 'missing') &&
        !input.targets.some((t) => t.id === s.targetId && t.speaker.ownHighPass),
    ),
};

/** Buys a device for another voltage. */
export const WRONG_VOLTAGE: Never = {
  what: 'uses a device for 12 V on 24 V',
  done: ({ car }) => car.devices.some((d) => d.entry?.needsSupply && d.entry.nominalVolts === '12'),
};

export const DRIVES_WITHOUT_AMPLIFIER: Never = {
  what: 'lets the radio drive the speakers',
  done: ({ plan, car }) =>
    plan.setup?.factoryAmplifier === 'removed' &&
    car.devices.length === 0 &&
    car.speakers.some((s) => s.coils.some((c) => c.source?.from === 'output')),
};

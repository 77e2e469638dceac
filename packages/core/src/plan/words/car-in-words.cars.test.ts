import { describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../../carsim/index.ts';
import { demoLibrary } from '../../carsim/devices.ts';
import { viewOfCar } from '../../carsim/view-of-car.ts';
import { NO_CHANGES, type PlanChanges } from '../../model/plan-changes.ts';
import { rework } from '../compare/propose.ts';
import { planInputOf } from '../facts/plan-of-job.ts';
import { carInWords } from './car-in-words.ts';

const [carrier, camper, coupe, estate] = DEMO_CARS.map((car) =>
  planInputOf(viewOfCar(car), { devices: demoLibrary() }),
);
const said = (input: typeof carrier, strategy: string, changes: Partial<PlanChanges> = {}) => {
  const { car, setup } = rework(input, strategy, { ...NO_CHANGES, ...changes })!;
  return carInWords(car!, setup!, input.pairs);
};

describe('what happens to the factory system', () => {
  it('where the signal is taken, and what becomes of the speakers', () => {
    expect(said(carrier, 'convert')).toBe(
      'Three outputs of the amplifier are tapped, one of them intercepted, and feed two Kestrel L2. Seven factory speakers are replaced and three stay as they are.',
    );
    expect(said(camper, 'direct')).toBe(
      'Four outputs of the radio are intercepted and feed Anvil 4.60. All four factory speakers are replaced.',
    );
    expect(said(camper, 'keep-speaker')).toBe(
      'Four outputs of the radio are tapped and feed Kestrel L4. All factory speakers stay as they are.',
    );
    expect(said(estate, 'data-interface')).toBe(
      'The car’s data feed Osprey D1. All factory speakers stay as they are.',
    );
  });
  it('what becomes of the factory amplifier: taken out, or left on the network', () => {
    expect(said(carrier, 'bypass-factory-wire')).toBe(
      'Two outputs of the radio are intercepted and feed Anvil 4.60 and Anvil 1.400. The factory amplifier is taken out. Three factory speakers fall silent and seven are replaced.',
    );
    expect(said(coupe, 'bypass-factory-wire', { setup: { factoryAmplifier: 'node' } })).toContain(
      'The factory amplifier is bypassed and stays on the network.',
    );
  });
  it('of a speaker that is unplugged by hand, and of outputs that are gone since', () => {
    const kept = rework(carrier, 'convert', NO_CHANGES)!;
    expect(carInWords(kept.car!, kept.setup!, [])).toContain('Three outputs of a unit that is gone');
    const centre = carrier.pairs.find((p) => p.side === 'centre')!;
    expect(said(carrier, 'convert', { loads: [{ pairId: centre.id, load: 'none' }] })).toContain(
      'One factory speaker falls silent, seven are replaced and two stay as they are.',
    );
  });
});

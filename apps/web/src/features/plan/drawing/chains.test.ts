import { describe, expect, it } from 'vitest';
import { NO_CHANGES, planInputOf, type PlanChanges, rework } from '@ulpen/core';
import { DEMO_CARS, demoLibrary, viewOfCar } from '@ulpen/core/carsim';
import { chainsOf, type Link } from './chains.ts';

const inputs = DEMO_CARS.map((car) => planInputOf(viewOfCar(car), { devices: demoLibrary() }));
const [carrier, camper] = ['people-carrier', 'camper-van'].map(
  (id) => inputs[DEMO_CARS.findIndex((car) => car.id === id)],
);
const chains = (input: typeof carrier, strategy: string, setup: PlanChanges['setup'] = {}) => {
  const proposal = rework(input, strategy, { ...NO_CHANGES, setup })!;
  const [turnOn, power, factory] = chainsOf(proposal, proposal.setup!, proposal.car!);
  return { turnOn: turnOn.links, power: power.links, factory: factory.links, car: proposal.car! };
};
const named = (links: readonly Link[]) => links.map((l) => `${l.name}: ${l.says}`);

describe('what turns the system on', () => {
  it('starts at its source, and only what is set there can be chosen', () => {
    const { turnOn } = chains(carrier, 'sum', { turnOn: { by: 'accessory', relay: true } });
    expect(turnOn.map((l) => [l.name, l.place])).toEqual([
      ['Accessory feed', 'turn-on'],
      ['Relay', 'turn-on'],
      ['Merlin S8', null],
      ['Anvil 4.60, Anvil 1.400', null],
    ]);
    expect(turnOn.at(-1)!.says).toMatch(/^\+2 s, after it/);
  });
});

describe('what feeds it', () => {
  it('goes from the battery over fuse and cable to the devices and to ground', () => {
    const supply = { fuseAmps: 60, fuseMm: 450, cableMm2: 20, cableM: 4.5, metal: 'copper' as const };
    const { power, car } = chains(carrier, 'sum', { supply });
    expect(power.map((l) => l.place)).toEqual(['supply', 'supply', 'supply', null, 'ground']);
    expect(named(power).slice(0, 2)).toEqual([
      'Battery, 12 V: its own power feed',
      'Main fuse 60 A: 450 mm from the battery',
    ]);
    expect(named(power)[2]).toMatch(/^Cable 20 mm²: 4\.5 m of copper, loses \d\.\d\d V$/);
    // As the car says it.
    expect(power[3].says).toBe(
      `${car.supply.musicAmps.toFixed(0)} A with music, ${car.supply.sineAmps.toFixed(0)} A at full sine`,
    );
  });
  it('has no main fuse of its own on a factory feed, and says where one is missing', () => {
    const feed = (feedFuseAmps: number | null) =>
      named(chains(camper, 'direct', { supply: { from: 'factory-feed', feedFuseAmps } }).power);
    expect(feed(20)[0]).toBe('Factory feed: fuse 20 A');
    expect(feed(null)[0]).toBe('Factory feed: its fuse is not known');
    expect(feed(20).some((l) => l.includes('Main fuse'))).toBe(false);
    expect(named(chains(camper, 'direct', { supply: { fuseAmps: null } }).power)[1]).toMatch(/^No main fuse/);
  });
});

it('nothing turns on and nothing feeds what drives itself', () => {
  const direct = rework(camper, 'direct', NO_CHANGES)!;
  const bare = { ...direct.car!, devices: [] };
  const titles = chainsOf({ ...direct, turnOn: [] }, direct.setup!, bare).map((c) => c.title);
  expect(titles).toEqual(['Factory system']);
});

describe('what becomes of the factory system', () => {
  it('is said where there is something to say', () => {
    expect(named(chains(carrier, 'sum').factory)).toEqual([
      'Volume step 18: agreed maximum',
      'Factory amplifier: stays in use',
      'Noise cancelling: switched off, microphones kept',
    ]);
    expect(chains(camper, 'direct').factory).toHaveLength(1);
  });
});

import type { Conditions } from '../src/model/conditions.ts';
import type { Observation } from '../src/readings/index.ts';
import type { HarnessClaim, HarnessInput, HarnessReading } from '../src/harness/harness-input.ts';
import type { Tool } from '../src/model/intake.ts';
import { mapHarness } from '../src/harness/map-harness.ts';
import { IGNITION_ON, OFF, RADIO_ON } from '../src/carsim/wiring/routine.ts';

/** A small plug for tests, and readings on it. */
export const ALL: readonly Tool[] = ['meter', 'battery', 'tone', 'tester', 'test-speaker'];

let made = 0;
export const at = (
  cavity: number,
  other: number | null,
  observation: Observation,
  conditions: Conditions = OFF,
): HarnessReading => ({
  id: `r${made++}`,
  cavityId: `k${cavity}`,
  otherCavityId: other === null ? null : `k${other}`,
  observation,
  conditions,
});
type Seen = Extract<Observation, { kind: 'seen' }>;
/** What somebody saw of a wire: nothing but what is given. */
export const seenWire = (part: Partial<Seen>): Seen => ({
  kind: 'seen',
  wire: null,
  size: null,
  twisted: null,
  origin: null,
  unsure: false,
  ...part,
});
export const dc = (cavity: number, volts: number, conditions = OFF) =>
  at(cavity, null, { kind: 'dc', volts, word: null }, conditions);
export const ohms = (a: number, b: number, value: number | null) =>
  at(a, b, { kind: 'ohms', ohms: value, word: value === null ? 'open' : null });
export const tone = (a: number, b: number, side: 'left' | 'right', way: 'woofer' | 'tweeter' | null = null) =>
  at(a, b, { kind: 'tone', places: [{ side, axle: 'front', way }], word: null });
export const cone = (a: number, b: number, moves: 'out' | 'in') =>
  at(a, b, { kind: 'cone', source: 'tester', moves });

/** One plug with two rows of eight, cavities k1 to k16. */
export const plug = (readings: HarnessReading[], claims: HarnessClaim[] = [], tools = ALL): HarnessInput => ({
  connectors: [
    {
      id: 'c1',
      unitId: 'u1',
      name: 'C1',
      drivable: true,
      locked: false,
      cavities: Array.from({ length: 16 }, (_, i) => ({
        id: `k${i + 1}`,
        number: i + 1,
        x: i % 8,
        row: i < 8 ? 0 : 1,
      })),
    },
  ],
  readings,
  sheets: claims.length > 0 ? [{ id: 's1', name: 'Sheet', chosenVariant: null, claims }] : [],
  tools,
});
export const found = (input: HarnessInput, cavity: number) => {
  const { map, indexOf } = mapHarness(input);
  return map.cavities[indexOf.get(`k${cavity}`)!];
};
export const pairAt = (input: HarnessInput, cavity: number) => {
  const { map } = mapHarness(input);
  const { pair } = found(input, cavity);
  return pair === null ? null : map.pairs[pair];
};
export const volts = (cavity: number, off: number, ignition: number, radio: number) => [
  dc(cavity, off),
  dc(cavity, ignition, IGNITION_ON),
  dc(cavity, radio, RADIO_ON),
];

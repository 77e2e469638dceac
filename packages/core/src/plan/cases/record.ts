import { plainPlug } from '../../carsim/wiring/varied-wiring.ts';
import { NO_SOUNDS, OWN_SOUNDERS } from '../../carsim/cars/parts.ts';
import type { Observation } from '../../readings/index.ts';
import { START_CONDITIONS } from '../../model/conditions.ts';
import type { Conditions } from '../../model/conditions.ts';
import type { CheckBody } from '../../model/check.ts';
import type { Pair } from '../../model/unit.ts';
import type { CaseRecord } from './case.ts';

type Channel = Partial<Pick<Pair, 'side' | 'axle' | 'way'>>;

/** The first output of a channel, of any unit or of one kind. */
export function pairOf(c: CaseRecord, channel: Channel, kind?: 'radio' | 'amplifier') {
  return c.job.units
    .filter((u) => kind === undefined || u.kind === kind)
    .flatMap((u) => u.pairs)
    .find((p) => Object.entries(channel).every(([name, value]) => p[name as keyof Channel] === value))!;
}

/** Something that was read or heard at an output, kept with the others. */
export function checked(c: CaseRecord, pairId: string, ...bodies: CheckBody[]): void {
  for (const body of bodies)
    c.job.checks.push({
      id: `k${c.job.checks.length + 1}`,
      jobId: c.job.id,
      pairId,
      body,
      note: '',
      takenAt: '2026-11-02T12:00:00.000Z',
      chapter: 'before',
      withdrawnAt: null,
    });
}

/** Every sound was listened for on every output, and those that the law asks for come from speakers of their own. */
export function settled(c: CaseRecord): void {
  const pairs = c.job.units.flatMap((u) => u.pairs);
  for (const pair of pairs) checked(c, pair.id, ...NO_SOUNDS);
  checked(c, pairs[0].id, ...OWN_SOUNDERS);
}

/** A plug of the first unit with what was read at its cavities, by their numbers. */
export function plug(c: CaseRecord, readings: [cavity: number, Observation, Partial<Conditions>?][]): void {
  const id = `k${c.harness.connectors.length + 1}`;
  const count = Math.max(...readings.map(([n]) => n)) + 1;
  c.harness.connectors.push({
    id,
    unitId: c.job.units[0].id,
    version: 1,
    ...plainPlug({
      name: `X${c.harness.connectors.length + 1}`,
      rows: [{ cavities: count, indent: 0 }],
      confirmed: 'audio',
    }),
    cavities: Array.from({ length: count }, (_, i) => ({
      id: `${id}:${i + 1}`,
      number: i + 1,
      empty: false,
    })),
    photos: [],
  });
  readings.forEach(([cavity, observation, conditions], n) =>
    c.harness.readings.push({
      id: `${id}r${n + 1}`,
      cavityId: `${id}:${cavity}`,
      otherCavityId: null,
      observation,
      conditions: { ...START_CONDITIONS, ...conditions },
      entered: '',
      confirmed: true,
      simulated: false,
      chapter: 'before',
      takenAt: '2026-11-02T08:00:00.000Z',
      withdrawnAt: null,
    }),
  );
}

/** Volts to ground. */
export const dc = (at: number): Observation => ({ kind: 'dc', volts: at, word: null });
export const ohms = (at: number): Observation => ({ kind: 'ohms', ohms: at, word: null });
const looked = (wire: string, size: 'thick' | 'thin'): Observation => ({
  kind: 'seen',
  wire,
  unsure: false,
  size,
  twisted: null,
  origin: null,
});
export const thick = (wire: string) => looked(wire, 'thick');
export const thin = (wire: string) => looked(wire, 'thin');

/** A permanent feed and a ground, read with everything off, on, and running. */
export const supplied = (off: number, running: number): [number, Observation, Partial<Conditions>?][] => [
  [1, thick('RD')],
  [1, dc(off)],
  [1, dc(running), { ignition: 'on', radio: 'on' }],
  [2, thick('BK')],
  [2, ohms(0.1)],
  [2, dc(0)],
];

/** The shop has these devices of its library and no others. */
export const onlyDevices = (c: CaseRecord, ...names: string[]): void => {
  c.devices = c.devices.filter((d) => names.includes(d.name));
};

import type { FinishedCar } from '../model/finished-car.ts';
import { terminalsFor } from './wiring-input.ts';
import type { HearingDifference } from './expected.ts';
import type { ConductorFunction } from './netlist.ts';
import type { Sign, TerminalRef } from './terminal-ref.ts';

/** What terminals and differences are called by, in one job. */
export interface WiringNames {
  car: FinishedCar;
  /** `C2·3` */
  cavity: (cavityId: string) => string;
  /** `Front left woofer` */
  output: (pairId: string) => string;
  /** `Front set, left` */
  speaker: (speakerId: string) => string;
}

const MARK: Record<Sign, string> = { plus: '+', minus: '−' };
const SIDE = { unit: 'unit side', car: 'car side' } as const;

/** A device by its model; equal ones are numbered in their order. */
export function deviceName({ devices }: Pick<FinishedCar, 'devices'>, deviceId: string): string {
  const device = devices.find((d) => d.id === deviceId);
  if (!device) return 'a device that is gone';
  const nameOf = (d: typeof device) => d.name ?? d.kind.replaceAll('-', ' ');
  const alike = devices.filter((d) => nameOf(d) === nameOf(device));
  return alike.length > 1 ? `${nameOf(device)} (${alike.indexOf(device) + 1})` : nameOf(device);
}

/** A terminal by what is printed beside it. @example 'Speaker 1+' */
export function terminalOnBox(
  t: Extract<TerminalRef, { of: 'device' }>,
  { devices }: Pick<FinishedCar, 'devices'>,
): string {
  const device = devices.find((d) => d.id === t.deviceId);
  const terminal = device && terminalsFor(device).find((x) => x.key === t.key);
  const pole = t.pole === null ? '' : t.pole === 'plus' ? ', pin' : ', shell';
  return `${terminal?.name ?? t.key}${pole}`;
}

/** A terminal as a person finds it. @example 'C2·3, unit side' */
export function terminalName(t: TerminalRef, names: WiringNames): string {
  const { car } = names;
  switch (t.of) {
    case 'plug':
      return `${names.cavity(t.cavityId)}, ${SIDE[t.side]}`;
    case 'output':
      return `${names.output(t.pairId)} ${MARK[t.sign]}, ${SIDE[t.side]}; cavity not found yet`;
    case 'device':
      return `${deviceName(car, t.deviceId)}: ${terminalOnBox(t, car)}`;
    case 'speaker': {
      const several = (car.speakers.find((s) => s.id === t.speakerId)?.coils.length ?? 1) > 1;
      return `${names.speaker(t.speakerId)}${several ? `, coil ${t.coil + 1}` : ''} ${MARK[t.sign]}`;
    }
    case 'resistor':
      return `Load resistor of ${lower(names.output(t.pairId))} ${MARK[t.sign]}`;
    case 'battery':
      return `Battery ${MARK[t.post]}`;
    case 'factory-feed':
      return 'Factory feed';
    case 'fuse':
      return `${fuseName(t.id, car)}, ${t.leg === 'source' ? 'battery end' : 'load end'}`;
    case 'distribution':
      return t.way === 'in' ? 'Distribution block, in' : `Distribution block, ${deviceName(car, t.way)}`;
    case 'ground':
      return 'Ground point';
    case 'turn-on':
      return 'Turn-on source';
    case 'relay':
      return `Relay ${t.pin}`;
  }
}

/** A fuse by what it protects. @example 'Fuse of Anvil 4.60' */
export const fuseName = (id: string, car: FinishedCar): string =>
  id === 'main'
    ? car.devices.some((d) => d.kind === 'breaker')
      ? 'Main breaker'
      : 'Main fuse'
    : id === 'feed'
      ? 'Fuse of the factory feed'
      : id === 'relay'
        ? 'Fuse of the relay'
        : `Fuse of ${deviceName(car, id)}`;

const lower = (name: string) => name.charAt(0).toLowerCase() + name.slice(1);

export const FUNCTION_WORD: Record<ConductorFunction, string> = {
  joint: 'plug left together',
  speaker: 'speaker level',
  line: 'line level',
  load: 'load',
  supply: 'supply',
  ground: 'ground',
  remote: 'turn-on',
};

const decibels = (db: number) => `${Math.abs(db).toFixed(0)} dB`;

const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words.at(0) ?? '') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** What is heard and should not be, a sentence for each speaker and kind. @example 'Rear right plays front left reversed.' */
export function differenceWords(differences: readonly HearingDifference[], names: WiringNames): string[] {
  const alike = new Map<string, HearingDifference[]>();
  for (const d of differences) {
    const key = [d.speakerId, d.coil, d.kind, d.db === null ? '' : Math.round(d.db)].join(' ');
    alike.set(key, [...(alike.get(key) ?? []), d]);
  }
  return [...alike.values()].map((list) => {
    const [d] = list;
    const speaker = names.speaker(d.speakerId);
    const several = (names.car.speakers.find((s) => s.id === d.speakerId)?.coils.length ?? 1) > 1;
    const who = several ? `${speaker}, coil ${d.coil + 1},` : speaker;
    const outputs = listed(list.map((o) => lower(names.output(o.pairId))));
    const off =
      d.db === null || Math.abs(d.db) < 1 ? '' : `${decibels(d.db)} too ${d.db < 0 ? 'quiet' : 'loud'}`;
    switch (d.kind) {
      case 'silent':
        return `${who} does not play ${outputs}.`;
      case 'stray':
        return `${who} plays ${outputs} and should not.`;
      case 'reversed':
        return `${who} plays ${outputs} reversed${off && `, ${off}`}.`;
      case 'level':
        return `${who} plays ${outputs} ${off}.`;
    }
  });
}

/** Sizes that are sold by American numbers, from thin to thick, with their cross-section in mm2 (ASTM B258). */
const AWG: readonly (readonly [string, number])[] = [
  ['22', 0.326],
  ['20', 0.518],
  ['18', 0.823],
  ['16', 1.31],
  ['14', 2.08],
  ['12', 3.31],
  ['10', 5.26],
  ['8', 8.37],
  ['6', 13.3],
  ['4', 21.2],
  ['2', 33.6],
  ['1/0', 53.5],
  ['2/0', 67.4],
];

/** Where a metric size lies among American ones: never the same, and said so. @example awgWords(16) // 'between 6 and 4 AWG' */
export function awgWords(mm2: number): string {
  const thicker = AWG.findIndex(([, size]) => size >= mm2);
  if (thicker === 0) return `thinner than ${AWG[0][0]} AWG`;
  if (thicker < 0) return `thicker than ${AWG[AWG.length - 1][0]} AWG`;
  return `between ${AWG[thicker - 1][0]} and ${AWG[thicker][0]} AWG`;
}

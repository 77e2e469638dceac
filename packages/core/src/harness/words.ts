import type { Conditions } from '../model/conditions.ts';
import { ZERO_ITEMS } from '../model/intake.ts';
import type { Role } from '../model/sheet.ts';
import { channelName } from '../model/words.ts';
import type { PairFinding } from './finding-types.ts';
import type { HarnessWorkings } from './map-harness.ts';

export const ROLE_WORD: Record<Role, string> = {
  battery: 'battery feed',
  switched: 'switched feed',
  ground: 'ground',
  remote: 'remote turn-on',
  data: 'data',
  input: 'audio input',
  output: 'audio output',
  mute: 'mute',
  microphone: 'microphone',
  illumination: 'illumination',
  antenna: 'antenna feed',
  unused: 'unused',
};

export const KIND_WORD: Record<PairFinding['kind'], string> = {
  output: 'speaker output',
  input: 'audio input',
  data: 'data pair',
  microphone: 'microphone pair',
};

/** The conditions that matter for reading a value, in the order a person sets them. */
export function conditionWords(c: Conditions): string {
  return [
    c.plug === 'seated' ? 'plug seated' : `plug out, ${c.side} side`,
    `ignition ${c.ignition}`,
    `radio ${c.radio}`,
    c.sound === 'playing' ? `playing${c.volumeStep === null ? '' : ` at ${c.volumeStep}`}` : null,
    c.balance === 'centre' ? null : `balance ${c.balance}`,
    c.fader === 'centre' ? null : `fader ${c.fader}`,
    c.load === 'none' ? 'no load' : null,
    c.moment === 'steady' ? null : MOMENT[c.moment],
    c.sound === 'playing' && c.zeroed.length < ZERO_ITEMS.length ? 'radio not zeroed' : null,
  ]
    .filter(Boolean)
    .join(' · ');
}

const MOMENT = {
  'door-open': 'door opened',
  restart: 'at restart',
  asleep: 'car asleep',
  loaded: 'under load',
};

/** `C2·5` or `C2·5/6`: where a thing is, as it is said at the car. */
export function placeOf(
  workings: Pick<HarnessWorkings, 'wires' | 'indexOf' | 'input'>,
  ...cavityIds: readonly string[]
): string {
  const at = cavityIds.map((id) => workings.wires[workings.indexOf.get(id)!]);
  const plug = (i: number) => workings.input.connectors[at[i].connector].name;
  return at.every((w) => w.connector === at[0].connector)
    ? `${plug(0)}·${at.map((w) => w.number).join('/')}`
    : at.map((w, i) => `${plug(i)}·${w.number}`).join(' and ');
}

/** `front left mid output`, `data pair`. */
export function pairWords(pair: PairFinding): string {
  if (!pair.channel || pair.channel.probability < 0.5) return KIND_WORD[pair.kind];
  const name = channelName(pair.channel.channel);
  return `${name.charAt(0).toLowerCase()}${name.slice(1)} ${pair.kind}`;
}

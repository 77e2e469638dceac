import type { Conditions, HeardPlace, Observation } from '../model/reading.ts';
import { ZERO_ITEMS } from '../model/intake.ts';
import type { Role } from '../model/sheet.ts';
import { channelName, type Way } from '../model/words.ts';
import { formatMeasured } from '../quantity/measured-value.ts';
import type { HarnessWorkings, PairFinding } from './map-harness.ts';

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
  unused: 'unused',
};

export const KIND_WORD: Record<PairFinding['kind'], string> = {
  output: 'speaker output',
  input: 'audio input',
  data: 'data pair',
};

const WAY_PLACE: Record<Way, string> = {
  full: '',
  woofer: 'door',
  midrange: 'mid',
  tweeter: 'tweeter',
  subwoofer: '',
};

export function placeWord({ side, axle, way }: HeardPlace): string {
  if (way === 'subwoofer') return 'subwoofer';
  if (side === 'centre') return 'centre';
  return [axle === 'other' ? '' : axle, side, way ? WAY_PLACE[way] : ''].filter(Boolean).join(' ');
}

/** What an instrument showed, in a few words. */
export function observationWords(o: Observation): string {
  switch (o.kind) {
    case 'dc':
    case 'ac':
      return o.volts === null ? WORD[o.word ?? 'drifting'] : formatMeasured(o.volts, 'V');
    case 'ohms':
      return o.ohms === null ? WORD[o.word ?? 'open'] : formatMeasured(o.ohms, 'ohm');
    case 'tone':
      return o.places.length > 0 ? o.places.map(placeWord).join(' + ') : WORD[o.word ?? 'unsure'];
    case 'cone':
      return `${{ out: 'moves out', in: 'moves in', none: 'does not move', unsure: 'unsure' }[o.moves]} (${o.source})`;
    case 'seen':
      return [
        o.wire,
        o.size,
        o.twisted === null ? null : o.twisted ? 'twisted' : 'not twisted',
        o.origin && ORIGIN[o.origin],
        o.unsure ? 'colour unsure' : null,
      ]
        .filter(Boolean)
        .join(', ');
    case 'note':
      return o.text;
  }
}

const WORD = {
  drifting: 'drifting',
  unreachable: 'cannot reach',
  open: 'OL',
  nothing: 'nothing heard',
  unsure: 'unsure',
};
const ORIGIN = {
  factory: 'factory wire',
  added: 'added by someone',
  joint: 'joint found',
  unknown: 'origin unknown',
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

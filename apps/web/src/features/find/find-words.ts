import {
  type CavityFinding,
  type Conditions,
  type Instrument,
  INSTRUMENTS,
  kindOf,
  type PairFinding,
  type Role,
  type State,
  type Way,
} from '@ulpen/core';
import { CONDITION_WORDS } from '../../ui/condition-words.ts';

const ROLE_SHORT: Record<Role, string> = {
  battery: 'B+',
  switched: 'IGN',
  ground: 'GND',
  remote: 'RMT',
  data: 'DATA',
  input: 'IN',
  output: 'OUT',
  illumination: 'ILL',
  antenna: 'ANT',
  mute: 'MUTE',
  microphone: 'MIC',
  unused: 'none',
};
const WAY_SHORT: Record<Way, string> = {
  full: '',
  woofer: 'w',
  midrange: 'm',
  tweeter: 't',
  subwoofer: 'Sub',
};

/** A cavity's finding in a few letters: `FL w`, `in RR`, `B+`; a question mark while it is open. */
export function shortFinding(finding: CavityFinding, pair: PairFinding | null): string {
  if (finding.state === 'open' && finding.standing !== 'claimed') return '?';
  if (!pair?.channel || pair.channel.state === 'open') return ROLE_SHORT[finding.role];
  const { side, axle, way } = pair.channel.channel;
  const corner =
    way === 'subwoofer'
      ? 'Sub'
      : side === 'centre'
        ? 'Ctr'
        : `${axle === 'front' ? 'F' : axle === 'rear' ? 'R' : ''}${side === 'left' ? 'L' : 'R'}`;
  const what = way === 'subwoofer' ? '' : WAY_SHORT[way];
  return [pair.kind === 'input' ? 'in' : '', corner, what].filter(Boolean).join(' ');
}

export const STATE_WORD: Record<State, string> = { settled: 'settled', again: 'look again', open: 'open' };

interface Choice<K extends keyof Conditions> {
  field: K;
  key: string;
  label: string;
  options: Record<string, string>;
}

/** Conditions that are set by one key each, in turn. */
export const CONDITION_CHOICES: Choice<keyof Conditions>[] = [
  { field: 'plug', key: 'u', ...CONDITION_WORDS.plug },
  { field: 'side', key: 'k', label: 'Probing', options: { car: 'car side', unit: 'unit side' } },
  { field: 'ignition', key: 'i', ...CONDITION_WORDS.ignition },
  { field: 'radio', key: 'r', ...CONDITION_WORDS.radio },
  { field: 'sound', key: 'g', ...CONDITION_WORDS.sound },
  {
    field: 'balance',
    key: 'e',
    label: 'Balance',
    options: { centre: 'centre', left: 'left', right: 'right' },
  },
  { field: 'fader', key: 'q', label: 'Fader', options: { centre: 'centre', front: 'front', rear: 'rear' } },
  {
    field: 'load',
    key: 'y',
    label: 'Load',
    options: { connected: 'connected', none: 'none', unknown: 'unknown' },
  },
  {
    field: 'moment',
    key: 'w',
    label: 'State',
    options: {
      steady: 'steady',
      'door-open': 'door opened',
      restart: 'restart',
      asleep: 'asleep',
      loaded: 'loaded',
    },
  },
];

const keyOf = (i: Instrument) => kindOf(i).key.toUpperCase();
const nameOf = (i: Instrument) => kindOf(i).name.replace(/^[A-Z]/, (c) => c.toLowerCase());
/** Words by the key that types them, whichever instruments they are for. */
const QUICK_WORDS = new Map(INSTRUMENTS.flatMap((i) => Object.entries(kindOf(i).quickWords ?? {})));

export const KEYS_HELP: [string, string][] = [
  ['Arrows', 'go to a cavity'],
  ['Shift + arrow', 'take a second cavity'],
  [INSTRUMENTS.map((i) => keyOf(i)).join(' '), `instrument: ${INSTRUMENTS.map(nameOf).join(', ')}`],
  ['B', 'balance and fader walk on this pair'],
  ['0–9 . −', 'start typing a value; units as you like. While looking: a wire colour by its figure'],
  ['Space', 'type words'],
  [[...QUICK_WORDS.keys()].map((k) => k.toUpperCase()).join('  '), [...QUICK_WORDS.values()].join(', ')],
  ['Enter', 'save and go on'],
  ['Esc', 'leave the entry'],
  ['U K I R G E Q Y W', 'plug, side, ignition, radio, signal, balance, fader, load, state'],
  [',', 'next set of conditions: off, ignition, radio, playing'],
  ['F', 'look from the other side'],
  ['[  ]', 'plug before, plug after'],
  ['J', 'jump to the suggested test'],
  ['M', 'measure (simulated car)'],
  ['Z', 'withdraw the last reading'],
  ['C', 'captures of this pair, in Listen'],
  ['H', 'this list'],
];

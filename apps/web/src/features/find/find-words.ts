import type { CavityFinding, Conditions, Instrument, PairFinding, Role, State, Way } from '@ulpen/core';

/** Instruments with their keys; none is a digit, and none is a letter that starts a word typed for a meter. */
export const INSTRUMENT_KEYS: {
  instrument: Instrument;
  key: string;
  name: string;
  unit: string;
  asks: string;
}[] = [
  { instrument: 'dc', key: 'v', name: 'Volts DC', unit: 'V', asks: 'Volts DC' },
  { instrument: 'ac', key: 'a', name: 'Volts AC', unit: 'V', asks: 'Volts AC' },
  { instrument: 'ohms', key: 'o', name: 'Ohms', unit: 'Ω', asks: 'Ohms' },
  { instrument: 'tone', key: 't', name: 'Tone heard', unit: '', asks: 'Tone heard at' },
  { instrument: 'cone', key: 'p', name: 'Polarity', unit: '', asks: 'Cone moves' },
  { instrument: 'seen', key: 's', name: 'Seen', unit: '', asks: 'Seen' },
  { instrument: 'note', key: 'n', name: 'Note', unit: '', asks: 'Note' },
];

export const HINT: Record<Instrument, string> = {
  dc: '12.6 · 470 mV',
  ac: '1.4 · 350 mV',
  ohms: '3.7 · 4k7 · OL',
  tone: 'FL · rear right door + tweeter · sub · nothing',
  cone: 'out · in · none · unsure',
  seen: 'BN/WH thick twisted · added · joint · unsure',
  note: 'anything worth remembering',
};

/** Words a meter gives instead of a number, one key each. */
export const WORD_KEYS: Record<string, { word: string; of: readonly Instrument[] }> = {
  l: { word: 'OL', of: ['ohms'] },
  d: { word: 'drifting', of: ['dc', 'ac', 'ohms'] },
  x: { word: 'cannot reach', of: ['dc', 'ac', 'ohms', 'tone'] },
};

/** These are answered in words: typing goes to the entry at once. */
export const ANSWERED_IN_WORDS: readonly Instrument[] = ['tone', 'cone', 'seen', 'note'];
export const ACROSS_TWO: readonly Instrument[] = ['ohms', 'tone', 'cone'];

const ROLE_SHORT: Record<Role, string> = {
  battery: 'B+',
  switched: 'IGN',
  ground: 'GND',
  remote: 'RMT',
  data: 'DATA',
  input: 'IN',
  output: 'OUT',
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
  { field: 'plug', key: 'u', label: 'Plug', options: { out: 'out', seated: 'seated' } },
  { field: 'side', key: 'k', label: 'Probing', options: { car: 'car side', unit: 'unit side' } },
  {
    field: 'ignition',
    key: 'i',
    label: 'Ignition',
    options: { off: 'off', accessory: 'accessory', on: 'on' },
  },
  { field: 'radio', key: 'r', label: 'Radio', options: { off: 'off', on: 'on' } },
  { field: 'sound', key: 'g', label: 'Signal', options: { none: 'none', playing: 'playing' } },
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

export const KEYS_HELP: [string, string][] = [
  ['Arrows', 'go to a cavity'],
  ['Shift + arrow', 'take a second cavity'],
  ['V A O T P S N', 'instrument: volts DC, volts AC, ohms, tone, polarity, seen, note'],
  ['B', 'balance and fader walk on this pair'],
  ['0–9 . −', 'start typing a value; units as you like'],
  ['Space', 'type words'],
  ['L  D  X', 'OL, drifting, cannot reach'],
  ['Enter', 'save and go on'],
  ['Esc', 'leave the entry'],
  ['U K I R G E Q Y W', 'plug, side, ignition, radio, signal, balance, fader, load, moment'],
  ['F', 'look from the other side'],
  ['[  ]', 'plug before, plug after'],
  ['J', 'jump to the suggested test'],
  ['M', 'measure (simulated car)'],
  ['Z', 'withdraw the last reading'],
  ['C', 'captures of this pair, in Listen'],
  ['H', 'this list'],
];

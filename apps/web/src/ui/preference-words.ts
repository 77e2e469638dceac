import { type Practice, type PreferencesFields, settingChoices } from '@ulpen/core';

/** What is chosen among a few. */
export type ChoiceKey = Exclude<keyof PreferencesFields, 'practice' | 'conditionSets'>;

/** The choices in which schools of the trade differ, with what is the default and why. */
export const PREFERENCE_WORDS: {
  [K in ChoiceKey]: {
    label: string;
    why: string;
    options: { value: PreferencesFields[K]; word: string }[];
  };
} = {
  first: {
    label: 'Among plans that work, prefer',
    why: 'Default: fewest parts. What is not there cannot hum, fail or cost.',
    options: [
      { value: 'fewest-parts', word: 'fewest parts' },
      { value: 'flattest', word: 'flattest' },
      { value: 'least-cutting', word: 'least cutting' },
      { value: 'fewest-hours', word: 'fewest hours' },
    ],
  },
  subwooferFrom: {
    label: 'Bass for a subwoofer from',
    why: 'Default: the factory subwoofer’s output, low-passed already and with its own control. A full-range pair is free of its limiter.',
    options: [
      { value: 'factory-subwoofer', word: 'factory subwoofer' },
      { value: 'full-range', word: 'full-range pair' },
    ],
  },
  converter: {
    label: 'Converters',
    why: 'Default: active. A passive one needs no supply, but its transformers saturate in the bass.',
    options: [
      { value: 'active', word: 'active' },
      { value: 'passive', word: 'passive' },
    ],
  },
  turnOn: {
    label: 'Turn-on by',
    why: 'Default: the accessory feed, off when the car is. Sensing needs no wire but may sleep in quiet passages; a factory remote lead is weak.',
    options: settingChoices('turnOn.by', 'constant'),
  },
  joining: {
    label: 'Factory wires are joined by',
    why: 'Default: taps, nothing cut. A harness pair is undone by unplugging it; cut wires with connectors are the quickest reliable joint.',
    options: settingChoices('joining'),
  },
  speakerWire: {
    label: 'Speaker wire',
    why: 'Default: the factory’s, up to about 100 W. New wire has to pass every door boot.',
    options: settingChoices('speakerWire'),
  },
  overlap: {
    label: 'Gain overlap',
    why: 'Default: 5 dB. Without overlap only a full-scale tone reaches full power. With 5 or 10 dB music that is recorded lower reaches it too, and a full-scale tone clips.',
    options: settingChoices('overlap'),
  },
};

/** Limits of practice, with what they decide. */
export const PRACTICE_WORDS: Record<keyof Practice, { label: string; why: string }> = {
  cleanPercent: {
    label: 'Clean up to, % THD',
    why: 'sets the clean maximum of an output',
  },
  loadStarts: { label: 'Cold starts without load', why: 'before an output is taken to bear it' },
  loadMinutes: { label: 'Minutes of play without load', why: 'in the longest of them' },
  latencyMs: { label: 'Most delay between channels, ms', why: 'above this a plan warns of an echo' },
  standingMilliamps: { label: 'Most standing current, mA', why: 'of the new system while the car sleeps' },
  standingDays: { label: 'Must still start after, days', why: 'at least, with that standing current' },
};

export const PRICE_WORD = ['', 'low', 'middle', 'high', 'very high'] as const;

import type { Conditions } from '@ulpen/core';

type SetField = 'plug' | 'ignition' | 'radio' | 'sound';

/** The conditions that change between the usual readings, in words. */
export const CONDITION_WORDS: {
  [F in SetField]: { label: string; options: Record<Conditions[F], string> };
} = {
  plug: { label: 'Plug', options: { out: 'out', seated: 'seated' } },
  ignition: { label: 'Ignition', options: { off: 'off', accessory: 'accessory', on: 'on' } },
  radio: { label: 'Radio', options: { off: 'off', on: 'on' } },
  sound: { label: 'Signal', options: { none: 'none', playing: 'playing' } },
};

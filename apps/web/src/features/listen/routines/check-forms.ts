import { ADDED_SOUNDS, type CheckBody, checkBodySchema, LOAD_WORD, SOUND_WORD } from '@ulpen/core';
import { MADE_WORD } from '../findings/added-words.ts';

export type Values = Record<string, string>;

export type CheckField =
  | { name: string; label: string; kind: 'number'; required: boolean; width: string }
  | { name: string; label: string; kind: 'choice'; words: Record<string, string> };

export interface CheckFormShape {
  kind: CheckBody['kind'];
  /** its volts are read off a meter */
  byMeter: boolean;
  fields: CheckField[];
  start: Values;
  /** the values that the next entry begins with */
  next: (now: Values) => Values;
}

const number = (name: string, label: string, required = true, width = '6.5rem'): CheckField => ({
  name,
  label,
  kind: 'number',
  required,
  width,
});
const choice = (name: string, label: string, words: Record<string, string>): CheckField => ({
  name,
  label,
  kind: 'choice',
  words,
});

const TONES = [100, 400, 1000, 2000, 3000, 5000, 8000, 12_000];
const nextTone = (hz: string) => String(TONES.find((t) => t > Number(hz)) ?? '');

export const METER_TONES: CheckFormShape = {
  kind: 'meter-tone',
  byMeter: true,
  fields: [number('hz', 'Tone, Hz'), number('volts', 'Reads, V AC')],
  start: { hz: '100', volts: '' },
  next: (now) => ({ hz: nextTone(now.hz), volts: '' }),
};

export const SILENCE_VOLTS: CheckFormShape = {
  kind: 'silence',
  byMeter: true,
  fields: [
    choice('engine', 'Engine', { off: 'off', idle: 'idling', raised: 'raised, about 2,500 rpm' }),
    number('volts', 'Reads, V AC'),
    choice('doors', 'Doors', { closed: 'closed', open: 'open', unknown: 'not noted' }),
  ],
  start: { engine: 'off', volts: '', doors: 'closed' },
  next: (now) => ({
    ...now,
    volts: '',
    engine: now.engine === 'off' ? 'idle' : now.engine === 'idle' ? 'raised' : 'off',
  }),
};

export const COLD_STARTS: CheckFormShape = {
  kind: 'cold-start',
  byMeter: true,
  fields: [
    number('start', 'Cold start'),
    choice('load', 'Load', {
      none: LOAD_WORD.none,
      speaker: LOAD_WORD.speaker,
      resistor: LOAD_WORD.resistor,
    }),
    number('minutes', 'Played, minutes'),
    choice('result', 'It', {
      steady: 'stays steady',
      jumps: 'jumps in level',
      noise: 'makes noise',
      mutes: 'mutes',
      'fault-message': 'brings a fault message',
    }),
    number('volts', 'Reads, V AC', false),
  ],
  start: { start: '1', load: 'none', minutes: '10', result: 'steady', volts: '' },
  next: (now) => ({ ...now, start: String(Math.min(9, Number(now.start) + 1)), result: 'steady', volts: '' }),
};

const ADDED_WORDS = Object.fromEntries(ADDED_SOUNDS.map((s) => [s, SOUND_WORD[s]]));
export const ADDED_SOUNDS_FORM: CheckFormShape = {
  kind: 'added-sound',
  byMeter: false,
  fields: [
    choice('sound', 'Sound', ADDED_WORDS),
    choice('heard', 'Here', { true: 'heard', false: 'not heard' }),
    choice('madeIn', 'Made', MADE_WORD),
  ],
  start: { sound: 'chimes', heard: 'true', madeIn: 'unknown', levelDb: '' },
  next: (now) => {
    const sounds: readonly string[] = ADDED_SOUNDS;
    return { ...now, sound: sounds[(sounds.indexOf(now.sound) + 1) % sounds.length], levelDb: '' };
  },
};

/** What was typed as the body of a check, or which field is wrong. */
export function bodyOf(
  shape: CheckFormShape,
  values: Values,
  numberOf: (text: string) => number | null,
): { body: CheckBody } | { wrong: Record<string, string> } {
  const wrong: Record<string, string> = {};
  const typed: Record<string, unknown> = { ...shape.start, ...values };
  for (const field of shape.fields) {
    if (field.kind !== 'number') continue;
    const text = values[field.name] ?? '';
    const value = numberOf(text);
    if (value === null && (field.required || text.trim() !== '')) wrong[field.name] = 'a number is needed';
    typed[field.name] = value;
  }
  for (const [name, value] of Object.entries(typed)) if (value === '') typed[name] = null;
  const heard = typed.heard === undefined ? {} : { heard: typed.heard === 'true' };
  const parsed = checkBodySchema.safeParse({ kind: shape.kind, ...typed, ...heard });
  if (Object.keys(wrong).length > 0) return { wrong };
  if (parsed.success) return { body: parsed.data };
  for (const issue of parsed.error.issues) wrong[String(issue.path[0])] = issue.message;
  return { wrong };
}

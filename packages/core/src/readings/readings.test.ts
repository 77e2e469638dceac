import { describe, expect, it } from 'vitest';
import { parseEntry } from '../harness/entry.ts';
import { ROLES } from '../model/sheet.ts';
import { START_CONDITIONS } from '../model/conditions.ts';
import { INSTRUMENTS, kindOf, type Observation, observationSchema, observationWords } from './index.ts';
import { PAIR_KINDS, UNKNOWN_CAR } from './likelihood.ts';

/** What the hint of an instrument shows as examples, read as somebody would type it. */
const examples = (instrument: (typeof INSTRUMENTS)[number]): Observation[] =>
  [...kindOf(instrument).hint.split(' · '), ...Object.values(kindOf(instrument).quickWords ?? {})].map(
    (text) => {
      const entry = parseEntry(instrument, text);
      if ('fault' in entry) throw new Error(entry.fault);
      return entry.observation;
    },
  );

describe.each(INSTRUMENTS)('readings of %s', (instrument) => {
  it('are read from their own examples, kept by their schema, and said', () => {
    for (const observation of examples(instrument)) {
      expect(observation.kind).toBe(instrument);
      expect(observationSchema.parse(observation)).toEqual(observation);
      expect(observationWords(observation)).not.toBe('');
    }
  });

  it('are as likely as a number from 0 up, wherever and whatever they are', () => {
    const { likelihood } = kindOf(instrument);
    const all = examples(instrument).flatMap((o) =>
      likelihood === null
        ? []
        : [
            likelihood.anywhere(o),
            ...ROLES.flatMap((role) => [
              likelihood.alone(o, START_CONDITIONS, role, UNKNOWN_CAR),
              ...ROLES.map((other) => likelihood.strangers(o, START_CONDITIONS, role, other)),
            ]),
            ...PAIR_KINDS.map((kind) => likelihood.partners(o, START_CONDITIONS, kind)),
          ],
    );
    expect(all.filter((p) => !Number.isFinite(p) || p < 0)).toEqual([]);
  });
});

it.each([
  [{ kind: 'dc', volts: null, word: null }],
  [{ kind: 'ac', volts: 1, word: 'drifting' }],
  [{ kind: 'ac', volts: -0.1, word: null }],
  [{ kind: 'ohms', ohms: null, word: null }],
  [{ kind: 'ohms', ohms: 4, word: 'open' }],
  [{ kind: 'tone', places: [], word: null }],
  [{ kind: 'seen' }],
  [{ kind: 'smell', word: 'burnt' }],
])('%o is no reading', (observation) => {
  expect(observationSchema.safeParse(observation).success).toBe(false);
});

it('only what drives no current, or touches nothing, needs no confirmed plug', () => {
  const drives = INSTRUMENTS.filter((i) => kindOf(i).drives);
  expect(drives).toEqual(['ohms', 'tone', 'cone']);
  expect(INSTRUMENTS.filter((i) => !kindOf(i).touches)).toEqual(['seen', 'note']);
});

import { wordTable } from '../quantity/word-table.ts';
import { type Instrument, kindOf, type Observation } from '../readings/index.ts';
import type { SaidWord } from '../readings/reading-kind.ts';

export type Entry = { observation: Observation } | { fault: string };

const WORDS = wordTable<SaidWord>({
  ol: 'open',
  '0l': 'open',
  open: 'open',
  inf: 'open',
  '∞': 'open',
  drifting: 'drifting',
  drifts: 'drifting',
  floating: 'drifting',
  'cannot reach': 'unreachable',
  unreachable: 'unreachable',
  nothing: 'nothing',
  none: 'nothing',
  silent: 'nothing',
  unsure: 'unsure',
  '?': 'unsure',
});

/**
 * What a person typed for an instrument, in any usual notation.
 *
 * @example parseEntry('ohms', '4k7') // { observation: { kind: 'ohms', ohms: 4700, word: null } }
 */
export function parseEntry(instrument: Instrument, text: string): Entry {
  const typed = text.trim().replace(/\s+/g, ' ');
  const { read, wanted } = kindOf(instrument);
  const observation = typed === '' ? null : read(typed, WORDS.get(typed.toLowerCase()));
  return observation
    ? { observation }
    : { fault: `"${typed.slice(0, 60)}" is not understood: type ${wanted}` };
}

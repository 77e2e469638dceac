import { z } from 'zod';
import { requiredLine } from '../model/words.ts';
import { readingKind } from './reading-kind.ts';

const schema = z.object({ kind: z.literal('note'), text: requiredLine(300) });

export const note = readingKind({
  kind: 'note',
  schema,
  name: 'Note',
  key: 'n',
  hint: 'anything worth remembering',
  wanted: 'some words',
  pastedAs: [],
  drives: false,
  touches: false,
  conditionsTell: false,
  read: (text): z.infer<typeof schema> => ({ kind: 'note', text: text.slice(0, 300) }),
  words: (o) => o.text,
  likelihood: null,
});

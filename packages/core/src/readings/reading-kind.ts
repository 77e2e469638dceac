import type { z } from 'zod';
import type { LikelihoodModel } from './likelihood.ts';

/** Words that a meter or a person gives instead of a value. */
export type SaidWord = 'open' | 'drifting' | 'unreachable' | 'nothing' | 'unsure';
export const SAID: Record<SaidWord, string> = {
  drifting: 'drifting',
  unreachable: 'cannot reach',
  open: 'OL',
  nothing: 'nothing heard',
  unsure: 'unsure',
};

/** A value that nobody reads on a 12 V car, as a question. */
export interface Unlikely {
  text: string;
  highVoltage: boolean;
  /** it would be usual on a 24 V vehicle */
  heavy?: true;
}

/** What a vehicle's electrics are made for, V. */
export type Net = '12' | '24';

/** All that is known of one kind of reading: what it is, how it is typed, shown and judged. */
export interface ReadingKind<S extends z.ZodType<{ kind: string }>> {
  kind: z.infer<S>['kind'];
  schema: S;
  /** on the row of instruments */
  name: string;
  /** letter that takes the instrument into the hand; none that a word typed for a meter begins with */
  key: string;
  /** as the next test (default: its name) */
  asTest?: string;
  /** what the entry asks for (default: its name) */
  asks?: string;
  /** of the number that is typed (default: words are typed) */
  unit?: string;
  /** examples in the empty entry */
  hint: string;
  /** what is accepted, said when something else was typed */
  wanted: string;
  /** what a spreadsheet may call it, beside `kind` */
  pastedAs: readonly string[];
  /** words by the one key that types them (default: none) */
  quickWords?: Readonly<Record<string, string>>;
  /** drives current into what hangs on the wires: waits until a person has confirmed the plug as audio */
  drives: boolean;
  /** a probe touches a contact; looking and noting is allowed on every plug */
  touches: boolean;
  /** goes across two cavities, always (default: to ground as well) */
  acrossTwo?: true;
  /** the same wires read anew once ignition, radio, signal, balance or fader are set otherwise */
  conditionsTell: boolean;
  /** @returns null for what is not understood */
  read(text: string, word: SaidWord | undefined): z.infer<S> | null;
  /** in a few words */
  words(observation: z.infer<S>): string;
  /** why a value is asked about before it is kept, in a vehicle of that net (default: none is) */
  unlikely?(observation: z.infer<S>, net: Net): Unlikely | null;
  /** null: it is no evidence */
  likelihood: LikelihoodModel<z.infer<S>> | null;
}

/** Lets the type of the observation follow from its schema. */
export const readingKind = <S extends z.ZodType<{ kind: string }>>(kind: ReadingKind<S>): ReadingKind<S> =>
  kind;

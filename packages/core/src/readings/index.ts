import { z } from 'zod';
import { ac } from './ac.ts';
import { cone } from './cone.ts';
import { dc } from './dc.ts';
import { note } from './note.ts';
import { ohms } from './ohms.ts';
import type { ReadingKind } from './reading-kind.ts';
import { seen } from './seen.ts';
import { tone } from './tone.ts';

/** Every kind of reading, in the order of the instruments on the bench. */
const KINDS = [dc, ac, ohms, tone, cone, seen, note] as const;

type SchemasOf<T extends readonly { schema: unknown }[]> = { -readonly [K in keyof T]: T[K]['schema'] };

/** What an instrument showed. A word stands where there is no number. */
export const observationSchema = z.discriminatedUnion(
  'kind',
  KINDS.map((k) => k.schema) as unknown as SchemasOf<typeof KINDS>,
);
export type Observation = z.infer<typeof observationSchema>;
export type Instrument = Observation['kind'];
export const INSTRUMENTS: readonly Instrument[] = KINDS.map((k) => k.kind);

type AnyKind = ReadingKind<z.ZodType<Observation>>;
const BY_KIND = new Map(KINDS.map((k) => [k.kind, k as unknown as AnyKind]));

/** All that is known of readings of one kind. */
export const kindOf = (instrument: Instrument): AnyKind => BY_KIND.get(instrument)!;

/** What an instrument showed, in a few words. */
export const observationWords = (observation: Observation): string =>
  kindOf(observation.kind).words(observation);

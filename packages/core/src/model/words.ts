import { z } from 'zod';
import './zod-words.ts';

/** How a property is known; the screens draw the three differently everywhere. */
export const standingSchema = z.enum(['measured', 'claimed', 'assumed']);
export type Standing = z.infer<typeof standingSchema>;

export const sideSchema = z.enum(['left', 'right', 'centre', 'mono']);
export type Side = z.infer<typeof sideSchema>;

export const axleSchema = z.enum(['front', 'rear', 'other']);
export type Axle = z.infer<typeof axleSchema>;

export const waySchema = z.enum(['full', 'woofer', 'midrange', 'tweeter', 'subwoofer']);
export type Way = z.infer<typeof waySchema>;

/** Where a signal belongs. */
export interface Channel {
  side: Side;
  axle: Axle;
  way: Way;
}

const WAY_WORD: Record<Way, string> = {
  full: '',
  woofer: 'woofer',
  midrange: 'mid',
  tweeter: 'tweeter',
  subwoofer: 'subwoofer',
};

/** What an installer calls a channel: `Front left mid`, `Centre`, `Subwoofer`. */
export function channelName({ side, axle, way }: Channel): string {
  const words: string[] = [];
  if (way === 'subwoofer') words.push('subwoofer', ...(side === 'left' || side === 'right' ? [side] : []));
  else {
    if (side !== 'centre' && axle !== 'other') words.push(axle);
    words.push(side, WAY_WORD[way]);
  }
  const name = words.filter(Boolean).join(' ');
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** IEC 60757 letter codes of wire colours; a stripe follows after a slash: `BN/WH`. */
export const WIRE_COLOURS = ['BK', 'BN', 'RD', 'OG', 'YE', 'GN', 'BU', 'VT', 'GY', 'WH', 'PK', 'TQ'] as const;

export const colourSchema = z.enum(WIRE_COLOURS);
export type Colour = z.infer<typeof colourSchema>;

export const wireSchema = z
  .string()
  .regex(
    new RegExp(`^(?:${WIRE_COLOURS.join('|')})(?:/(?:${WIRE_COLOURS.join('|')}))?$`),
    `a wire is two letters of IEC 60757 (${WIRE_COLOURS.join(', ')}), a stripe after a slash: BN/WH`,
  );

/** Where the radio's volume stands, as it counts. */
export const volumeStepSchema = z
  .int('a volume step is a whole number')
  .min(0, 'from 0')
  .max(200, 'up to 200');

export const idSchema = z.uuid('an id is a UUID');
/** What is added, with the id that its maker chose for it; without one it gets one. */
export type Creating<T> = T & { id?: string | undefined };
/** The shape of {@link Creating}. */
export const creating = <S extends z.ZodObject>(fields: S, name: string) =>
  fields.safeExtend({ id: idSchema.optional() }).meta({ id: name }) as unknown as z.ZodType<
    Creating<z.infer<S>>,
    Creating<z.input<S>>
  >;
/** the largest whole number that a column of the database holds */
const MOST_COUNT = 2 ** 31 - 1;
/** Raised by one at every change; a change that names an old one is refused. */
export const versionSchema = z
  .int('the version is a whole number')
  .min(1, 'the version is a whole number from 1')
  .max(MOST_COUNT, 'no version is that high');

/** A level or a difference of levels. Nothing that is measured here lies beyond 400 dB. */
export const decibelSchema = z.number().min(-400, 'from -400 dB').max(400, 'up to 400 dB');
/** A frequency of anything that is measured or filtered here. */
export const hertzSchema = z.number().positive('frequencies are above 0 Hz').max(1e7, 'up to 10 MHz');
/** How many of something that was counted. */
export const countSchema = z.int('a whole number').min(0, 'from 0').max(1_000_000, 'up to a million');
/** A moment in UTC, as this program could have met it. */
export const momentSchema = z.iso
  .datetime('a moment is written 2026-11-28T09:30:00Z')
  .refine((t) => t >= '1990' && t < '2101', 'a moment between 1990 and 2100');

/** Text that somebody typed. The database cannot keep the character NUL. */
export const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `at most ${most} characters`)
    .refine((text) => !text.includes('\0'), 'must not contain the character NUL')
    .refine((text) => text.isWellFormed(), 'contains half a character; type it again');
export const requiredLine = (most: number) => line(most).min(1, 'must not be empty');
/** What a program said in words, kept with what it said it of. */
export const saidSchema = z
  .string()
  .max(4000, 'at most 4000 characters')
  .refine((text) => !text.includes('\0') && text.isWellFormed(), 'must be whole characters, without NUL');

/** Text cut to a length without cutting a character in two. */
export const clip = (text: string, most: number): string =>
  text
    .slice(0, most)
    .toWellFormed()
    .replace(/\ufffd$/, '');

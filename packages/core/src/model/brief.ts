import { z } from 'zod';
import { versionSchema } from './words.ts';

/** What owners usually ask for. */
export const WISH_SHAPES = [
  'subwoofer',
  'four-channels',
  'four-and-subwoofer',
  'active-front',
  'six-with-centre',
  'replace-amplifier',
  'expand-later',
] as const;
export type WishShape = (typeof WISH_SHAPES)[number];

/** What must stay as it is. */
export const KEEP_ITEMS = [
  'radio',
  'chimes',
  'parking',
  'telephone',
  'centre',
  'factory-subwoofer',
  'no-cut-wires',
  'boot-space',
] as const;
export type KeepItem = (typeof KEEP_ITEMS)[number];

export const briefFieldsSchema = z
  .object({
    /** null: none of the usual shapes */
    shape: z.enum(WISH_SHAPES).nullable(),
    keep: z.array(z.enum(KEEP_ITEMS)).max(KEEP_ITEMS.length),
    budget: z.enum(['open', 'low', 'middle', 'high']),
    /** most hours of work */
    hours: z.number().min(1, 'from 1 hour').max(200, 'up to 200 hours').nullable(),
    /** the loudest step of the volume that is agreed on; gains are set there */
    loudestStep: z.int('a volume step is a whole number').min(1, 'from 1').max(200, 'up to 200').nullable(),
    /** what alternator or converter can give beside the car's own need, A */
    reserveAmps: z.number().min(0, 'from 0 A').max(500, 'up to 500 A').nullable(),
    /** turn-on by signal or offset is known to have failed in this make: it is not used */
    sensing: z.enum(['usual', 'failed']).default('usual'),
    batteryAh: z.number().min(5, 'from 5 Ah').max(300, 'up to 300 Ah').nullable(),
  })
  .meta({ id: 'BriefFields' });
export type BriefFields = z.infer<typeof briefFieldsSchema>;
export const briefSchema = briefFieldsSchema.extend({ version: versionSchema }).meta({ id: 'Brief' });
export type Brief = z.infer<typeof briefSchema>;

export const START_BRIEF: BriefFields = {
  shape: null,
  keep: [],
  budget: 'open',
  hours: null,
  loudestStep: null,
  reserveAmps: null,
  sensing: 'usual',
  batteryAh: null,
};

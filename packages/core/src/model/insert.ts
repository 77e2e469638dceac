import { z } from 'zod';
import { INSERT_KINDS, type InsertKind } from './device.ts';
import { ref } from './ref.ts';
import { idSchema, requiredLine } from './words.ts';

/** Where in the way of a signal something is put in: right after the outputs, before the amplifier, before the speaker. */
export const INSERT_PLACES = ['outputs', 'amplifier', 'speaker'] as const;
export type InsertPlace = (typeof INSERT_PLACES)[number];

/** Where each kind works. */
export const PLACES_OF: Record<InsertKind, readonly InsertPlace[]> = {
  'bass-restorer': ['amplifier'],
  'line-filter': ['amplifier'],
  isolator: ['amplifier'],
  'level-control': ['amplifier'],
  'load-module': ['outputs'],
  'passive-crossover': ['speaker'],
};
const PLACE_WORDS: Record<InsertPlace, string> = {
  outputs: 'at the factory outputs',
  amplifier: 'before the amplifier',
  speaker: 'between amplifier and speaker',
};

/** A model that a person chose. */
export const chosenModelSchema = z.object({
  /** of the library; null: only the kind is known yet, or it was chosen in another shop's */
  deviceId: idSchema.nullable().default(null),
  /** its name then, by which another shop's library is asked */
  device: requiredLine(60).nullable().default(null),
});
export type ChosenModel = z.infer<typeof chosenModelSchema>;

/** A box that a person puts into the way of every channel of a target. */
export const insertSchema = z
  .object({
    kind: z.enum(INSERT_KINDS),
    ...chosenModelSchema.shape,
    targetId: ref('target'),
    at: z.enum(INSERT_PLACES),
  })
  .superRefine(({ kind, at }, issue) => {
    if (!PLACES_OF[kind].includes(at))
      issue.addIssue({
        code: 'custom',
        path: ['at'],
        message: `a ${kind.replace('-', ' ')} goes ${PLACES_OF[kind].map((p) => PLACE_WORDS[p]).join(' or ')}`,
      });
  });
export type Insert = z.infer<typeof insertSchema>;

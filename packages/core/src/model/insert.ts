import { z } from 'zod';
import { INSERT_KINDS, type InsertKind } from './device.ts';
import { ref } from './ref.ts';
import { idSchema, requiredLine } from './words.ts';

/** Where in the way of a signal something is put in: right after the outputs, before the amplifier, before the speaker. */
export const SIGNAL_PLACES = ['outputs', 'amplifier', 'speaker'] as const;
/** Places that the system has once. */
export const SYSTEM_PLACES = ['turn-on', 'supply'] as const;
export type SystemPlace = (typeof SYSTEM_PLACES)[number];
export const INSERT_PLACES = [...SIGNAL_PLACES, ...SYSTEM_PLACES] as const;
export type InsertPlace = (typeof INSERT_PLACES)[number];

const isOfSystem = (at: InsertPlace): at is SystemPlace => SYSTEM_PLACES.some((place) => place === at);

/** Where each kind works. */
export const PLACES_OF: Record<InsertKind, readonly InsertPlace[]> = {
  'bass-restorer': ['amplifier'],
  'line-filter': ['amplifier'],
  isolator: ['amplifier'],
  'level-control': ['amplifier'],
  'load-module': ['outputs'],
  'passive-crossover': ['speaker'],
  'remote-delay': ['turn-on'],
  breaker: ['supply'],
};

export const INSERT_WORDS: Record<InsertKind, string> = {
  'bass-restorer': 'bass restorer',
  'line-filter': 'line filter',
  isolator: 'ground loop isolator',
  'level-control': 'level control',
  'load-module': 'load module',
  'passive-crossover': 'passive crossover',
  'remote-delay': 'turn-on delay',
  breaker: 'circuit breaker',
};

export const PLACE_WORDS: Record<InsertPlace, string> = {
  outputs: 'at the factory outputs',
  amplifier: 'before the amplifier',
  speaker: 'before the speaker',
  'turn-on': 'in the turn-on lead',
  supply: 'in the power cable',
};

/** A model that a person chose. */
export const chosenModelSchema = z.object({
  /** of the library; null: only the kind is known yet, or it was chosen in another shop's */
  deviceId: idSchema.nullable().default(null),
  /** its name then, by which another shop's library is asked */
  device: requiredLine(60).nullable().default(null),
});
export type ChosenModel = z.infer<typeof chosenModelSchema>;

/** A box that a person puts into the way of every channel of a target, or where the system has one place for it. */
export const insertSchema = z
  .object({
    kind: z.enum(INSERT_KINDS),
    ...chosenModelSchema.shape,
    /** null: at a place that the system has once */
    targetId: ref('target').nullable(),
    at: z.enum(INSERT_PLACES),
  })
  .superRefine(({ kind, at, targetId }, issue) => {
    if (!PLACES_OF[kind].includes(at))
      issue.addIssue({
        code: 'custom',
        path: ['at'],
        message: `a ${INSERT_WORDS[kind]} goes ${PLACES_OF[kind].map((p) => PLACE_WORDS[p]).join(' or ')}`,
      });
    if (isOfSystem(at) !== (targetId === null))
      issue.addIssue({
        code: 'custom',
        path: ['targetId'],
        message: isOfSystem(at)
          ? `null: a ${INSERT_WORDS[kind]} serves the whole system`
          : 'the channel group whose signal it stands in',
      });
  });
export type Insert = z.infer<typeof insertSchema>;

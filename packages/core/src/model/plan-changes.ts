import { z } from 'zod';
import { chosenModelSchema, insertSchema } from './insert.ts';
import { LIMITS } from './limits.ts';
import { ref } from './ref.ts';
import { requiredLine } from './words.ts';
import { loadSchema, setupChangeSchema } from './setup.ts';

/** Both sides of as many new channels as a job may have. */
export const MOST_FEEDS = 2 * LIMITS.targetsOfJob.most;

export const tapSchema = z.object({
  pairId: ref('pair'),
  /** null: nothing was measured, its band is assumed */
  captureId: ref('capture').nullable(),
  inverted: z.boolean(),
  /** trim at this input, dB, 0 or less */
  gainDb: z.number().min(-60).max(0),
  /** delay at this input, ms */
  delayMs: z.number().min(0).max(100).default(0),
  /** a second-order all-pass at this input, Hz; null: none */
  allPassHz: z.number().min(10).max(30_000).nullable().default(null),
});
export type Tap = z.infer<typeof tapSchema>;

export const deviceSchemaOfFeed = z.enum([
  /** no amplifier either: the output itself is joined to the speaker's wire */
  'joined',
  'direct',
  'passive-converter',
  'converter',
  /** one output into both inputs of a converter */
  'bridged-converter',
  'summing-converter',
  'data-interface',
  'processor',
]);
/** What stands between factory output and new amplifier, by what it does. */
export type Device = z.infer<typeof deviceSchemaOfFeed>;

/** The same as the desk may have it: what drives a speaker is no matter of taps. */
const deskDeviceSchema = deviceSchemaOfFeed.exclude(['joined']);
export type DeskDevice = z.infer<typeof deskDeviceSchema>;

/** What a plan puts in by itself. */
export const OWN_INSERT_KINDS = ['bass-restorer', 'passive-crossover'] as const;
export type OwnInsertKind = (typeof OWN_INSERT_KINDS)[number];

/** What a person changed by hand against what the strategy would do. */
export const changesSchema = z
  .object({
    setup: setupChangeSchema,
    /** the summing desk: these taps instead of the solved ones */
    feeds: z
      .array(
        z.object({
          targetId: ref('target'),
          side: z.enum(['left', 'right', 'mono']),
          taps: z
            .array(tapSchema.omit({ captureId: true }))
            .min(1)
            .max(12),
          device: deskDeviceSchema.optional(),
        }),
      )
      .max(MOST_FEEDS),
    loads: z.array(z.object({ pairId: ref('pair'), load: loadSchema })).max(200),
    /** how the coils of a channel's drivers are joined, by the name of the arrangement */
    coils: z
      .array(z.object({ targetId: ref('target'), arrangement: requiredLine(80) }))
      .max(LIMITS.targetsOfJob.most)
      .default([]),
    /** models that are used whether they fit or not, each for its kind */
    boxes: z.array(chosenModelSchema).max(8, 'at most 8 models').default([]),
    /** boxes in series, in the order in which the signal meets them */
    inserts: z.array(insertSchema).max(32, 'at most 32 inserts').default([]),
    /** boxes that the plan puts in by itself and that a person took out */
    leftOut: z
      .array(z.object({ kind: z.enum(OWN_INSERT_KINDS), targetId: ref('target') }))
      .max(2 * LIMITS.targetsOfJob.most)
      .default([]),
  })
  .meta({ id: 'PlanChanges' });
export type PlanChanges = z.infer<typeof changesSchema>;

/** The first of some that has a name which another one before it has; -1: none has. */
const secondOf = <T>(items: readonly T[], nameOf: (item: T) => string): number => {
  const names = items.map(nameOf);
  return names.findIndex((name, n) => names.indexOf(name) < n);
};

/** The same as it is sent: every channel and every output is said once, so that nothing is silently left aside. */
export const givenChangesSchema = changesSchema
  .superRefine(({ feeds, loads, coils, inserts }, context) => {
    const say = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const feed = secondOf(feeds, (f) => `${f.targetId} ${f.side}`);
    if (feed >= 0) say(['feeds', feed], 'this channel is listed twice');
    const load = secondOf(loads, (l) => l.pairId);
    if (load >= 0) say(['loads', load, 'pairId'], 'this output is listed twice');
    const coil = secondOf(coils, (c) => c.targetId);
    if (coil >= 0) say(['coils', coil, 'targetId'], 'this channel is listed twice');
    inserts.forEach(({ at, targetId }, n) => {
      if (targetId === null && inserts.findIndex((i) => i.at === at) < n)
        say(['inserts', n, 'at'], 'there is one at this place already');
    });
    feeds.forEach(({ taps }, n) => {
      const tap = secondOf(taps, (t) => t.pairId);
      if (tap >= 0) say(['feeds', n, 'taps', tap, 'pairId'], 'this output is listed twice for the channel');
    });
  })
  .meta({ id: 'GivenChanges' });

export const NO_CHANGES: PlanChanges = {
  setup: {},
  feeds: [],
  loads: [],
  coils: [],
  boxes: [],
  inserts: [],
  leftOut: [],
};

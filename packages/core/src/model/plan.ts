import { TRIGGER_SOUNDS } from './sounds.ts';
import { z } from 'zod';
import { DEVICE_KINDS } from './device.ts';
import { finishedCarSchema, soundAfterSchema } from './finished-car.ts';
import { figureSchema, matterSchema } from './matter.ts';
import {
  changesSchema,
  deviceSchemaOfFeed,
  givenChangesSchema,
  MOST_FEEDS,
  NO_CHANGES,
  tapSchema,
} from './plan-changes.ts';
import { loadSchema, SETUP_PLACES, setupSchema } from './setup.ts';
import { ref } from './ref.ts';
import { idSchema, momentSchema, requiredLine, saidSchema, standingSchema } from './words.ts';

const levels = z.array(z.number()).max(400);

const equaliserSectionSchema = z.object({
  kind: z.enum(['peaking', 'low-shelf', 'high-shelf']).default('peaking'),
  frequencyHz: z.number().positive(),
  gainDb: z.number(),
  q: z.number().positive(),
});

/** Names a way in. Which there are is known where they are worked out; a kept plan may name one that is gone. */
export const strategySchema = z
  .string()
  .max(40)
  .regex(/^[a-z]+(-[a-z]+)*$/, 'the name of a way in: small letters with hyphens between');

/** Effective volts at one point of the chain, for a tone at 0 dB at the loudest step that is agreed on. */
export const levelPointSchema = z.object({
  name: saidSchema,
  volts: z.number(),
  /** what the stage can give or stand; null: not known */
  maxVolts: z.number().nullable(),
  standing: standingSchema,
});
export type LevelPoint = z.infer<typeof levelPointSchema>;

const filterPlaceSchema = z
  .object({
    hz: z.number(),
    where: z.enum(['factory', 'device', 'amplifier', 'speaker', 'missing']),
  })
  .nullable();

const chainSchema = z.object({
  points: z.array(levelPointSchema),
  /** index of the point with the least headroom */
  firstToClip: z.int(),
  /** from input to output of the device, dB */
  deviceGainDb: z.number(),
  gain: z.object({
    /** level of the tone in its file, dB */
    toneDb: z.number(),
    /** how far it goes beyond a full-scale tone */
    overlapDb: z.number(),
    /** the same volts without that; null: kept before this was noted */
    plainVolts: z.number().nullable().default(null),
    /** at the amplifier's terminals, speakers off */
    volts: z.number(),
    watts: z.number(),
    ohm: z.number(),
    step: z.int(),
  }),
  passive: z.object({ would: z.boolean(), says: saidSchema }),
});
export type LevelChain = z.infer<typeof chainSchema>;

/** One new channel fed from one or more factory outputs, with what is predicted for it. */
export const feedSchema = z
  .object({
    targetId: ref('target'),
    side: z.enum(['left', 'right', 'mono']),
    device: deviceSchemaOfFeed,
    /** the way in that serves this target; a plan may need a second one for some */
    by: strategySchema.default('convert'),
    taps: z.array(tapSchema).max(12),
    correction: z.array(equaliserSectionSchema).max(20),
    boostDb: z.number(),
    need: z.object({ lowHz: z.number(), highHz: z.number() }),
    /** on the summing grid, dB */
    levelDb: levels,
    /** what the sum could be if phases are other than thought; null when that cannot happen */
    span: z.object({ bestDb: levels, worstDb: levels }).nullable(),
    phase: standingSchema,
    withinDb: z.number(),
    covers: z.boolean(),
    missing: z.array(z.object({ fromHz: z.number(), toHz: z.number() })),
    /** one for each tap */
    loads: z
      .array(z.object({ kind: loadSchema, ohm: z.number().nullable(), watts: z.number().nullable() }))
      .default([]),
    chain: chainSchema.nullable().default(null),
    crossover: z
      .object({ highPass: filterPlaceSchema, lowPass: filterPlaceSchema })
      .default({ highPass: null, lowPass: null }),
    coils: z
      .object({
        name: saidSchema,
        ohm: z.number(),
        wattsPerCoil: z.number().nullable(),
        bridged: z.boolean(),
        /** what becomes of the channel when one driver fails open; empty: kept before this was noted */
        ifOneFails: saidSchema.default(''),
        /** other ways to the same ohms, with the same power for every coil */
        others: z
          .array(z.object({ name: saidSchema, ifOneFails: saidSchema }))
          .max(20)
          .default([]),
      })
      .nullable()
      .default(null),
    bass: z
      .object({
        fromStep: z.int(),
        lostDb: z.number(),
        remedy: z.enum(['restore', 'stay-below', 'tap-before', 'none']),
        says: saidSchema,
      })
      .nullable()
      .default(null),
    latencyMs: z.number().default(0),
  })
  .meta({ id: 'Feed' });
export type Feed = z.infer<typeof feedSchema>;

const { subjects, figures } = matterSchema.shape;
const matterOf = { subjects: subjects.default([]), figures: figures.default([]) };

/** `error`: not ready. `assumption`: to be measured or accepted by name. `warning` needs a word. */
export const severitySchema = z.enum(['error', 'warning', 'assumption', 'note']);
export type Severity = z.infer<typeof severitySchema>;

export const remarkSchema = z
  .object({
    severity: severitySchema,
    rule: saidSchema,
    text: saidSchema,
    /** an assumption on which safety rests is found, never accepted by name */
    acceptable: z.boolean().default(true),
    /** what to do about it */
    remedy: saidSchema.nullable().default(null),
    /** where the reading is taken that would settle it, a test of Listen by its name; or where it is set */
    settle: z
      .object({
        stage: z.enum(['intake', 'find', 'listen', 'library', 'setup']),
        test: saidSchema.nullable(),
        place: z.enum(SETUP_PLACES).optional(),
      })
      .nullable()
      .default(null),
    targetId: ref('target').nullable(),
    pairId: ref('pair').nullable(),
    /** none in plans that were kept before */
    ...matterOf,
  })
  .meta({ id: 'Remark' });
export type Remark = z.infer<typeof remarkSchema>;

/** Why a plan, or one of its channels, is as it is. */
export const reasonSchema = z
  .object({
    /** what kind of reason; `kept-before`: plans had words alone then */
    rule: saidSchema,
    text: saidSchema,
    subjects,
    figures: z.array(figureSchema).max(8),
  })
  .meta({ id: 'Reason' });
export type Reason = z.infer<typeof reasonSchema>;

export const lossSchema = z.object({
  /** names it in a consent */
  rule: saidSchema,
  text: saidSchema,
  /** the owner's consent is needed before the plan is ready */
  consent: z.boolean(),
  ...matterOf,
});
export type Loss = z.infer<typeof lossSchema>;

export const triggerSchema = z.object({
  sound: z.enum(TRIGGER_SOUNDS),
  after: soundAfterSchema,
  says: saidSchema,
  /** the same without the sound's name; empty in plans that were kept before */
  why: saidSchema.default(''),
});
export type Trigger = z.infer<typeof triggerSchema>;

export const equipmentSchema = z.object({
  kind: z.enum(DEVICE_KINDS),
  /** in the library; null: nothing there fits, only the kind is known, or it was kept before this was noted */
  deviceId: idSchema.nullable().default(null),
  /** its name there, as it was then */
  name: saidSchema.nullable(),
  count: z.int(),
  /** what it must be able to do, or why this one */
  says: saidSchema,
  priceClass: z.number(),
  targetIds: z.array(ref('target')).max(100),
});
export type Equipment = z.infer<typeof equipmentSchema>;

export const figuresSchema = z.object({
  taps: z.int(),
  /** factory conductors that are cut */
  cuts: z.int(),
  /** devices to be bought and mounted */
  boxes: z.int(),
  hours: z.object({ from: z.number(), to: z.number() }),
  priceClass: z.int(),
  /** playing: all amplifiers at full sine, and music; A */
  sineAmps: z.number(),
  musicAmps: z.number(),
  /** asleep, A, and how many days until the battery may not start the car */
  standingAmps: z.number(),
  standingDays: z.number().nullable(),
  /** the power cable at full current, V */
  dropVolts: z.number(),
  /** between processed and untouched channels, ms */
  latencyMs: z.number(),
});
export type Figures = z.infer<typeof figuresSchema>;

export const turnOnStepSchema = z.object({
  /** null: kept before this was noted */
  part: z.enum(['source', 'relay', 'devices']).nullable().default(null),
  name: saidSchema,
  atSeconds: z.number(),
  says: saidSchema,
});
export type TurnOnStep = z.infer<typeof turnOnStepSchema>;

export const proposalSchema = z
  .object({
    strategy: strategySchema,
    title: requiredLine(80),
    device: deviceSchemaOfFeed,
    covers: z.boolean(),
    /** the worst of its feeds, dB */
    withinDb: z.number(),
    feeds: z.array(feedSchema).max(MOST_FEEDS),
    reasons: z.array(reasonSchema).max(MOST_FEEDS + 10),
    // A channel can break most rules at once.
    remarks: z.array(remarkSchema).max(32 * MOST_FEEDS),
    setup: setupSchema.nullable().default(null),
    changes: changesSchema.default(NO_CHANGES),
    equipment: z.array(equipmentSchema).max(200).default([]),
    losses: z.array(lossSchema).max(200).default([]),
    duties: z.array(saidSchema).max(200).default([]),
    triggers: z.array(triggerSchema).max(100).default([]),
    turnOn: z.array(turnOnStepSchema).max(100).default([]),
    figures: figuresSchema.nullable().default(null),
    /** the car once this is built; null: kept before plans had it, or read from a file */
    car: finishedCarSchema.nullable().default(null),
  })
  .meta({ id: 'Proposal' });
export type Proposal = z.infer<typeof proposalSchema>;

/** SHA-256 over everything that the plans of a job are worked out from; made by the server. */
export const fingerprintSchema = z
  .string()
  .regex(/^[0-9a-f]{64}$/, 'a fingerprint is 64 hexadecimal digits, as the list of proposals gives it');

export const planFingerprintSchema = z
  .object({
    fingerprint: fingerprintSchema,
    /** of the job, when it was taken */
    revision: z.int(),
  })
  .meta({ id: 'PlanFingerprint' });
export type PlanFingerprint = z.infer<typeof planFingerprintSchema>;

/** A way in with a person's changes, and what it was seen with. The server works it out by itself. */
export const keepPlanSchema = z
  .object({
    name: requiredLine(80),
    strategy: strategySchema,
    changes: givenChangesSchema.default(NO_CHANGES),
    fingerprint: fingerprintSchema,
    /** the kept plan that this is the next revision of; null: a plan of its own */
    revises: idSchema.nullable().default(null),
  })
  .meta({ id: 'KeepPlan' });
export type KeepPlan = z.infer<typeof keepPlanSchema>;

/** One revision of a kept plan, as it was worked out then. */
export const planFieldsSchema = z
  .object({
    name: requiredLine(80),
    /** counts the revisions of one plan */
    revision: z.int().min(1),
    /** this one is to be built; at most one of a job; null: not agreed */
    agreedAt: momentSchema.nullable(),
    proposal: proposalSchema,
  })
  .meta({ id: 'PlanFields' });
export type PlanFields = z.infer<typeof planFieldsSchema>;
export const planSchema = planFieldsSchema
  .extend({
    id: idSchema,
    jobId: idSchema,
    /** what its revisions have in common */
    seriesId: idSchema,
    /** what it was worked out from here; null: it came from a file, or from a version that did not note it */
    fingerprint: fingerprintSchema.nullable(),
    createdAt: momentSchema,
  })
  .meta({ id: 'Plan' });
export type Plan = z.infer<typeof planSchema>;

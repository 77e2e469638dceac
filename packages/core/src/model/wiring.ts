import { z } from 'zod';
import { BODIES, ZONES } from './car-zones.ts';
import { saidSchema, versionSchema, wireSchema } from './words.ts';

/** Ways in which a conductor ends. */
export const JOINT_KINDS = [
  'soldered-tap',
  'displacement-tap',
  'butt',
  'connector',
  'harness-pair',
  'moved-terminal',
  'device-plug',
  'ring',
  'ferrule',
  'quick-disconnect',
  'line-plug',
  'closed-end-cap',
] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

/** Where conductors end: what they are joined to there. */
export const JOINT_PLACES = [
  'tap',
  'cut',
  'capped',
  'screw',
  'device',
  'socket',
  'speaker',
  'post',
  'fuse',
  'relay',
  'resistor',
] as const;
export type JointPlace = (typeof JOINT_PLACES)[number];

const jointKindSchema = z.enum(JOINT_KINDS);

/** Longer than any run in a car or van, m: what is typed above it was meant otherwise. */
export const LONGEST_RUN_M = 15;

const lengthSchema = z.object({
  lengthM: z
    .number()
    .positive('a length is more than 0')
    .max(LONGEST_RUN_M, `up to ${LONGEST_RUN_M} m: no run in a car is longer`),
  /** by a tape or a string along the way; false: guessed */
  measured: z.boolean(),
});
export type RunLength = z.infer<typeof lengthSchema>;

/** Names of conductors, joints and cables: each by its terminals, so that they outlast the plan they were made for. */
const nameSchema = saidSchema.max(400);
const most = <T extends z.ZodType>(schema: z.ZodRecord<typeof nameSchema, T>, count: number) =>
  schema.refine((r) => Object.keys(r).length <= count, `up to ${count} of them`);

export const wiringFieldsSchema = z
  .object({
    /** how this job joins at each place, where it differs from the shop's way */
    school: z.partialRecord(z.enum(JOINT_PLACES), jointKindSchema),
    /** single joints that differ from it */
    joints: most(z.record(nameSchema, jointKindSchema), 2000),
    /** joints that are made */
    done: z.array(nameSchema).max(2000),
    /** of cables, and of conductors that run alone */
    lengths: most(z.record(nameSchema, lengthSchema), 500),
    /** colours of conductors, by their letters: WH/BK */
    colours: most(z.record(nameSchema, wireSchema), 2000),
    /** the car's body; null: nobody has said, and no way is known */
    body: z.enum(BODIES).nullable(),
    /** where in the car boxes, plugs, speakers and points of supply are, as somebody said */
    zones: most(z.record(nameSchema, z.enum(ZONES)), 500),
    /** links between two zones through which no new wire goes: a door whose boot is a plug */
    shut: z.array(nameSchema).max(100),
  })
  .meta({ id: 'WiringFields' });
export type WiringFields = z.infer<typeof wiringFieldsSchema>;
export const wiringSchema = wiringFieldsSchema.extend({ version: versionSchema }).meta({ id: 'Wiring' });
export type WiringChoices = z.infer<typeof wiringSchema>;

export const START_WIRING: WiringFields = {
  school: {},
  joints: {},
  done: [],
  lengths: {},
  colours: {},
  body: null,
  zones: {},
  shut: [],
};

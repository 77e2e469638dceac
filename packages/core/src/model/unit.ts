import { z } from 'zod';
import { ref } from './ref.ts';
import {
  axleSchema,
  channelName,
  idSchema,
  line,
  requiredLine,
  sideSchema,
  standingSchema,
  versionSchema,
  waySchema,
} from './words.ts';

export const unitFieldsSchema = z
  .object({
    kind: z.enum(['radio', 'amplifier', 'subwoofer', 'module']),
    name: requiredLine(60),
    location: line(60),
  })
  .meta({ id: 'UnitFields' });
export type UnitFields = z.infer<typeof unitFieldsSchema>;

export const unitSchema = unitFieldsSchema
  .extend({ id: idSchema, jobId: idSchema, version: versionSchema })
  .meta({ id: 'Unit' });
export type Unit = z.infer<typeof unitSchema>;
export const unitChangeSchema = unitFieldsSchema
  .extend({ version: versionSchema })
  .meta({ id: 'UnitChange' });

/** One of an output's wires where it sits in a plug. */
export const outputEndSchema = z
  .object({ sign: z.enum(['plus', 'minus']), cavityId: ref('cavity') })
  .meta({ id: 'OutputEnd' });
export type OutputEnd = z.infer<typeof outputEndSchema>;

/** How an output drives its two wires. A minus is common to several outputs only where it is not driven. */
export const stageSchema = z.enum(['unknown', 'bridge', 'single-ended', 'line']);
export type Stage = z.infer<typeof stageSchema>;

const pairObject = z.object({
  side: sideSchema,
  axle: axleSchema,
  way: waySchema,
  /** label that distinguishes it from a pair of the same channel: `coil 2` */
  suffix: line(30),
  /**
   * cavities that its wires sit in: at most two of each sign, since a line has two ends, one at the radio and one at the
   * amplifier
   */
  ends: z
    .array(outputEndSchema)
    .max(4, 'at most two cavities for plus and two for minus')
    .superRefine(checkEnds),
  /** where somebody says it sits while no drawn plug has its cavities; joins nothing */
  placeText: line(80),
  stage: stageSchema,
  /** sign of the signal against its siblings as a person or a paper states it; only a recording measures it */
  statedPolarity: z.enum(['unknown', 'normal', 'reversed']),
});

function checkEnds(ends: OutputEnd[], context: z.RefinementCtx<OutputEnd[]>): void {
  const say = (n: number, message: string) =>
    context.addIssue({ code: 'custom', path: [n, 'cavityId'], message });
  ends.forEach(({ sign, cavityId }, n) => {
    const before = ends.slice(0, n);
    if (before.some((e) => e.cavityId === cavityId)) say(n, 'plus and minus are two different cavities');
    if (before.filter((e) => e.sign === sign).length === 2) say(n, `at most two cavities for ${sign}`);
  });
}

export const pairFieldsSchema = pairObject.meta({ id: 'PairFields' });
export type PairFields = z.infer<typeof pairFieldsSchema>;
export const pairSchema = pairObject
  .extend({ id: idSchema, unitId: idSchema, version: versionSchema })
  .meta({ id: 'Pair' });
export type Pair = z.infer<typeof pairSchema>;
export const pairChangeSchema = pairObject.extend({ version: versionSchema }).meta({ id: 'PairChange' });

/** An end with what map and readings say of its cavity. */
export const endViewSchema = outputEndSchema
  .extend({
    unitId: idSchema,
    connectorId: idSchema,
    /** name of the plug */
    plug: z.string(),
    cavity: z.int(),
    wire: z.string().nullable(),
    wireStanding: standingSchema.nullable(),
  })
  .meta({ id: 'OutputEndView' });
export type EndView = z.infer<typeof endViewSchema>;

/** A driver of the factory's with its voice coils; named by what drives it. */
const speakerObject = z.object({
  way: waySchema,
  coils: z
    .array(
      z.object({
        /** the output that drives it; null: nothing, or not known */
        pairId: ref('pair').nullable(),
        ohm: z.number().min(0.5, 'at least 0.5 ohm').max(64, 'at most 64 ohm').nullable(),
      }),
    )
    .min(1, 'at least one coil')
    .max(4, 'at most four coils'),
});
export const speakerFieldsSchema = speakerObject.meta({ id: 'FactorySpeakerFields' });
export type FactorySpeakerFields = z.infer<typeof speakerFieldsSchema>;
export const factorySpeakerSchema = speakerObject
  .extend({ id: idSchema, jobId: idSchema, version: versionSchema })
  .meta({ id: 'FactorySpeaker' });
export type FactorySpeaker = z.infer<typeof factorySpeakerSchema>;
export const speakerChangeSchema = speakerObject
  .extend({ version: versionSchema })
  .meta({ id: 'FactorySpeakerChange' });

/** `Front left mid`, `Subwoofer coil 2`. */
export function pairName(pair: Pick<Pair, 'side' | 'axle' | 'way' | 'suffix'>): string {
  const name = channelName(pair);
  return pair.suffix ? `${name} ${pair.suffix}` : name;
}

import { z } from 'zod';
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
  wireSchema,
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

const cavitySchema = z
  .int('a cavity is a whole number')
  .min(1, 'cavities count from 1')
  .max(200, 'at most 200 cavities')
  .nullable();

const pairObject = z.object({
  side: sideSchema,
  axle: axleSchema,
  way: waySchema,
  /** told apart from a pair of the same channel: `coil 2` */
  suffix: line(30),
  plug: line(20),
  plusCavity: cavitySchema,
  minusCavity: cavitySchema,
  plusWire: wireSchema.nullable(),
  minusWire: wireSchema.nullable(),
  /** sign of the signal against its siblings, as labelled plus and minus */
  polarity: z.enum(['normal', 'reversed']),
  polarityStanding: standingSchema,
});

const twoCavities = (pair: { plusCavity?: number | null; minusCavity?: number | null }) =>
  pair.plusCavity === null || pair.plusCavity === undefined || pair.plusCavity !== pair.minusCavity;
const TWO_CAVITIES = { path: ['minusCavity'], error: 'plus and minus are two different cavities' };

export const pairFieldsSchema = pairObject.refine(twoCavities, TWO_CAVITIES).meta({ id: 'PairFields' });
export type PairFields = z.infer<typeof pairFieldsSchema>;
export const pairSchema = pairObject
  .extend({ id: idSchema, unitId: idSchema, version: versionSchema })
  .meta({ id: 'Pair' });
export type Pair = z.infer<typeof pairSchema>;
export const pairChangeSchema = pairObject
  .extend({ version: versionSchema })
  .refine(twoCavities, TWO_CAVITIES)
  .meta({ id: 'PairChange' });

/** `Front left mid`, `Subwoofer coil 2`. */
export function pairName(pair: Pick<Pair, 'side' | 'axle' | 'way' | 'suffix'>): string {
  const name = channelName(pair);
  return pair.suffix ? `${name} ${pair.suffix}` : name;
}

import { z } from 'zod';
import type { ResponseAnalysis } from '../signal/analyse.ts';

const numbers = z.array(z.number()).max(20_000).readonly();
const edge = z.object({
  dropDb: z.union([z.literal(3), z.literal(6), z.literal(10)]),
  frequencyHz: z.number().positive(),
  relation: z.enum(['at', 'below', 'above']),
});
const fittedFilter = z.object({
  family: z.enum(['butterworth', 'linkwitz-riley']),
  order: z.int().min(1).max(8),
  cornerHz: z.number().positive(),
  sixDbHz: z.number().positive(),
  slopeDbPerOctave: z.number(),
  errorOctaves: z.number(),
});
export const peakingSectionSchema = z.object({
  frequencyHz: z.number().positive(),
  gainDb: z.number(),
  q: z.number().positive(),
});

/** What core concluded from one response. */
export const analysisSchema = z
  .object({
    version: z.int(),
    smoothed: z.object({ frequencyHz: numbers, levelDb: numbers, phaseDeg: numbers.optional() }),
    passBandDb: z.number(),
    noiseFloorDb: z.number().nullable(),
    noiseTiltDb: z.number().default(0),
    edges: z.object({ low: z.array(edge), high: z.array(edge) }),
    model: z
      .object({
        gainDb: z.number(),
        noiseFloorDb: z.number().nullable(),
        highPass: fittedFilter.nullable(),
        lowPass: fittedFilter.nullable(),
        noiseTiltDb: z.number().default(0),
        clockHz: z
          .union([z.literal(44_100), z.literal(48_000)])
          .nullable()
          .default(null),
        equaliser: z.array(peakingSectionSchema),
        shelves: z.array(peakingSectionSchema.extend({ side: z.enum(['low', 'high']) })).default([]),
        rmsDb: z.number(),
        stop: z.enum(['gain', 'step', 'limit']),
      })
      .nullable(),
    bandClass: z.enum(['full-range', 'low-pass', 'high-pass', 'band-pass', 'silent', 'unclear']),
    confidence: z.number().min(0).max(1),
    lowHz: z.number().nullable(),
    highHz: z.number().nullable(),
    lowError: z.number().nullable().default(null),
    highError: z.number().nullable().default(null),
    reasons: z.array(z.string()),
    doubt: z.literal('quiet').nullable().default(null),
  })
  .meta({ id: 'ResponseAnalysis' }) satisfies z.ZodType<ResponseAnalysis>;

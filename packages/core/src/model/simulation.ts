import { z } from 'zod';
import { ref } from './ref.ts';

/** Which made-up car is practised on. Its wiring follows from the seed and is never sent to the page. */
export const simulationFieldsSchema = z
  .object({
    seed: z.int().min(1).max(2_000_000_000),
    connectors: z.int().min(1, 'one to four plugs').max(4, 'one to four plugs').nullable(),
    sheet: z.enum(['none', 'right', 'both', 'wrong']).nullable(),
    reversedPairs: z.int().min(0).max(4).nullable(),
    /** share of probes that slip */
    slipRate: z.number().min(0).max(0.2, 'at most 0.2'),
  })
  .meta({ id: 'SimulationFields' });
export type SimulationFields = z.infer<typeof simulationFieldsSchema>;

/** Instruments that the simulated car's meter shows. */
export const SIMULATED_INSTRUMENTS = ['dc', 'ac', 'ohms', 'tone', 'cone', 'seen'] as const;
export const isSimulated = (instrument: string): instrument is (typeof SIMULATED_INSTRUMENTS)[number] =>
  (SIMULATED_INSTRUMENTS as readonly string[]).includes(instrument);

export const simulatedProbeSchema = z
  .object({
    cavityId: ref('cavity'),
    otherCavityId: ref('cavity').nullable(),
    instrument: z.enum(SIMULATED_INSTRUMENTS),
    source: z.enum(['battery', 'tester']),
  })
  .meta({ id: 'SimulatedProbe' });
export type SimulatedProbe = z.infer<typeof simulatedProbeSchema>;

/** The truth, told at the end, and what was found against it. */
export const simulationScoreSchema = z
  .object({
    cavities: z.array(
      z.object({
        cavityId: z.uuid(),
        role: z.string(),
        channel: z.string().nullable(),
        sign: z.enum(['plus', 'minus']).nullable(),
        roleRight: z.boolean(),
        channelRight: z.boolean().nullable(),
        signRight: z.boolean().nullable(),
      }),
    ),
    wires: z.int(),
    missed: z.array(z.string()),
    rolesRight: z.int(),
    pairs: z.int(),
    pairsRight: z.int(),
    readings: z.int(),
    slips: z.int(),
  })
  .meta({ id: 'SimulationScore' });
export type SimulationScore = z.infer<typeof simulationScoreSchema>;

import { z } from 'zod';
import { connectorSchema } from './connector.ts';
import { readingSchema } from './reading.ts';
import { sheetSchema } from './sheet.ts';

/** What can be seen of a simulated car without measuring: its plugs, and the sheet that was found for it. */
export const simulationViewSchema = z
  .object({
    plugs: z.array(
      z.object({ name: z.string(), rows: z.array(z.int()), empty: z.array(z.int()), shell: z.string() }),
    ),
    hasSheet: z.boolean(),
    taken: z.int(),
    revealed: z.boolean(),
  })
  .meta({ id: 'SimulationView' });
export type SimulationView = z.infer<typeof simulationViewSchema>;

/** Everything that Find shows of a job; readings oldest first, withdrawn ones among them. */
export const harnessViewSchema = z
  .object({
    connectors: z.array(connectorSchema),
    readings: z.array(readingSchema),
    sheets: z.array(sheetSchema),
    simulation: simulationViewSchema.nullable(),
  })
  .meta({ id: 'HarnessView' });
export type HarnessView = z.infer<typeof harnessViewSchema>;

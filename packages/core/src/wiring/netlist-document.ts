import { z } from 'zod';
import { standingSchema } from '../model/words.ts';
import type { Bench } from './job/bench-of-job.ts';
import type { Wiring } from './job/wiring-of-job.ts';
import { terminalId, type TerminalRef } from './terminal-ref.ts';
import { terminalName } from './words.ts';

const terminalSchema = z.object({
  /** stays while what it belongs to does */
  id: z.string(),
  /** as a person finds it */
  name: z.string(),
  /** how it is joined there; null: as the factory left it */
  joint: z.string().nullable(),
  made: z.boolean(),
});

/** A netlist as it leaves Ulpen: every conductor with its two ends, its cable and its length. */
export const netlistDocumentSchema = z
  .object({
    format: z.literal('ulpen-netlist'),
    version: z.literal(1),
    car: z.string(),
    plan: z.object({ name: z.string(), revision: z.int(), agreedAt: z.string().nullable() }),
    conductors: z.array(
      z.object({
        id: z.string(),
        from: terminalSchema,
        to: terminalSchema,
        function: z.enum(['speaker', 'line', 'load', 'supply', 'ground', 'remote', 'joint']),
        /** what it carries, in words; null: no signal */
        signal: z.string().nullable(),
        sign: z.enum(['plus', 'minus']).nullable(),
        swapped: z.boolean(),
        made: z.enum(['factory', 'new']),
        standing: standingSchema,
        /** of this conductor, mm2; null: nobody chose one */
        mm2: z.number().nullable(),
        /** mark of the cable it runs in; null: it runs by itself, or stays as it was */
        cable: z.string().nullable(),
        /** letters of IEC 60757 */
        colour: z.string().nullable(),
        lengthM: z.number().nullable(),
        lengthMeasured: z.boolean(),
      }),
    ),
  })
  .meta({ id: 'NetlistDocument' });
export type NetlistDocument = z.infer<typeof netlistDocumentSchema>;

/** The netlist of a job as a document of its own. */
export function netlistDocument(
  car: string,
  { name, revision, agreedAt }: NetlistDocument['plan'],
  { netlist, names }: Wiring,
  { cables, joints, lengthOf, signalName }: Bench,
): NetlistDocument {
  const terminal = (conductorId: string, end: 'from' | 'to', t: TerminalRef) => {
    const joint = joints.find((j) => j.id === `${conductorId}|${end}`);
    return {
      id: terminalId(t),
      name: terminalName(t, names),
      joint: joint?.kind ?? null,
      made: joint?.done ?? false,
    };
  };
  return {
    format: 'ulpen-netlist',
    version: 1,
    car,
    plan: { name, revision, agreedAt },
    conductors: netlist.conductors.map((c) => {
      const cable = cables.find((k) => k.ways.some((w) => w.conductor?.id === c.id));
      const length = lengthOf(cable?.id ?? c.id);
      return {
        id: c.id,
        from: terminal(c.id, 'from', c.from),
        to: terminal(c.id, 'to', c.to),
        function: c.function,
        signal: c.signal ? signalName(c) : null,
        sign: c.signal?.sign ?? null,
        swapped: c.signal?.swapped ?? false,
        made: c.made,
        standing: c.standing,
        mm2: c.mm2,
        cable: cable?.mark ?? null,
        colour: cable?.ways.find((w) => w.conductor?.id === c.id)?.colour ?? null,
        lengthM: length?.lengthM ?? null,
        lengthMeasured: length?.measured ?? false,
      };
    }),
  };
}

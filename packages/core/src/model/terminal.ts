import { z } from 'zod';
import { requiredLine } from './words.ts';

export const TERMINAL_KINDS = [
  'speaker-input',
  'line-input',
  'line-output',
  'speaker-output',
  'supply',
  'ground',
  'remote-in',
  'remote-out',
  'data',
] as const;

/** One place on a device where a conductor is joined. */
export const terminalSchema = z.object({
  /** names it for good, whatever is printed on the box */
  key: z
    .string()
    .max(40)
    .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'small letters and digits with hyphens between: in-1-plus'),
  /** as it is printed on the box */
  name: requiredLine(24),
  kind: z.enum(TERMINAL_KINDS),
  /** input or output that it belongs to, from 1; null: none */
  channel: z.int().min(1).max(32).nullable(),
  /** null: both conductors, as at a phono socket, or neither */
  sign: z.enum(['plus', 'minus']).nullable(),
  /** largest conductor that it takes, mm2; null: not known */
  mm2: z.number().positive('above 0').max(150, 'up to 150 mm²').nullable(),
});
export type Terminal = z.infer<typeof terminalSchema>;

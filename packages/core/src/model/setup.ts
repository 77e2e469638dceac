import { z } from 'zod';
import { preferencesFieldsSchema } from './shop.ts';
import { line } from './words.ts';

/** How the new system is woken, and what is known of the source that does it. */
export const turnOnSchema = z.object({
  by: z.enum(['sensing', 'offset', 'accessory', 'factory-remote', 'constant']),
  /** a relay with a suppression diode between the source and what it switches */
  relay: z.boolean(),
  /** the source while the car sleeps */
  asleep: z.enum(['dead', 'live', 'unknown']),
  /** the source while the engine is started again */
  restart: z.enum(['steady', 'dips', 'unknown']),
  /** what the source can give, A; null: not known */
  amps: z.number().min(0).max(100).nullable(),
  /** its volts with something drawn from it */
  load: z.enum(['holds', 'sags', 'unknown']).default('unknown'),
  /** where its wire was found, in words, when it is on no plug that Find knows: a fuse box */
  place: line(60).default(''),
  /** before the amplifiers wake, s: longer than the converter or processor takes */
  delaySeconds: z.number().min(0).max(30),
});

/** Where the power comes from and how it is protected. */
export const supplySchema = z.object({
  from: z.enum(['battery', 'factory-feed']),
  /** fuse of the factory feed that is used, A; null for a feed of its own */
  feedFuseAmps: z.number().min(1).max(500).nullable(),
  /** main fuse, A; null: none */
  fuseAmps: z.number().min(1).max(500).nullable(),
  /** from the battery to the fuse along the cable, mm */
  fuseMm: z.number().min(0).max(10_000),
  cableMm2: z.number().min(0.2).max(150),
  cableM: z.number().min(0.2).max(20),
  metal: z.enum(['copper', 'copper-clad']),
  ground: z.enum(['body', 'battery-terminal']),
  /** power cable and signal cables */
  sides: z.enum(['apart', 'together']),
});

/** Where in the finished car a setting acts. */
export const SETUP_PLACES = ['turn-on', 'supply', 'ground', 'factory', 'volume'] as const;
export type SetupPlace = (typeof SETUP_PLACES)[number];

/** Everything of a plan that is not signal: decided by the strategy, open to be changed by hand. */
export const setupSchema = z
  .object({
    joining: preferencesFieldsSchema.shape.joining,
    speakerWire: preferencesFieldsSchema.shape.speakerWire,
    /** `node`: bypassed, but powered, because the car's network expects it */
    factoryAmplifier: z.enum(['none', 'stays', 'node', 'removed']),
    microphones: z.enum(['kept', 'unplugged']),
    /** `own-speaker`: what plays it stays on the factory amplifier, and nothing of it is tapped */
    cancelling: z.enum(['absent', 'switched-off', 'own-speaker', 'left']),
    loudestStep: z.int().min(1).max(200),
    overlap: preferencesFieldsSchema.shape.overlap,
    turnOn: turnOnSchema,
    supply: supplySchema,
  })
  .meta({ id: 'PlanSetup' });
export type Setup = z.infer<typeof setupSchema>;

export const setupChangeSchema = setupSchema
  .omit({ turnOn: true, supply: true, overlap: true })
  .extend({
    turnOn: turnOnSchema.partial(),
    supply: supplySchema.partial(),
    // Without its usual: what nobody changed is not said.
    overlap: preferencesFieldsSchema.shape.overlap.unwrap(),
  })
  .partial()
  .meta({ id: 'SetupChange' });
export type SetupChange = z.infer<typeof setupChangeSchema>;

/** What an output drives once it is tapped: its own speaker, a resistor, the inputs that it feeds, or nothing. */
export const loadSchema = z.enum(['speaker', 'resistor', 'inputs', 'none']);
export type Load = z.infer<typeof loadSchema>;

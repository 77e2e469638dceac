import { z } from 'zod';
import { DEVICE_KINDS, deviceSchema } from './device.ts';
import { ref } from './ref.ts';
import { loadSchema } from './setup.ts';
import { SOUND_SOURCES, TRIGGER_SOUNDS } from './sounds.ts';
import { axleSchema, saidSchema, sideSchema, standingSchema, waySchema } from './words.ts';

const watts = z.number().nullable();
const ohms = z.number().nullable();
/** Names an instance of a device by what it serves, so that another model in its place keeps the name. */
const instanceId = saidSchema;

/** Where a signal comes from: a factory output, an output or channel of a device, the car's data. */
export const signalSourceSchema = z.discriminatedUnion('from', [
  z.object({ from: z.literal('output'), pairId: ref('pair') }),
  z.object({ from: z.literal('device'), deviceId: instanceId, output: z.int() }),
  z.object({ from: z.literal('data') }),
]);
export type SignalSource = z.infer<typeof signalSourceSchema>;

export const finishedOutputSchema = z.object({
  pairId: ref('pair'),
  /** a radio's line into an amplifier: it drives no speaker and misses none */
  line: z.boolean(),
  /** nothing comes out of an amplifier that was taken out or gets no signal any more */
  plays: z.boolean(),
  /** its one load: all of these together */
  drives: z.object({
    /** speakers by their id, with the index of the coil */
    coils: z.array(z.object({ speakerId: saidSchema, coil: z.int() })),
    inputs: z.array(z.object({ deviceId: instanceId, input: z.int() })),
    resistor: z.object({ ohm: ohms, watts }).nullable(),
    factoryAmplifier: z.boolean(),
  }),
  /** what it works into: its speakers, the resistor in their place, inputs that are load enough, nothing; a line's inputs */
  load: loadSchema,
  /** of the inputs or the resistor that are its load; null: not known, or its speakers are */
  loadOhm: ohms,
  /** its wires are led elsewhere here, and what drives the car's side then; null: they are whole */
  intercepted: z
    .object({ by: z.enum(['cut', 'harness-pair']), carSide: signalSourceSchema.nullable() })
    .nullable(),
  /** V RMS of a tone at 0 dB at the agreed step */
  volts: z.object({ volts: z.number(), maxVolts: z.number(), standing: standingSchema }),
});
export type FinishedOutput = z.infer<typeof finishedOutputSchema>;

/** Its speaker went and nothing taps it: it is left with a resistor, or with nothing at all. */
export const isUnused = ({ line, plays, drives }: FinishedOutput): boolean =>
  plays && !line && drives.coils.length + drives.inputs.length === 0;

const filterSchema = z
  .object({ hz: z.number(), where: z.enum(['factory', 'device', 'amplifier', 'speaker', 'missing']) })
  .nullable();

export const finishedSpeakerSchema = z.object({
  /** a factory speaker's own id, `of:` its output where nobody listed it, `new:` target and side */
  id: saidSchema,
  made: z.enum(['factory', 'new']),
  /** the target that it serves or that took its place; null: none */
  targetId: ref('target').nullable(),
  side: sideSchema,
  axle: axleSchema,
  way: waySchema,
  /** what becomes of it */
  fate: z.enum(['stays', 'taken-over', 'replaced', 'silent', 'added', 'not-fed']),
  coils: z
    .array(
      z.object({
        /** exactly one drives it; null: nothing does */
        source: signalSourceSchema.nullable(),
        wire: z.enum(['factory', 'new']).nullable(),
        ohm: ohms,
        watts,
      }),
    )
    .min(1),
  highPass: filterSchema,
  lowPass: filterSchema,
});
export type FinishedSpeaker = z.infer<typeof finishedSpeakerSchema>;

/** Of which channel of which target. */
const channelSchema = z.object({ targetId: ref('target'), side: z.enum(['left', 'right', 'mono']) });
export type FinishedChannel = z.infer<typeof channelSchema>;

const deviceOutputSchema = z.object({
  n: z.int(),
  /** the channel that it is bridged with */
  bridgedWith: z.int().nullable(),
  /** inputs of the same device that it is made from */
  of: z.array(z.int()),
  /** what it serves in the end */
  channel: channelSchema,
  /** of an amplifier's channel: how its coils are joined, their ohms together, and watts into them; null: a line */
  load: z.object({ network: saidSchema, coils: z.int(), ohm: z.number(), watts }).nullable(),
});

/** A at the device's terminals. */
const drawSchema = z.object({
  /** a full sine on every channel */
  sineAmps: z.number(),
  /** music that just reaches full output */
  musicAmps: z.number(),
  /** on, without music */
  idleAmps: z.number(),
  /** while the car sleeps */
  asleepAmps: z.number(),
});
export type Draw = z.infer<typeof drawSchema>;

export const finishedDeviceSchema = z.object({
  id: instanceId,
  kind: z.enum(DEVICE_KINDS),
  /** its entry in the library as it was when this was planned; null: only the kind is known */
  entry: deviceSchema.nullable(),
  name: saidSchema.nullable(),
  /** each input takes one source */
  inputs: z.array(z.object({ n: z.int(), source: signalSourceSchema })),
  /** channels, of an amplifier */
  outputs: z.array(deviceOutputSchema),
  /** what wakes it: a source outside, or the device before it */
  wokenBy: z.union([
    z.enum(['sensing', 'offset', 'accessory', 'factory-remote', 'constant', 'nothing']),
    z.object({ deviceId: instanceId }),
  ]),
  draws: drawSchema,
});
export type FinishedDevice = z.infer<typeof finishedDeviceSchema>;

/** What becomes of a sound. `unknown`: nobody has heard where it plays, or by which way it goes on. */
export const soundAfterSchema = z.enum(['same', 'louder', 'quieter', 'lost', 'unknown']);
export type SoundAfter = z.infer<typeof soundAfterSchema>;

/** A sound that the car adds to the music, before and after. */
export const finishedSoundSchema = z.object({
  sound: z.enum(TRIGGER_SOUNDS),
  /** outputs on which somebody heard it */
  heardOn: z.array(ref('pair')),
  /** where it is made, as far as that was heard; null: nobody has heard it */
  madeIn: z.enum(SOUND_SOURCES).nullable(),
  /** speakers that play it now, and those that play it afterwards */
  before: z.array(saidSchema),
  after: z.array(saidSchema),
  becomes: soundAfterSchema,
});
export type FinishedSound = z.infer<typeof finishedSoundSchema>;

export const finishedSupplySchema = drawSchema.extend({
  nominalVolts: z.enum(['12', '24']),
  /** makes what the car's battery gives while it plays */
  source: z.enum(['alternator', 'converter', 'unknown']),
  /** what that can give beyond the car's own needs, A; null: not known */
  reserveAmps: z.number().nullable(),
  from: z.enum(['battery', 'factory-feed']),
  /** each fuse and what it protects; null: there is none, or its size is not known */
  fuses: z.array(
    z.object({
      protects: z.union([z.enum(['cable', 'factory-feed']), z.object({ deviceId: instanceId })]),
      amps: z.number().nullable(),
    }),
  ),
});
export type FinishedSupply = z.infer<typeof finishedSupplySchema>;

/** What drives what once all is built in: the one account that loads, losses, cuts and rules are read from. */
export const finishedCarSchema = z
  .object({
    outputs: z.array(finishedOutputSchema),
    speakers: z.array(finishedSpeakerSchema),
    devices: z.array(finishedDeviceSchema),
    sounds: z.array(finishedSoundSchema),
    supply: finishedSupplySchema,
  })
  .meta({ id: 'FinishedCar' });
export type FinishedCar = z.infer<typeof finishedCarSchema>;

/** What protects the power cable. */
export const mainProtection = ({ devices }: Pick<FinishedCar, 'devices'>): 'fuse' | 'breaker' =>
  devices.some((d) => d.kind === 'breaker') ? 'breaker' : 'fuse';

/** The device of a kind, or between outputs and amplifier, that a channel's signal goes through. */
export function deviceServing(
  { devices }: Pick<FinishedCar, 'devices'>,
  channel: FinishedChannel,
  which: 'between' | 'amplifier',
): FinishedDevice | null {
  return (
    devices.find(
      (d) =>
        (d.kind === 'amplifier') === (which === 'amplifier') &&
        d.outputs.some((o) => o.channel.targetId === channel.targetId && o.channel.side === channel.side),
    ) ?? null
  );
}

import { z } from 'zod';
import { terminalSchema } from './terminal.ts';
import { idSchema, line, requiredLine, versionSchema } from './words.ts';

/** What stands in the library, by what it does; the planner picks the kind first, then one that fits. */
export const DEVICE_KINDS = [
  'passive-converter',
  'converter',
  'processor',
  'data-interface',
  'amplifier',
  'bass-restorer',
  'line-filter',
  'isolator',
  'level-control',
  'load-module',
  'passive-crossover',
  'remote-delay',
  'breaker',
  'harness-half',
] as const;
/** What a person puts in beside the devices of a plan: into a signal's way, into the turn-on lead, into the power cable. */
export const INSERT_KINDS = [
  'bass-restorer',
  'line-filter',
  'isolator',
  'level-control',
  'load-module',
  'passive-crossover',
  'remote-delay',
  'breaker',
] as const satisfies readonly (typeof DEVICE_KINDS)[number][];
export type InsertKind = (typeof INSERT_KINDS)[number];
export const deviceKindSchema = z.enum(DEVICE_KINDS);
export type DeviceKind = z.infer<typeof deviceKindSchema>;

const volts = z.number().min(0, 'volts from 0').max(200, 'up to 200 V');
const ohms = z.number().min(0.5, 'from 0.5 ohm').max(1e6, 'up to 1 Mohm');
const count = z.int('a whole number').min(0, 'from 0').max(32, 'up to 32');

/** What one input takes: volts RMS between the least that drives it fully and the most that it stands. */
export const inputSchema = z
  .object({
    minVolts: volts,
    maxVolts: volts,
    /** what it presents to the output that feeds it; null: thousands of ohms, no load */
    ohm: ohms.nullable().default(null),
    /** plus and minus both float: no side is joined to ground */
    floating: z.boolean().default(false),
  })
  .refine((i) => i.maxVolts > i.minVolts, { path: ['maxVolts'], error: 'must be above the least volts' });
export type DeviceInput = z.infer<typeof inputSchema>;

const watts = z.number().min(1, 'from 1 W').max(10_000, 'up to 10 kW');

/** Channels of one power. */
const channelGroupSchema = z.object({
  channels: z.int().min(1, 'at least one channel').max(16, 'up to 16 channels'),
  /** W RMS, each channel; null: not stated */
  wattsAt8: watts.nullable().default(null),
  wattsAt4: watts,
  wattsAt2: watts.nullable().default(null),
  wattsAt1: watts.nullable().default(null),
  /** W RMS of two channels bridged into 4 ohm; null: cannot be bridged */
  wattsBridged: watts.nullable().default(null),
  minOhm: ohms,
  minBridgedOhm: ohms.nullable().default(null),
});
export type ChannelGroup = z.infer<typeof channelGroupSchema>;

const powerStageSchema = channelGroupSchema.extend({
  /** channels of another power, counted after the first ones: usually the subwoofer's */
  second: channelGroupSchema.nullable().default(null),
  /** at full power, 0 to 1 */
  efficiency: z.number().min(0.2, 'from 0.2').max(0.98, 'up to 0.98').default(0.8),
  /** where the last channel takes its signal when nothing is plugged into its own input */
  subwooferFrom: z.enum(['own', 'front']).default('own'),
  /** a switch must be set for speaker level */
  modeSwitch: z.boolean().default(false),
});

const millimetres = z.number().positive('above 0').max(2000, 'up to 2 m');

const deviceObject = z.object({
  name: requiredLine(60),
  kind: deviceKindSchema,
  note: line(200).default(''),
  /** 1 cheap to 4 dear */
  priceClass: z.int().min(1, 'from 1').max(4, 'up to 4'),
  size: z.enum(['small', 'medium', 'large']).default('medium'),
  inputs: count.default(2),
  outputs: count.default(2),
  speakerInput: inputSchema.nullable().default(null),
  lineInput: inputSchema.nullable().default(null),
  /** inputs can be joined into one output */
  sums: z.boolean().default(false),
  /** deepest trim of one input, dB */
  trimDb: z.number().min(0).max(60).default(0),
  /** longest delay of one input, ms */
  delayMs: z.number().min(0).max(500).default(0),
  allPass: z.boolean().default(false),
  equaliserSections: z.int().min(0).max(64).default(0),
  boostLimitDb: z.number().min(0).max(24).default(6),
  /** its own filters can be set within these, Hz */
  crossover: z
    .object({ lowestHz: z.number().min(10), highestHz: z.number().max(40_000) })
    .nullable()
    .default(null),
  /** from input to output, dB, at the lowest and the highest setting */
  gainDb: z
    .object({ min: z.number().min(-60), max: z.number().max(60) })
    .refine((g) => g.max >= g.min, { path: ['max'], error: 'must not be below the lowest' })
    .default({ min: -20, max: 0 }),
  maxOutputVolts: volts.nullable().default(null),
  /** a transformer gives less below this, Hz; 0: none */
  lowestHz: z.number().min(0).max(200).default(0),
  latencyMs: z.number().min(0).max(100).default(0),
  needsSupply: z.boolean().default(true),
  /** ground of the output apart from ground of the input */
  isolated: z.boolean().default(false),
  /** a volume control of its own, at the driver */
  volumeControl: z.boolean().default(false),
  /** bass that it gives back as the volume rises, dB; 0: none */
  bassRestoreDb: z.number().min(0).max(24).default(0),
  /** wakes by itself */
  senses: z
    .array(z.enum(['signal', 'offset']))
    .max(2)
    .default([]),
  remoteOutput: z.boolean().default(false),
  idleAmps: z.number().min(0).max(20).default(0.3),
  /** asleep, A */
  standbyAmps: z.number().min(0).max(1).default(0),
  /** its own fuse, or the greatest current that its maker states, A; null: not known */
  fuseAmps: z.number().min(0.1, 'from 0.1 A').max(500, 'up to 500 A').nullable().default(null),
  nominalVolts: z.enum(['12', '24', '12-24']).default('12'),
  /** with what sticks out; null: not known */
  dimensionsMm: z
    .object({ width: millimetres, height: millimetres, depth: millimetres })
    .nullable()
    .default(null),
  weightKg: z.number().positive('above 0').max(100, 'up to 100 kg').nullable().default(null),
  amplifier: powerStageSchema.nullable().default(null),
  /** as on the box; empty: those that its abilities ask for */
  terminals: z
    .array(terminalSchema)
    .max(100, 'at most 100 terminals')
    .refine((list) => new Set(list.map((t) => t.key)).size === list.length, 'a key names one terminal')
    .default([]),
});

const isAmplifier = (d: { kind: DeviceKind; amplifier?: unknown }) =>
  (d.kind === 'amplifier') === (d.amplifier !== null && d.amplifier !== undefined);
const AMPLIFIER = {
  path: ['amplifier'],
  error: 'an amplifier, and nothing else, states its channels and watts',
};

export const deviceFieldsSchema = deviceObject.refine(isAmplifier, AMPLIFIER).meta({ id: 'DeviceFields' });
export type DeviceFields = z.infer<typeof deviceFieldsSchema>;
export const deviceSchema = deviceObject
  .extend({ id: idSchema, version: versionSchema })
  .meta({ id: 'LibraryDevice' });
export type LibraryDevice = z.infer<typeof deviceSchema>;
export type PowerStage = NonNullable<LibraryDevice['amplifier']>;

/** The channels of an amplifier, by their power; numbers go on from one group to the next. */
export const channelGroups = (stage: PowerStage): ChannelGroup[] =>
  stage.second ? [stage, stage.second] : [stage];
export const deviceChangeSchema = deviceObject
  .extend({ version: versionSchema })
  .refine(isAmplifier, AMPLIFIER)
  .meta({ id: 'DeviceChange' });

/** Runs on a vehicle's electrical system, or needs none. */
export const runsOn = (d: Pick<DeviceFields, 'needsSupply' | 'nominalVolts'>, net: '12' | '24'): boolean =>
  !d.needsSupply || d.nominalVolts.split('-').includes(net);

/** Of devices those that run on a vehicle's electrical system; where none does all of them, and the plan says what is wrong. */
export function forNet<D extends DeviceFields>(devices: readonly D[], net: '12' | '24'): readonly D[] {
  const running = devices.filter((d) => runsOn(d, net));
  return running.length > 0 ? running : devices;
}

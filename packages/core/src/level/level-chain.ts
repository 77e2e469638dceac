import type { LevelChain, LevelPoint } from '../model/plan.ts';
import type { Standing } from '../model/words.ts';
import { formatVolts, voltsFor } from '../quantity/volts.ts';
import { gainVolts } from './gain-setting.ts';

/** Gains are set with a tone this far down: the level of our own tracks. */
export const TONE_DB = -10;
/** Left below every limit when the device's gain is chosen, dB. */
const SPARE_DB = 1;

/** A box in series that takes a signal and gives it on as it is. */
export interface ChainStage {
  name: string;
  /** what its input stands, and what its output gives; null: not known */
  maxVolts: number | null;
  maxOutputVolts: number | null;
}

export interface ChainInput {
  /** the loudest tap, V RMS at the agreed step, tone at 0 dB */
  output: { volts: number; maxVolts: number | null; standing: Standing };
  /** the joined taps with their trims against the loudest of them, dB */
  sumDb: number;
  /** boxes in series right after the outputs, and before the amplifier */
  before?: readonly ChainStage[];
  after?: readonly ChainStage[];
  /** null: nothing between output and amplifier */
  device: {
    name: string;
    maxInputVolts: number | null;
    maxOutputVolts: number | null;
    gainDb: { min: number; max: number };
    /** boost of its equaliser, dB: costs headroom */
    boostDb: number;
  } | null;
  /** null: none is chosen yet */
  amplifier: {
    input: { minVolts: number; maxVolts: number } | null;
    /** W into the load */
    watts: number;
    ohm: number;
  } | null;
  /** W wanted; null: what the amplifier gives */
  watts: number | null;
  ohm: number;
  step: number;
  /** how far the gain goes beyond a full-scale tone, dB */
  overlapDb: number;
  /** the band begins here, Hz */
  lowHz: number;
  taps: number;
}

/** Below this a usual passive transformer loses bass, Hz; and it stands about this at bass, V RMS. */
const TRANSFORMER = { lowestHz: 40, maxVolts: 10, ratio: 1 / 8 };

/** Where the signal goes into the amplifier: last before the speaker, whatever boxes stand before it. */
export const amplifierPoint = ({ points }: Pick<LevelChain, 'points'>): LevelPoint | undefined =>
  points[points.length - 2];

/** Levels at every point from factory output to speaker, where it clips first, and the volts to set the gain by. */
export function levelChain(input: ChainInput): LevelChain {
  const { output, device, amplifier, before = [], after = [] } = input;
  const { standing } = output;
  const points: LevelPoint[] = [{ name: 'Factory output', ...output }];
  let volts = output.volts * 10 ** (input.sumDb / 20);
  let deviceGainDb = 0;
  const ampMax = amplifier?.input?.maxVolts ?? null;
  const through = ({ name, maxVolts }: ChainStage) =>
    points.push({ name: `${name}, in`, volts, maxVolts, standing });
  before.forEach(through);
  if (device) {
    points.push({
      name: `${device.name}, in`,
      volts: output.volts,
      maxVolts: device.maxInputVolts,
      standing: output.standing,
    });
    const limits = [
      device.maxOutputVolts,
      ampMax,
      ...after.flatMap((s) => [s.maxVolts, s.maxOutputVolts]),
    ].filter((v) => v !== null);
    const goal = limits.length > 0 ? Math.min(...limits) * 10 ** (-SPARE_DB / 20) : 2;
    const wanted = 20 * Math.log10(goal / volts) - device.boostDb;
    deviceGainDb = Math.max(device.gainDb.min, Math.min(device.gainDb.max, wanted));
    volts *= 10 ** ((deviceGainDb + device.boostDb) / 20);
    points.push({
      name: `${device.name}, out`,
      volts,
      maxVolts: device.maxOutputVolts,
      standing: output.standing,
    });
  }
  after.forEach(through);
  points.push({ name: 'Amplifier, in', volts, maxVolts: ampMax, standing: output.standing });
  const ohm = amplifier?.ohm ?? input.ohm;
  const most = amplifier?.watts ?? null;
  const watts = Math.min(input.watts ?? most ?? 50, most ?? Infinity);
  points.push({
    name: 'Speaker',
    volts: voltsFor(watts, ohm),
    maxVolts: most === null ? null : voltsFor(most, ohm),
    standing: most === null ? 'assumed' : output.standing,
  });
  const headroom = points.map(headroomDb);
  const firstToClip = headroom.reduce((least, h, i) => (h < headroom[least] ? i : least), 0);
  return {
    points,
    firstToClip,
    deviceGainDb,
    gain: {
      toneDb: TONE_DB,
      overlapDb: input.overlapDb,
      plainVolts: gainVolts({ watts, ohm, toneDb: TONE_DB, overlapDb: 0 }),
      volts: gainVolts({ watts, ohm, toneDb: TONE_DB, overlapDb: input.overlapDb }),
      watts,
      ohm,
      step: input.step,
    },
    passive: passiveWouldDo(input),
  };
}

/** dB from a point's volts up to its limit; Infinity where no limit is known. */
export function headroomDb(point: LevelPoint): number {
  return point.maxVolts === null ? Infinity : 20 * Math.log10(point.maxVolts / Math.max(point.volts, 1e-9));
}

function passiveWouldDo({ output, taps, lowHz, amplifier }: ChainInput): LevelChain['passive'] {
  if (taps !== 1)
    return {
      would: false,
      says: 'Not passive: one transformer takes one output, and several have to be joined.',
    };
  if (output.volts > TRANSFORMER.maxVolts)
    return {
      would: false,
      says: `Not passive: ${formatVolts(output.volts)} saturate a transformer in the bass.`,
    };
  if (lowHz < TRANSFORMER.lowestHz)
    return { would: false, says: 'Not passive: a small transformer loses the lowest octave.' };
  const given = output.volts * TRANSFORMER.ratio;
  const least = amplifier?.input?.minVolts ?? 0.5;
  return given < least
    ? {
        would: false,
        says: `Not passive: it would leave ${formatVolts(given)}, the amplifier wants ${formatVolts(least)}.`,
      }
    : { would: true, says: `A passive one would do: it leaves about ${formatVolts(given)}.` };
}

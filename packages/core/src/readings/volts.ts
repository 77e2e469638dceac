import { z } from 'zod';
import { formatMeasured, parseMeasured } from '../quantity/measured-value.ts';
import { type Net, SAID, type SaidWord, type Unlikely } from './reading-kind.ts';

/** Volts, and the word that stands where a meter gives none. */
export const voltsSchema = z
  .number()
  .min(-1000, 'no meter in a car reads that')
  .max(1000, 'no meter in a car reads that');
export const meterWordSchema = z.enum(['drifting', 'unreachable']);
export const ONE_OF_TWO = { error: 'give a number or a word, one of the two' };

interface Volts {
  volts: number | null;
  word: z.infer<typeof meterWordSchema> | null;
}

export const VOLT_WORDS = { d: SAID.drifting, x: SAID.unreachable };

export function readVolts(text: string, word: SaidWord | undefined): Volts | null {
  if (word === 'drifting' || word === 'unreachable') return { volts: null, word };
  const volts = parseMeasured(text, 'V');
  return volts === null ? null : { volts, word: null };
}

export const voltWords = ({ volts, word }: Volts): string =>
  volts === null ? SAID[word ?? 'drifting'] : formatMeasured(volts, 'V');

/** Nobody works on that with a meter for audio. */
export function dangerousVolts(volts: number | null): Unlikely | null {
  const size = Math.abs(volts ?? 0);
  return size > 60
    ? {
        text: `${size} V is dangerous to touch and is not part of an audio system. Take the probes away, touch nothing, and leave high voltage to people trained for it. Was it a slip of the keys (mV)?`,
        highVoltage: true,
      }
    : null;
}

/** Highest volts of a sound charging system, and from where a 24 V vehicle is likelier than a 12 V one overcharged. */
const CHARGED = { '12': 16, '24': 31 };
const HEAVY = 19.5;

/** Supply volts that a vehicle's net does not give. */
export function unlikelySupply(volts: number | null, net: Net): Unlikely | null {
  const size = Math.abs(volts ?? 0);
  if (size <= CHARGED[net]) return null;
  if (net === '12' && size >= HEAVY)
    return {
      text: `${size} V: is this a 24 V vehicle? Set it so, and its readings are taken as such. Or was it a slip of the keys (mV)?`,
      highVoltage: false,
      heavy: true,
    };
  return {
    text: `${size} V is more than a ${net} V vehicle gives: its charging system is overcharging; have it repaired before anything is connected. Or was it a slip of the keys (mV)?`,
    highVoltage: false,
  };
}

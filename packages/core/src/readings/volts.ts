import { z } from 'zod';
import { formatMeasured, parseMeasured } from '../quantity/measured-value.ts';
import { SAID, type SaidWord, type Unlikely } from './reading-kind.ts';

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

/** @param most that a 12 V car gives */
export function unlikelyVolts(volts: number | null, most: number): Unlikely | null {
  const size = Math.abs(volts ?? 0);
  if (size > 60)
    return {
      text: `${size} V is dangerous to touch and is not part of an audio system. Take the probes away, touch nothing, and leave high voltage to people trained for it. Was it a slip of the keys (mV)?`,
      highVoltage: true,
    };
  return size > most
    ? {
        text:
          size > 20
            ? `${size} V: is this a 24 V vehicle? Then set it to 24 V in Intake. Or was it a slip of the keys (mV)?`
            : `${size} V is more than a 12 V car gives: is it overcharging, or was it a slip of the keys (mV)?`,
        highVoltage: false,
      }
    : null;
}

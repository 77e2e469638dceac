import { wattsInto } from '../quantity/volts.ts';

export interface LoadResistor {
  ohm: number;
  /** for a sine at the clean maximum, W */
  watts: number;
  /** to buy, W */
  ratedWatts: number;
  says: string;
}

/** Nothing is known of what an output's load sensing wants: a middle value that most take for a speaker, ohm. */
export const MIDDLE_LOAD_OHM = 47;
/** What an input must present to stand in for the speaker by itself, ohm at most. */
export const LOAD_ENOUGH_OHM = 100;
/** A resistor on metal at 70 degC keeps this share of its rating; and at least twice the need is bought. */
const DERATED = 0.64;
const TWICE = 2;
const RATINGS = [1, 2, 5, 10, 25, 50, 100, 200, 300];

/** What a resistor of a rating stands for good in the place of a speaker, W. */
export const standsWatts = (ratedWatts: number): number => (ratedWatts * DERATED) / TWICE;

/**
 * A resistor in the place of a factory speaker. Tests use sines, so it is rated for one at the clean maximum.
 *
 * @param cleanVolts of the output, V RMS
 * @param windowOhm what the maker's load sensing accepts, if it is known
 */
export function loadResistor(
  cleanVolts: number,
  windowOhm: { min: number; max: number } | null = null,
): LoadResistor {
  const ohm = windowOhm ? Math.sqrt(windowOhm.min * windowOhm.max) : MIDDLE_LOAD_OHM;
  const watts = wattsInto(cleanVolts, ohm);
  const need = (TWICE * watts) / DERATED;
  const ratedWatts = RATINGS.find((r) => r >= need) ?? RATINGS[RATINGS.length - 1];
  const why = windowOhm
    ? 'the middle of what the maker accepts'
    : 'a middle value: what this output accepts is not known';
  return {
    ohm,
    watts,
    ratedWatts,
    says: `${ohm.toFixed(0)} Ω, ${why}. A sine makes ${watts.toFixed(1)} W in it: ${
      ratedWatts >= need
        ? `buy ${ratedWatts} W and screw it to metal.`
        : `more than the largest that is sold, ${ratedWatts} W, stands. Leave a speaker on.`
    }`,
  };
}

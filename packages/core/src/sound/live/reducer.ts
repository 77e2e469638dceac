/** What is measured, with the most it can give: effective volts of a tone. */
export const OUTPUT_KINDS = [
  { id: 'line', word: 'a line output, up to 5 V', volts: 5 },
  { id: 'radio', word: 'a radio’s speaker output, up to 10 V', volts: 10 },
  { id: 'amplifier', word: 'a factory amplifier, up to 20 V', volts: 20 },
  { id: 'boosted', word: 'a boosted amplifier, up to 40 V', volts: 40 },
] as const;

/** Usual sound inputs, with what they take before they clip, effective volts. */
export const INPUT_KINDS = [
  { id: 'microphone', word: 'a laptop’s microphone socket, 0.1 V', volts: 0.1 },
  { id: 'line', word: 'a line input, 1 V', volts: 1 },
  { id: 'interface', word: 'an interface with balanced inputs, 4 V', volts: 4 },
] as const;

/** Level reducers that are commonly sold or built, dB. */
const REDUCERS_DB = [10, 20, 30, 40, 50, 60];
/** Room above the loudest tone, for peaks of noise and for what was guessed too low, dB. */
const HEADROOM_DB = 6;

/**
 * The least level reducer, dB, that keeps an output from overdriving an input; 0 when none is needed.
 *
 * @param outputVolts,inputVolts effective volts of a tone
 * @returns null when no common reducer is enough
 */
export function reducerNeeded(outputVolts: number, inputVolts: number): number | null {
  const over = 20 * Math.log10(outputVolts / inputVolts) + HEADROOM_DB;
  if (over <= HEADROOM_DB / 2) return 0;
  return REDUCERS_DB.find((db) => db >= over - 1e-9) ?? null;
}

/** 0 dBu, V RMS: 1 mW into 600 ohm. */
const DBU_REFERENCE = Math.sqrt(0.001 * 600);

/** V RMS to dBV. */
export function voltsToDbv(volts: number): number {
  return 20 * Math.log10(volts);
}

/** V RMS to dBu. @example voltsToDbu(0.7746) // 0.0 */
export function voltsToDbu(volts: number): number {
  return 20 * Math.log10(volts / DBU_REFERENCE);
}

/** W that V RMS make in a resistance. */
export function wattsInto(volts: number, ohm: number): number {
  return (volts * volts) / ohm;
}

/** V RMS that make W in a resistance. */
export function voltsFor(watts: number, ohm: number): number {
  return Math.sqrt(watts * ohm);
}

/** `8.4 V`, `420 mV`, `17 V`: as many digits as a meter's reading is worth. */
export function formatVolts(volts: number): string {
  if (volts < 0.995) return `${Number((1000 * volts).toPrecision(2))} mV`;
  return `${volts < 9.95 ? volts.toFixed(1) : volts.toFixed(volts < 99.5 ? 1 : 0)} V`;
}

/** 10 / ln 10: turns a natural logarithm of power into decibels. */
export const DB_PER_NEPER_OF_POWER = 10 / Math.LN10;

/** Power ratio to dB. Zero gives -Infinity; below zero is an error of the caller and gives NaN. */
export function powerToDb(power: number): number {
  return 10 * Math.log10(power);
}

/** dB to power ratio. */
export function dbToPower(db: number): number {
  return 10 ** (db / 10);
}

/** dB to amplitude ratio. */
export function dbToAmplitude(db: number): number {
  return 10 ** (db / 20);
}

/** A signed level with one decimal and a true minus sign: `+1.8`, `−3.0`, `0.0`. */
export function formatDb(db: number, digits = 1): string {
  const text = Math.abs(db).toFixed(digits);
  if (Number(text) === 0) return text;
  return db < 0 ? `−${text}` : `+${text}`;
}

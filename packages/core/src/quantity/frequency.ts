const UNITS: Record<string, number> = { '': 1, hz: 1, k: 1000, khz: 1000 };

/**
 * Reads a frequency as people type it: `80`, `80 Hz`, `3.4k`, `3,4 kHz`.
 *
 * @param text what was typed; a comma is a decimal comma
 * @returns hertz, or `null` when the text is not a positive frequency
 * @example parseFrequency('3,4 kHz') // 3400
 */
export function parseFrequency(text: string): number | null {
  const match = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*([a-z]*)$/i.exec(text.trim());
  if (!match) return null;
  const factor = UNITS[match[2].toLowerCase()];
  const value = Number(match[1].replace(',', '.')) * factor;
  return value > 0 && Number.isFinite(value) ? value : null;
}

/**
 * A frequency with as many digits as an ear or a crossover knob needs, without the unit: `72`, `420`, `3.6k`, `12k`.
 *
 * @param hz frequency in Hz, above 0
 */
export function shortFrequency(hz: number): string {
  if (hz >= 995) return `${Number((hz / 1000).toPrecision(2))}k`;
  return String(Number(hz.toPrecision(2)));
}

/** Like {@link shortFrequency}, with the unit: `420 Hz`, `3.6 kHz`. */
export function formatFrequency(hz: number): string {
  const short = shortFrequency(hz);
  return short.endsWith('k') ? `${short.slice(0, -1)} kHz` : `${short} Hz`;
}

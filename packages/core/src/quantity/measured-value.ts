const PREFIX: Record<string, number> = { µ: 1e-6, μ: 1e-6, u: 1e-6, m: 1e-3, '': 1, k: 1e3, K: 1e3, M: 1e6 };
const UNIT = {
  V: /^(?:volts?|v(?:dc|ac|rms)?)$/i,
  ohm: /^(?:ohms?|Ω|Ω|r)$/i,
} as const;

/**
 * A number as people type what a meter shows: `3.7`, `3,7 ohm`, `470mV`, `1.2kΩ`, `4k7`, `3R9` (IEC 60062).
 *
 * @returns in V or ohm; null when it is no such value
 * @example parseMeasured('470 mV', 'V') // 0.47
 */
export function parseMeasured(text: string, unit: 'V' | 'ohm'): number | null {
  const tidy = text.trim().replace(',', '.').replace(/^[−–]/, '-');
  const coded = /^(\d+)([RkKM])(\d+)$/.exec(tidy);
  if (coded && unit === 'ohm') {
    return Number(`${coded[1]}.${coded[3]}`) * (coded[2] === 'R' ? 1 : PREFIX[coded[2]]);
  }
  const parts = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+))\s*(?:([µμumkKM])\s*)?([A-Za-zΩΩ]*)$/.exec(tidy);
  if (!parts) return null;
  const [, digits, prefix = '', word] = parts;
  if (word !== '' && !UNIT[unit].test(word)) return null;
  // Thousandths are not exact in binary: 470 m is 0.47.
  return Number((Number(digits) * PREFIX[prefix]).toPrecision(12));
}

/** `0.47` as `470 mV`, `3.7` as `3.7 V`: three figures and the prefix that a meter would show. */
export function formatMeasured(value: number, unit: 'V' | 'ohm'): string {
  const sign = unit === 'V' ? 'V' : 'Ω';
  const size = Math.abs(value);
  const figures = (v: number) => String(Number(v.toPrecision(3)));
  if (size >= 1e6) return `${figures(value / 1e6)} M${sign}`;
  if (size >= 1e3) return `${figures(value / 1e3)} k${sign}`;
  if (unit === 'V' && size < 0.9995 && size > 0) return `${Math.round(value * 1e3)} m${sign}`;
  return `${figures(value)} ${sign}`;
}

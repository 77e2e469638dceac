import { formatDb } from '../quantity/decibel.ts';
import type { CheckOf } from '../model/check.ts';
import { median } from '../signal/pass-band.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import type { Finding } from './finding.ts';

export interface MeterLimits extends Finding<'checked' | 'unchecked'> {
  /** nothing is claimed above, Hz */
  trueToHz: number;
  /** how far a reading up to there may be off, dB */
  withinDb: number;
}

/** A checked meter is honest while it stays this near its reading at 100 Hz, dB. */
const HONEST_DB = 0.5;
/** Unchecked meters: nothing is claimed above, Hz, and that is how far they may be off, dB. */
const UNCHECKED_HZ = 1000;
const UNCHECKED_DB = 2;
const REFERENCE_HZ = 100;

/**
 * Up to which frequency a meter shows what is there, from its readings of tones at one level. Many are made for the
 * mains and fall from 400 Hz on.
 */
export function meterLimits(tones: readonly CheckOf<'meter-tone'>[]): MeterLimits {
  const levels = new Map<number, number[]>();
  for (const { hz, volts } of tones) if (volts > 0) levels.set(hz, [...(levels.get(hz) ?? []), volts]);
  const read = [...levels].map(([hz, v]) => ({ hz, volts: median(v) })).sort((a, b) => a.hz - b.hz);
  const reference = read
    .filter((r) => r.hz >= 50 && r.hz <= 200)
    .sort((a, b) => nearness(a) - nearness(b))[0];
  const unchecked = (next: string): MeterLimits => ({
    verdict: 'unchecked',
    trueToHz: UNCHECKED_HZ,
    withinDb: UNCHECKED_DB,
    says: 'The meter is not checked: nothing is claimed above 1 kHz.',
    evidence: [],
    next,
    rough: true,
  });
  if (read.length < 3 || !reference)
    return unchecked(
      'Play the 100 Hz, 400 Hz, 1 kHz and higher tones from one source at one level, and type what the meter shows for each.',
    );
  const off = (r: { volts: number }) => 20 * Math.log10(r.volts / reference.volts);
  const upwards = read.filter((r) => r.hz >= reference.hz);
  const firstBad = upwards.findIndex((r) => Math.abs(off(r)) > HONEST_DB);
  const trueToHz = upwards[firstBad < 0 ? upwards.length - 1 : firstBad - 1].hz;
  return {
    verdict: 'checked',
    trueToHz,
    withinDb: HONEST_DB,
    rough: true,
    says: `The meter is honest up to ${formatFrequency(trueToHz)}; nothing is claimed above.`,
    evidence: read.map(
      (r) => `${formatFrequency(r.hz)}: ${r.volts.toPrecision(3)} V, ${formatDb(off(r))} dB off.`,
    ),
    next: firstBad < 0 ? 'Higher tones would tell where it ends.' : null,
  };
}

const nearness = ({ hz }: { hz: number }) => Math.abs(Math.log(hz / REFERENCE_HZ));

export interface MeterBand extends Finding<'rough' | 'unfinished' | 'carrier'> {
  /** between which two tones the low and the high edge (-6 dB) lies; null: lower or higher than what was read */
  low: [number, number] | null;
  high: [number, number] | null;
  /** tones that count, dB re the loudest */
  tones: { hz: number; db: number }[];
  withinDb: number;
}

const EDGE_DB = -6;
/** Volts that remain in silence may be at most this share of a reading. */
const CARRIER_SHARE = 0.3;

/**
 * The rough band of an output, from the volts that a meter shows for tones of one level at one volume step.
 *
 * @param levels readings of one output
 * @param silence volts without programme: a switching amplifier's carrier fakes some; null: not read
 */
export function meterBand(
  levels: readonly CheckOf<'level'>[],
  silence: number | null,
  limits: MeterLimits,
): MeterBand {
  const step = commonest(levels.map((l) => l.volumeStep));
  const own = levels.filter((l) => l.volumeStep === step && l.hz <= limits.trueToHz * 1.001 && l.volts > 0);
  const byHz = new Map<number, number>();
  for (const l of own) byHz.set(l.hz, l.volts / 10 ** ((l.signalDb ?? 0) / 20));
  const top = Math.max(0, ...byHz.values());
  const tones = [...byHz]
    .map(([hz, volts]) => ({ hz, db: 20 * Math.log10(volts / top) }))
    .sort((a, b) => a.hz - b.hz);
  const nothing = { low: null, high: null, tones, withinDb: limits.withinDb, rough: true };
  const left = levels.length - levels.filter((l) => l.hz <= limits.trueToHz * 1.001).length;
  const evidence = [
    ...tones.map((t) => `${formatFrequency(t.hz)}: ${formatDb(t.db)} dB re the loudest.`),
    ...(left > 0
      ? [`${left} readings above ${formatFrequency(limits.trueToHz)} do not count: ${limits.says}`]
      : []),
  ];
  if (tones.length < 3)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'The band is not known.',
      evidence,
      next: 'Read the volts of at least three tones at one step: 40 Hz, 100 Hz, 400 Hz, 1 kHz.',
    };
  const loudest = Math.max(...own.map((l) => l.volts));
  if (silence !== null && silence > CARRIER_SHARE * loudest)
    return {
      ...nothing,
      verdict: 'carrier',
      says: `The meter shows ${silence.toPrecision(2)} V with nothing playing: a switching carrier or hum, so its volts say nothing here.`,
      evidence,
      next: 'Use a meter with a low-pass filter, or an analyser with a level reducer.',
    };
  const inside = tones.map((t) => t.db >= EDGE_DB);
  const first = inside.indexOf(true);
  const last = inside.lastIndexOf(true);
  const low: MeterBand['low'] = first > 0 ? [tones[first - 1].hz, tones[first].hz] : null;
  const high: MeterBand['high'] = last < tones.length - 1 ? [tones[last].hz, tones[last + 1].hz] : null;
  const between = ([a, b]: [number, number]) => `between ${formatFrequency(a)} and ${formatFrequency(b)}`;
  const words = [
    low ? `begins ${between(low)}` : `is there at ${formatFrequency(tones[0].hz)}`,
    high ? `ends ${between(high)}` : `goes on beyond ${formatFrequency(tones[tones.length - 1].hz)}`,
  ];
  return {
    ...nothing,
    low,
    high,
    verdict: 'rough',
    says: `Roughly, it ${words.join(' and ')}, give or take ${limits.withinDb} dB.`,
    evidence,
    next: 'Rough: order and equalisation need an analyser.',
  };
}

function commonest(values: readonly number[]): number | null {
  const counts = new Map<number, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

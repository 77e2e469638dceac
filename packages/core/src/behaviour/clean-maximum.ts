import { cleanBridge } from '../level/gain-setting.ts';
import { formatDb } from '../quantity/decibel.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import type { Finding } from './finding.ts';
import { levelLaw, type LevelAtStep } from './level-law.ts';

/** A tone at one level, as a recording measured it. */
export interface ToneAtLevel {
  hz: number;
  /** effective volts at the output; of full scale where the input was not calibrated */
  volts: number;
  /** harmonic distortion re the fundamental, as a ratio */
  distortion: number;
  volumeStep: number | null;
  /** level of the tone in its file, dB re full scale */
  signalDb: number | null;
  supplyVolts: number | null;
}

export interface CleanMaximum extends Finding<'found' | 'not-reached' | 'never-clean' | 'unfinished'> {
  /** the loudest clean one; null where none was */
  at: ToneAtLevel | null;
  /** volts are volts, and not shares of an uncalibrated input's full scale */
  calibrated: boolean;
}

/** Distortion up to this counts as clean: a setting of ours. */
export const CLEAN_DISTORTION = 0.01;
/** A battery while the car charges, V. */
const CHARGING_VOLTS = 13.6;
/** An input that distorts by more than this share of the limit cannot judge it. */
const OWN_SHARE = 1 / 3;

/**
 * The highest clean level, from tones at rising level: the loudest under the limit that lies below every one above it.
 *
 * @param tones of one output, any order
 * @param ownDistortion of the sound input, as a ratio; null: not measured
 */
export function cleanMaximum(
  tones: readonly ToneAtLevel[],
  calibrated: boolean,
  ownDistortion: number | null,
  limit = CLEAN_DISTORTION,
): CleanMaximum {
  const sorted = [...tones].sort((a, b) => a.volts - b.volts);
  const percent = (ratio: number) => `${(100 * ratio).toPrecision(2)} %`;
  const nothing = { at: null, calibrated, rough: false };
  if (sorted.length === 0)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'The clean maximum is not measured.',
      evidence: [],
      next: 'Record a tone inside the pair’s band at rising volume, or a stepped track at the loudest step.',
    };
  const own =
    ownDistortion === null
      ? 'The sound input’s own distortion was not measured.'
      : `The sound input itself distorts by ${percent(ownDistortion)}.`;
  if (ownDistortion !== null && ownDistortion > limit * OWN_SHARE)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'The sound input distorts too much to judge this.',
      evidence: [own],
      next: `Use another input, or drive it less: it must stay under ${percent(limit * OWN_SHARE)}.`,
    };
  const above = sorted.findIndex((t) => t.distortion > limit);
  const level = (t: ToneAtLevel) =>
    [
      calibrated ? `${t.volts.toPrecision(3)} V` : `${formatDb(20 * Math.log10(t.volts))} dB re full scale`,
      t.volumeStep === null ? '' : `step ${t.volumeStep}`,
      t.signalDb === null
        ? ''
        : `tone at ${t.signalDb === 0 ? '0' : formatDb(t.signalDb, Number.isInteger(t.signalDb) ? 0 : 1)} dB`,
      t.supplyVolts === null ? '' : `supply ${t.supplyVolts} V`,
    ]
      .filter(Boolean)
      .join(', ');
  const evidence = [
    ...sorted.map((t) => `${formatFrequency(t.hz)} at ${level(t)}: ${percent(t.distortion)} distortion.`),
    own,
  ];
  if (above === 0)
    return {
      ...nothing,
      verdict: 'never-clean',
      says: `Even the quietest tone distorts by ${percent(sorted[0].distortion)}.`,
      evidence,
      next: 'Start lower. If it is still there, look for clipping at the input, hum, or a tone outside the pair’s band.',
    };
  const at = sorted[above < 0 ? sorted.length - 1 : above - 1];
  const found = above > 0;
  return {
    at,
    calibrated,
    rough: false,
    verdict: found ? 'found' : 'not-reached',
    says: found
      ? `Clean up to ${level(at)}, under ${percent(limit)} distortion.`
      : `Clean at all levels so far, the highest ${level(at)}.`,
    evidence,
    next: !found
      ? 'Go on to higher steps until it distorts, with the agreed maximum step as the end.'
      : at.supplyVolts === null
        ? 'Note the supply voltage beside it: with a weak battery the maximum is lower.'
        : null,
  };
}

/**
 * A level that stays behind what the steps below lead to by more than the first may have stopped following; the next one
 * tells by the second, which two per cent of scatter in each reading do not reach, dB.
 */
const STAYS_BEHIND_DB = [1, 2] as const;

/**
 * The same from a meter's volts alone: the highest step up to which they go on as below. No law is taken for granted: a
 * volume control may be steep at the bottom and flat at the top. The stage's limit is where the curve bends against
 * itself, or where it reaches what an unboosted bridge gives. Rough, since a meter sees no distortion, a limiter looks
 * like clipping, and the volts of a clipped tone go on rising.
 */
export function cleanFromMeter(
  levels: readonly (LevelAtStep & { volts: number; supplyVolts?: number | null })[],
): CleanMaximum {
  const law = levelLaw(levels, true);
  const sorted = [...levels].sort((a, b) => a.step - b.step);
  const nothing = { at: null, calibrated: true, rough: true, evidence: law.evidence };
  if (sorted.length < 4)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'The clean maximum is not measured.',
      next: 'Read the volts of one tone at four or more steps up to the loudest.',
    };
  const ends = endOf(sorted);
  const at = sorted[(ends ?? sorted.length) - 1];
  const tone = {
    hz: 0,
    volts: at.volts,
    distortion: 0,
    volumeStep: at.step,
    signalDb: null,
    supplyVolts: null,
  };
  return {
    ...nothing,
    at: tone,
    verdict: ends === null ? 'not-reached' : 'found',
    says:
      ends === null
        ? `The volts follow at all steps so far, to ${at.volts.toPrecision(3)} V at step ${at.step}.`
        : `The volts follow to ${at.volts.toPrecision(3)} V at step ${at.step}, and no further.`,
    next: 'Rough: a meter sees no distortion. Confirm it with a recording of the tone.',
  };
}

/** The first of the levels that does not follow the ones below it, from low to high; null: all do. */
function endOf(
  sorted: readonly (LevelAtStep & { volts: number; supplyVolts?: number | null })[],
): number | null {
  for (let n = 1; n < sorted.length; n++) {
    const { volts, supplyVolts } = sorted[n];
    if (volts > cleanBridge(supplyVolts ?? CHARGING_VOLTS)) return n;
    if (n < 3) continue;
    const [first, next] = [n, n + 1].map((at) => (at in sorted ? behind(sorted, n, at) : null));
    if (first! > STAYS_BEHIND_DB[0] && (next ?? first!) > STAYS_BEHIND_DB[1]) return n;
  }
  return null;
}

/**
 * How far a level stays behind what those below another one lead to, dB. A taper flattens by less and less from step to
 * step, so that it goes on at least as steeply as its last bend says.
 */
function behind(sorted: readonly LevelAtStep[], n: number, at: number): number {
  const slope = (k: number) => (sorted[k].db - sorted[k - 1].db) / (sorted[k].step - sorted[k - 1].step);
  const bend = Math.min(0, slope(n - 1) - slope(n - 2));
  let expected = sorted[n - 1].db;
  for (let k = n; k <= at; k++) {
    const least = Math.max(0, slope(n - 1) + (k - n + 1) * bend);
    expected += least * (sorted[k].step - sorted[k - 1].step);
  }
  return expected - sorted[at].db;
}

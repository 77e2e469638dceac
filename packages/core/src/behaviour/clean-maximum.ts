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
 * The same from a meter's volts alone: the highest step that still follows the level law. Rough, since a meter sees no
 * distortion and a limiter looks the same as clipping.
 */
export function cleanFromMeter(levels: readonly (LevelAtStep & { volts: number })[]): CleanMaximum {
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
  const at = sorted.findLast((l) => law.followsTo === null || l.step <= law.followsTo)!;
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
    verdict: law.followsTo === null ? 'not-reached' : 'found',
    says:
      law.followsTo === null
        ? `The volts follow at all steps so far, to ${at.volts.toPrecision(3)} V at step ${at.step}.`
        : `The volts follow to ${at.volts.toPrecision(3)} V at step ${at.step}, and no further.`,
    next: 'Rough: a meter sees no distortion. Confirm it with a recording of the tone.',
  };
}

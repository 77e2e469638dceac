import { formatDb } from '../quantity/decibel.ts';
import type { Finding } from './finding.ts';
import { levelChange, levelIn, type ResponseAtStep } from './steps.ts';

export interface BassAtStep {
  step: number;
  /** change against the lowest step beyond what the volume does, dB, for each of {@link BASS_OCTAVES_HZ}; null: not there */
  db: (number | null)[];
}

export interface BassWithdrawal extends Finding<'withdrawn' | 'steady' | 'unclear' | 'unfinished'> {
  steps: BassAtStep[];
  /** the last step without loss and the first with it */
  begins: { after: number; by: number } | null;
  /** most that is lost in any octave at the highest step, dB, below 0 */
  worst: { hz: number; db: number } | null;
}

/** Mid-bands of the octaves looked at, Hz. */
export const BASS_OCTAVES_HZ = [31.5, 63, 125, 250] as const;
/** Where the alignment is done: bass is not withdrawn there, Hz. */
export const REFERENCE_HZ = [500, 2000] as const;
/** A loss from here on is one, dB. */
export const LOSS_DB = 1.5;

/** What tells how much the volume itself changed the level. */
export interface BassReference {
  name: string;
  responses: readonly ResponseAtStep[];
}

/**
 * Bass that vanishes as the volume rises. Responses at several steps are aligned where bass handling does not reach
 * ({@link REFERENCE_HZ}); a pair without that band borrows the change of a mid pair recorded at the same steps, or of
 * the level law.
 *
 * @param responses of the pair, one a step
 * @param mid a pair that has the reference band, recorded at the same steps
 * @param dbPerStep the level law of the system, when known
 */
export function bassWithdrawal(
  responses: readonly ResponseAtStep[],
  mid: BassReference | null,
  dbPerStep: number | null,
): BassWithdrawal {
  const sorted = [...responses].sort((a, b) => a.step - b.step);
  const nothing = { steps: [], begins: null, worst: null, rough: false };
  const octaves = sorted.length > 0 ? BASS_OCTAVES_HZ.map((hz) => carries(sorted[0], hz)) : [];
  if (sorted.length > 0 && !octaves.some(Boolean))
    return {
      ...nothing,
      verdict: 'steady',
      says: 'It carries no bass that could be cut.',
      evidence: [],
      next: null,
    };
  if (sorted.length < 2)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'Bass over volume is not tested.',
      evidence: [],
      next: 'Record pink noise at three or more steps up to the loudest that is used.',
    };
  const changes = sorted.slice(1).map((now) => ({ now, own: ownChange(sorted[0], now, mid, dbPerStep) }));
  if (changes.some((c) => c.own === null))
    return {
      ...nothing,
      verdict: 'unclear',
      says: 'Bass over volume is unclear: nothing tells how much the volume itself did.',
      evidence: [],
      next: 'Record a mid or full-range output at the same volume steps, or measure the level law with a meter.',
    };
  const steps: BassAtStep[] = [
    { step: sorted[0].step, db: octaves.map((there) => (there ? 0 : null)) },
    ...changes.map(({ now, own }) => ({
      step: now.step,
      db: BASS_OCTAVES_HZ.map((hz, o) => {
        if (!octaves[o]) return null;
        const change = octaveChange(sorted[0], now, hz);
        return change === null ? null : change - own!.db;
      }),
    })),
  ];
  const lost = steps.map((s) => Math.min(0, ...s.db.filter((d) => d !== null)));
  const first = lost.findIndex((_, i) => i > 0 && lost.slice(i).every((l) => l <= -LOSS_DB));
  const top = steps[steps.length - 1];
  const worst = top.db.reduce<BassWithdrawal['worst']>(
    (most, db, o) => (db !== null && (most === null || db < most.db) ? { hz: BASS_OCTAVES_HZ[o], db } : most),
    null,
  );
  const evidence = [
    `Aligned by ${changes[0].own!.by}.`,
    ...steps
      .slice(1)
      .map(
        (s) =>
          `Step ${s.step} against ${sorted[0].step}: ${s.db
            .flatMap((db, o) => (db === null ? [] : [`${formatDb(db)} dB at ${BASS_OCTAVES_HZ[o]} Hz`]))
            .join(', ')}.`,
      ),
  ];
  if (first < 0)
    return {
      ...nothing,
      steps,
      worst,
      verdict: 'steady',
      says: `Bass stays from step ${sorted[0].step} to ${top.step}.`,
      evidence,
      next: null,
    };
  const begins = { after: steps[first - 1].step, by: steps[first].step };
  return {
    steps,
    begins,
    worst,
    rough: false,
    verdict: 'withdrawn',
    says: `Bass is cut from somewhere between steps ${begins.after} and ${begins.by}; at step ${top.step} it is down ${Math.abs(worst!.db).toFixed(1)} dB around ${worst!.hz} Hz.`,
    evidence,
    next:
      first === 1
        ? 'It is gone at the first step above the lowest: check that loudness is off, and measure lower steps.'
        : begins.by - begins.after > 2
          ? `Measure between ${begins.after} and ${begins.by} to find where it begins. Set gains below it.`
          : 'Set gains below it, or tap before the amplifier.',
  };
}

const HALF = 2 ** 0.5;

/** The octave lies in the response: its level is near the pass band and clear of the noise. */
function carries({ analysis }: ResponseAtStep, hz: number): boolean {
  const level = levelIn(analysis, hz / HALF, hz * HALF);
  return level !== null && level > analysis.passBandDb - 10;
}

/** Change of an octave; noise under a withdrawn octave makes it look smaller than it is, never larger. */
function octaveChange(from: ResponseAtStep, to: ResponseAtStep, hz: number): number | null {
  const a = levelIn(from.analysis, hz / HALF, hz * HALF);
  if (a === null) return null;
  const b = levelIn(to.analysis, hz / HALF, hz * HALF) ?? to.analysis.noiseFloorDb;
  return b === null ? null : b - a;
}

function ownChange(
  from: ResponseAtStep,
  to: ResponseAtStep,
  mid: BassReference | null,
  dbPerStep: number | null,
): { db: number; by: string } | null {
  const own = hasReference(from) ? levelChange(from.analysis, to.analysis, REFERENCE_HZ, 6) : null;
  if (own !== null) return { db: own, by: 'its own level between 500 Hz and 2 kHz' };
  const [a, b] = [from, to].map((r) => mid?.responses.find((m) => m.step === r.step));
  const borrowed = a && b ? levelChange(a.analysis, b.analysis, REFERENCE_HZ, 12) : null;
  if (borrowed !== null) return { db: borrowed, by: `${mid!.name.toLowerCase()} at the same steps` };
  if (dbPerStep === null) return null;
  return { db: dbPerStep * (to.step - from.step), by: `the level law, ${dbPerStep.toFixed(2)} dB per step` };
}

/** At least an octave of the reference band is within 6 dB of the pass band. */
export function hasReference({ analysis }: Pick<ResponseAtStep, 'analysis'>): boolean {
  const { frequencyHz, levelDb } = analysis.smoothed;
  const inside = frequencyHz.filter(
    (hz, i) => hz >= REFERENCE_HZ[0] && hz <= REFERENCE_HZ[1] && levelDb[i] > analysis.passBandDb - 6,
  );
  return inside.length >= 12;
}

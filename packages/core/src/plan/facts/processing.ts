import { formatFrequency } from '../../quantity/frequency.ts';
import { listWords } from '../../behaviour/finding.ts';
import { equalisationOf } from '../../behaviour/equalisation.ts';
import type { Feed } from '../../model/plan.ts';
import type { Source } from './sources.ts';

/** A factory equaliser within this is taken for none, dB. */
const FLAT_DB = 3;
/** Farther down than this the fitted filters fall, dB. */
const ON_A_SLOPE_DB = 3;
/** An output later than its siblings by this is delayed for its place, s. */
const DELAYED = 0.0004;

/** What a factory system did to a signal beyond its filters. */
export interface Processing {
  /** the strongest of its equaliser; null: within what is called flat */
  equalised: { hz: number; db: number } | null;
  /** later than the first of the outputs that it was measured with, s; 0: not */
  delay: number;
  /** left and right are mixed: surround or upmixing is at work */
  mixed: boolean;
}

/** Within what an equaliser is looked for, Hz. */
interface Band {
  lowHz: number;
  highHz: number;
}

/**
 * What was done to an output beside filtering it: *not filtered* and *flat* are two things. An equaliser is what the
 * fitted filters leave unexplained within a band; a delay is seen only between outputs that were recorded together.
 *
 * @param siblings outputs of the same unit, among them those that it was recorded with
 * @param band default: all that its filters pass
 * @returns null when nothing was found, or nothing was measured
 */
export function processingOf(source: Source, siblings: readonly Source[], band?: Band): Processing | null {
  const { analysis, captureId, pair } = source;
  if (captureId === null) return null;
  const found = equalisationOf(analysis);
  const levelAt = new Map(analysis.smoothed.frequencyHz.map((hz, i) => [hz, analysis.smoothed.levelDb[i]]));
  let strongest: Processing['equalised'] = null;
  found?.frequencyHz.forEach((hz, i) => {
    const db = found.residualDb[i];
    if (band && (hz < band.lowHz || hz > band.highHz)) return;
    // Down a slope a filter that is fitted a little wrong would pass for an equaliser.
    const filtered = levelAt.get(hz)! - db - analysis.model!.gainDb;
    if (filtered < -ON_A_SLOPE_DB) return;
    if (Math.abs(db) > Math.max(FLAT_DB, Math.abs(strongest?.db ?? 0))) strongest = { hz, db };
  });
  const group = siblings.filter((s) => s.group !== null && s.group === source.group);
  const first = Math.min(source.arrival, ...group.map((s) => s.arrival));
  const delay = source.arrival - first > DELAYED ? source.arrival - first : 0;
  const mixed = pair.facts.sides === 'mixed' || pair.facts.sides === 'mono';
  return strongest === null && delay === 0 && !mixed ? null : { equalised: strongest, delay, mixed };
}

/** Worked over beyond this, an output is no better bet than data, dB and s. */
const HEAVILY = { db: 6, delay: 0.004 };

const isHeavy = ({ equalised, delay, mixed }: Processing): boolean =>
  Math.abs(equalised?.db ?? 0) > HEAVILY.db || delay > HEAVILY.delay || mixed;

/** The first of the outputs that are tapped which the factory system worked over heavily; null: none is. */
export function workedOver(
  feeds: readonly Feed[],
  sources: readonly Source[],
): { source: Source; found: Processing } | null {
  for (const { taps, need } of feeds)
    for (const { pairId } of taps) {
      const source = sources.find((s) => s.pair.id === pairId)!;
      const siblings = sources.filter((s) => s.pair.unitId === source.pair.unitId);
      const found = processingOf(source, siblings, need);
      if (found && isHeavy(found)) return { source, found };
    }
  return null;
}

/** An equaliser or a delay, which a processor behind it undoes; sides that are mixed nothing takes apart again. */
export function correctable(found: Processing | null): Processing | null {
  return found && (found.equalised || found.delay > 0) ? { ...found, mixed: false } : null;
}

/** What was done to a feed beside filtering: `is equalised by +5 dB at 70 Hz and delayed by 1.2 ms`. */
export function processingWords({ equalised, delay, mixed }: Processing): string {
  const parts = [
    ...(equalised
      ? [
          `equalised by ${equalised.db > 0 ? '+' : '−'}${Math.abs(equalised.db).toFixed(0)} dB at ${formatFrequency(equalised.hz)}`,
        ]
      : []),
    ...(delay > 0 ? [`delayed by ${(1000 * delay).toFixed(1)} ms`] : []),
    ...(mixed ? ['mixed with the other side'] : []),
  ];
  return `is ${listWords(parts)}`;
}

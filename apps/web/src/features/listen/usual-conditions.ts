import {
  type Capture,
  type CaptureFields,
  COLUMN_LIMITS,
  type JobView,
  UNKNOWN_SITUATION,
} from '@ulpen/core';

/** What a file of columns cannot say of itself. */
export type Said = Omit<CaptureFields, 'fileName'>;

/** Conditions stay as they were at the newest import of this job, until changed. */
export function usualConditions(job: JobView): Said {
  const captures = job.units.flatMap((u) => u.pairs.flatMap((p) => p.captures));
  const last = captures.reduce<Capture | null>((a, b) => (a && a.importedAt >= b.importedAt ? a : b), null);
  return {
    levelKind: last?.levelKind ?? 'flat',
    levelUnit: last?.levelUnit ?? 'dB',
    phaseReference: 'none',
    volumeStep: last?.volumeStep ?? null,
    load: last?.load ?? 'speaker',
    situation: UNKNOWN_SITUATION,
    note: '',
  };
}

export const tooLargeWords = (file: File): string =>
  `The file has ${(file.size / 2 ** 20).toFixed(0)} MB; at most ${COLUMN_LIMITS.bytes / 2 ** 20} MB are read. Export the response as text with fewer points, for example 48 an octave. Sound recordings are not text.`;

import type { CaptureOutline, JobOutline, OutputOutline, UnitOutline } from '@ulpen/core';

/** A job with one of its outputs changed. */
export const withOutput = (
  job: JobOutline,
  pairId: string,
  change: (pair: OutputOutline) => OutputOutline,
): JobOutline => ({
  ...job,
  units: job.units.map((unit) =>
    unit.pairs.some((p) => p.id === pairId)
      ? { ...unit, pairs: unit.pairs.map((p) => (p.id === pairId ? change(p) : p)) }
      : unit,
  ),
});

export const withUnit = (
  job: JobOutline,
  unitId: string,
  change: (unit: UnitOutline) => UnitOutline,
): JobOutline => ({
  ...job,
  units: job.units.map((u) => (u.id === unitId ? change(u) : u)),
});

/** A job with one of its captures changed, on whatever output it is. */
export const withCapture = (
  job: JobOutline,
  captureId: string,
  change: (c: CaptureOutline) => CaptureOutline,
): JobOutline => {
  const pair = job.units.flatMap((u) => u.pairs).find((p) => p.captures.some((c) => c.id === captureId));
  if (!pair) return job;
  const captures = (p: OutputOutline) => p.captures.map((c) => (c.id === captureId ? change(c) : c));
  return withOutput(job, pair.id, (p) => ({ ...p, captures: captures(p) }));
};

/** A list with one thing replaced, or added at its end. */
export const put = <T extends { id: string }>(list: readonly T[], item: T): T[] =>
  list.some((x) => x.id === item.id) ? list.map((x) => (x.id === item.id ? item : x)) : [...list, item];

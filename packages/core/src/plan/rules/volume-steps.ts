import { remark, type Rule } from './rule.ts';

/** Bass that is withdrawn as the volume rises shows only at two or more volume steps. */
export const volumeSteps: Rule = (context) => {
  if (context.feed.need.lowHz > 120) return [];
  const once = context.sources.filter(
    (s) => new Set(s.pair.volumeSteps).size < 2 && (s.analysis.lowHz ?? 0) < 120,
  );
  if (once.length === 0) return [];
  const names = once.map((s) => s.name).join(', ');
  return [
    remark(
      context,
      'volume-steps',
      'note',
      `${names}: measured at one volume only. Whether bass is withdrawn as the volume rises is open; measure again well above the first step.`,
      once[0].pair.id,
    ),
  ];
};

import { remark, type Rule } from './rule.ts';

/** Below this the class of an output is not taken as settled. */
const SETTLED = 0.9;

/** A plan built on a band that is not clear should say so. */
export const bandSettled: Rule = (context) =>
  context.sources
    .filter((s) => s.analysis.bandClass === 'unclear' || s.analysis.confidence < SETTLED)
    .map((s) => {
      const why = s.analysis.reasons[0] ?? 'Measure it again.';
      return remark(
        context,
        'band-settled',
        'warning',
        `${s.name}: the band is not settled. ${why}`,
        s.pair.id,
      );
    });

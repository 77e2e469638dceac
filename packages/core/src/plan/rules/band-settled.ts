import { type FeedRule, remark } from './rule.ts';

/** Below this the class of an output is not taken as settled. */
const SETTLED = 0.9;

/** A plan built on a band that is not clear, or on none that was measured, should say so. */
export const bandSettled: FeedRule = (context) =>
  context.sources
    .filter(
      (s) => s.captureId === null || s.analysis.bandClass === 'unclear' || s.analysis.confidence < SETTLED,
    )
    .map((s) => {
      if (s.from === 'meter')
        return remark(
          context,
          'band-rough',
          'assumption',
          `${s.name}: its band was read with a meter, at ${s.pair.facts.tones.length} tones; what lies between and beyond them is not known.`,
          {
            pairId: s.pair.id,
            remedy: 'Read more tones, or record pink noise on it.',
            settle: { stage: 'listen', test: null },
          },
        );
      const open = s.captureId === null;
      const text = open
        ? `${s.name}: its band is assumed from ${s.from === 'other-side' ? 'its other side' : 'what such outputs usually carry'}. Nothing was measured on it.`
        : `${s.name}: the band is not settled. ${s.analysis.reasons[0] ?? 'Measure it again.'}`;
      return remark(context, open ? 'band-assumed' : 'band-settled', 'assumption', text, {
        pairId: s.pair.id,
        remedy: open ? 'Record pink noise on it.' : 'Measure it again, longer or louder.',
        settle: { stage: 'listen', test: null },
        figures: open
          ? []
          : [{ name: 'confidence', value: s.analysis.confidence, worse: 'lower', step: 0.1 }],
      });
    });

import { amplifierPoint } from '../../level/level-chain.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import { type FeedRule, remark } from './rule.ts';

/** Straight from an output into an amplifier: level and kind of input have to fit. */
export const speakerIntoLine: FeedRule = (context) => {
  const { feed, sources, drive, name, context: plan, target } = context;
  if (feed.device !== 'direct') return [];
  const speaker = sources.some((s) => !isLineLevel(s.pair, plan));
  const { amplifier } = drive;
  const remedy = 'Put a converter before it, or take an amplifier with speaker-level inputs.';
  if (speaker && (amplifier ? amplifier.speakerInput === null : !target.speakerLevelInput))
    return [
      remark(
        context,
        'speaker-into-line',
        'error',
        `${name}: a speaker output would go into a line input, above its rating, and its shield would ground the negative.`,
        { remedy },
      ),
    ];
  const into = feed.chain && amplifierPoint(feed.chain);
  return into && into.maxVolts !== null && into.volts > into.maxVolts
    ? [
        remark(
          context,
          'speaker-into-line',
          'error',
          `${name}: ${formatVolts(into.volts)} go into an input that takes ${formatVolts(into.maxVolts)}.`,
          { remedy },
        ),
      ]
    : [];
};

import { amplifierPoint } from '../../level/level-chain.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { LIBRARY, type FeedRule, remark } from './rule.ts';

/** An amplifier that never gets enough volts never gives its power. */
export const amplifierDriven: FeedRule = (context) => {
  const { feed, drive, name, sources, context: plan } = context;
  const speakerLevel = feed.device === 'direct' && sources.some((s) => !isLineLevel(s.pair, plan));
  const input = speakerLevel ? drive.amplifier?.speakerInput : drive.amplifier?.lineInput;
  const at = feed.chain && amplifierPoint(feed.chain);
  if (drive.amplifier && feed.device !== 'direct' && !drive.amplifier.lineInput)
    return [
      remark(
        context,
        'amplifier-driven',
        'error',
        `${name}: ${drive.amplifier.name} has no line input, and what comes before it gives line level.`,
        { remedy: 'Go in at speaker level, or choose another amplifier.', settle: LIBRARY },
      ),
    ];
  if (!input || !at || at.volts >= input.minVolts) return [];
  return [
    remark(
      context,
      'amplifier-driven',
      'error',
      `${name}: ${drive.amplifier!.name} wants ${formatVolts(input.minVolts)} for its power and gets ${formatVolts(at.volts)}.`,
      { remedy: 'Take a converter that gives more, or an amplifier that wants less.', settle: LIBRARY },
    ),
  ];
};

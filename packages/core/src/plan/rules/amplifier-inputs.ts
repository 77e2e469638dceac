import { isLineLevel } from '../facts/factory-outputs.ts';
import { type FeedRule, remark } from './rule.ts';

/** What has to be set at an amplifier's inputs before power. */
export const amplifierInputs: FeedRule = (context) => {
  const { feed, sources, drive, target, context: plan } = context;
  const stage = drive.amplifier?.amplifier;
  if (!stage) return [];
  const { name } = drive.amplifier!;
  const speakerLevel = feed.device === 'direct' && sources.some((s) => !isLineLevel(s.pair, plan));
  return [
    ...(stage.modeSwitch && speakerLevel
      ? [
          remark(
            context,
            'amplifier-inputs',
            'note',
            `${name}: set its input switch to speaker level before power.`,
          ),
        ]
      : []),
    ...(stage.subwooferFrom === 'front' && target.speaker.way === 'subwoofer'
      ? [
          remark(
            context,
            'amplifier-inputs',
            'note',
            `${name}: its subwoofer channel takes the front’s signal as long as nothing is plugged into its own input.`,
          ),
        ]
      : []),
  ];
};

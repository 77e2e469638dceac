import { type FeedRule, remark } from './rule.ts';

/** Outputs of both axles in one channel: the fader then changes the tone. */
export const faderKept: FeedRule = (context) => {
  const { feed, sources, target, name } = context;
  if (feed.side === 'mono') return [];
  // Bass of a factory subwoofer belongs to no axle.
  const axles = new Set(sources.filter((s) => s.pair.way !== 'subwoofer').map((s) => s.pair.axle));
  if (axles.size > 1)
    return [
      remark(
        context,
        'fader-kept',
        'warning',
        `${name} mixes front and rear outputs: the fader will change its tone, and a delay between the axles combs it where both play. Leave the fader in the middle, or tell the owner.`,
      ),
    ];
  if (axles.size === 0 || axles.has(target.axle) || target.axle === 'other') return [];
  return [
    remark(
      context,
      'fader-kept',
      'note',
      `${name} is fed from the ${[...axles][0]} outputs: the fader works the other way round there.`,
    ),
  ];
};

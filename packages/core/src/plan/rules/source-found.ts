import { wantedFeeds } from '../facts/context.ts';
import { feedName } from '../facts/feed-name.ts';
import { mayFeed } from '../facts/may-feed.ts';
import { planRemark, type PlanRule, type RemarkMore } from './rule.ts';

/** Every channel that is wanted is fed by something. */
export const sourceFound: PlanRule = ({ plan, context }) =>
  wantedFeeds(context.input.targets)
    .filter(({ target, side }) => !plan.feeds.some((f) => f.targetId === target.id && f.side === side))
    .map(({ target, side }) => {
      const name = feedName(target, side);
      const there = context.sources.some((s) =>
        mayFeed({ pair: s.pair, highHz: s.analysis.highHz }, side, target),
      );
      const [text, more]: [string, RemarkMore] = there
        ? [
            `${name}: this way in has no source for it.`,
            { remedy: 'Another way in, or outputs of your choice at the summing desk.' },
          ]
        : [
            `${name}: no output may feed it. List and measure the ${side === 'mono' ? '' : `${side} `}outputs first.`,
            { settle: { stage: 'listen', test: null } },
          ];
      return { ...planRemark('source-found', 'error', text, more), targetId: target.id };
    });

import { wantedFeeds } from '../facts/context.ts';
import { feedName } from '../facts/feed-name.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** Every channel that is wanted is fed by something. */
export const sourceFound: PlanRule = ({ plan, context }) =>
  wantedFeeds(context.input.targets)
    .filter(({ target, side }) => !plan.feeds.some((f) => f.targetId === target.id && f.side === side))
    .map(({ target, side }) => ({
      ...planRemark(
        'source-found',
        'error',
        `${feedName(target, side)}: no output may feed it. List and measure the ${side === 'mono' ? '' : `${side} `}outputs first.`,
        { settle: { stage: 'listen', test: null } },
      ),
      targetId: target.id,
    }));

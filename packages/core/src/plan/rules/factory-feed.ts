import { CONTINUOUS } from '../../supply/fuse.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** The factory amplifier's feed is used only within its fuse. */
export const factoryFeed: PlanRule = ({ plan }) => {
  const { from, feedFuseAmps } = plan.setup.supply;
  if (from !== 'factory-feed') return [];
  const need = plan.figures.musicAmps;
  if (feedFuseAmps !== null && feedFuseAmps * CONTINUOUS >= need) return [];
  return [
    planRemark(
      'factory-feed',
      'error',
      feedFuseAmps === null
        ? `The factory feed is used, and its fuse is not known; the system draws ${need.toFixed(0)} A with music.`
        : `The factory feed has ${feedFuseAmps} A; the system draws ${need.toFixed(0)} A with music.`,
      { remedy: 'Its own feed from the battery.', settle: setAt('supply') },
    ),
  ];
};

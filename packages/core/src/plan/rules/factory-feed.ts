import type { Remark } from '../../model/plan.ts';
import { CONTINUOUS } from '../../supply/fuse.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** The factory amplifier's feed is used only within its fuse. */
export const factoryFeed: PlanRule = ({ plan }) => {
  const { from, feedFuseAmps } = plan.setup.supply;
  if (from !== 'factory-feed') return [];
  const { musicAmps: need, sineAmps } = plan.figures;
  if (feedFuseAmps !== null && feedFuseAmps * CONTINUOUS >= need) return sineTest(feedFuseAmps, sineAmps);
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

/** Blade fuses carry 1.1 times their rating for long, blow at 1.35 times within half an hour and at twice within 5 s (ISO 8820-3). */
const HOLDS = 1.1;
const IN_MINUTES = 1.35;
const IN_SECONDS = 2;

/** Enough for music, and not for a full-sine test: that is tested otherwise, and the feed may stay. */
function sineTest(fuseAmps: number, sineAmps: number): Remark[] {
  if (sineAmps <= fuseAmps * HOLDS) return [];
  const times = sineAmps / fuseAmps;
  const when =
    times >= IN_SECONDS
      ? 'blows its fuse within seconds'
      : times >= IN_MINUTES
        ? 'blows its fuse within minutes'
        : 'may blow its fuse';
  return [
    planRemark(
      'factory-feed-test',
      'warning',
      `The factory feed of ${fuseAmps} A carries music. A full sine on all channels draws ${sineAmps.toFixed(0)} A and ${when}.`,
      {
        remedy:
          'Set gains one channel at a time, with a tone well below full power, or give the system a feed of its own.',
        settle: setAt('supply'),
      },
    ),
  ];
}

import { listWords } from '../../behaviour/finding.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { subject } from '../../model/matter.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/** More volts than were accepted, by this, are another matter, dB. */
const WORSE_DB = 2;

/** Volts that nobody read are an assumption. */
export const levelsKnown: PlanRule = ({ feeds }) => {
  const open = feeds.filter((f) => f.feed.chain && f.feed.chain.points[0].standing !== 'measured');
  if (open.length === 0) return [];
  // A target is named once; a side only where the other one was read.
  const nameOf = ({ target, feed }: (typeof open)[number]) =>
    feed.side === 'mono' || open.filter((o) => o.target.id === target.id).length > 1
      ? target.name
      : `${target.name} (${feed.side})`;
  const names = [...new Set(open.map((f) => nameOf(f).toLowerCase()))];
  const volts = open.map((f) => f.feed.chain!.points[0].volts);
  const range = [Math.min(...volts), Math.max(...volts)].map(formatVolts);
  const said = range[0] === range[1] ? range[0] : `${range[0]} to ${range[1]}`;
  return [
    planRemark(
      'levels-known',
      'assumption',
      `The volts for ${listWords(names)} were not measured: ${said} is assumed, from a sibling or from what such a stage gives.`,
      {
        pairId: open[0].sources[0].pair.id,
        remedy: 'Read the volts of a tone, or record one with a calibrated input.',
        settle: test('clean'),
        subjects: open.flatMap(({ feed: { targetId, side }, sources }) =>
          sources.map((s) => subject({ targetId, side, pairId: s.pair.id })),
        ),
        figures: [
          { name: 'level, dBV', value: 20 * Math.log10(Math.max(...volts)), worse: 'higher', step: WORSE_DB },
        ],
      },
    ),
  ];
};

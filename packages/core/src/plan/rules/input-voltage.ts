import { formatVolts } from '../../quantity/volts.ts';
import { amplifierPoint } from '../../level/level-chain.ts';
import { type FeedRule, remark, test } from './rule.ts';

/** No input gets more volts than it stands. */
export const inputVoltage: FeedRule = (context) => {
  const { feed, name } = context;
  const over = feed.chain?.points.find(
    (p) => p.name.endsWith(', in') && p.maxVolts !== null && p.volts > p.maxVolts * 1.001,
  );
  // What a speaker output does to a line input has a rule of its own.
  if (!over || (over === amplifierPoint(feed.chain!) && feed.device === 'direct')) return [];
  return [
    remark(
      context,
      'input-voltage',
      'error',
      `${name}: ${over.name} gets ${formatVolts(over.volts)} at step ${feed.chain!.gain.step} and takes up to ${formatVolts(over.maxVolts!)}.`,
      {
        remedy: 'Choose a device that takes more, or agree on a lower step.',
        pairId: feed.taps[0]?.pairId ?? null,
        settle: test('clean'),
      },
    ),
  ];
};

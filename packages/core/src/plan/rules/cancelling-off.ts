import type { FinishedCar } from '../../model/finished-car.ts';
import type { Remark } from '../../model/plan.ts';
import { pairName } from '../../model/unit.ts';
import type { PlanContext } from '../facts/context.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import { type FeedRule, planRemark, type PlanRule, remark, setAt, test } from './rule.ts';

/** Sound that follows the engine, of which nobody knows yet whether the system makes it. */
export const engineHint: FeedRule = (context) =>
  context.sources.flatMap((s) =>
    s.pair.facts.engine === 'hint'
      ? [
          remark(
            context,
            'engine-hint',
            'assumption',
            `${s.name}: low-frequency sound follows the engine: noise cancelling, made engine sound, or whine of the alternator.`,
            {
              pairId: s.pair.id,
              remedy:
                'Open a door or cover the cabin microphones, and record silence again at the same speed.',
              settle: test('engine'),
            },
          ),
        ]
      : [],
  );

/** Sound against the engine, played through another system, booms. */
export const cancellingOff: PlanRule = ({ plan, feeds, finished, context }) => {
  const carrier = feeds.flatMap((f) => f.sources).find((s) => s.pair.facts.engine === 'active');
  if (plan.setup.cancelling === 'own-speaker') return leftOn(finished, context, carrier?.pair ?? null);
  if (plan.setup.cancelling === 'left' && carrier)
    return [
      planRemark(
        'cancelling-off',
        'error',
        `Noise cancelling stays on and runs through ${carrier.name.toLowerCase()} into the new system: it booms or howls.`,
        {
          pairId: carrier.pair.id,
          remedy: 'Switch it off by the maker’s procedure, or use an output without it.',
          settle: setAt('factory'),
        },
      ),
    ];
  if (plan.setup.cancelling === 'switched-off' && carrier)
    return [
      planRemark(
        'cancelling-off',
        'assumption',
        'Noise cancelling was heard on an output that is used. Nobody has shown that it can be switched off in this car.',
        {
          pairId: carrier.pair.id,
          remedy: 'Try it now, before the plan is built on it.',
          settle: test('engine'),
        },
      ),
    ];
  return [];
};

/** Left on: then what plays it goes on playing it, and nothing of it reaches the new amplifier. */
function leftOn({ outputs }: FinishedCar, { input }: PlanContext, tapped: PlanPair | null): Remark[] {
  if (tapped)
    return [
      planRemark(
        'cancelling-off',
        'error',
        `Noise cancelling is to stay on its own speaker, and ${pairName(tapped).toLowerCase()}, which carries it, is tapped: the new system plays it too.`,
        {
          pairId: tapped.id,
          remedy: 'Take another output, or switch the cancelling off.',
          settle: setAt('factory'),
        },
      ),
    ];
  return input.pairs.flatMap((pair) => {
    const output = outputs.find((o) => o.pairId === pair.id);
    if (pair.facts.engine !== 'active' || (output?.plays && output.drives.coils.length > 0)) return [];
    return [
      planRemark(
        'cancelling-off',
        'error',
        `Noise cancelling is to stay on its own speaker, and ${pairName(pair).toLowerCase()} loses its speaker.`,
        {
          pairId: pair.id,
          remedy: 'Leave that speaker on the factory amplifier, or switch the cancelling off.',
          settle: setAt('factory'),
        },
      ),
    ];
  });
}

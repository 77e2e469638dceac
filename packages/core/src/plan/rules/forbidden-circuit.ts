import { FIND, type FeedRule, remark } from './rule.ts';

/** Nothing is ever joined to a restraint system or to high voltage. */
export const forbiddenCircuit: FeedRule = (context) =>
  context.sources
    .filter((s) => context.context.input.harness.locked.includes(s.pair.id))
    .map((s) =>
      remark(
        context,
        'forbidden-circuit',
        'error',
        `${s.name} sits on a plug of a restraint system or of high voltage (yellow or orange). Leave it plugged in.`,
        {
          pairId: s.pair.id,
          remedy: 'Check the plug in Find; work there only as the vehicle maker says.',
          settle: FIND,
        },
      ),
    );

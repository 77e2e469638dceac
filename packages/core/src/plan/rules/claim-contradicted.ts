import { FIND, type FeedRule, remark } from './rule.ts';

/** A tap on a wire that a reading speaks against. */
export const claimContradicted: FeedRule = (context) =>
  context.sources.flatMap((s) => {
    const against = context.context.input.harness.contradicted.find((c) => c.pairId === s.pair.id);
    return against
      ? [
          remark(context, 'claim-contradicted', 'error', `${s.name}: ${against.says}`, {
            pairId: s.pair.id,
            remedy: 'Settle it in Find before anything is joined to it.',
            settle: FIND,
          }),
        ]
      : [];
  });

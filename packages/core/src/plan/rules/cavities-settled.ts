import { FIND, type FeedRule, remark } from './rule.ts';

/** A wire is tapped only once Find has settled what it is: a diagram may be of another option code. */
export const cavitiesSettled: FeedRule = (context) =>
  context.sources.flatMap(({ pair, name }) => {
    const { contradicted, unsettled } = context.context.input.harness;
    const open = unsettled.find((u) => u.pairId === pair.id);
    if (!open || contradicted.some((c) => c.pairId === pair.id)) return [];
    return [
      remark(
        context,
        'cavities-settled',
        'assumption',
        `${name}: what is at ${open.place} is not settled in Find.`,
        {
          acceptable: false,
          pairId: pair.id,
          remedy: 'Do the next test that Find gives for it, before it is tapped.',
          settle: FIND,
        },
      ),
    ];
  });

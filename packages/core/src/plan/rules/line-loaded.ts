import { isLineLevel } from '../facts/factory-outputs.ts';
import { type FeedRule, remark } from './rule.ts';

/** A line output drives thousands of ohms: the resistors of a load module short it. */
export const lineLoaded: FeedRule = (context) =>
  context.inserts.some((i) => i.insert.kind === 'load-module')
    ? context.sources
        .filter((s) => isLineLevel(s.pair, context.context))
        .map((s) =>
          remark(
            context,
            'line-loaded',
            'error',
            `${s.name} is a line output: a load module would overload it.`,
            { pairId: s.pair.id, remedy: 'Remove the load module; a line needs no load.' },
          ),
        )
    : [];

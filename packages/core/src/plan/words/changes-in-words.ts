import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Target } from '../../model/target.ts';
import { type Pair, pairName } from '../../model/unit.ts';
import { feedName } from '../facts/feed-name.ts';
import { INSERT_WORDS, PLACE_WORDS } from '../../model/insert.ts';
import { settingsInWords } from './setting-words.ts';

/**
 * What a person changed by hand, a line each; empty where nothing was changed. What was removed since is called so.
 *
 * @param job channels and outputs that the changes name
 */
export function changesInWords(
  { setup, feeds, loads, coils, boxes, inserts, leftOut }: PlanChanges,
  { targets, pairs }: { targets: readonly Target[]; pairs: readonly Pair[] },
): string[] {
  const channel = (id: string, side: PlanChanges['feeds'][number]['side']) => {
    const target = targets.find((t) => t.id === id);
    return target ? feedName(target, side) : 'A channel that was removed';
  };
  const output = (id: string) => {
    const pair = pairs.find((p) => p.id === id);
    return pair ? pairName(pair) : 'an output that was removed';
  };
  return [
    ...feeds.map(
      (f) => `${channel(f.targetId, f.side)}: from ${f.taps.map((t) => output(t.pairId)).join(', ')}`,
    ),
    ...loads.map((l) => `Load of ${output(l.pairId)}: ${l.load}`),
    ...coils.map((c) => `${channel(c.targetId, 'mono')}: ${c.arrangement}`),
    ...settingsInWords(setup),
    ...boxes.map(({ device }) => `Device: ${device ?? 'one of the library'}`),
    ...leftOut.map(({ kind, targetId }) => `${channel(targetId, 'mono')}: no ${INSERT_WORDS[kind]}`),
    ...inserts.map(
      ({ kind, device, targetId, at }) =>
        `${targetId === null ? 'System' : channel(targetId, 'mono')}: ${device ?? INSERT_WORDS[kind]} ${PLACE_WORDS[at]}`,
    ),
  ];
}

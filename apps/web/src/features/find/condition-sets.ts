import { type Conditions, type ConditionSet, USUAL_CONDITION_SETS } from '@ulpen/core';
import { usePreferences } from '../../api/shop-queries.ts';

/** What this shop sets together between its usual readings. */
export const useConditionSets = (): readonly ConditionSet[] =>
  usePreferences().data?.conditionSets ?? USUAL_CONDITION_SETS;

export const isHeld = ({ holds }: ConditionSet, now: Conditions): boolean =>
  (Object.keys(holds) as (keyof typeof holds)[]).every((key) => holds[key] === now[key]);

/** What the next set changes; the first one where none holds. Balance, fader and passing states go back to the usual. */
export function nextSet(sets: readonly ConditionSet[], now: Conditions): Partial<Conditions> {
  const at = sets.findIndex((set) => isHeld(set, now));
  return conditionsOf(sets[(at + 1) % sets.length]);
}

export const conditionsOf = ({ holds }: ConditionSet): Partial<Conditions> => ({
  ...holds,
  balance: 'centre',
  fader: 'centre',
  moment: 'steady',
});

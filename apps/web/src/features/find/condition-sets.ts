import type { Conditions } from '@ulpen/core';

export interface ConditionSet {
  name: string;
  holds: Pick<Conditions, 'ignition' | 'radio' | 'sound' | 'plug'>;
}

/** What is set together between the usual readings, in the order in which a plug is gone through. */
export const CONDITION_SETS: readonly ConditionSet[] = [
  { name: 'Off, plug out', holds: { ignition: 'off', radio: 'off', sound: 'none', plug: 'out' } },
  { name: 'Ignition on, radio off', holds: { ignition: 'on', radio: 'off', sound: 'none', plug: 'seated' } },
  { name: 'Radio on, seated', holds: { ignition: 'on', radio: 'on', sound: 'none', plug: 'seated' } },
  { name: 'Playing, seated', holds: { ignition: 'on', radio: 'on', sound: 'playing', plug: 'seated' } },
];

export const isHeld = ({ holds }: ConditionSet, now: Conditions): boolean =>
  (Object.keys(holds) as (keyof typeof holds)[]).every((key) => holds[key] === now[key]);

/** What the next set changes; the first one where none holds. Balance, fader and passing states go back to the usual. */
export function nextSet(now: Conditions): Partial<Conditions> {
  const at = CONDITION_SETS.findIndex((set) => isHeld(set, now));
  return conditionsOf(CONDITION_SETS[(at + 1) % CONDITION_SETS.length]);
}

export const conditionsOf = ({ holds }: ConditionSet): Partial<Conditions> => ({
  ...holds,
  balance: 'centre',
  fader: 'centre',
  moment: 'steady',
});

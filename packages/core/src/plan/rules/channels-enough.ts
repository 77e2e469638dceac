import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** Each amplifier has a channel for everything that hangs on it. */
export const channelsEnough: PlanRule = ({ drives, context }) => {
  const taken = new Map<string, number>();
  for (const { amplifier, channels } of drives.values())
    if (amplifier) taken.set(amplifier.id, (taken.get(amplifier.id) ?? 0) + channels);
  return [...taken].flatMap(([id, channels]) => {
    const device = context.input.devices.find((d) => d.id === id)!;
    const has = device.amplifier!.channels;
    return channels <= has
      ? []
      : [
          planRemark(
            'channels-enough',
            'error',
            `${device.name} has ${has} channels; the plan needs ${channels}.`,
            { remedy: 'Give a target another amplifier.', settle: LIBRARY },
          ),
        ];
  });
};

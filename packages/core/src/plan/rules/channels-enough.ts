import { channelGroups } from '../../model/device.ts';
import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** Each amplifier has a channel for everything that hangs on it, of the power that it was chosen for. */
export const channelsEnough: PlanRule = ({ drives, context }) => {
  const taken = new Map<string, number[]>();
  for (const { amplifier, channels, group } of drives.values()) {
    if (!amplifier) continue;
    const used = taken.get(amplifier.id) ?? channelGroups(amplifier.amplifier!).map(() => 0);
    taken.set(
      amplifier.id,
      used.map((n, i) => (i === group ? n + channels : n)),
    );
  }
  return [...taken].flatMap(([id, used]) => {
    const device = context.input.devices.find((d) => d.id === id)!;
    return channelGroups(device.amplifier!).flatMap((group, n) =>
      used[n] <= group.channels
        ? []
        : [
            planRemark(
              'channels-enough',
              'error',
              `${device.name} has ${group.channels} ${device.amplifier!.second ? `channels of ${group.wattsAt4} W` : 'channels'}; the plan needs ${used[n]}.`,
              { remedy: 'Give a target another amplifier.', settle: LIBRARY },
            ),
          ],
    );
  });
};

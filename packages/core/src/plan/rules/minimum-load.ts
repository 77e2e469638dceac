import { channelGroups } from '../../model/device.ts';
import { type FeedRule, LIBRARY, remark } from './rule.ts';

/** The wired impedance is not below what the amplifier allows. */
export const minimumLoad: FeedRule = (context) => {
  const { drive, name } = context;
  const stage = drive.amplifier?.amplifier;
  if (!stage) return [];
  const group = channelGroups(stage)[drive.group];
  const least = drive.bridged ? (group.minBridgedOhm ?? Infinity) : group.minOhm;
  if (drive.arrangement.ohm >= least - 0.05) return [];
  return [
    remark(
      context,
      'minimum-load',
      'error',
      `${name}: ${drive.arrangement.ohm.toFixed(1)} Ω on ${drive.amplifier!.name}, which is rated down to ${least} Ω${drive.bridged ? ' bridged' : ''}.`,
      { remedy: 'Join the coils another way, or choose an amplifier for lower loads.', settle: LIBRARY },
    ),
  ];
};

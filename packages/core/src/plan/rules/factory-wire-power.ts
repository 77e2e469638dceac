import { type FeedRule, remark } from './rule.ts';

/** W RMS that thin factory speaker wire and its plugs are trusted with: a setting of ours. */
const TRUSTED_WATTS = 100;

/** Much power through factory speaker wire heats its plugs. */
export const factoryWirePower: FeedRule = (context) => {
  const { setup, drive, target, name } = context;
  const bypassed = setup.factoryAmplifier === 'removed' || setup.factoryAmplifier === 'node';
  const watts = Math.min(drive.watts ?? 0, target.speaker.watts ?? Infinity);
  if (!bypassed || setup.speakerWire !== 'reuse' || watts <= TRUSTED_WATTS) return [];
  return [
    remark(
      context,
      'factory-wire-power',
      'warning',
      `${name}: ${watts.toFixed(0)} W through factory speaker wire, which is good for about ${TRUSTED_WATTS} W.`,
      { remedy: 'Pull new wire to this speaker.' },
    ),
  ];
};

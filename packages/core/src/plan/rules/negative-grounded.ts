import { isLineLevel } from '../facts/factory-outputs.ts';
import { type FeedRule, remark } from './rule.ts';

/** A bridge drives both conductors: its negative on ground or on a common shield is a short. */
export const negativeGrounded: FeedRule = (context) => {
  const { feed, sources, between, drive, name, context: plan } = context;
  const speakers = sources.filter((s) => !isLineLevel(s.pair, plan));
  if (speakers.length === 0) return [];
  const direct = feed.device === 'direct';
  const device = direct ? drive.amplifier : between;
  if (!device?.speakerInput || device.speakerInput.floating || device.kind === 'passive-converter') return [];
  return [
    remark(
      context,
      'negative-grounded',
      'error',
      `${name}: ${device.name} joins the negative of its speaker-level input to ground. On a bridged output that is a short, and nobody has shown that this one is not bridged.`,
      { remedy: 'Take a device with floating inputs.' },
    ),
  ];
};

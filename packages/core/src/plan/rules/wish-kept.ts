import type { KeepItem } from '../../model/brief.ts';
import { subject } from '../../model/matter.ts';
import { listWords } from '../../behaviour/finding.ts';
import { channelGroups } from '../../model/device.ts';
import { INTAKE, LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** Moves a plan behind those that answer the wish. */
export const WISH_UNANSWERED = 'wish-unanswered';

/** What the owner asked for is what comes: an active front with a processor is not answered by converters. */
export const wishAnswered: PlanRule = ({ plan, feeds, context }) => {
  const { brief } = context.input;
  const front = feeds.filter((f) => f.target.axle === 'front');
  if (brief.shape !== 'active-front' || front.length === 0) return [];
  if (front.every((f) => f.feed.device === 'processor')) return [];
  return [
    planRemark(
      WISH_UNANSWERED,
      'warning',
      'The owner wants an active front with a processor; this way in has none.',
      {
        remedy: 'Take a way in through a processor.',
        settle: INTAKE,
        subjects: [subject({ what: plan.strategy })],
      },
    ),
  ];
};

/** Who wants to expand later finds an input and a channel for it. */
export const spareLeft: PlanRule = ({ plan, finished, context }) => {
  if (context.input.brief.shape !== 'expand-later') return [];
  const spare = finished.devices.flatMap(({ kind, name, entry, inputs, outputs }) => {
    if (!entry) return [];
    const left =
      kind === 'amplifier'
        ? channelGroups(entry.amplifier!).reduce((n, g) => n + g.channels, 0) - outputs.length
        : entry.inputs - inputs.length;
    const what = kind === 'amplifier' ? 'channel' : 'input';
    return left > 0 ? [`${left} ${what}${left > 1 ? 's' : ''} of ${name}`] : [];
  });
  return spare.length > 0
    ? [planRemark('spare-left', 'note', `Left for a later expansion: ${listWords(spare)}.`)]
    : [
        planRemark(
          WISH_UNANSWERED,
          'warning',
          'The owner wants to expand later; every input and every channel of this plan is taken.',
          {
            remedy: 'An amplifier with more channels, or a processor with more inputs.',
            settle: LIBRARY,
            subjects: [subject({ what: plan.strategy })],
          },
        ),
      ];
};

/** What the owner wants kept is kept. */
export const wishKept: PlanRule = ({ plan, context }) => {
  const { brief, devices } = context.input;
  const broken = (item: KeepItem, when: boolean, text: string, remedy: string) =>
    brief.keep.includes(item) && when
      ? [planRemark('wish-kept', 'error', text, { remedy, settle: INTAKE })]
      : [];
  const lost = (rule: string) => plan.losses.some((l) => l.rule === rule);
  const large = plan.equipment.filter((e) => devices.find((d) => d.id === e.deviceId)?.size === 'large');
  return [
    ...broken(
      'no-cut-wires',
      plan.figures.cuts > 0,
      `${plan.figures.cuts} factory ${plan.figures.cuts === 1 ? 'wire' : 'wires'} would be cut; the owner wants none cut.`,
      'Join with a harness pair, or by taps.',
    ),
    ...broken(
      'parking',
      lost('lost-parking'),
      'Parking sounds would be lost; the owner wants them kept.',
      'Leave their speaker on the factory amplifier.',
    ),
    ...broken(
      'telephone',
      lost('lost-telephone'),
      'The telephone would be lost; the owner wants it kept.',
      'Leave its speaker on the factory amplifier.',
    ),
    ...broken(
      'centre',
      lost('lost-centre'),
      'The centre would fall silent; the owner wants it kept.',
      'Add a target for it, or leave the amplifier in.',
    ),
    ...broken(
      'factory-subwoofer',
      lost('lost-subwoofer'),
      'The factory subwoofer would fall silent; the owner wants it kept.',
      'Leave the amplifier in.',
    ),
    ...broken(
      'boot-space',
      large.length > 0,
      `${large.map((e) => e.name).join(' and ')} takes boot space; the owner wants it kept.`,
      'Choose a smaller device.',
    ),
  ];
};

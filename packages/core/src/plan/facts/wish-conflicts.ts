import type { BriefFields, KeepItem } from '../../model/brief.ts';
import { isBass } from './bass.ts';
import type { PlanInput } from './plan-input.ts';

/** Two wishes that cannot both be had, named. */
export interface WishConflict {
  between: [string, string];
  says: string;
}

type Wishes = Pick<PlanInput, 'brief' | 'preferences' | 'targets' | 'pairs' | 'devices'>;

/** Wishes that contradict each other, before anything is worked out. */
export function wishConflicts(wishes: Wishes): WishConflict[] {
  return [...ofWhatStays(wishes), ...ofMoneyAndHours(wishes), ...ofTheShape(wishes), ...ofAmplifiers(wishes)];
}

const conflict = (a: string, b: string, says: string): WishConflict => ({ between: [a, b], says });
const centreTargets = ({ targets }: Wishes) => targets.filter((t) => t.layout === 'mono' && !isBass(t));

/** What the owner wants kept, against what takes it away. */
function ofWhatStays(wishes: Wishes): WishConflict[] {
  const { brief, preferences, targets, pairs, devices } = wishes;
  const keeps = (item: KeepItem) => brief.keep.includes(item);
  const replaces = brief.shape === 'replace-amplifier';
  const made = pairs.flatMap((p) => p.facts.sounds).filter((s) => s.heard && s.madeIn === 'amplifier');
  const lost = (['chimes', 'parking', 'telephone'] as const).filter(
    (sound) => keeps(sound) && replaces && made.some((s) => s.sound === sound),
  );
  const large = targets
    .map((t) => devices.find((d) => d.id === t.amplifierId))
    .find((d) => d?.size === 'large');
  return [
    ...(keeps('no-cut-wires') && preferences.joining === 'cut'
      ? [
          conflict(
            'No cut wires',
            'the shop cuts with connectors',
            'This job joins with a harness pair or taps instead.',
          ),
        ]
      : []),
    ...(keeps('factory-subwoofer') && replaces && pairs.some((p) => p.way === 'subwoofer')
      ? [
          conflict(
            'Keep the factory subwoofer',
            'replace the factory amplifier',
            'The amplifier drives it: add a target that drives it anew, or leave the amplifier in.',
          ),
        ]
      : []),
    ...(keeps('centre') &&
    replaces &&
    centreTargets(wishes).length === 0 &&
    pairs.some((p) => p.side === 'centre')
      ? [
          conflict(
            'Keep the centre',
            'replace the factory amplifier',
            'The amplifier drives it: add a target for the centre.',
          ),
        ]
      : []),
    ...lost.map((sound) =>
      conflict(
        `Keep the ${sound === 'parking' ? 'parking sounds' : sound}`,
        'replace the factory amplifier',
        'The amplifier makes them; without it they are gone.',
      ),
    ),
    ...(keeps('boot-space') && large
      ? [conflict('Keep the boot space', large.name, 'It is large; a smaller one fits under a seat.')]
      : []),
  ];
}

/** A budget or hours that the shape of the system alone uses up. */
function ofMoneyAndHours({ brief: { budget, hours, shape } }: Wishes): WishConflict[] {
  if (shape !== 'active-front') return [];
  return [
    ...(budget === 'low'
      ? [
          conflict(
            'A low budget',
            'an active front with processor',
            'A processor alone takes it; a passive set with summing does not.',
          ),
        ]
      : []),
    ...(hours !== null && hours < 4
      ? [conflict(`${hours} hours`, 'an active front', 'Setting up a processor alone takes about two hours.')]
      : []),
  ];
}

/** A shape that the targets do not make. */
function ofTheShape(wishes: Wishes): WishConflict[] {
  const { brief, targets } = wishes;
  if (targets.length === 0) return [];
  const stereo = targets.filter((t) => t.layout === 'stereo').length;
  const is = (...shapes: BriefFields['shape'][]) => shapes.includes(brief.shape);
  return [
    ...(is('subwoofer') && !targets.some(isBass)
      ? [
          conflict(
            'Add a subwoofer',
            targets[0].name,
            'No target is a mono bass channel. Add one, or choose another brief.',
          ),
        ]
      : []),
    ...(is('four-channels', 'four-and-subwoofer') && stereo < 2
      ? [
          conflict(
            'Four channels',
            `${stereo} stereo ${stereo === 1 ? 'target' : 'targets'}`,
            'Four channels are two stereo targets.',
          ),
        ]
      : []),
    ...(is('six-with-centre') && centreTargets(wishes).length === 0
      ? [
          conflict(
            'Six channels with centre',
            'no centre among the targets',
            'Add a mono target for the centre.',
          ),
        ]
      : []),
  ];
}

/** A target that wants speaker level, and an amplifier that takes none. */
const ofAmplifiers = ({ targets, devices }: Wishes): WishConflict[] =>
  targets.flatMap((t) => {
    const amplifier = devices.find((d) => d.id === t.amplifierId);
    return amplifier && t.speakerLevelInput && !amplifier.speakerInput
      ? [
          conflict(
            `${t.name}: speaker level`,
            amplifier.name,
            `${amplifier.name} has line inputs only; a converter comes before it.`,
          ),
        ]
      : [];
  });

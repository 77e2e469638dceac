import type { PlanInput } from './plan-input.ts';
import { isBass } from './bass.ts';

/** Two wishes that cannot both be had, named. */
export interface WishConflict {
  between: [string, string];
  says: string;
}

/** Wishes that contradict each other, before anything is worked out. */
export function wishConflicts(
  input: Pick<PlanInput, 'brief' | 'preferences' | 'targets' | 'pairs' | 'devices'>,
): WishConflict[] {
  const { brief, preferences, targets, pairs, devices } = input;
  const keeps = (item: (typeof brief.keep)[number]) => brief.keep.includes(item);
  const list: WishConflict[] = [];
  const conflict = (a: string, b: string, says: string) => list.push({ between: [a, b], says });
  const bass = targets.filter(isBass);
  const mono = targets.filter((t) => t.layout === 'mono' && !isBass(t));
  const stereo = targets.filter((t) => t.layout === 'stereo');
  if (keeps('no-cut-wires') && preferences.joining === 'cut')
    conflict(
      'No cut wires',
      'the shop cuts with connectors',
      'This job joins with a harness pair or taps instead.',
    );
  if (
    keeps('factory-subwoofer') &&
    brief.shape === 'replace-amplifier' &&
    pairs.some((p) => p.way === 'subwoofer')
  )
    conflict(
      'Keep the factory subwoofer',
      'replace the factory amplifier',
      'The amplifier drives it: add a target that drives it anew, or leave the amplifier in.',
    );
  if (
    keeps('centre') &&
    brief.shape === 'replace-amplifier' &&
    mono.length === 0 &&
    pairs.some((p) => p.side === 'centre')
  )
    conflict(
      'Keep the centre',
      'replace the factory amplifier',
      'The amplifier drives it: add a target for the centre.',
    );
  const made = pairs.flatMap((p) => p.facts.sounds).filter((s) => s.heard && s.madeIn === 'amplifier');
  for (const sound of ['chimes', 'parking', 'telephone'] as const)
    if (keeps(sound) && brief.shape === 'replace-amplifier' && made.some((s) => s.sound === sound))
      conflict(
        `Keep the ${sound === 'parking' ? 'parking sounds' : sound}`,
        'replace the factory amplifier',
        'The amplifier makes them; without it they are gone.',
      );
  if (keeps('boot-space')) {
    const large = targets
      .map((t) => devices.find((d) => d.id === t.amplifierId))
      .find((d) => d?.size === 'large');
    if (large)
      conflict('Keep the boot space', `${large.name}`, 'It is large; a smaller one fits under a seat.');
  }
  if (brief.budget === 'low' && brief.shape === 'active-front')
    conflict(
      'A low budget',
      'an active front with processor',
      'A processor alone takes it; a passive set with summing does not.',
    );
  if (brief.shape === 'subwoofer' && targets.length > 0 && bass.length === 0)
    conflict(
      'Add a subwoofer',
      targets[0].name,
      'No target is a mono bass channel. Add one, or choose another brief.',
    );
  if (
    (brief.shape === 'four-channels' || brief.shape === 'four-and-subwoofer') &&
    targets.length > 0 &&
    stereo.length < 2
  )
    conflict(
      'Four channels',
      `${stereo.length} stereo ${stereo.length === 1 ? 'target' : 'targets'}`,
      'Four channels are two stereo targets.',
    );
  if (brief.shape === 'six-with-centre' && targets.length > 0 && mono.length === 0)
    conflict('Six channels with centre', 'no centre among the targets', 'Add a mono target for the centre.');
  if (brief.hours !== null && brief.hours < 4 && brief.shape === 'active-front')
    conflict(
      `${brief.hours} hours`,
      'an active front',
      'Setting up a processor alone takes about two hours.',
    );
  for (const t of targets) {
    const amplifier = devices.find((d) => d.id === t.amplifierId);
    if (amplifier && t.speakerLevelInput && !amplifier.speakerInput)
      conflict(
        `${t.name}: speaker level`,
        amplifier.name,
        `${amplifier.name} has line inputs only; a converter comes before it.`,
      );
  }
  return list;
}

import { REQUIRED_SOUNDS, SOUND_WORD } from '../../model/sounds.ts';
import { subject } from '../../model/matter.ts';
import { listWords } from '../../behaviour/finding.ts';
import { planRemark, type PlanRule, test } from './rule.ts';

/**
 * Of a sound that the law asks for nobody knows where it plays: no unit goes that may be playing it. Never accepted by
 * name; it is settled by its self-test, by its speaker, or by the maker's papers, and never by making the call.
 */
export const requiredSoundUnknown: PlanRule = ({ plan, finished }) => {
  if (finished.outputs.every((o) => o.plays)) return [];
  const unknown = plan.triggers.filter((t) => t.after === 'unknown' && REQUIRED_SOUNDS.includes(t.sound));
  if (unknown.length === 0) return [];
  const names = listWords(unknown.map((t) => SOUND_WORD[t.sound].toLowerCase()));
  return [
    planRemark(
      'required-sound-unknown',
      'error',
      `The factory amplifier is taken out of use, and it is not known whether it plays: ${names}.`,
      {
        remedy:
          'Trigger each and hear where it plays; the emergency call by its self-test, by tracing its speaker, or by the maker’s papers, never by a call.',
        settle: test('added'),
        subjects: unknown.map((t) => subject({ what: t.sound })),
      },
    ),
  ];
};

import { type AddedSoundFinding, formatDb, SOUND_WORD } from '@ulpen/core';

export const MADE_WORD: Record<AddedSoundFinding['madeIn'], string> = {
  radio: 'made in the radio',
  amplifier: 'made in the amplifier',
  'own-speaker': 'from a speaker of its own',
  unknown: 'origin not known',
};

/** `Parking sounds are heard here, made in the amplifier, −6.0 dB against music.` */
export function addedWords({ sound, heard, madeIn, levelDb }: AddedSoundFinding): string {
  if (madeIn === 'own-speaker') return `${SOUND_WORD[sound]}: ${MADE_WORD[madeIn]}, not from this system.`;
  if (!heard) return `${SOUND_WORD[sound]}: not heard here.`;
  const level = levelDb === null ? '' : `, ${formatDb(levelDb)} dB against music`;
  return `${SOUND_WORD[sound]}: heard here, ${MADE_WORD[madeIn]}${level}.`;
}

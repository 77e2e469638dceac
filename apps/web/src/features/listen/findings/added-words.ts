import { type AddedSoundFinding, formatDb, SOUND_WORD } from '@ulpen/core';

export const MADE_WORD: Record<AddedSoundFinding['madeIn'], string> = {
  radio: 'made in the radio',
  amplifier: 'made in the amplifier',
  unknown: 'origin not known',
};

/** `Parking sounds are heard here, made in the amplifier, −6.0 dB against music.` */
export function addedWords({ sound, heard, madeIn, levelDb }: AddedSoundFinding): string {
  if (!heard) return `${SOUND_WORD[sound]}: not heard here.`;
  const level = levelDb === null ? '' : `, ${formatDb(levelDb)} dB against music`;
  return `${SOUND_WORD[sound]}: heard here, ${MADE_WORD[madeIn]}${level}.`;
}

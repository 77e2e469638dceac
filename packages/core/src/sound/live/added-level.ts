/** A measured level of music that is played, or of a sound that is added to it. */
export interface LevelOverTime {
  /** mean power, dB re full scale */
  meanDb: number;
  /** the loudest stretch of {@link LOUDEST_SECONDS}, dB re full scale */
  loudestDb: number;
}

/** Momentary loudness is taken over so long (EBU Tech 3341). */
export const LOUDEST_SECONDS = 0.4;
/** An added sound stands so far out of what is heard without it, dB. */
const HEARD_DB = 6;

const mean = (powers: readonly number[]) => powers.reduce((a, b) => a + b, 0) / powers.length;
const db = (power: number) => 10 * Math.log10(Math.max(power, 1e-16));

/**
 * Level of something that was listened to for a while.
 *
 * @param levelsDb momentary levels, dB re full scale, evenly spaced
 * @param every spacing, s
 * @throws RangeError with nothing in it
 */
export function levelOverTime(levelsDb: readonly number[], every: number): LevelOverTime {
  if (levelsDb.length === 0) throw new RangeError('no level was taken');
  const powers = levelsDb.map((l) => 10 ** (l / 10));
  const stretch = Math.min(powers.length, Math.max(1, Math.round(LOUDEST_SECONDS / every)));
  let loudest = 0;
  for (let i = 0; i + stretch <= powers.length; i++)
    loudest = Math.max(loudest, mean(powers.slice(i, i + stretch)));
  return { meanDb: db(mean(powers)), loudestDb: db(loudest) };
}

/**
 * Whether an added sound is on an output, and how loud against music.
 *
 * @param music at the usual step
 * @param quiet the same output with nothing playing
 * @param sound while it was triggered, with the music off
 * @returns level against the music, dB; null where nothing came
 */
export function addedAgainstMusic(
  music: LevelOverTime,
  quiet: LevelOverTime,
  sound: LevelOverTime,
): { heard: boolean; levelDb: number | null } {
  const heard = sound.loudestDb >= quiet.loudestDb + HEARD_DB;
  return { heard, levelDb: heard ? Math.round(2 * (sound.loudestDb - music.meanDb)) / 2 : null };
}

import { describe, expect, it } from 'vitest';
import { addedAgainstMusic, levelOverTime } from './added-level.ts';

describe('a level that was listened to', () => {
  it('is the mean of powers, and the loudest four tenths of a second', () => {
    // Half the time 10 dB up: 5.5 times the power of the quiet half, on average.
    const level = levelOverTime([-40, -40, -40, -40, -30, -30, -30, -30], 0.1);
    expect(level.meanDb).toBeCloseTo(-30 + 10 * Math.log10(0.55), 6);
    expect(level.loudestDb).toBeCloseTo(-30, 6);
    // A click is no loud sound.
    expect(levelOverTime([-60, -60, -20, -60, -60], 0.1).loudestDb).toBeCloseTo(-26, 1);
    expect(levelOverTime([-20], 0.1)).toEqual({ meanDb: -20, loudestDb: -20 });
    expect(() => levelOverTime([], 0.1)).toThrow(RangeError);
  });

  it('of an added sound is told against the music, where it is heard at all', () => {
    const at = (db: number) => levelOverTime(Array<number>(40).fill(db), 0.1);
    const chime = levelOverTime([...Array<number>(30).fill(-80), ...Array<number>(10).fill(-32.2)], 0.1);
    expect(addedAgainstMusic(at(-26), at(-80), chime)).toEqual({ heard: true, levelDb: -6 });
    expect(addedAgainstMusic(at(-26), at(-35), chime)).toEqual({ heard: false, levelDb: null });
    expect(addedAgainstMusic(at(-26), at(-80), at(-79))).toEqual({ heard: false, levelDb: null });
  });
});

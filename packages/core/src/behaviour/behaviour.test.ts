import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { soundOfOutputs } from '../carsim/sound-of-output.ts';
import { measuredClean, variedBass, variedClean } from '../carsim/varied-behaviour.ts';
import type { CheckOf } from '../model/check.ts';
import { quickAnalysis } from '../signal/analyse.ts';
import type { Response } from '../signal/response.ts';
import { Recording } from '../sound/recording/recording.ts';
import { silenceFloor } from '../sound/recording/silence.ts';
import { bassWithdrawal, BASS_OCTAVES_HZ, LOSS_DB } from './bass-withdrawal.ts';
import { cleanFromMeter, cleanMaximum } from './clean-maximum.ts';
import { engineSound, type Silence } from './engine-sound.ts';
import { feedKind } from './feed.ts';
import { levelLaw } from './level-law.ts';

const line = (steps: readonly number[], slope: number, start = 0) =>
  steps.map((step) => ({ step, db: start + slope * step }));

describe('level over volume', () => {
  it('any straight law is found, wherever it starts', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 3, maxLength: 12 }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        fc.double({ min: -60, max: 20, noNaN: true }),
        (steps, slope, start) => {
          const law = levelLaw(line(steps, slope, start));
          expect(law.verdict).toBe('steady');
          expect(law.dbPerStep).toBeCloseTo(slope, 6);
        },
      ),
    );
  });
  it('a level that stays behind from a step on is seen, and does not bend the law below it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 6 }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (kept, slope) => {
          const points = line([4, 8, 12, 16, 20, 24, 28, 32], slope).map((p, i, all) =>
            i < kept ? p : { ...p, db: all[kept - 1].db + 0.1 * (i - kept) },
          );
          const law = levelLaw(points);
          expect(law.verdict).toBe('held');
          expect(law.followsTo).toBe(points[kept - 1].step);
          expect(law.dbPerStep).toBeCloseTo(slope, 6);
        },
      ),
    );
  });
  it('one point is no law, two are a line that asks for a third', () => {
    expect(levelLaw([{ step: 3, db: 1 }]).verdict).toBe('unfinished');
    expect(levelLaw(line([3, 9], 1)).next).toMatch(/one more/);
  });
});

describe('fixed or following', () => {
  const speaker = { name: 'Front left', levels: line([8, 16, 26], 1.5) };
  it.each([
    ['fixed', line([8, 16, 26], 0, -12), speaker],
    ['follows', line([8, 16, 26], 1.5, -12), speaker],
    ['follows', line([8, 16, 26], 1.4, -12), speaker],
    ['partly', line([8, 16, 26], 0.7, -12), speaker],
    ['unclear', line([8, 16, 26], 0, -12), null],
    ['follows', line([8, 16, 26], 1, -12), null],
    ['unclear', line([8, 12], 0), { name: 'Front left', levels: line([8, 12], 1.5) }],
    ['unfinished', line([8], 0), speaker],
  ] as const)('%s', (verdict, feed, other) => {
    const found = feedKind(feed, other);
    expect(found.verdict).toBe(verdict);
    if (verdict === 'unclear' || verdict === 'unfinished' || verdict === 'partly')
      expect(found.next).toBeTruthy();
  });
});

const at = (steps: readonly number[], responses: readonly Response[]) =>
  steps.map((step, i) => ({ step, analysis: quickAnalysis(responses[i]), inVolts: false }));

describe('bass over volume', () => {
  it('the step at which it goes is bracketed, whatever the output and the system', () => {
    let withdrawn = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const { steps, responses, mid, lostDb } = variedBass(seed);
      const found = bassWithdrawal(at(steps, responses), { name: 'Mid', responses: at(steps, mid) }, null);
      const carried = BASS_OCTAVES_HZ.filter((_, o) => found.steps[0].db[o] !== null);
      const lost = steps.map((_, s) => Math.min(...carried.map((hz) => lostDb(hz)[s])));
      const begins = found.begins ? steps.indexOf(found.begins.by) : steps.length;
      // What lies within the scatter of the limit may be called either way.
      lost.forEach((db, s) => {
        if (Math.abs(db + LOSS_DB) < 0.5) return;
        expect(s >= begins, `seed ${seed}, step ${steps[s]}: ${db} dB`).toBe(db < -LOSS_DB);
      });
      if (found.verdict === 'withdrawn') withdrawn++;
    }
    expect(withdrawn).toBeGreaterThan(15);
  });
  it('a subwoofer alone says that it has nothing to be compared with; a level law is enough', () => {
    const seed = [...Array(60).keys()].find((s) => {
      const { responses } = variedBass(s);
      return (quickAnalysis(responses[0]).highHz ?? 1e9) < 150;
    })!;
    const { steps, responses } = variedBass(seed);
    const alone = bassWithdrawal(at(steps, responses), null, null);
    expect(alone.verdict).toBe('unclear');
    expect(alone.next).toMatch(/mid/);
    expect(bassWithdrawal(at(steps, responses), null, 1.5).verdict).not.toBe('unclear');
  });
});

describe('the clean maximum', () => {
  it('is the last recorded level whose true distortion stays under the limit', () => {
    for (let seed = 1; seed <= 3; seed++) {
      const { tones, cleanStep } = measuredClean(variedClean(seed), 0.01);
      const found = cleanMaximum(tones, true, 0.0001);
      expect(found.verdict).toBe('found');
      expect(found.at!.volumeStep).toBe(cleanStep);
    }
  });
  it('an input that distorts itself judges nothing, and never-clean tones say what to look for', () => {
    const tone = { hz: 100, volts: 2, distortion: 0.02, volumeStep: 10, signalDb: 0, supplyVolts: null };
    expect(cleanMaximum([tone], true, 0.006).verdict).toBe('unfinished');
    expect(cleanMaximum([tone], true, null).verdict).toBe('never-clean');
    expect(cleanMaximum([{ ...tone, distortion: 0.001 }], false, null).verdict).toBe('not-reached');
    // What is clean is a matter of practice.
    expect(cleanMaximum([tone], true, null, 0.03).verdict).toBe('not-reached');
  });
  it('from a meter it is the last step that follows, marked as rough', () => {
    const upTo = (most: number) =>
      line([10, 14, 18, 22, 26, 30], 1.5, -27).map(({ step, db }) => {
        const volts = Math.min(most, 10 ** (db / 20));
        return { step, db: 20 * Math.log10(volts), volts };
      });
    expect(cleanFromMeter(upTo(99))).toMatchObject({ verdict: 'not-reached', rough: true });
    expect(cleanFromMeter(upTo(3)).at!.volumeStep).toBe(22);
    expect(cleanFromMeter(upTo(3).slice(0, 3)).verdict).toBe('unfinished');
  });
  it('from a meter a taper is no limit, and what a bridge cannot give is one', () => {
    const read = (...levels: [step: number, volts: number, supplyVolts?: number][]) =>
      cleanFromMeter(
        levels.map(([step, volts, supplyVolts = 13.6]) => ({
          ...{ step, volts, supplyVolts },
          db: 20 * Math.log10(volts),
        })),
      );
    const steps = [5, 10, 15, 20, 25, 30, 33];
    const taper = [0.18, 0.73, 1.65, 2.9, 4.6, 6.6, 8];
    const of = (volts: readonly number[], supply?: number) =>
      read(...volts.map((v, n): [number, number, number?] => [steps[n], v, supply]));
    expect(of(taper)).toMatchObject({ verdict: 'not-reached', at: { volumeStep: 33 } });
    // Read two per cent high and low by turns, it is still one.
    for (const off of [0.02, -0.02])
      expect(of(taper.map((v, n) => v * (1 + (n % 2 ? off : -off)))).verdict).toBe('not-reached');
    // The same taper into a stage that gives no more than 5 V.
    expect(of(taper.map((v) => Math.min(v, 5))).at!.volumeStep).toBe(25);
    // On a weak battery a bridge ends lower, however steadily the meter rises.
    expect(of(taper, 10).at).toMatchObject({ volumeStep: 25, volts: 4.6 });
    expect(of([0.5, 1, 2, 4, 8, 16]).at!.volumeStep).toBe(25);
  });
});

describe('silence', () => {
  const RATE = 48_000;
  const NOISE_DB = -80;
  const silence = (engine: 'off' | 'idle' | 'raised', cancelling: boolean): Silence => {
    const chain = { gainDb: 0, filters: [], peaks: [], delay: 0, inverted: false };
    const [samples] = soundOfOutputs(
      [chain],
      { played: 'silence', hz: 100, signalDb: 0, engine, supplyVolts: 13.6, cancelling },
      { sampleRate: RATE, size: 2 ** 19, voltsAtFullScale: 25, noiseDb: NOISE_DB, seed: 3 + engine.length },
    );
    const recording = new Recording(RATE, 1, 'silence');
    recording.push([samples]);
    return { engine, doors: 'closed', ...recording.result().channels[0].bands };
  };
  it('its floor is that of the noise, whatever hums in it', () => {
    // Power of a 1/24 octave around 1 kHz of white noise up to half the sample rate.
    const width = 1000 * (2 ** (1 / 48) - 2 ** (-1 / 48));
    const truth = NOISE_DB + 10 * Math.log10(width / (RATE / 2));
    expect(silenceFloor(silence('off', false))).toBeCloseTo(truth, 0);
    expect(silenceFloor(silence('idle', true))).toBeCloseTo(truth, 0);
  });
  it('what moves with the engine is told from what does not', () => {
    const all = (cancelling: boolean) =>
      (['off', 'idle', 'raised'] as const).map((e) => silence(e, cancelling));
    const [off, idle, raised] = all(true);
    const [, , quiet] = all(false);
    const open = (s: Silence): Silence => ({ ...s, doors: 'open' });
    // Following the engine alone is a hint; it is found once it stops with a door open.
    expect(engineSound([off, idle, raised], [])).toMatchObject({
      verdict: 'hint',
      next: expect.stringMatching(/Open a door or cover the cabin microphones/),
    });
    expect(engineSound([off, idle, raised, open(quiet)], []).verdict).toBe('active');
    expect(engineSound([off, idle, raised, open(raised)], [])).toMatchObject({
      verdict: 'unclear',
      says: expect.stringMatching(/goes on with a door open: more likely whine/),
    });
    // A door open at the start, with the engine off, proves nothing.
    expect(engineSound([off, idle, raised, open(off)], []).verdict).toBe('hint');
    expect(engineSound(all(false), []).verdict).toBe('none-seen');
    expect(engineSound([off, idle], []).verdict).toBe('unclear');
    const short = { ...idle, frequencyHz: idle.frequencyHz.map((hz) => 5 * hz) };
    expect(engineSound([off, short], []).next).toMatch(/ten seconds/);
    expect(engineSound([off, idle, { ...idle, engine: 'raised' }], []).verdict).toBe('unclear');
    expect(
      engineSound(
        all(false).map((s) => ({ ...s, doors: 'open' as const })),
        [],
      ).next,
    ).toMatch(/doors/);
  });
  it('a meter gives a first look and says that it is one', () => {
    const read = (engine: CheckOf<'silence'>['engine'], volts: number): CheckOf<'silence'> => ({
      kind: 'silence',
      engine,
      doors: 'closed',
      volts,
    });
    expect(engineSound([], []).verdict).toBe('unfinished');
    expect(engineSound([], [read('off', 0.01), read('idle', 0.12)])).toMatchObject({
      verdict: 'unclear',
      rough: true,
    });
    expect(engineSound([], [read('off', 0.01), read('idle', 0.011), read('raised', 0.01)]).verdict).toBe(
      'none-seen',
    );
  });
});

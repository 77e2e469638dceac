import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CheckOf } from '../model/check.ts';
import type { RecordingRecord } from '../model/recording.ts';
import { UNKNOWN_SITUATION } from '../model/situation.ts';
import { reducerNeeded } from '../sound/live/reducer.ts';
import { arrivalFinding, arrivalsOf } from './arrival.ts';
import { leftAgainstRight } from './left-right.ts';
import { holdsIntoSpeaker, loadSensing } from './load-sensing.ts';
import { meterBand, meterLimits } from './meter.ts';

describe('the meter', () => {
  const tone = (hz: number, volts: number): CheckOf<'meter-tone'> => ({ kind: 'meter-tone', hz, volts });
  it('is believed as far as it was honest, and never above 1 kHz without a check', () => {
    expect(meterLimits([])).toMatchObject({ verdict: 'unchecked', trueToHz: 1000 });
    expect(meterLimits([tone(100, 1), tone(400, 1)]).verdict).toBe('unchecked');
    const falling = [tone(100, 1), tone(400, 0.99), tone(1000, 0.9), tone(3000, 1)];
    expect(meterLimits(falling)).toMatchObject({ verdict: 'checked', trueToHz: 400 });
    expect(meterLimits([tone(100, 2), tone(1000, 2.01), tone(8000, 1.98)]).trueToHz).toBe(8000);
  });
  const level = (hz: number, volts: number, volumeStep = 18): CheckOf<'level'> => ({
    kind: 'level',
    hz,
    volts,
    volumeStep,
    signalDb: 0,
    supplyVolts: null,
    load: 'speaker',
  });
  const limits = meterLimits([tone(100, 1), tone(400, 1), tone(3000, 1), tone(8000, 0.3)]);
  it('brackets the edges of any band-pass between two tones, and claims nothing beyond its limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 300, noNaN: true }),
        fc.double({ min: 500, max: 2500, noNaN: true }),
        (low, high) => {
          // Second-order Butterworth to either side: 6 dB down at 3^(1/4) beyond the corner.
          const gain = (hz: number) => 1 / Math.sqrt((1 + (low / hz) ** 4) * (1 + (hz / high) ** 4));
          const tones = [25, 40, 63, 100, 160, 250, 400, 630, 1000, 1600, 2500, 3000, 8000];
          const band = meterBand(
            tones.map((hz) => level(hz, 4 * gain(hz))),
            0.01,
            limits,
          );
          expect(band.verdict).toBe('rough');
          const top = Math.max(...tones.filter((t) => t <= 3000).map(gain));
          const inside = tones.filter((t) => t <= 3000 && gain(t) >= 10 ** (-6 / 20) * top);
          if (band.low) expect(band.low[1]).toBe(inside[0]);
          if (band.high) expect(band.high[0]).toBe(inside[inside.length - 1]);
          expect(Math.max(...band.tones.map((t) => t.hz))).toBeLessThanOrEqual(3000);
          expect(band.evidence.join(' ')).toMatch(/do not count/);
        },
      ),
    );
  });
  it('a carrier that fakes volts ends the matter', () => {
    const levels = [level(40, 2), level(100, 2.1), level(1000, 2)];
    expect(meterBand(levels, 1.4, limits).verdict).toBe('carrier');
    expect(meterBand(levels, null, limits).verdict).toBe('rough');
    expect(meterBand(levels.slice(1), null, limits).verdict).toBe('unfinished');
  });
});

describe('without its load', () => {
  const start = (
    n: number,
    load: 'none' | 'speaker',
    result: CheckOf<'cold-start'>['result'] = 'steady',
    minutes = 10,
  ): CheckOf<'cold-start'> => ({ kind: 'cold-start', start: n, load, minutes, result, volts: null });
  const three = [1, 2, 3].map((n) => start(n, 'none'));
  it.each([
    ['unfinished', []],
    ['unfinished', three.slice(0, 2)],
    ['unfinished', [1, 2, 3].map((n) => start(n, 'none', 'steady', 2))],
    ['not-seen', [start(1, 'speaker'), ...three]],
    ['suspected', [...three, start(3, 'none', 'jumps')]],
    ['fault-with-load', [start(1, 'speaker', 'noise'), ...three]],
  ] as const)('%s', (verdict, starts) => {
    expect(loadSensing(starts, null).verdict).toBe(verdict);
  });
  it('as often and as long as the shop does it', () => {
    const as = (loadStarts: number, loadMinutes: number) =>
      loadSensing(three, null, { loadStarts, loadMinutes });
    expect([as(3, 10), as(2, 5), as(4, 10), as(3, 11)].map((f) => f.verdict)).toEqual([
      'not-seen',
      'not-seen',
      'unfinished',
      'unfinished',
    ]);
    expect(as(4, 20).next).toMatch(/play for 20 minutes without the speaker, 4 times/);
  });
});

describe('with a speaker on it', () => {
  const read = (
    volts: number,
    load: 'none' | 'speaker',
    part: Partial<CheckOf<'level'>> = {},
  ): CheckOf<'level'> => ({
    ...{ kind: 'level', hz: 400, volts, volumeStep: 15, signalDb: -10, supplyVolts: 13.2, load },
    ...part,
  });
  it('a power stage holds its volts and a line output collapses', () => {
    expect(holdsIntoSpeaker([read(4, 'none'), read(3.9, 'speaker')])).toBe(true);
    expect(holdsIntoSpeaker([read(4, 'none'), read(3.4, 'speaker')])).toBe(true);
    expect(holdsIntoSpeaker([read(4, 'none'), read(3.3, 'speaker')])).toBe(false);
    expect(holdsIntoSpeaker([read(2, 'none'), read(0.08, 'speaker')])).toBe(false);
  });
  it('next to nothing is held by a line output too, and tells nothing', () => {
    expect(holdsIntoSpeaker([read(0.05, 'none'), read(0.05, 'speaker')])).toBeNull();
    expect(holdsIntoSpeaker([read(1, 'none'), read(1, 'speaker')])).toBe(true);
  });
  it('only what was read alike is compared, the newest of each', () => {
    for (const part of [{ hz: 1000 }, { volumeStep: 20 }, { signalDb: 0 }])
      expect(holdsIntoSpeaker([read(4, 'none', part), read(3.9, 'speaker')])).toBeNull();
    expect(holdsIntoSpeaker([read(4, 'none')])).toBeNull();
    expect(holdsIntoSpeaker([read(3.9, 'speaker')])).toBeNull();
    expect(holdsIntoSpeaker([read(4, 'none'), read(0.1, 'speaker'), read(3.9, 'speaker')])).toBe(true);
  });
});

type Between = NonNullable<RecordingRecord['between']>;
const between = (delay: number, polarity: Between['polarity'], coherence = 0.98): Between => ({
  overlap: { lowHz: 500, highHz: 2000 },
  ratio: { frequencyHz: [500, 1000], levelDb: [0, 0], phaseDeg: [2, 3], coherence: [coherence, coherence] },
  delay,
  polarity,
  delayError: 1e-5,
  rivalry: 0.2,
  reasons: [],
});

describe('left against right', () => {
  const recorded = (playedIn: 'left' | 'both', rightDb: number, coherence = 0.98) => ({
    situation: { ...UNKNOWN_SITUATION, playedIn },
    between: playedIn === 'both' ? between(0, 'same', coherence) : null,
    report: {
      sampleRate: 48_000,
      seconds: 20,
      difference: null,
      faults: [],
      channels: [0.1, 0.1 * 10 ** (rightDb / 20)].map((rms) => ({
        peak: 1,
        rms,
        dc: 0,
        clipped: 0,
        gaps: 0,
        tones: [],
      })),
    },
  });
  it.each([
    ['unfinished', []],
    ['unclear', [recorded('left', -60)]],
    ['separate', [recorded('left', -60), recorded('both', 0)]],
    ['mixed', [recorded('left', -14), recorded('both', 0)]],
    ['mixed', [recorded('left', -60), recorded('both', 0, 0.4)]],
    ['mono', [recorded('left', -1), recorded('both', 0)]],
  ] as const)('%s', (verdict, recordings) => {
    expect(leftAgainstRight(recordings).verdict).toBe(verdict);
  });
});

describe('arrivals', () => {
  /** Outputs with true delays and signs, and recordings along the given pairs of them. */
  const recordingsOf = (truth: { delay: number; sign: 1 | -1 }[], links: [number, number][]) =>
    links.map(([a, b], n) => ({
      id: `r${n}`,
      firstPairId: `p${a}`,
      secondPairId: `p${b}`,
      chapter: 'before' as const,
      withdrawnAt: null,
      between: between(
        truth[b].delay - truth[a].delay,
        truth[a].sign === truth[b].sign ? ('same' as const) : ('reversed' as const),
      ),
    }));
  const outputs = fc.array(
    fc.record({
      delay: fc.double({ min: -0.01, max: 0.01, noNaN: true }),
      sign: fc.constantFrom<1 | -1>(1, -1),
    }),
    { minLength: 2, maxLength: 9 },
  );
  it('any chain of neighbours puts all outputs on one scale', () => {
    fc.assert(
      fc.property(outputs, (truth) => {
        const links = truth.slice(1).map((_, i): [number, number] => (i % 2 ? [i + 1, i] : [i, i + 1]));
        const [group, ...others] = arrivalsOf(recordingsOf(truth, links));
        expect(others).toEqual([]);
        expect(group.contradictions).toEqual([]);
        const zero = truth[Number(group.referenceId.slice(1))];
        expect(group.arrivals).toHaveLength(truth.length);
        for (const a of group.arrivals) {
          const own = truth[Number(a.pairId.slice(1))];
          expect(a.delay).toBeCloseTo(own.delay - zero.delay, 9);
          expect(a.polarity).toBe(own.sign === zero.sign ? 'same' : 'reversed');
        }
      }),
    );
  });
  it('a recording that does not close its loop is named, and asked for again', () => {
    const truth = [0, 0.001, 0.0004].map((delay) => ({ delay, sign: 1 as const }));
    const recordings = recordingsOf(truth, [
      [0, 1],
      [1, 2],
      [0, 2],
    ]);
    expect(arrivalsOf(recordings)[0].contradictions).toEqual([]);
    recordings[2].between.delay! += 0.0005;
    const groups = arrivalsOf(recordings);
    expect(groups[0].contradictions).toHaveLength(1);
    expect(arrivalFinding(groups, 'p2', (id) => id)).toMatchObject({ verdict: 'unclear' });
    expect(arrivalFinding([], 'p2', (id) => id).verdict).toBe('unfinished');
  });
});

describe('the level reducer', () => {
  it('keeps any output within any input, with room, and is not larger than needed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 45, noNaN: true }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        (output, input) => {
          const db = reducerNeeded(output, input);
          const over = 20 * Math.log10(output / input);
          if (db === null) expect(over).toBeGreaterThan(54);
          else if (db === 0) expect(over).toBeLessThanOrEqual(0);
          else {
            expect(over - db).toBeLessThanOrEqual(-5.999);
            expect(over - (db - 10)).toBeGreaterThan(-6);
          }
        },
      ),
    );
  });
});

import { describe, expect, it } from 'vitest';
import { analyseResponse, type ResponseAnalysis } from '../../signal/analyse.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import type { AveragedSpectrum } from '../spectrum/welch.ts';
import { betweenOutputs } from './between.ts';

/** Half of 1,025 points at 16 kHz: every point is 7.8 Hz. */
const STEP_HZ = 7.8125;
const POINTS = 1025;

interface Pair {
  delay?: number;
  gain?: number;
  inverted?: boolean;
  coherence?: number;
  lowHz?: number;
  highHz?: number;
  segments?: number;
}
/** Spectra of two outputs that are the same but for delay, gain and sign, in common only within a band. */
function spectrumOf({
  delay = 0,
  gain = 1,
  inverted = false,
  coherence = 0.98,
  lowHz = 0,
  highHz = Infinity,
  segments = 100,
}: Pair): AveragedSpectrum {
  const cross = { re: new Float64Array(POINTS), im: new Float64Array(POINTS) };
  for (let k = 0; k < POINTS; k++) {
    const hz = k * STEP_HZ;
    const shared = hz >= lowHz && hz <= highHz ? coherence : 0;
    const size = gain * Math.sqrt(shared) * (inverted ? -1 : 1);
    cross.re[k] = size * Math.cos(2 * Math.PI * hz * delay);
    cross.im[k] = -size * Math.sin(2 * Math.PI * hz * delay);
  }
  return {
    stepHz: STEP_HZ,
    segments,
    density: [new Float64Array(POINTS).fill(1), new Float64Array(POINTS).fill(gain * gain)],
    cross,
  };
}
const flat = analyseResponse({ frequencyHz: [...SUM_GRID_HZ], levelDb: SUM_GRID_HZ.map(() => 0) });
const between = (
  pair: Pair,
  { aligned = 0, skew = 0, analyses = [flat, flat] as [ResponseAnalysis, ResponseAnalysis] } = {},
) => betweenOutputs({ spectrum: spectrumOf(pair), aligned, skew, analyses });

describe('two outputs of one recording', () => {
  it.each([
    [0, false],
    [0.0007, true],
    [-0.0003, false],
    [0.0251, true],
    [-0.0251, false],
  ])('%d s late, reversed: %s', (delay, inverted) => {
    const found = between({ delay, inverted });
    expect(found.delay).toBeCloseTo(delay, 6);
    expect(found.polarity).toBe(inverted ? 'reversed' : 'same');
    expect(found.reasons).toEqual([]);
    expect(found.rivalry).toBeLessThan(0.85);
  });

  it('the delay that was taken out before is put back, and the input’s own lag is not theirs', () => {
    expect(between({ delay: 0.001 }, { aligned: 0.05 }).delay).toBeCloseTo(0.051, 6);
    expect(between({ delay: 0.001 }, { skew: 0.0002 }).delay).toBeCloseTo(0.0008, 6);
    const { ratio } = between({ delay: 0.0001 }, { aligned: 0.0004, skew: 0.0002 });
    ratio.frequencyHz.forEach((hz, i) => {
      const wanted = -360 * hz * 0.0003;
      expect(Math.cos(((ratio.phaseDeg[i] - wanted) * Math.PI) / 180)).toBeGreaterThan(0.98);
      expect(Math.abs(ratio.phaseDeg[i])).toBeLessThanOrEqual(180);
    });
  });

  it('the ratio holds level, phase and coherence of the bands that they share', () => {
    const { ratio, overlap } = between({ gain: 2, inverted: true, lowHz: 300, highHz: 3000 });
    expect(overlap!.lowHz).toBeGreaterThan(280);
    expect(overlap!.lowHz).toBeLessThan(330);
    expect(overlap!.highHz).toBeGreaterThan(2700);
    expect(overlap!.highHz).toBeLessThan(3200);
    expect(ratio.frequencyHz[0]).toBeGreaterThan(overlap!.lowHz / 1.1);
    expect(ratio.frequencyHz.at(-1)).toBeLessThan(overlap!.highHz * 1.1);
    ratio.levelDb.forEach((db) => expect(db).toBeCloseTo(20 * Math.log10(2), 6));
    ratio.phaseDeg.forEach((deg) => expect(Math.abs(deg)).toBeCloseTo(180, 6));
    const inner = ratio.coherence.slice(1, -1);
    inner.forEach((c) => expect(c).toBeCloseTo(0.98, 6));
    expect(ratio.coherence.every((c) => c >= 0.5 && c <= 1)).toBe(true);
  });

  it('bands of less than half coherence give no ratio, but many of them still a delay; next to none gives nothing', () => {
    expect(between({ coherence: 0.52 }).ratio.frequencyHz.length).toBeGreaterThan(50);
    const drowned = between({ coherence: 0.3, delay: 0.0004 });
    expect(drowned.ratio.frequencyHz).toEqual([]);
    expect(drowned.delay).toBeCloseTo(0.0004, 6);
    expect(drowned.polarity).toBe('same');
    expect(drowned.delayError).toBeGreaterThan(between({ coherence: 0.9 }).delayError!);
    for (const coherence of [0.06, 0]) {
      const none = between({ coherence });
      expect([none.overlap, none.delay, none.delayError, none.polarity]).toEqual([
        null,
        null,
        null,
        'unclear',
      ]);
      expect(none.reasons[0]).toContain('no band in common');
    }
  });

  it('a narrow overlap decides no polarity, a wider one does', () => {
    const narrow = between({ lowHz: 1000, highHz: 1250 });
    expect(narrow.polarity).toBe('unclear');
    expect(narrow.reasons.join(' ')).toContain('less than half an octave');
    expect(between({ lowHz: 500, highHz: 4000 }).polarity).toBe('same');
  });

  it('eight segments are the least, and an unsettled filter leaves the sign open', () => {
    expect(between({ segments: 7 }).reasons[0]).toContain('too short');
    expect(between({ segments: 8 }).polarity).toBe('same');
    const single = { ...spectrumOf({}), cross: null };
    expect(betweenOutputs({ spectrum: single, aligned: 0, analyses: [flat, flat] }).reasons[0]).toContain(
      'too short',
    );
    const open = between({}, { analyses: [flat, { ...flat, model: null }] });
    expect([open.polarity, open.reasons.length]).toEqual(['unclear', 1]);
    expect(open.delay).toBeCloseTo(0, 6);
  });

  it('what the filters turn is taken away first: a second-order crossover alone is no reversal', () => {
    const levels = (of: (x: number) => number) =>
      analyseResponse({
        frequencyHz: [...SUM_GRID_HZ],
        levelDb: SUM_GRID_HZ.map((f) => 20 * Math.log10(of(f / 1500))),
      });
    // Linkwitz-Riley of second order: low-pass 1/(1+s)², high-pass s²/(1+s)²; their ratio is s², half a turn.
    const analyses: [ResponseAnalysis, ResponseAnalysis] = [
      levels((x) => 1 / (1 + x * x)),
      levels((x) => (x * x) / (1 + x * x)),
    ];
    const crossover = (inverted: boolean) =>
      between({ lowHz: 400, highHz: 5000, inverted }, { analyses }).polarity;
    expect([crossover(true), crossover(false)]).toEqual(['same', 'reversed']);
  });
});

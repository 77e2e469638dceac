import { describe, expect, it } from 'vitest';
import { madeCapture, madeCheck, madeOutput, madeUnit } from '../../test/made-up-measured.ts';
import type { Capture } from '../model/capture.ts';
import type { Check } from '../model/check.ts';
import type { JobView } from '../model/views.ts';
import { seededRandom } from '../quantity/random.ts';
import { analyseResponse } from '../signal/analyse.ts';
import { seenInJob } from './seen-in-job.ts';

const GRID = Array.from({ length: 240 }, (_, i) => 20 * 1000 ** (i / 239));

/** Powers added, as an analyser shows them, with the scatter of a fair recording. */
function curve(seed: number, ...parts: ((hz: number) => number)[]) {
  const random = seededRandom(seed);
  return analyseResponse({
    frequencyHz: GRID,
    levelDb: GRID.map(
      (hz) => 10 * Math.log10(parts.reduce((s, p) => s + 10 ** (p(hz) / 10), 0)) + 0.3 * random.normal(),
    ),
  });
}
const lowPass = (hz: number) => -10 * Math.log10(1 + (hz / 200) ** 8);
const at = (db: number) => () => db;

const jobOf = (outputs: Capture[][], checks: Check[] = [], recordings: object[] = []) =>
  ({
    units: [
      madeUnit(
        'amplifier',
        outputs.map((c, n) => madeOutput(`p${n + 1}`, c)),
      ),
    ],
    checks,
    recordings,
  }) as unknown as JobView;
const seen = (...args: Parameters<typeof jobOf>) =>
  seenInJob(jobOf(...args)).units[0].pairs.map((p) => p.captures.map((c) => c.analysis));

describe('a plateau under a low-pass', () => {
  const low = madeCapture('low', 10, curve(1, lowPass, at(-20)));
  it('that comes along when the volume is turned is signal', () => {
    expect(low.analysis.bandClass).not.toBe('full-range');
    const loud = madeCapture(
      'loud',
      18,
      curve(2, (hz) => lowPass(hz) + 12, at(-8)),
    );
    const [[a, b]] = seen([[low, loud]]);
    expect([a.bandClass, b.bandClass]).toEqual(['full-range', 'full-range']);
    expect(a.model).toBeNull();
    expect(a.reasons[0]).toMatch(/plateau 20 dB down moves with the volume, as at step 18: it is signal/);
    // Files say nothing of how their inputs were set.
    expect(a.confidence).toBeLessThan(0.9);
    const recording = (id: string, voltsAtFullScale: number | null) => ({ id, voltsAtFullScale });
    const [one, other] = [low, loud].map((c, n) => ({ ...c, recordingId: `r${n}` }));
    const sure = (...volts: (number | null)[]) =>
      seen(
        [[one, other]],
        [],
        volts.map((v, n) => recording(`r${n}`, v)),
      )[0][0].confidence;
    expect([sure(2, 2), sure(2, 20), sure(null, null)]).toEqual([0.9, 0.8, 0.8]);
  });

  it.each([
    ['stays where it is: noise', curve(3, (hz) => lowPass(hz) + 12, at(-20)), {}],
    ['was seen at the same volume only', curve(4, lowPass, at(-20)), {}],
    [
      'comes along in other levels',
      curve(5, (hz) => lowPass(hz) + 12, at(-8)),
      { levelUnit: 'dBV' as const },
    ],
    ['comes along after the work', curve(6, (hz) => lowPass(hz) + 12, at(-8)), { chapter: 'after' as const }],
  ])('%s', (_, analysis, part) => {
    const [[a]] = seen([[low, madeCapture('other', 18, analysis, part)]]);
    expect(a).toBe(low.analysis);
  });

  it('stays noise where silence was measured', () => {
    const loud = madeCapture(
      'loud',
      18,
      curve(7, (hz) => lowPass(hz) + 12, at(-8)),
    );
    const measured = { ...low, silenceDb: -20 };
    expect(seen([[measured, loud]])[0][0]).toBe(low.analysis);
  });
});

describe('a quiet curve', () => {
  const quiet = madeCapture('quiet', 18, curve(8, at(-70)));
  const loud = (db: number, part: Partial<Capture> = {}) =>
    madeCapture('loud', 18, curve(9, at(db), at(db - 60)), part);
  const said = (...args: Parameters<typeof jobOf>) => seen(...args)[0][0];
  const level = (volts: number, hz = 1000, volumeStep = 18) =>
    madeCheck('p1', {
      ...{ kind: 'level' as const, hz, volts, volumeStep, load: 'speaker' as const },
      ...{ signalDb: 0, supplyVolts: null },
    });

  it('is open by itself, and silent beside an output that plays', () => {
    expect(quiet.analysis).toMatchObject({ bandClass: 'unclear', doubt: 'quiet' });
    expect(said([[quiet]])).toBe(quiet.analysis);
    const beside = said([[quiet], [loud(-20)]]);
    expect(beside).toMatchObject({ bandClass: 'silent', confidence: 0.8, doubt: null });
    expect(beside.reasons[0]).toMatch(/50 dB below Front left at the same step/);
  });

  it('stays open where nobody noted either step', () => {
    const unnoted = { ...quiet, volumeStep: null };
    expect(said([[unnoted], [loud(-20, { volumeStep: null })]])).toBe(quiet.analysis);
  });

  it('plays when it is about as loud as another that is surely there', () => {
    expect(
      said([[quiet], [loud(-58, { analysis: { ...loud(-20).analysis, passBandDb: -62 } })]]),
    ).toMatchObject({
      bandClass: 'full-range',
      doubt: null,
    });
  });

  it.each([
    ['neither near nor far', loud(-45)],
    ['at another step', loud(-20, { volumeStep: 26 })],
    ['at a step that nobody noted', loud(-20, { volumeStep: null })],
    ['in other levels', loud(-20, { levelUnit: 'dBFS' })],
    ['as quiet and as open', madeCapture('too', 18, curve(10, at(-70)))],
    [
      'as loud, but hardly above its own noise',
      loud(-62, { analysis: { ...loud(-20).analysis, passBandDb: -65, noiseFloorDb: -78 } }),
    ],
  ])('stays open beside one that is %s', (_, other) => {
    expect(said([[quiet], [other]])).toBe(quiet.analysis);
  });

  it.each([
    ['plays where a meter reads volts', [level(0.4)], 'full-range'],
    ['is silent where no tone comes out', [level(0.004, 100), level(0.003), level(0.004, 5000)], 'silent'],
  ] as const)('%s', (_, checks, bandClass) => {
    expect(said([[quiet]], [...checks])).toMatchObject({ bandClass, confidence: 0.9 });
  });

  it.each([
    ['one tone alone, which may lie outside its band', [level(0.004, 100)]],
    ['volts at another step', [level(0.4, 1000, 26)]],
    [
      'volts that are there without a signal too',
      [level(0.4), madeCheck('p1', { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.2 })],
    ],
  ])('stays open with %s', (_, checks) => {
    expect(said([[quiet]], checks)).toBe(quiet.analysis);
  });
});

import { describe, expect, it } from 'vitest';
import { seededRandom } from '../quantity/random.ts';
import { madeAnalysis } from '../../test/made-up-measured.ts';
import { bassWithdrawal, hasReference } from './bass-withdrawal.ts';
import { cleanFromMeter, cleanMaximum, type ToneAtLevel } from './clean-maximum.ts';
import { engineSound, type Silence } from './engine-sound.ts';
import { feedKind } from './feed.ts';
import { levelLaw } from './level-law.ts';
import { levelChange, levelIn } from './steps.ts';

const at = (step: number, levelAt: (hz: number) => number, noiseFloorDb: number | null = null) => ({
  step,
  analysis: madeAnalysis(levelAt, { noiseFloorDb }),
  inVolts: true,
});
/** Volume moves all by 1.5 dB a step; bass under 100 Hz loses `lost` beside it. */
const full = (step: number, lost = 0) => at(step, (hz) => 1.5 * step - (hz < 100 ? lost : 0));
const sub = (step: number, lost = 0) => at(step, (hz) => (hz < 100 ? 1.5 * step - lost : 1.5 * step - 60));

describe('levels in a band', () => {
  it('are means of what stands 6 dB clear of the noise, of three points at least', () => {
    const sloped = madeAnalysis((hz) => (hz < 1000 ? 0 : -10), { noiseFloorDb: -30 });
    expect(levelIn(sloped, 100, 400)).toBe(0);
    expect(levelIn(sloped, 999, 1001)).toBeNull();
    expect(
      levelIn(
        madeAnalysis(() => 0, { noiseFloorDb: -6 }),
        100,
        400,
      ),
    ).toBe(0);
    expect(
      levelIn(
        madeAnalysis(() => 0, { noiseFloorDb: -5.9 }),
        100,
        400,
      ),
    ).toBeNull();
  });
  it('change over what lies near the pass band', () => {
    const [a, b] = [madeAnalysis((hz) => (hz < 1000 ? 0 : -20)), madeAnalysis((hz) => (hz < 1000 ? 3 : 50))];
    expect(levelChange(a, b, [500, 2000])).toBeCloseTo(3, 9);
    expect(levelChange(a, b, [1100, 2000])).toBeNull();
  });
});

describe('bass over volume, by hand', () => {
  it('a loss counts from 1.5 dB on, and from where it stays', () => {
    const steady = bassWithdrawal([full(10), full(18, 1.4), full(26, 1.4)], null, null);
    expect(steady).toMatchObject({
      verdict: 'steady',
      begins: null,
      says: 'Bass stays from step 10 to 26.',
      next: null,
    });
    const lost = bassWithdrawal([full(26, 6), full(10), full(18)], null, null);
    expect(lost).toMatchObject({ verdict: 'withdrawn', begins: { after: 18, by: 26 }, worst: { hz: 31.5 } });
    expect(lost.worst!.db).toBeCloseTo(-6, 6);
    expect(lost.says).toBe(
      'Bass is cut from somewhere between steps 18 and 26; at step 26 it is down 6.0 dB around 31.5 Hz.',
    );
    expect(lost.evidence[0]).toContain('its own level between 500 Hz and 2 kHz');
    expect(lost.evidence[2]).toMatch(/^Step 26 against 10: −6\.0 dB at 31\.5 Hz/);
    expect(lost.next).toContain('Measure between 18 and 26');
    // A dip in between that comes back is none.
    expect(bassWithdrawal([full(10), full(18, 6), full(26)], null, null).verdict).toBe('steady');
    expect(bassWithdrawal([full(10), full(24), full(26, 6)], null, null).next).toMatch(/^Set gains below it/);
    expect(bassWithdrawal([full(10), full(18, 6)], null, null).next).toContain('first step above the lowest');
  });
  it('is asked for at more steps, and not where there is none', () => {
    expect(bassWithdrawal([], null, null)).toMatchObject({ verdict: 'unfinished' });
    expect(bassWithdrawal([full(10)], null, null).next).toContain('three or more steps');
    const tweeter = (step: number) => at(step, (hz) => (hz > 3000 ? 1.5 * step : 1.5 * step - 40));
    expect(bassWithdrawal([tweeter(10)], null, null)).toMatchObject({ verdict: 'steady', steps: [] });
  });
  it('of a subwoofer is held against a mid at the same steps, else against the level law', () => {
    const steps = [sub(10), sub(18), sub(26, 6)];
    expect(hasReference(steps[0])).toBe(false);
    expect(hasReference(full(10))).toBe(true);
    expect(bassWithdrawal(steps, null, null)).toMatchObject({ verdict: 'unclear', begins: null });
    const mid = { name: 'Front left mid', responses: [full(10), full(18), full(26)] };
    const borrowed = bassWithdrawal(steps, mid, null);
    expect(borrowed).toMatchObject({ verdict: 'withdrawn', begins: { after: 18, by: 26 } });
    expect(borrowed.evidence[0]).toBe('Aligned by front left mid at the same steps.');
    expect(bassWithdrawal(steps, { ...mid, responses: mid.responses.slice(0, 2) }, null).verdict).toBe(
      'unclear',
    );
    const law = bassWithdrawal(steps, null, 1.5);
    expect(law.begins).toEqual({ after: 18, by: 26 });
    expect(law.evidence[0]).toContain('the level law, 1.50 dB per step');
    expect(bassWithdrawal(steps, null, 1.1).verdict).toBe('steady');
  });
  it('that sank into the noise is gone as far as the noise shows', () => {
    const deep = [sub(10), at(18, () => 27, 24)];
    expect(bassWithdrawal(deep, null, 1.5).worst!.db).toBeLessThan(0);
    expect(bassWithdrawal([sub(10), at(18, (hz) => (hz < 100 ? 0 : -33), -3)], null, 1.5).verdict).toBe(
      'withdrawn',
    );
  });
});

describe('a radio’s feed, by hand', () => {
  const line = (slope: number, steps = [8, 16, 26]) => steps.map((step) => ({ step, db: slope * step }));
  const speaker = { name: 'Front left', levels: line(1.5) };
  const kind = (slope: number, other: typeof speaker | null = speaker) =>
    feedKind(line(slope), other).verdict;
  it('fixed within 1 dB, following within 3 dB of a speaker that moved by 15 dB', () => {
    expect([kind(1 / 18), kind(1.01 / 18)]).toEqual(['fixed', 'partly']);
    expect([kind(1.5 - 3 / 18), kind(1.5 - 3.01 / 18)]).toEqual(['follows', 'partly']);
    expect(kind(1, { name: 'x', levels: line(15 / 18) })).toBe('follows');
    expect(kind(1, { name: 'x', levels: line(14.9 / 18) })).toBe('unclear');
    // Alone, only what moves by 15 dB is known to follow.
    expect([kind(15 / 18, null), kind(14.9 / 18, null)]).toEqual(['follows', 'unclear']);
    expect(kind(1, { name: 'x', levels: line(2, [1, 8]) })).toBe('follows');
    expect(kind(0.1, { name: 'x', levels: line(2, [1, 8]) })).toBe('unclear');
  });
  it('is told with both movements', () => {
    const partly = feedKind(line(0.7), speaker);
    expect(partly.evidence).toEqual([
      'The feed moves 12.6 dB between steps 8 and 26.',
      'Front left moves 27.0 dB over the same steps.',
    ]);
    expect(partly.says).toMatch(/by up to \+?14\.4 dB/);
    expect(feedKind(line(0.7).slice(0, 1), speaker).verdict).toBe('unfinished');
    const near = feedKind(line(0.5, [8, 12]), { name: 'Front left', levels: line(1.5, [8, 12]) });
    expect(near).toMatchObject({
      verdict: 'unclear',
      says: 'The steps are too near each other: front left moves only 6.0 dB.',
    });
  });
});

describe('level over volume, by hand', () => {
  const points = (...list: [number, number][]) => list.map(([step, db]) => ({ step, db }));
  it('steady, uneven, or held from a step on', () => {
    const steady = levelLaw(points([26, 39], [10, 15], [18, 27]));
    expect(steady).toMatchObject({ verdict: 'steady', dbPerStep: 1.5, followsTo: null, next: null });
    expect(steady.says).toBe('+1.50 dB per step from step 10 to 26.');
    const held = levelLaw(points([10, 15], [18, 27], [26, 39], [30, 40]));
    expect(held).toMatchObject({
      verdict: 'held',
      followsTo: 26,
      dbPerStep: 1.5,
      next: 'Set gains below that step.',
    });
    expect(levelLaw(points([10, 15], [18, 27], [26, 38.1])).verdict).not.toBe('held');
    expect(levelLaw(points([10, 0], [11, 4], [12, 4.5], [13, 8])).verdict).toBe('uneven');
    expect(levelLaw(points([10, 0], [20, 15]))).toMatchObject({
      verdict: 'steady',
      next: expect.stringContaining('one more') as string,
    });
    expect(levelLaw(points([10, 0], [10, 5])).dbPerStep).toBe(0);
  });
});

describe('the clean maximum, by hand', () => {
  const tone = (volts: number, distortion: number, part: Partial<ToneAtLevel> = {}): ToneAtLevel => ({
    hz: 100,
    volts,
    distortion,
    volumeStep: 20,
    signalDb: 0,
    supplyVolts: 13.5,
    ...part,
  });
  it('is the loudest below the first that distorts', () => {
    const found = cleanMaximum([tone(6, 0.03), tone(2, 0.002), tone(4, 0.01), tone(8, 0.001)], true, 0.001);
    expect(found).toMatchObject({ verdict: 'found', at: { volts: 4 }, calibrated: true, next: null });
    expect(found.says).toBe(
      'Clean up to 4.00 V, step 20, tone at 0 dB, supply 13.5 V, under 1.0 % distortion.',
    );
    expect(found.evidence.at(-1)).toBe('The sound input itself distorts by 0.10 %.');
    expect(cleanMaximum([tone(4, 0.001, { supplyVolts: null }), tone(6, 0.03)], true, null).next).toContain(
      'supply voltage',
    );
    expect(cleanMaximum([tone(4, 0.0101)], true, null).verdict).toBe('never-clean');
    expect(cleanMaximum([tone(4, 0.01)], false, null)).toMatchObject({
      verdict: 'not-reached',
      calibrated: false,
    });
    expect(
      cleanMaximum([tone(0.5, 0.01, { volumeStep: null, supplyVolts: null, signalDb: -3.5 })], false, null)
        .says,
    ).toContain('−6.0 dB re full scale, tone at −3.5 dB.');
    expect(cleanMaximum([], true, null).verdict).toBe('unfinished');
    // An input may bring a third of the limit itself.
    expect(cleanMaximum([tone(4, 0.001)], true, 0.0034).verdict).toBe('unfinished');
    expect(cleanMaximum([tone(4, 0.001)], true, 0.0033).verdict).toBe('not-reached');
  });
  it('from a meter: the last step that follows', () => {
    const read = (...list: [number, number][]) =>
      list.map(([step, db]) => ({ step, db, volts: 10 ** (db / 20) }));
    const held = read([10, 0], [14, 6], [18, 12], [22, 18], [26, 20]);
    expect(cleanFromMeter(held)).toMatchObject({ verdict: 'found', rough: true, at: { volumeStep: 22 } });
    expect(cleanFromMeter(held.slice(0, 4))).toMatchObject({
      verdict: 'not-reached',
      at: { volumeStep: 22 },
    });
    expect(cleanFromMeter(held.slice(0, 3)).verdict).toBe('unfinished');
  });
});

describe('engine sound, by hand', () => {
  const bands = Array.from({ length: 120 }, (_, i) => 20 * 2 ** (i / 24));
  /** Silence at -80 dB a band with one band lifted to `db` above it. */
  const silence = (
    engine: Silence['engine'],
    hz = 0,
    db = 30,
    doors: Silence['doors'] = 'closed',
  ): Silence => ({
    engine,
    doors,
    frequencyHz: bands,
    levelDb: bands.map((f) => (hz > 0 && Math.abs(Math.log2(f / hz)) < 1 / 48 ? -80 + db : -80)),
  });
  const heard = (...list: Silence[]) => engineSound(list, []);
  it('follows the engine by a sixth of an octave or more', () => {
    const active = heard(silence('off'), silence('idle', 30), silence('raised', 90));
    expect(active.verdict).toBe('hint');
    expect(active.evidence[0]).toMatch(/^Engine idling: \d+\.\d dB above the silence around (29|30|31)/);
    expect(active.evidence[1]).toMatch(/^Engine raised: /);
    expect(heard(silence('off'), silence('idle', 90), silence('raised', 30)).verdict).toBe('unclear');
    expect(heard(silence('off'), silence('idle', 60), silence('raised', 63)).verdict).toBe('unclear');
    expect(heard(silence('off'), silence('idle', 60), silence('raised', 70)).verdict).toBe('hint');
  });
  it('is made by the system where it stops with a door open, at the speed at which it was there', () => {
    const closed = [silence('off'), silence('idle', 30), silence('raised', 90)];
    const open = (engine: Silence['engine'], hz = 0, db = 30) => silence(engine, hz, db, 'open');
    const verdict = (...more: Silence[]) => heard(...closed, ...more).verdict;
    expect(verdict(open('raised'))).toBe('active');
    expect(verdict(open('idle'))).toBe('active');
    // Something else that hums beside it does not keep it alive; its own tone does.
    expect(verdict(open('raised', 50))).toBe('active');
    expect(verdict(open('raised', 90))).toBe('unclear');
    expect(verdict(open('raised'), open('idle', 30))).toBe('unclear');
    expect(verdict(open('off'))).toBe('hint');
  });
  it('a hum that stays is not taken for one that moves, whatever the noise beside it', () => {
    const random = seededRandom(5);
    const noisy = (s: Silence): Silence => ({ ...s, levelDb: s.levelDb.map((l) => l + 2 * random.normal()) });
    for (let n = 0; n < 200; n++) {
      const [off, idle, raised] = [silence('off'), silence('idle', 60, 22), silence('raised', 60, 22)].map(
        noisy,
      );
      expect(heard(off, idle, raised).verdict).toBe('unclear');
    }
  });
  it('rises by 6 dB in a third of an octave, between 25 and 250 Hz', () => {
    // Nine bands to a third of an octave: one that is 10 lg 27 dB up makes 26 + 9 of 9, 5.9 dB.
    const up = (db: number) =>
      heard(silence('off'), silence('idle', 60, db), silence('raised', 60, db)).verdict;
    expect([up(14), up(15)]).toEqual(['none-seen', 'unclear']);
    for (const hz of [24, 270])
      expect(heard(silence('off'), silence('idle', hz), silence('raised', hz)).verdict).toBe('none-seen');
  });
  it('nothing seen is a result only with the doors closed and at both speeds', () => {
    expect(heard(silence('off'), silence('idle'), silence('raised'))).toMatchObject({
      verdict: 'none-seen',
      next: null,
    });
    expect(heard(silence('off'), silence('idle')).verdict).toBe('unfinished');
    const open = heard(silence('off'), silence('idle', 0, 0, 'open'), silence('raised'));
    expect(open).toMatchObject({
      verdict: 'unfinished',
      next: expect.stringContaining('Close the doors') as string,
    });
    expect(heard(silence('off'), silence('idle', 60)).next).toContain('other engine speed');
    expect(heard(silence('idle', 60), silence('raised', 90)).verdict).toBe('unfinished');
  });
});

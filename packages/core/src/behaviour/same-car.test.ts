import { describe, expect, it } from 'vitest';
import { START_INTAKE } from '../model/intake.ts';
import { START_REFERENCE } from '../model/reference.ts';
import type { PairView } from '../model/views.ts';
import { madeAnalysis, madeCapture, madeOutput, madeUnit } from '../../test/made-up-measured.ts';
import { besideOtherJob } from './same-car.ts';

const full = (step: number) => madeAnalysis(() => 1.5 * step);

describe('beside another job', () => {
  const intake = { ...START_INTAKE, reference: START_REFERENCE, version: 1 };
  const job = (...pairs: PairView[]) => ({ units: [madeUnit('amplifier', pairs)], intake });
  const one = (a: ReturnType<typeof full> | null, b: ReturnType<typeof full> | null) =>
    besideOtherJob(
      job(madeOutput('a', a ? [madeCapture('ca', 18, a)] : [])),
      job(madeOutput('b', b ? [madeCapture('cb', 18, b)] : [])),
    )[0];
  const edged = (lowHz: number | null, highHz: number | null) => ({ ...full(18), lowHz, highHz });
  it('curves of one shape are alike, however loud', () => {
    expect(one(full(10), full(30))).toMatchObject({ otherPairId: 'b', verdict: 'alike', says: 'As there.' });
    expect(one(full(10), full(30)).rmsDb).toBeCloseTo(0, 9);
  });
  it('what differs is said: class, edges by a third of an octave, curves by 2 dB', () => {
    const tilted = (db: number) => madeAnalysis((hz) => (hz < 632 ? db : -db));
    expect(one(full(18), tilted(1.9)).verdict).toBe('alike');
    expect(
      one(
        madeAnalysis(() => 0),
        tilted(2.2),
      ),
    ).toMatchObject({ verdict: 'differs', says: 'curves 2.2 dB apart.' });
    expect(one({ ...full(18), bandClass: 'low-pass' }, full(18)).says).toBe(
      'low-pass here, full-range there.',
    );
    expect(one(edged(100, null), edged(120, null)).verdict).toBe('alike');
    expect(one(edged(100, null), edged(130, null)).says).toMatch(/^begins at 100 Hz here, 130 Hz there\.$/);
    expect(one(edged(null, 3000), edged(null, 4000)).says).toMatch(/^ends at 3 kHz here, 4 kHz there\.$/);
    expect(one(edged(100, null), edged(null, null)).verdict).toBe('alike');
  });
  it('what is not measured or not there is told apart', () => {
    expect([one(null, full(18)).says, one(full(18), null).says]).toEqual([
      'Not measured here.',
      'Not measured there.',
    ]);
    const [missing] = besideOtherJob(job(madeOutput('a', [], { axle: 'rear' })), job(madeOutput('b')));
    expect(missing).toMatchObject({ verdict: 'missing', otherPairId: null });
    const [suffixed] = besideOtherJob(
      job(madeOutput('a', [], { suffix: 'Coil 2' })),
      job(madeOutput('b', [], { suffix: 'coil 2' })),
    );
    expect(suffixed.otherPairId).toBe('b');
  });
});

import { describe, expect, it } from 'vitest';
import type { Pin } from './capture.ts';
import { chooseCapture, referenceOf, type Situated } from './capture-in-force.ts';
import { type Reference, START_REFERENCE } from './reference.ts';
import { UNKNOWN_SITUATION } from './situation.ts';

interface Taken extends Partial<Omit<Situated, 'situation'>> {
  id: string;
  situation?: Partial<Situated['situation']>;
}
const capture = ({ situation, ...rest }: Taken): Situated => ({
  load: 'speaker',
  volumeStep: 18,
  chapter: 'before',
  withdrawnAt: null,
  pins: [],
  ...rest,
  situation: { ...UNKNOWN_SITUATION, ...situation },
});

/** Outputs with their captures, newest first, as a job has them; the first one is looked at. */
function choice(outputs: Taken[][], reference: Partial<Reference> = {}) {
  const pairs = outputs.map((captures) => ({ side: 'left' as const, captures: captures.map(capture) }));
  const job = { intake: { reference: { ...START_REFERENCE, ...reference } }, units: [{ pairs }] };
  const { capture: best, says, others } = chooseCapture(job, pairs[0]);
  return { id: best?.id ?? null, says, others: Object.fromEntries(others), held: referenceOf(job) };
}
const AT_18: Taken[][] = [[{ id: 'x' }], [{ id: 'y' }]];

describe('the capture that counts', () => {
  it('is the newest one taken at the reference, and says why', () => {
    expect(choice([[{ id: 'new' }, { id: 'old' }], ...AT_18])).toMatchObject({
      id: 'new',
      says: 'Taken under the reference conditions, step 18. Not noted, assumed to match: engine, doors.',
      others: { old: 'older' },
    });
    const noted = { engine: 'off', doors: 'closed' } as const;
    expect(choice([[{ id: 'a', situation: noted }]]).says).toBe(
      'Taken under the reference conditions, step 18.',
    );
    expect(
      choice([[{ id: 'a', load: 'unknown', situation: { ...noted, doors: 'open' } }], ...AT_18]).says,
    ).toBe('The only measurement: doors open, step 18. Not noted, assumed to match: load.');
    expect(choice([[]])).toMatchObject({ id: null, says: 'Not measured.' });
  });

  it('stays when a bass test at a high step follows, and when that notes more than the first did', () => {
    const bass: Taken = { id: 'bass', volumeStep: 30, situation: { engine: 'off', doors: 'closed' } };
    expect(choice([[bass, { id: 'first' }], ...AT_18])).toMatchObject({
      id: 'first',
      others: { bass: 'step 30, not 18' },
    });
    // One output alone, measured at many steps: the first step stays the reference.
    const steps = [36, 30, 24, 18].map((volumeStep) => ({ id: `s${volumeStep}`, volumeStep }));
    expect(choice([steps])).toMatchObject({ id: 's18', held: { volumeStep: 18 } });
  });

  it('goes to the nearest step where the reference step is missing', () => {
    const own = [
      { id: 'far', volumeStep: 30 },
      { id: 'near', volumeStep: 21 },
      { id: 'silent', volumeStep: null },
    ];
    expect(choice([own, ...AT_18])).toMatchObject({
      id: 'near',
      says: expect.stringContaining('Nearest to the reference conditions, step 18: step 21.') as string,
      others: { far: 'step 30, not 18', silent: 'step not noted' },
    });
  });

  it('is never one with another load or with the engine running, be it the only one', () => {
    const unloaded: Taken = { id: 'open', load: 'none' };
    expect(choice([[unloaded, { id: 'with' }], ...AT_18])).toMatchObject({
      id: 'with',
      others: { open: 'no load' },
    });
    const none = choice([[unloaded, { id: 'idling', situation: { engine: 'idle' } }], ...AT_18]);
    expect(none.id).toBeNull();
    expect(none.says).toContain('No measurement counts: no load, engine idling.');
    // Near misses: what was not noted, and a job measured on resistors throughout.
    expect(choice([[{ id: 'unsaid', load: 'unknown' }], ...AT_18]).id).toBe('unsaid');
    const onResistors: Taken[][] = [[{ id: 'r', load: 'resistor' }], [{ id: 's', load: 'resistor' }]];
    expect(choice(onResistors)).toMatchObject({ id: 'r', held: { load: 'resistor' } });
    expect(choice([[{ id: 'idling', situation: { engine: 'idle' } }]], { engine: 'idle' }).id).toBe('idling');
    // However many were measured without a load: it is never the reference unless somebody says so.
    const open: Taken[][] = [1, 2, 3].map((n) => [{ id: `o${n}`, load: 'none' }]);
    expect(choice([[{ id: 'with' }], ...open])).toMatchObject({ id: 'with', held: { load: 'speaker' } });
    expect(choice(open).id).toBeNull();
    expect(choice(open, { load: 'none' }).id).toBe('o1');
  });

  it('is taken with doors and source as the reference has them, before the nearest step', () => {
    const odd = (situation: Taken['situation']): Taken[][] => [
      [
        { id: 'odd', situation },
        { id: 'farther', volumeStep: 20 },
      ],
      ...AT_18,
    ];
    expect(choice(odd({ doors: 'open' }))).toMatchObject({ id: 'farther', others: { odd: 'doors open' } });
    expect(choice(odd({ playedIn: 'right' }))).toMatchObject({
      id: 'farther',
      others: { odd: 'played in the right channel' },
    });
    expect(choice(odd({ playedIn: 'left' })).id).toBe('odd');
    expect(choice(odd({ doors: 'open' }), { doors: 'open' }).id).toBe('odd');
  });

  it('is the pinned one, whatever it is, until that is withdrawn', () => {
    const pin: Pin = { because: 'no speaker left', takenAt: '2026-11-02T09:00:00.000Z', withdrawnAt: null };
    const pinned = (withdrawnAt: string | null, pins = [pin]): Taken[][] => [
      [{ id: 'good' }, { id: 'open', load: 'none', pins, withdrawnAt }],
      ...AT_18,
    ];
    expect(choice(pinned(null))).toMatchObject({
      id: 'open',
      says: 'Pinned: no speaker left.',
      others: { good: 'another one is pinned' },
    });
    expect(choice(pinned('2026-11-03T09:00:00.000Z'))).toMatchObject({ id: 'good', others: {} });
    const takenBack = { ...pin, withdrawnAt: '2026-11-03T09:00:00.000Z' };
    expect(choice(pinned(null, [takenBack]))).toMatchObject({ id: 'good', others: { open: 'no load' } });
  });

  it('is held against what the job says, before what most outputs have', () => {
    const own = [
      { id: 'later', volumeStep: 24 },
      { id: 'first', volumeStep: 18 },
    ];
    expect(choice([own, ...AT_18]).id).toBe('first');
    expect(choice([own, ...AT_18], { volumeStep: 24 }).id).toBe('later');
    expect(choice([[{ id: 'r', load: 'resistor' }], ...AT_18], { load: 'resistor' }).id).toBe('r');
  });
});

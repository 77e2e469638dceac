import { describe, expect, it } from 'vitest';
import { type Fault, type FaultInput, findFaults } from './faults.ts';
import type { ChannelStats } from './sound-stats.ts';

const STEP_HZ = 0.25;
/** Flat noise up to 400 Hz, with lines of so many times its density. */
function density(lines: Record<number, number> = {}): Float64Array {
  const flat = new Float64Array(400 / STEP_HZ).fill(1e-8);
  for (const [hz, times] of Object.entries(lines)) {
    const at = Math.round(Number(hz) / STEP_HZ);
    for (let k = at - 2; k <= at + 2; k++) flat[k] *= times;
  }
  return flat;
}
const channel = (part: Partial<ChannelStats> = {}): ChannelStats => ({
  peak: 0.5,
  rms: 0.1,
  dc: 0,
  clipped: 0,
  gaps: 0,
  blockRms: new Array<number>(100).fill(0.1),
  ...part,
});
const found = (
  channels: Partial<ChannelStats>[] = [{}],
  { spectra, ...part }: Partial<FaultInput> & { spectra?: Float64Array[] } = {},
): Fault[] =>
  findFaults({
    sampleRate: 48_000,
    seconds: 10,
    channels: channels.map(channel),
    difference: channels.length === 2 ? 1 : null,
    density: spectra ?? channels.map(() => density()),
    stepHz: STEP_HZ,
    expectsSteadiness: true,
    ...part,
  });
const kinds = (...given: Parameters<typeof found>) => found(...given).map((f) => f.kind);
const atDb = (db: number) => 10 ** (db / 20);

describe('a recording is looked over before anything is concluded from it', () => {
  it('and a clean one has nothing wrong with it', () => {
    expect(kinds()).toEqual([]);
    expect(kinds([{}, {}])).toEqual([]);
  });

  it.each<[Fault['kind'], boolean, Parameters<typeof found>, Parameters<typeof found>]>([
    ['short', true, [[{}], { seconds: 0.99 }], [[{}], { seconds: 1 }]],
    ['short', false, [[{}], { seconds: 4.9 }], [[{}], { seconds: 5 }]],
    ['low-rate', false, [[{}], { sampleRate: 32_000 }], [[{}], { sampleRate: 40_000 }]],
    ['silent', true, [[{ rms: atDb(-90.1) }]], [[{ rms: atDb(-89.9) }]]],
    ['quiet', false, [[{ rms: atDb(-60.1) }]], [[{ rms: atDb(-59.9) }]]],
    ['gaps', false, [[{ gaps: 1 }]], [[{ gaps: 0 }]]],
    ['direct-voltage', false, [[{ dc: -0.0051 }]], [[{ dc: 0.0049 }]]],
    ['direct-voltage', false, [[{ dc: 0.026, rms: 0.5 }]], [[{ dc: 0.024, rms: 0.5 }]]],
    ['same-channels', false, [[{}, {}], { difference: 9e-4 }], [[{}, {}], { difference: 1e-3 }]],
    ['one-channel-silent', false, [[{}, { rms: 0 }]], [[{}, { rms: 0.001 }]]],
  ])('%s (useless: %s), and the near miss is none', (kind, useless, wrong, near) => {
    const said = found(...wrong).filter((f) => f.kind === kind);
    expect(said.map((f) => f.useless)).toEqual([useless]);
    expect(said[0].says).toMatch(/[.?]$/);
    expect(found(...near).filter((f) => f.kind === kind && f.useless === useless)).toEqual([]);
  });

  it('names the channel, by number and in words', () => {
    expect(found([{}, { gaps: 2 }])).toMatchObject([
      { channel: 1, says: expect.stringMatching(/^The right/) as string },
    ]);
    expect(found([{ gaps: 2 }, {}])).toMatchObject([
      { channel: 0, says: expect.stringMatching(/^The left/) as string },
    ]);
    expect(found([{ gaps: 2 }])[0].says).toMatch(/^The recording/);
    expect(found([{}], { seconds: 2 })[0].channel).toBeNull();
  });

  it('with what makes it useless first', () => {
    const [first, ...others] = found([{ gaps: 1, rms: 0 }], { sampleRate: 8000 });
    expect(first.useless).toBe(true);
    expect(others.every((f) => !f.useless)).toBe(true);
    expect(others.length).toBeGreaterThan(0);
  });

  it('two silent channels are silence, not one lead that is out', () => {
    expect(kinds([{ rms: 0 }, { rms: 0 }], { difference: 0 })).not.toContain('one-channel-silent');
    expect(kinds([{ rms: 0 }, { rms: 0 }], { difference: 0 })).toContain('silent');
    expect(kinds([{ rms: 0 }, { rms: 0 }], { difference: 0 })).not.toContain('same-channels');
  });

  it('hum: three of the mains’ multiples well above what is beside them', () => {
    const hum = (lines: Record<number, number>) =>
      found([{}], { spectra: [density(lines)] })
        .find((f) => f.kind === 'hum')
        ?.says.match(/at (\d+) Hz/)?.[1];
    expect(hum({ 50: 100, 100: 100, 150: 100 })).toBe('50');
    expect(hum({ 60: 100, 120: 100, 300: 100 })).toBe('60');
    expect(hum({ 50: 100, 100: 100 })).toBeUndefined();
    expect(hum({ 50: 10, 100: 10, 150: 10, 250: 10 })).toBeUndefined();
    expect(hum({ 50: 25, 100: 25, 150: 25 })).toBe('50');
    // 200 Hz is a multiple that motors make as well: it does not count.
    expect(hum({ 50: 100, 100: 100, 200: 100 })).toBeUndefined();
  });

  it('music rises and falls where steady noise was played; the ends are left out', () => {
    const blocks = (of: (i: number) => number, n = 100) => [
      { blockRms: Array.from({ length: n }, (_, i) => of(i)) },
    ];
    const waves = (db: number) => blocks((i) => 0.1 * atDb(i % 20 < 10 ? db : 0));
    expect(kinds(waves(3))).toEqual(['not-steady']);
    expect(kinds(waves(2.3))).toEqual([]);
    expect(kinds(waves(6), { expectsSteadiness: false })).toEqual([]);
    expect(kinds(blocks((i) => (i < 3 || i > 96 ? 0.0001 : 0.1)))).toEqual([]);
    expect(kinds(blocks((i) => (i % 2 ? 0.1 : 0.01), 12))).toEqual([]);
    // Single blocks of bass scatter; four together do not.
    expect(kinds(blocks((i) => (i % 4 === 0 ? 0.2 : 0.1)))).toEqual([]);
  });

  it('flat tops are told by their share of all samples', () => {
    expect(kinds([{ clipped: 6 }])).toContain('clipped');
    expect(kinds([{ clipped: 4 }])).not.toContain('clipped');
  });
});

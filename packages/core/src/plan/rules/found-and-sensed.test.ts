import { describe, expect, it } from 'vitest';
import { madeDevice } from '../../../test/made-up-devices.ts';
import { madeFeed, madePlan, madeSource } from '../../../test/made-up-plan.ts';
import { WALK_IN_ITEMS } from '../../model/intake.ts';
import { NO_HARNESS } from '../facts/harness-facts.ts';
import { cavitiesSettled } from './cavities-settled.ts';
import { foundAtIntake } from './found-at-intake.ts';
import { ohmsChanged } from './ohms-changed.ts';
import { sensesSignal } from './senses-signal.ts';

describe('what came in with the car', () => {
  const found = (...list: { item: (typeof WALK_IN_ITEMS)[number]; note: string }[]) =>
    foundAtIntake(madePlan({ input: { found: list } }));
  it('is an open point each, with what was noted and what to do', () => {
    expect(found()).toEqual([]);
    const said = found({ item: 'damage', note: '' }, { item: 'earlier-work', note: 'taps under the seat' });
    expect(said.map((r) => r.text)).toEqual([
      'Found at intake: damage.',
      'Found at intake: earlier work (taps under the seat).',
    ]);
    expect(said.every((r) => r.severity === 'assumption' && r.acceptable && r.remedy)).toBe(true);
  });
  it('of every kind, and no two speak of the same', () => {
    const all = found(...WALK_IN_ITEMS.map((item) => ({ item, note: '' })));
    expect(new Set(all.map((r) => JSON.stringify(r.subjects))).size).toBe(WALK_IN_ITEMS.length);
  });
});

describe('cavities that are tapped', () => {
  const said = (unsettled: string[], contradicted: string[] = []) =>
    cavitiesSettled(
      madeFeed({
        input: {
          harness: {
            ...NO_HARNESS,
            unsettled: unsettled.map((pairId) => ({ pairId, place: 'C1·3' })),
            contradicted: contradicted.map((pairId) => ({ pairId, says: 'x' })),
          },
        },
      }),
    );
  it('are settled in Find, never by signature', () => {
    expect(said([])).toEqual([]);
    expect(said(['p2'])).toEqual([]);
    expect(said(['p1'])).toMatchObject([{ rule: 'cavities-settled', acceptable: false, pairId: 'p1' }]);
  });
  it('what Find speaks against is said by its own rule', () => expect(said(['p1'], ['p1'])).toEqual([]));
});

describe('woken by what comes at the inputs', () => {
  const woken = (by: 'sensing' | 'offset' | 'accessory', senses: ('signal' | 'offset')[]) => {
    const plan = madePlan();
    const entry = madeDevice({ kind: 'converter', name: 'Deaf', senses });
    const device = {
      ...{ id: 'd', kind: 'converter' as const, entry, name: 'Deaf', inputs: [], outputs: [] },
      ...{ wokenBy: by, draws: { sineAmps: 0, musicAmps: 0, idleAmps: 0, asleepAmps: 0 } },
    };
    return sensesSignal({ ...plan, finished: { ...plan.finished, devices: [device, device] } }).map(
      (r) => r.text,
    );
  };
  it('is only what senses that', () => {
    expect(woken('sensing', ['signal'])).toEqual([]);
    expect(woken('offset', ['offset'])).toEqual([]);
    expect(woken('accessory', [])).toEqual([]);
    expect(woken('sensing', [])).toEqual(['Deaf does not wake by what comes at its inputs.']);
    expect(woken('sensing', ['offset'])).toHaveLength(1);
    expect(woken('offset', ['signal'])).toHaveLength(1);
  });
});

describe('a speaker of other ohms on a factory output', () => {
  const said = (ohm: number, before: number | null) => {
    const radio = madeSource({ id: 'r', unitKind: 'radio' });
    const wire = madeSource({ id: 'w' });
    const feed = madeFeed({
      sources: [radio],
      feed: { device: 'joined' },
      target: { speaker: { ohm } },
    });
    const plan = madePlan({
      feeds: [feed],
      setup: { factoryAmplifier: 'removed', speakerWire: 'reuse' },
      input: {
        targets: [feed.target],
        pairs: [radio.pair, wire.pair],
        speakers: [{ id: 's1', way: 'full', version: 1, coils: [{ pairId: 'w', ohm: before }] }] as never,
      },
    });
    return ohmsChanged(plan).map((r) => r.text);
  };
  it('plays quieter than its neighbours', () => {
    expect(said(4, 2)).toEqual([
      expect.stringMatching(/4 Ω in the place of one of 2 Ω loses 3 dB on front left against its neighbours/),
    ]);
    expect(said(4, 4)).toEqual([]);
    expect(said(4, 3)).toEqual([]);
    expect(said(2, 4)).toEqual([]);
    expect(said(4, null)).toEqual([]);
  });
});

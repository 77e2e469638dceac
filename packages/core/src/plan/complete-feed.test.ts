import { describe, expect, it } from 'vitest';
import { SUM_GRID_HZ } from '../summing/output-response.ts';
import type { DeviceFields, LibraryDevice } from '../model/device.ts';
import type { PlanChanges } from '../model/plan.ts';
import { NO_CHANGES } from '../model/plan.ts';
import type { Speaker } from '../model/target.ts';
import { START_BRIEF } from '../model/brief.ts';
import {
  BEHIND_RADIO,
  madeAmplifier,
  madeDevice,
  madeDrive,
  madeFeed,
  type MadeFeed,
  madePair,
  madeSource,
} from '../../test/made-up-plan.ts';
import { completeFeed, replaces } from './complete-feed.ts';

const IN = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };
const done = (made: MadeFeed = {}, keepsSpeaker = false, changes: PlanChanges = NO_CHANGES) => {
  const { feed, context, target, setup, between, drive } = madeFeed(made);
  return completeFeed(feed, { context, target, setup, between, drive, changes, keepsSpeaker });
};

describe('what a tapped output drives afterwards', () => {
  const load = (made: MadeFeed = {}, keepsSpeaker = false, changes: PlanChanges = NO_CHANGES) =>
    done(made, keepsSpeaker, changes).loads[0];
  const seen = [madeSource({ facts: { load: 'suspected' } })];
  it('its own speaker, where that stays', () => {
    expect(load({ sources: seen }, true)).toEqual({ kind: 'speaker', ohm: null, watts: null });
    expect(load({ sources: [madeSource({ axle: 'rear' })] }).kind).toBe('speaker');
    expect(load().kind).toBe('none');
  });
  it('a resistor, where its unit watches its loads, unless the inputs are load enough', () => {
    // 13.6 V make 9.6 V RMS at most: 2 W in 47 ohm, and three times that is bought.
    expect(load({ sources: seen })).toEqual({ kind: 'resistor', ohm: 47, watts: 10 });
    const between = (ohm: number | null) => madeDevice({ kind: 'converter', speakerInput: { ...IN, ohm } });
    expect(load({ sources: seen, between: between(100) })).toEqual({ kind: 'inputs', ohm: 100, watts: null });
    expect(load({ sources: seen, between: between(101) }).kind).toBe('resistor');
    expect(load({ sources: seen, between: between(null) }).kind).toBe('resistor');
    const amplifier = madeAmplifier({ speakerInput: { ...IN, ohm: 20 } });
    expect(load({ sources: seen, drive: madeDrive(amplifier), feed: { device: 'direct' } }).ohm).toBe(20);
    expect(load({ sources: seen, drive: madeDrive(amplifier), between: between(null) }).kind).toBe(
      'resistor',
    );
    // Seen on a sibling, it is expected here too.
    const sibling = madePair({ id: 'p9', side: 'right', facts: { load: 'suspected' } });
    expect(load({ input: { pairs: [sibling] } }).kind).toBe('resistor');
    expect(load({ input: { pairs: [{ ...sibling, unitId: 'u9' }] } }).kind).toBe('none');
  });
  it('inputs, where it is a radio’s line; and what a person says, before all', () => {
    const radio = [madeSource({ unitKind: 'radio' })];
    expect(load({ sources: radio, input: BEHIND_RADIO }).kind).toBe('inputs');
    expect(load({ sources: radio }).kind).toBe('none');
    const says = (kind: 'none' | 'resistor' | 'inputs', pairId = 'p1') => ({
      ...NO_CHANGES,
      loads: [{ pairId, load: kind }],
    });
    expect(load({ sources: seen }, true, says('none')).kind).toBe('none');
    expect(load({}, false, says('resistor'))).toMatchObject({ kind: 'resistor', ohm: 47 });
    expect(load({}, false, says('resistor', 'p2')).kind).toBe('none');
  });
});

describe('a new speaker takes the place of an old one', () => {
  const takes = (
    speaker: Partial<Speaker>,
    pair: Parameters<typeof madePair>[0],
    brief: Partial<typeof START_BRIEF> = {},
    target: MadeFeed['target'] = {},
  ) => {
    const made = madeFeed({
      target: { ...target, speaker },
      input: { ...BEHIND_RADIO, brief: { ...START_BRIEF, ...brief } },
    });
    return replaces(made.target, madePair(pair), made.context);
  };
  it('of its axle and way', () => {
    expect(takes({ way: 'tweeter' }, { way: 'tweeter' })).toBe(true);
    expect(takes({ way: 'tweeter' }, { way: 'woofer' })).toBe(false);
    expect(takes({ way: 'full' }, { way: 'woofer' })).toBe(true);
    expect(takes({ way: 'tweeter' }, { way: 'full' })).toBe(true);
    expect(takes({ way: 'full' }, { way: 'full', axle: 'rear' })).toBe(false);
    expect(takes({ way: 'full' }, { side: 'centre' })).toBe(false);
    expect(takes({ way: 'full' }, { unitKind: 'radio' })).toBe(false);
  });
  it('but a single one for both sides never that of one side', () => {
    const centre = { layout: 'mono' as const };
    expect(takes({ way: 'full' }, { side: 'left' }, {}, centre)).toBe(false);
    expect(takes({ way: 'tweeter' }, { side: 'right', way: 'tweeter' }, {}, centre)).toBe(false);
    expect(takes({ way: 'full' }, { side: 'mono' }, {}, centre)).toBe(true);
    expect(takes({ way: 'subwoofer' }, { side: 'mono', way: 'subwoofer' }, {}, centre)).toBe(true);
  });
  it('a subwoofer that of a subwoofer, unless the owner keeps it or adds one beside it', () => {
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' })).toBe(true);
    expect(takes({ way: 'subwoofer' }, { way: 'full' })).toBe(false);
    expect(takes({ way: 'full' }, { way: 'subwoofer' })).toBe(false);
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' }, { keep: ['factory-subwoofer'] })).toBe(false);
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' }, { shape: 'subwoofer' })).toBe(false);
  });
});

describe('levels', () => {
  const source = madeSource({ facts: { volts: { volts: 5, step: 20 }, cleanVolts: 8 } });
  const amplifier = madeAmplifier({ speakerInput: { ...IN, maxVolts: 15 } });
  it('begin at the loudest output and go through device and amplifier', () => {
    const two = [source, madeSource({ id: 'p2', facts: { volts: { volts: 7, step: 20 }, cleanVolts: 8 } })];
    const between = madeDevice({ kind: 'converter', name: 'Box', speakerInput: IN, maxOutputVolts: 5 });
    const { chain } = done({ sources: two, between, drive: madeDrive(amplifier) });
    expect(chain!.points.map((p) => [p.name, p.maxVolts])).toEqual([
      ['Factory output', 8],
      ['Box, in', 12],
      ['Box, out', 5],
      ['Amplifier, in', 4],
      ['Speaker', Math.sqrt(50 * 4)],
    ]);
    expect(chain!.points[0].volts).toBe(7);
    expect(chain!.gain.step).toBe(20);
  });
  it('straight into the input that fits the output', () => {
    const straight = (sources: ReturnType<typeof madeSource>[], input?: MadeFeed['input']) =>
      done({ sources, drive: madeDrive(amplifier), feed: { device: 'direct' }, input }).chain!.points.find(
        (p) => p.name === 'Amplifier, in',
      )?.maxVolts;
    expect(straight([source])).toBe(15);
    expect(straight([madeSource({ unitKind: 'radio' })], BEHIND_RADIO)).toBe(4);
    expect(done({ feed: { taps: [] } }).chain).toBeNull();
  });
  it('a device takes a line at its line input, a speaker output at its speaker input, else at what it has', () => {
    const limit = (part: Partial<DeviceFields>, radio = false) =>
      done({
        sources: [radio ? madeSource({ unitKind: 'radio' }) : source],
        input: radio ? BEHIND_RADIO : {},
        between: madeDevice({ kind: 'converter', name: 'Box', ...part }),
      }).chain!.points.find((p) => p.name === 'Box, in')?.maxVolts;
    const both = { speakerInput: IN, lineInput: { ...IN, maxVolts: 3 } };
    expect([limit(both), limit(both, true)]).toEqual([12, 3]);
    expect([limit({ speakerInput: IN }, true), limit({ lineInput: { ...IN, maxVolts: 3 } })]).toEqual([
      12, 3,
    ]);
    expect(limit({})).toBeNull();
  });
});

describe('filters', () => {
  const falls = (belowHz: number, aboveHz: number, db = 10) =>
    SUM_GRID_HZ.map((f) => (f < belowHz || f > aboveHz ? -db : 0));
  const filters = (speaker: Partial<Speaker>, made: MadeFeed = {}, band = { lowHz: 2500, highHz: 20_000 }) =>
    done({ ...made, target: { ...band, speaker } }).crossover;
  const inside = { lowestHz: 50, highestHz: 5000 };
  const device = (crossover: LibraryDevice['crossover']) => madeDevice({ kind: 'processor', crossover });
  it('a tweeter’s high-pass is the speaker’s own, the factory’s, the device’s, the amplifier’s, or missing', () => {
    const tweeter = { way: 'tweeter' as const };
    const none = { drive: madeDrive(madeAmplifier()) };
    expect(filters({ ...tweeter, ownHighPass: true }, none).highPass).toEqual({ hz: 2500, where: 'speaker' });
    const where = (made: MadeFeed, speaker: Partial<Speaker> = tweeter) =>
      filters(speaker, made).highPass?.where;
    expect(where({ ...none, feed: { levelDb: falls(2000, 99_999) } })).toBe('factory');
    expect(where({ ...none, feed: { levelDb: falls(2000, 99_999, 8.9) } })).toBe('missing');
    expect(where({ ...none, between: device(inside) })).toBe('device');
    expect(where({ ...none, between: device({ lowestHz: 50, highestHz: 2499 }) })).toBe('missing');
    expect(where({ ...none, between: device({ lowestHz: 2501, highestHz: 9000 }) })).toBe('missing');
    expect(where({ ...none, between: device({ lowestHz: 2500, highestHz: 2500 }) })).toBe('device');
    expect(where({ ...none, between: device(inside), feed: { device: 'direct' } })).toBe('missing');
    expect(where({ drive: madeDrive(madeAmplifier({ crossover: inside })) })).toBe('amplifier');
    expect(where({ drive: madeDrive(null) })).toBe('amplifier');
    expect(where(none)).toBe('missing');
    expect(where(none, { way: 'midrange' })).toBe('missing');
    expect(where(none, { way: 'woofer' })).toBeUndefined();
  });
  it('a low-pass belongs to what ends below 12 kHz and is no full range', () => {
    const none = { drive: madeDrive(madeAmplifier()) };
    const low = (way: Speaker['way'], highHz: number, made: MadeFeed = none) =>
      filters({ way }, made, { lowHz: 60, highHz }).lowPass;
    expect(low('woofer', 400)).toEqual({ hz: 400, where: 'missing' });
    expect(low('woofer', 400, { ...none, feed: { levelDb: falls(0, 600) } })?.where).toBe('factory');
    expect(low('woofer', 400, { ...none, feed: { taps: [], levelDb: falls(0, 600) } })?.where).toBe(
      'missing',
    );
    expect(low('full', 400)).toBeNull();
    expect(low('tweeter', 12_000)).toBeNull();
    // Without anything beyond the grid to look at, nothing is taken as filtered.
    expect(low('woofer', 11_900)?.where).toBe('missing');
  });
});

describe('coils and bass', () => {
  it('coils are told where there are several', () => {
    expect(done().coils).toBeNull();
    const two = done({
      target: { speaker: { coils: 2 } },
      drive: madeDrive(madeAmplifier(), { watts: 100, bridged: true }),
    });
    expect(two.coils).toEqual({ name: 'one coil', ohm: 4, wattsPerCoil: 100, bridged: true });
    expect(done({ target: { speaker: { drivers: 2 } } }).coils).toMatchObject({ wattsPerCoil: null });
  });
  const withdrawn = (worstDb: number, keptTo: number | null = 22) =>
    ({ bass: { verdict: 'withdrawn', keptTo, worstDb, upTo: 30 } }) as const;
  const bass = (made: MadeFeed = {}) =>
    done({ sources: [madeSource({ facts: withdrawn(-6) })], ...made }).bass;
  it('withdrawn bass is restored, stayed below, or missing', () => {
    expect(bass()).toEqual({
      fromStep: 22,
      lostDb: 6,
      remedy: 'stay-below',
      says: 'Bass is cut above step 22, by 6 dB at step 30. Gains are set at step 20, below it; above, the balance thins out.',
    });
    expect(bass({ setup: { loudestStep: 22 } })?.remedy).toBe('stay-below');
    expect(bass({ setup: { loudestStep: 23 } })?.remedy).toBe('none');
    const between = (bassRestoreDb: number) => madeDevice({ kind: 'converter', bassRestoreDb });
    expect(bass({ between: between(6) })?.remedy).toBe('restore');
    expect(bass({ between: between(5.9) })?.remedy).toBe('stay-below');
    expect(bass({ between: between(6), feed: { device: 'direct' } })?.remedy).toBe('stay-below');
  });
  it('of several outputs the worst counts; a channel without bass does not mind', () => {
    const two = [madeSource({ facts: withdrawn(-6) }), madeSource({ id: 'p2', facts: withdrawn(-9, 25) })];
    expect(bass({ sources: two })).toMatchObject({ fromStep: 25, lostDb: 9 });
    expect(bass({ feed: { need: { lowHz: 121, highHz: 9000 } } })).toBeNull();
    expect(bass({ sources: [madeSource({ facts: withdrawn(-6, null) })] })).toBeNull();
    expect(bass({ sources: [madeSource()] })).toBeNull();
  });
  it('a device’s delay is the feed’s', () => {
    const between = madeDevice({ kind: 'processor', latencyMs: 3 });
    expect([
      done({ between }).latencyMs,
      done({ between, feed: { device: 'direct' } }).latencyMs,
      done().latencyMs,
    ]).toEqual([3, 0, 0]);
  });
});

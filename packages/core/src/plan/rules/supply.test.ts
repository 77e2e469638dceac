import { describe, expect, it } from 'vitest';
import { START_BRIEF } from '../../model/brief.ts';
import { madeAmplifier, madeDrive } from '../../../test/made-up-devices.ts';
import {
  madeEquipment,
  madeFeed,
  madePlan,
  type MadePlan,
  type MadeSetup,
  madeSource,
  verdict,
} from '../../../test/made-up-plan.ts';
import { ampacity } from '../../supply/cable.ts';
import { cableDrop } from './cable-drop.ts';
import { cablesApart } from './cables-apart.ts';
import { chargingReserve } from './charging-reserve.ts';
import { factoryFeed } from './factory-feed.ts';
import { factoryWirePower } from './factory-wire-power.ts';
import { mainFuse } from './fuse.ts';
import { groundPoint } from './ground-point.ts';
import { resistorRated } from './resistor-rated.ts';
import { remoteLoad } from './remote-load.ts';
import type { PlanRule } from './rule.ts';
import { standingCurrent } from './standing-current.ts';
import { turnOff } from './turn-off.ts';

const of = (rule: PlanRule, setup: MadeSetup, more: MadePlan = {}) => rule(madePlan({ setup, ...more }));
const inSetup = (remedy: string, place = 'supply') => ({ settle: `setup/${place}`, remedy });

describe('the main fuse', () => {
  const fused = (supply: MadeSetup['supply'], musicAmps = 15) =>
    of(mainFuse, { supply }, { figures: { musicAmps } });
  it('is there', () => {
    expect(fused({ fuseAmps: null })).toEqual([
      verdict('error', 'fuse-missing', 'has no fuse', inSetup('within 450 mm')),
    ]);
    expect(fused({})).toEqual([]);
    expect(fused({ from: 'factory-feed', fuseAmps: null, fuseMm: 9000 })).toEqual([]);
  });
  it('sits near the battery', () => {
    expect(fused({ fuseMm: 450 })).toEqual([]);
    expect(fused({ fuseMm: 451 })).toEqual([
      verdict('error', 'fuse-far', 'sits 451 mm', inSetup('Within 450 mm')),
    ]);
  });
  it('blows before the cable burns', () => {
    const carries = ampacity(20, 'copper');
    expect(fused({ cableMm2: 20, fuseAmps: carries })).toEqual([]);
    expect(fused({ cableMm2: 20, fuseAmps: carries * 1.01 })).toEqual([
      verdict(
        'error',
        'fuse-large',
        `a cable that carries ${carries.toFixed(0)} A`,
        inSetup('thicker cable'),
      ),
    ]);
    // Copper-clad aluminium carries less.
    expect(fused({ cableMm2: 20, fuseAmps: carries, metal: 'copper-clad' })).toHaveLength(1);
  });
  it('lets music through: four fifths of it all the time', () => {
    expect(fused({ fuseAmps: 20 }, 16)).toEqual([]);
    expect(fused({ fuseAmps: 20 }, 16.1)).toEqual([
      verdict(
        'error',
        'fuse-small',
        'A fuse of 20 A blows with music, which draws 16 A',
        inSetup('larger fuse'),
      ),
    ]);
  });
});

describe('what is beyond what is sold', () => {
  it('takes two cables, and that is said where fuse or cable ends', () => {
    const remedy = (supply: MadeSetup['supply'], musicAmps: number) =>
      of(mainFuse, { supply }, { figures: { musicAmps } }).map((r) => r.remedy);
    expect(remedy({ fuseAmps: 200, cableMm2: 70 }, 240)[0]).toMatch(/cable for it\.$/);
    expect(remedy({ fuseAmps: 200, cableMm2: 70 }, 241)[0]).toMatch(/More than 300 A takes two cables/);
    expect(remedy({ fuseAmps: 250, cableMm2: 50 }, 15)[0]).toMatch(/^Two cables.*70 mm², carries 240 A/);
    expect(remedy({ fuseAmps: 200, cableMm2: 50 }, 15)[0]).toBe('A thicker cable, or a smaller fuse.');
  });
  it('a resistor stands what its output gives, twice and derated', () => {
    const left = (maxVolts: number) => {
      const volts = { volts: maxVolts, step: 20 };
      const facts = { load: 'suspected' as const, volts, cleanVolts: maxVolts };
      const source = madeSource({ facts });
      const feeds = [madeFeed({ sources: [source] })];
      const input = { targets: [feeds[0].target], pairs: [source.pair] };
      return of(resistorRated, {}, { feeds, input });
    };
    // 96 W is what a resistor of 300 W stands: 67.2 V on 47 ohm.
    expect(left(67.1)).toEqual([]);
    expect(left(67.3).map((r) => r.text)).toEqual([
      expect.stringMatching(/a sine makes 96 W in its resistor, .* 300 W, stands 96 W/),
    ]);
  });
});

describe('cable and ground', () => {
  it('lose no more than half a volt', () => {
    expect(of(cableDrop, {}, { figures: { dropVolts: 0.5 } })).toEqual([]);
    expect(of(cableDrop, {}, { figures: { dropVolts: 0.52 } })).toEqual([
      verdict('warning', 'cable-drop', 'lose 0.52 V at full current, more than 0.5 V', inSetup('thicker')),
    ]);
  });
  it('run apart, and ground at the body', () => {
    expect(of(cablesApart, {})).toEqual([]);
    expect(of(cablesApart, { supply: { sides: 'together' } })).toEqual([
      verdict('warning', 'cables-apart', 'on the same side', inSetup('signal on the other', 'ground')),
    ]);
    expect(of(groundPoint, {})).toEqual([]);
    expect(of(groundPoint, { supply: { ground: 'battery-terminal' } })).toEqual([
      verdict('error', 'ground-point', 'past the battery sensor', inSetup('body', 'ground')),
    ]);
  });
});

describe('where the current comes from', () => {
  it('a factory feed is used within its fuse', () => {
    const feed = (
      feedFuseAmps: number | null,
      from: 'battery' | 'factory-feed' = 'factory-feed',
      sineAmps = 22,
    ) => of(factoryFeed, { supply: { from, feedFuseAmps } }, { figures: { musicAmps: 16, sineAmps } });
    expect(feed(20)).toEqual([]);
    expect(feed(19)).toEqual([
      verdict('error', 'factory-feed', 'has 19 A; the system draws 16 A', inSetup('from the battery')),
    ]);
    expect(feed(null)).toEqual([
      verdict('error', 'factory-feed', 'its fuse is not known; the system draws 16 A', inSetup('battery')),
    ]);
    expect(feed(null, 'battery')).toEqual([]);
    // Enough for music and not for a full-sine test is no refusal: it is tested otherwise.
    const says = (sineAmps: number) =>
      feed(20, 'factory-feed', sineAmps).map((r) => `${r.severity}: ${r.text}`);
    expect(says(22)).toEqual([]);
    expect(says(23)).toEqual([expect.stringMatching(/^warning: .*draws 23 A and may blow its fuse/)]);
    expect(says(27)).toEqual([expect.stringMatching(/blows its fuse within minutes/)]);
    expect(says(40)).toEqual([expect.stringMatching(/within seconds/)]);
  });
  const reserve = (
    musicAmps: number,
    reserveAmps: number | null,
    drive: 'electric' | 'hybrid' | 'combustion',
  ) => {
    const brief = { ...START_BRIEF, reserveAmps };
    return chargingReserve(madePlan({ figures: { musicAmps }, input: { drive, brief } }));
  };
  it('the alternator, or the converter of an electric car, has it to spare', () => {
    expect(reserve(30, 30, 'combustion')).toEqual([]);
    expect(reserve(31, 30, 'combustion')).toEqual([
      verdict('warning', 'charging-reserve', 'The alternator has 30 A to spare; music draws 31 A', {
        settle: 'intake',
        remedy: 'Smaller amplifiers',
      }),
    ]);
    for (const drive of ['electric', 'hybrid'] as const)
      expect(reserve(31, 30, drive)[0]).toMatchObject({
        severity: 'error',
        text: 'The converter has 30 A to spare; music draws 31 A.',
      });
  });
  it('is asked for from 20 A on where nobody has said it', () => {
    expect(reserve(20, null, 'combustion')).toEqual([]);
    expect(reserve(21, null, 'combustion')).toEqual([
      verdict('assumption', 'charging-reserve', '21 A for music', { settle: 'intake', remedy: 'Look it up' }),
    ]);
  });
});

describe('going to sleep', () => {
  const asleep = (standingAmps: number, standingDays: number | null) =>
    of(standingCurrent, {}, { figures: { standingAmps, standingDays } });
  it('draws at most 30 mA, and starts after two weeks', () => {
    expect(asleep(0.03, null)).toEqual([]);
    expect(asleep(0.03, 14)).toEqual([]);
    expect(asleep(0.031, null)).toEqual([
      verdict('error', 'standing-current', /draws 31 mA\.$/, inSetup('switched lead', 'turn-on')),
    ]);
    expect(asleep(0.002, 13)).toEqual([
      verdict(
        'error',
        'standing-current',
        'draws 2 mA; after 13 days the car may not start',
        inSetup('sleep', 'turn-on'),
      ),
    ]);
  });
  it('needs something that turns the amplifiers off', () => {
    expect(of(turnOff, { turnOn: {} })).toEqual([]);
    expect(of(turnOff, { turnOn: { by: 'constant', asleep: 'live' } })).toEqual([
      verdict('error', 'turn-off', 'Nothing turns the amplifiers off', inSetup('accessory', 'turn-on')),
    ]);
  });
  /** Amplifiers that are fed straight, one for each target, and all turned on by the lead. */
  function lead(turnOn: MadeSetup['turnOn'], count = 2) {
    const feeds = Array.from({ length: count }, (_, i) =>
      madeFeed({ target: { id: `t${i}`, layout: 'mono' }, feed: { side: 'mono', device: 'direct' } }),
    );
    const equipment = feeds.map((f, i) => madeEquipment('amplifier', `A${i}`, { targetIds: [f.target.id] }));
    const input = { targets: feeds.map((f) => f.target), pairs: [feeds[0].sources[0].pair] };
    return of(remoteLoad, { turnOn }, { feeds, equipment, input });
  }
  it('the lead that wakes them gives 0.15 A to each', () => {
    expect(lead({ amps: 0.3 })).toEqual([]);
    expect(lead({ amps: 0.29 })).toEqual([
      verdict(
        'error',
        'remote-load',
        'must supply 0.30 A and can supply 0.29 A',
        inSetup('relay', 'turn-on'),
      ),
    ]);
    expect(lead({ amps: 0.3 }, 3)).toHaveLength(1);
    expect(lead({ by: 'factory-remote', amps: null })).toEqual([
      verdict(
        'error',
        'remote-load',
        'must supply 0.30 A and is trusted with 0.2 A',
        inSetup('relay', 'turn-on'),
      ),
    ]);
    expect(lead({ amps: 0.1, relay: true })).toEqual([]);
    expect(lead({ by: 'sensing', amps: null })).toEqual([]);
  });
});

describe('factory speaker wire', () => {
  const wired = (watts: number | null, rated: number | null, setup: MadeSetup = {}) =>
    factoryWirePower(
      madeFeed({
        sources: [madeSource()],
        drive: madeDrive(watts === null ? null : madeAmplifier(), { watts }),
        target: { speaker: { watts: rated } },
        setup: { factoryAmplifier: 'node', speakerWire: 'reuse', ...setup },
      }),
    );
  it('is trusted with 100 W', () => {
    expect(wired(100, null)).toEqual([]);
    expect(wired(120, null)).toEqual([
      verdict('warning', 'factory-wire-power', '120 W through factory speaker wire', {
        targetId: 't1',
        remedy: 'new wire',
      }),
    ]);
    // The speaker takes no more than it is rated.
    expect(wired(120, 80)).toEqual([]);
    expect(wired(null, 300)).toEqual([]);
  });
  it('where it carries the new amplifier at all', () => {
    expect(wired(120, null, { factoryAmplifier: 'removed' })).toHaveLength(1);
    expect(wired(120, null, { factoryAmplifier: 'stays' })).toEqual([]);
    expect(wired(120, null, { speakerWire: 'new' })).toEqual([]);
  });
});

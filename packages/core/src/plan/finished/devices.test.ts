import { describe, expect, it } from 'vitest';
import { madeAmplifier, madeDevice } from '../../../test/made-up-devices.ts';
import {
  madeEquipment,
  madeFeed,
  madePlan,
  type MadePlan,
  madeSource,
  madeTap,
} from '../../../test/made-up-plan.ts';
import type { SignalSource } from '../../model/finished-car.ts';
import type { Equipment } from '../../model/plan.ts';

const amplifier = madeAmplifier({ name: 'A' });
const said = (source: SignalSource) =>
  source.from === 'output'
    ? source.pairId
    : source.from === 'data'
      ? 'data'
      : `${source.deviceId.split(':')[0]} ${source.output}`;

/** Devices of a plan in short: `A: in 1 p1, 2 p2; out 1 of 1+2`. */
function devicesOf(made: MadePlan) {
  return madePlan(made).finished.devices.map((d) => {
    const inputs = d.inputs.map((i) => `${i.n} ${said(i.source)}`).join(', ');
    const outputs = d.outputs
      .map((o) => `${o.n} of ${o.of.join('+')}${o.bridgedWith === null ? '' : ` with ${o.bridgedWith}`}`)
      .join(', ');
    return `${d.name ?? d.kind}: in ${inputs}; out ${outputs}`;
  });
}
const left = madeSource({ id: 'l' });
const right = madeSource({ id: 'r', side: 'right' });
const stereo = (device: 'converter' | 'direct' | 'summing-converter' = 'converter') =>
  [
    { source: left, side: 'left' as const },
    { source: right, side: 'right' as const },
  ].map(({ source, side }) => madeFeed({ sources: [source], feed: { side, device } }));
/** Feeds with their targets, their outputs, a library and the amplifier that is planned for them. */
const planned = (kind: Equipment['kind'], name: string | null, feeds: ReturnType<typeof madeFeed>[]) =>
  madeEquipment(kind, name, { targetIds: [...new Set(feeds.map((f) => f.target.id))] });
const around = (feeds: ReturnType<typeof madeFeed>[], devices: MadePlan['input'] = {}) => ({
  feeds,
  equipment: [planned('amplifier', (devices.devices ?? [amplifier])[0].name, feeds)],
  input: {
    targets: [...new Map(feeds.map((f) => [f.target.id, f.target])).values()],
    pairs: [...new Map(feeds.flatMap((f) => f.sources.map((s) => [s.pair.id, s.pair] as const))).values()],
    devices: [amplifier],
    ...devices,
  },
});

describe('devices between outputs and amplifiers', () => {
  it('take a side on each input, and give each to a channel of its own', () => {
    const converter = madeDevice({ kind: 'converter', name: 'C', inputs: 2, outputs: 2 });
    const feeds = stereo();
    expect(
      devicesOf({
        ...around(feeds, { devices: [amplifier, converter] }),
        equipment: [planned('converter', 'C', feeds), planned('amplifier', 'A', feeds)],
      }),
    ).toEqual([
      'C: in 1 l, 2 r; out 1 of 1, 2 of 2',
      'A: in 1 converter 1, 2 converter 2; out 1 of 1, 2 of 2',
    ]);
  });

  it('come twice where one has no input or no output left', () => {
    for (const part of [
      { inputs: 1, outputs: 2 },
      { inputs: 2, outputs: 1 },
    ]) {
      const converter = madeDevice({ kind: 'converter', name: 'C', ...part });
      const given = around(stereo(), { devices: [amplifier, converter] });
      expect(
        devicesOf({
          ...given,
          equipment: [planned('converter', 'C', given.feeds), ...given.equipment],
        }).slice(0, 2),
      ).toEqual(['C: in 1 l; out 1 of 1', 'C: in 1 r; out 1 of 1']);
    }
  });

  it('that join mix their inputs into one output; an output that two channels want goes into one input', () => {
    const summing = madeDevice({ kind: 'converter', name: 'S', inputs: 4, outputs: 4, sums: true });
    const tweeter = madeSource({ id: 'tw', way: 'tweeter' });
    const front = madeFeed({ sources: [left, tweeter], feed: { device: 'summing-converter' } });
    const bass = madeFeed({
      sources: [left],
      target: { id: 't2', layout: 'mono' },
      feed: { side: 'mono', device: 'summing-converter' },
    });
    const given = around([front, bass], { devices: [amplifier, summing] });
    expect(
      devicesOf({ ...given, equipment: [planned('converter', 'S', given.feeds), ...given.equipment] })[0],
    ).toBe('S: in 1 l, 2 tw; out 1 of 1+2, 2 of 1');
  });

  it('that do not join send each of two outputs on by itself', () => {
    const both = madeFeed({
      sources: [left, right],
      target: { layout: 'mono' },
      feed: { side: 'mono', device: 'converter' },
    });
    const converter = madeDevice({ kind: 'converter', name: 'C', inputs: 2, outputs: 2, sums: false });
    const given = around([both], { devices: [amplifier, converter] });
    expect(
      devicesOf({ ...given, equipment: [planned('converter', 'C', given.feeds), ...given.equipment] }),
    ).toEqual(['C: in 1 l, 2 r; out 1 of 1, 2 of 2', 'A: in 1 converter 1, 2 converter 2; out 1 of 1+2']);
  });

  it('of which only the kind is known have room for all; data needs no output', () => {
    expect(devicesOf(around(stereo())).slice(0, 1)).toEqual(['converter: in 1 l, 2 r; out 1 of 1, 2 of 2']);
    const data = madeFeed({ sources: [], feed: { device: 'data-interface', taps: [] } });
    expect(devicesOf(around([data], { pairs: [left.pair] }))[0]).toBe(
      'data-interface: in 1 data; out 1 of 1',
    );
  });

  it('are not there where speaker level goes straight in', () => {
    expect(devicesOf(around(stereo('direct')))).toEqual(['A: in 1 l, 2 r; out 1 of 1, 2 of 2']);
  });
});

describe('channels of amplifiers', () => {
  it('are bridged in twos, both from the same input', () => {
    const bridging = madeAmplifier({
      name: 'B',
      amplifier: { channels: 2, wattsBridged: 200, minBridgedOhm: 4 },
    });
    const bass = madeFeed({
      sources: [left],
      target: { layout: 'mono', amplifierId: 'B', speaker: { ohm: 4 } },
      feed: { side: 'mono', device: 'direct' },
    });
    expect(devicesOf(around([bass], { devices: [bridging] }))).toEqual([
      'B: in 1 l; out 1 of 1 with 2, 2 of 1 with 1',
    ]);
  });

  it('run out: a speaker beyond the last one is fed by nothing', () => {
    const mono = madeAmplifier({ name: 'M', amplifier: { channels: 1 } });
    const feeds = stereo('direct').map((f) => ({ ...f, target: { ...f.target, amplifierId: 'M' } }));
    const { finished } = madePlan({
      ...around(feeds, { devices: [mono] }),
      setup: { speakerWire: 'reuse' },
    });
    expect(finished.devices.map((d) => d.outputs.length)).toEqual([1]);
    expect(finished.speakers.filter((s) => s.made === 'new').map((s) => s.fate)).toEqual([
      'added',
      'not-fed',
    ]);
    // The output of the side that is not fed keeps its wire whole.
    expect(finished.outputs.map((o) => o.intercepted !== null)).toEqual([true, false]);
  });

  it('wake after the device before them, or by what wakes the plan', () => {
    const waking = (remoteOutput: boolean, kind: 'converter' | 'passive-converter' = 'converter') => {
      const converter = madeDevice({ kind, name: 'C', inputs: 2, outputs: 2, remoteOutput });
      const given = around(stereo(), { devices: [amplifier, converter] });
      const { finished } = madePlan({
        ...given,
        equipment: [planned(kind, 'C', given.feeds), ...given.equipment],
        setup: { turnOn: { by: 'accessory' } },
      });
      return finished.devices.map((d) => (typeof d.wokenBy === 'string' ? d.wokenBy : d.wokenBy.deviceId));
    };
    expect(waking(true)).toEqual(['accessory', 'converter:t1/left']);
    expect(waking(false)).toEqual(['accessory', 'accessory']);
    expect(waking(false, 'passive-converter')).toEqual(['nothing', 'accessory']);
    const direct = madePlan({ ...around(stereo('direct')), setup: { turnOn: { by: 'sensing' } } });
    expect(direct.finished.devices.map((d) => d.wokenBy)).toEqual(['sensing']);
  });

  it('keep the name of what they serve when another model takes the place', () => {
    const ids = (name: string) =>
      madePlan(around(stereo('direct'), { devices: [madeAmplifier({ name })] })).finished.devices.map(
        (d) => d.id,
      );
    expect(ids('A')).toEqual(ids('Another'));
  });
});

describe('a plan that was kept before the library changed', () => {
  const feeds = [
    madeFeed({
      sources: [left],
      target: { layout: 'mono', speaker: { coils: 2 } },
      feed: {
        side: 'mono',
        device: 'direct',
        coils: {
          name: 'coils in parallel',
          ohm: 2,
          wattsPerCoil: 100,
          bridged: true,
          ifOneFails: '',
          others: [],
        },
      },
    }),
  ];
  it('keeps the amplifier and the bridging that were planned, not what would be chosen today', () => {
    const given = around(feeds, { devices: [amplifier] });
    const { finished } = madePlan({ ...given, equipment: [planned('amplifier', 'Gone', feeds)] });
    expect(finished.devices.map((d) => [d.name, d.entry?.id ?? null, d.outputs.length])).toEqual([
      ['Gone', null, 2],
    ]);
  });
  it('and an amplifier renamed since is the same one', () => {
    const renamed = { ...amplifier, name: 'Renamed' };
    const given = around(feeds, { devices: [renamed] });
    const { finished } = madePlan({ ...given, equipment: [planned('amplifier', 'A', feeds)] });
    expect(finished.devices.map((d) => [d.name, d.entry?.id ?? null])).toEqual([['A', 'A']]);
  });
});

describe('an output that feeds a channel twice', () => {
  it('is one tap for each feed that names it', () => {
    const feeds = stereo('direct').map((f) => ({
      ...f,
      sources: [left],
      feed: { ...f.feed, taps: [madeTap('l')], loads: [f.feed.loads[0]] },
    }));
    const { finished } = madePlan(around(feeds));
    expect(finished.outputs[0].drives.inputs.map((i) => i.input)).toEqual([1, 2]);
  });
});

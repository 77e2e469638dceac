import { describe, expect, it } from 'vitest';
import type { LibraryDevice } from '../../model/device.ts';
import { musicAmps, sineAmps } from '../../supply/current.ts';
import { madeAmplifier, madeDevice } from '../../../test/made-up-devices.ts';
import {
  madeEquipment,
  madeFeed,
  type MadeFeed,
  madePlan,
  type MadeSetup,
  madeSource,
} from '../../../test/made-up-plan.ts';

/** What the devices of a plan draw: targets fed straight, or through a converter, by one amplifier or by none chosen. */
function draws(
  targets: MadeFeed['target'][],
  { amplifier = null, converter = null, turnOn = {}, nominalVolts = '12' }: Made = {},
) {
  const feeds = targets.flatMap((part, i) =>
    (part?.layout === 'mono' ? (['mono'] as const) : (['left', 'right'] as const)).map((side) =>
      madeFeed({
        sources: [madeSource()],
        target: { id: `t${i + 1}`, ...part },
        feed: { side, device: converter ? 'converter' : 'direct' },
      }),
    ),
  );
  const targetIds = [...new Set(feeds.map((f) => f.target.id))];
  const devices = [amplifier, converter].flatMap((d) => d ?? []);
  const { finished } = madePlan({
    feeds,
    setup: { turnOn },
    equipment: devices.map((d) => madeEquipment(d.kind, d.name, { targetIds })),
    input: {
      targets: targetIds.map((id) => feeds.find((f) => f.target.id === id)!.target),
      devices,
      nominalVolts,
    },
  });
  return finished;
}
interface Made {
  amplifier?: LibraryDevice | null;
  converter?: LibraryDevice | null;
  turnOn?: MadeSetup['turnOn'];
  nominalVolts?: '12' | '24';
}

describe('what a device draws', () => {
  const amplifier = madeAmplifier({ idleAmps: 1, standbyAmps: 0.002, amplifier: { efficiency: 0.5 } });
  const sine = (...given: Parameters<typeof draws>) => draws(...given).supply.sineAmps;

  it('follows from the watts on its channels, with its idle current once', () => {
    const { supply } = draws([{}], { amplifier });
    expect(supply.sineAmps).toBeCloseTo(sineAmps(100, 0.5, 13.8, 1), 9);
    expect(supply.musicAmps).toBeCloseTo(musicAmps(100, 0.5, 13.8, 1), 9);
    expect([supply.idleAmps, supply.asleepAmps]).toEqual([1, 0.002]);
    const two = sine([{}, { layout: 'mono' }], { amplifier });
    expect(two - supply.sineAmps).toBeCloseTo(sineAmps(50, 0.5, 13.8, 0), 9);
    // No more than the speaker takes.
    expect(sine([{ speaker: { watts: 20 } }], { amplifier })).toBeCloseTo(sineAmps(40, 0.5, 13.8, 1), 9);
  });

  it('counts a bridge as one channel', () => {
    const bridging = madeAmplifier({ idleAmps: 0, amplifier: { wattsBridged: 200, efficiency: 0.5 } });
    expect(sine([{ layout: 'mono' }], { amplifier: bridging })).toBeCloseTo(sineAmps(200, 0.5, 13.8, 0), 9);
  });

  it('is a usual amplifier’s where none is chosen', () => {
    expect(sine([{}])).toBeCloseTo(sineAmps(100, 0.6, 13.8, 0.5), 9);
    expect(sine([{ speaker: { watts: 80 } }])).toBeCloseTo(sineAmps(160, 0.6, 13.8, 0.5), 9);
  });

  it('asleep is what it idles with where nothing ever switches it off, also behind another device', () => {
    const converter = madeDevice({
      kind: 'converter',
      inputs: 1,
      idleAmps: 0.2,
      standbyAmps: 0.001,
      remoteOutput: true,
    });
    const asleep = (turnOn: MadeSetup['turnOn'], box: LibraryDevice | null = converter) =>
      draws([{ layout: 'mono' }], { amplifier, converter: box, turnOn }).supply.asleepAmps;
    expect(asleep({ by: 'accessory' })).toBeCloseTo(0.003, 9);
    // Converter and, behind it, amplifier.
    expect(asleep({ by: 'constant' })).toBeCloseTo(1.2, 9);
    expect(asleep({ by: 'constant' }, null)).toBeCloseTo(1, 9);
    expect(asleep({ by: 'sensing' })).toBeCloseTo(0.011, 9);
  });

  it('is half of it on a net of 24 V', () => {
    const on = (nominalVolts: '12' | '24') => draws([{}], { amplifier, nominalVolts }).supply.sineAmps;
    expect((on('24') - 1) * 2).toBeCloseTo(on('12') - 1, 9);
  });

  it('is nothing for what needs no supply', () => {
    const passive = madeDevice({
      kind: 'passive-converter',
      needsSupply: false,
      idleAmps: 0.4,
      standbyAmps: 0.1,
    });
    const { devices } = draws([{ layout: 'mono' }], { amplifier, converter: passive });
    expect(devices.find((d) => d.name === passive.name)?.draws).toEqual({
      sineAmps: 0,
      musicAmps: 0,
      idleAmps: 0,
      asleepAmps: 0,
    });
  });

  it('comes from alternator or converter, through the fuses that the plan sets', () => {
    const { supply } = draws([{}], { amplifier });
    expect(supply).toMatchObject({
      source: 'unknown',
      from: 'battery',
      nominalVolts: '12',
      fuses: [
        { protects: 'cable', amps: 60 },
        { protects: { deviceId: 'amplifier:t1/left' }, amps: null },
      ],
    });
  });
});

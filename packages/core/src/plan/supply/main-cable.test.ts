import { describe, expect, it } from 'vitest';
import type { FinishedDevice } from '../../model/finished-car.ts';
import { madeAmplifier } from '../../../test/made-up-devices.ts';
import { SETUP } from '../../../test/made-up-plan.ts';
import { ampacity } from '../../supply/cable.ts';
import { ownFuseAmps, ownFusesTogether, withMainCable } from './main-cable.ts';

const VOLTS = 13.8;
const channel = (n: number, watts: number, bridgedWith: number | null = null) => ({
  ...{ n, bridgedWith, of: [n], channel: { targetId: 't1', side: 'left' as const } },
  load: { network: '1', coils: 1, ohm: 4, watts },
});
const device = (
  outputs: FinishedDevice['outputs'],
  part: { fuseAmps?: number | null; kind?: FinishedDevice['kind']; sineAmps?: number } = {},
): FinishedDevice => ({
  ...{ id: 'd', kind: part.kind ?? 'amplifier', name: 'A', inputs: [], outputs, wokenBy: 'accessory' },
  entry: { ...madeAmplifier(), fuseAmps: part.fuseAmps ?? null },
  draws: { sineAmps: part.sineAmps ?? 10, musicAmps: 4, idleAmps: 1, asleepAmps: 0 },
});
const efficiency = madeAmplifier().amplifier!.efficiency;

describe('a device’s own fuse', () => {
  it('is what its maker states', () => {
    expect(ownFuseAmps(device([channel(1, 500)], { fuseAmps: 25 }), VOLTS)).toBe(25);
  });
  it('else what its channels draw at their full power, a bridge once', () => {
    const of = (watts: number) => watts / efficiency / VOLTS + 1;
    expect(ownFuseAmps(device([channel(1, 100), channel(2, 100)]), VOLTS)).toBeCloseTo(of(200), 6);
    expect(ownFuseAmps(device([channel(1, 300, 2), channel(2, 300, 1)]), VOLTS)).toBeCloseTo(of(300), 6);
    // Never below what it draws as it is used.
    expect(ownFuseAmps(device([channel(1, 10)], { sineAmps: 30 }), VOLTS)).toBe(30);
    expect(ownFuseAmps(device([], { kind: 'converter', sineAmps: 0.4 }), VOLTS)).toBe(0.4);
  });
  it('of what needs no supply is none', () => {
    const passive = device([], { kind: 'passive-converter', sineAmps: 0 });
    expect(ownFusesTogether([device([], { fuseAmps: 40 }), passive], VOLTS)).toBe(40);
  });
});

describe('the main fuse and its cable', () => {
  const draws = { sineAmps: 40, musicAmps: 15, idleAmps: 2, asleepAmps: 0 };
  const { fuseAmps: _, cableMm2: __, ...open } = SETUP.supply;
  const chosen = (ownAmps: number, supply: Partial<typeof SETUP.supply> = {}, d = draws) =>
    withMainCable({ ...SETUP, supply: { ...open, ...supply } }, d, ownAmps).supply;
  it('are not below the devices’ own fuses together', () => {
    expect([60, 60.1, 90].map((own) => chosen(own).fuseAmps)).toEqual([60, 80, 100]);
    for (const own of [30, 60, 90, 140]) {
      const { fuseAmps, cableMm2, metal } = chosen(own);
      expect(ampacity(cableMm2, metal)).toBeGreaterThanOrEqual(fuseAmps!);
    }
  });
  it('carry the music all the time', () => {
    expect(chosen(20, {}, { ...draws, musicAmps: 40 }).fuseAmps).toBe(50);
  });
  it('are what a person chose', () => {
    expect(chosen(90, { fuseAmps: 30, cableMm2: 6 })).toMatchObject({ fuseAmps: 30, cableMm2: 6 });
    expect(chosen(90, { fuseAmps: null }).fuseAmps).toBeNull();
  });
});

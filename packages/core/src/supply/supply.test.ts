import { describe, expect, it } from 'vitest';
import { ampacity, awgToMm2, CABLE_SIZES, cableOhm, dropVolts } from './cable.ts';
import { musicAmps, sineAmps, standingDays } from './current.ts';
import { cableFor, CONTINUOUS, FUSE_SIZES, fuseFor, MOST_DROP_VOLTS } from './fuse.ts';

describe('current', () => {
  it('a full sine, and music at about a third of it', () => {
    expect(sineAmps(276, 0.8, 13.8, 0)).toBeCloseTo(25, 9);
    expect(musicAmps(276, 0.8, 13.8, 0)).toBeCloseTo(8.75, 9);
    expect(sineAmps(0, 0.8, 13.8, 0.5)).toBe(0.5);
  });
  it('half a battery against what the car and the system draw', () => {
    expect(standingDays(60, 0)).toBeCloseTo(50, 9);
    expect(standingDays(60, 0.025)).toBeCloseTo(25, 9);
  });
});

describe('cable and fuse', () => {
  it('AWG by ASTM B258, resistance as tables give it', () => {
    expect(awgToMm2(4)).toBeCloseTo(21.15, 2);
    expect(awgToMm2(0)).toBeCloseTo(53.48, 2);
    // 4 AWG: 0.815 mohm a metre at 20 degC.
    expect(1000 * cableOhm(awgToMm2(4), 1, 'copper', 20)).toBeCloseTo(0.815, 3);
    expect(cableOhm(10, 1, 'copper-clad')).toBeGreaterThan(1.5 * cableOhm(10, 1));
    expect(cableOhm(10, 1, 'copper', 70) / cableOhm(10, 1, 'copper', 20)).toBeCloseTo(1.1965, 4);
  });
  it('ampacity rises with the cross-section and ends at the table', () => {
    const amps = CABLE_SIZES.map((mm2) => ampacity(mm2));
    expect([...amps].sort((a, b) => a - b)).toEqual(amps);
    expect(ampacity(500)).toBe(ampacity(70));
    expect(ampacity(3)).toBeCloseTo(20 + 10 / 3, 9);
  });
  it.each([1, 8, 15, 40, 90, 130])(
    '%i A: the fuse carries it, the cable outlives the fuse and loses little',
    (amps) => {
      const fuse = fuseFor(amps);
      expect(fuse * CONTINUOUS).toBeGreaterThanOrEqual(amps);
      const smaller = FUSE_SIZES[FUSE_SIZES.indexOf(fuse as (typeof FUSE_SIZES)[number]) - 1];
      if (smaller) expect(smaller * CONTINUOUS).toBeLessThan(amps);
      const mm2 = cableFor(amps, fuse, 5);
      expect(ampacity(mm2)).toBeGreaterThanOrEqual(fuse);
      if (mm2 < 70) expect(dropVolts(amps, mm2, 5)).toBeLessThanOrEqual(MOST_DROP_VOLTS);
    },
  );
});

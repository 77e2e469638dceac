import { describe, expect, it } from 'vitest';
import { ampacity, awgToMm2, CABLE_SIZES, cableOhm, dropVolts } from './cable.ts';
import { musicAmps, sineAmps, standingDays } from './current.ts';
import { cableFor, CONTINUOUS, FUSE_SIZES, fuseFor, MOST_DROP_VOLTS } from './fuse.ts';

describe('current', () => {
  it('a full sine, and music at about a third of it', () => {
    expect(sineAmps(276, 0.8, 13.8, 0)).toBeCloseTo(25, 9);
    expect(musicAmps(276, 0.8, 13.8, 0)).toBeCloseTo(8.75, 9);
    expect(sineAmps(0, 0.8, 13.8, 0.5)).toBe(0.5);
    // What an amplifier draws at rest comes on top, of a sine and of music.
    expect(sineAmps(276, 0.8, 13.8, 1.2)).toBeCloseTo(26.2, 9);
    expect(musicAmps(276, 0.8, 13.8, 1.2)).toBeCloseTo(9.95, 9);
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
  it('resistance grows with the length, and falls with the cross-section', () => {
    // 1.724e-8 ohm m x 5 m / 10 mm2 = 8.62 mohm at 20 degC.
    expect(1000 * cableOhm(10, 5, 'copper', 20)).toBeCloseTo(8.62, 9);
    expect(1000 * cableOhm(10, 5, 'copper-clad', 20)).toBeCloseTo(13.75, 9);
    // 50 A over that, warmed to 50 degC, and 1.5 mohm back through the body.
    expect(dropVolts(50, 10, 5)).toBeCloseTo(50 * (0.00862 * 1.1179 + 0.0015), 9);
    expect(dropVolts(50, 10, 5, 'copper-clad')).toBeCloseTo(50 * (0.01375 * 1.1179 + 0.0015), 9);
  });
  it('what the table has is carried as it says; aluminium carries less of it', () => {
    expect([0.5, 4, 16, 70].map((mm2) => ampacity(mm2))).toEqual([5, 30, 80, 240]);
    expect(ampacity(0.25)).toBeCloseTo(2.5, 9);
    expect(ampacity(16, 'copper-clad')).toBeCloseTo(62.4, 9);
    expect(ampacity(0.25, 'copper-clad')).toBeCloseTo(1.95, 9);
    expect(ampacity(500, 'copper-clad')).toBeCloseTo(187.2, 9);
  });
  it('the cable is the thinnest that its fuse protects and that loses little', () => {
    // Short: the fuse decides. 16 mm2 carry just 80 A.
    expect(cableFor(10, 80, 0.5)).toBe(16);
    expect(cableFor(10, 60, 0.5)).toBe(10);
    expect(cableFor(10, 60, 0.5, 'copper-clad')).toBe(16);
    // Long: the loss decides.
    expect(cableFor(40, 50, 10)).toBe(20);
    expect([16, 20].map((mm2) => dropVolts(40, mm2, 10) <= MOST_DROP_VOLTS)).toEqual([false, true]);
  });
  it('beyond what is sold it is the largest there is', () => {
    expect(fuseFor(240)).toBe(300);
    expect(fuseFor(1000)).toBe(300);
    expect(cableFor(1000, 300, 5)).toBe(70);
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

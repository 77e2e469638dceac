import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runFullDisk, smallDisk } from '../faults/full-disk.mjs';
import { runKills } from '../faults/kills.mjs';
import { runRaces } from '../faults/races.mjs';
import { openShop } from '../faults/shop.mjs';

// Small fixed sets of what `npm run faults` does at length.
let shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const faultsOf = (others) => Object.keys(others).filter((what) => what.startsWith('500'));

describe('what was acknowledged is there afterwards, whole, and nothing half', () => {
  it('when a reading meets what takes the ground from under it', async () => {
    for (const { name, faults } of await runRaces({ origin: shop.origin(), trials: 4 }))
      expect([name, faults]).toEqual([name, []]);
  }, 180_000);

  it.each(['server', 'postmaster'])(
    'when the %s is killed while people write',
    async (victim) => {
      const told = await runKills({ shop, victim, rounds: 1 });
      expect(told).toMatchObject({ lost: 0, half: 0 });
      expect(told.acknowledged).toBeGreaterThan(0);
      expect(faultsOf(told.others)).toEqual([]);
    },
    90_000,
  );

  it('when the disk of the database runs full and is emptied; meanwhile the server says so', async (test) => {
    const disk = await smallDisk();
    // Only some users may mount a disk of their own.
    if (!disk) return test.skip();
    try {
      const small = await openShop({ place: `${disk.folder}/database` });
      const told = await runFullDisk({ shop: small, disk });
      await small.close();
      expect(told).toMatchObject({ lost: 0, half: 0, wentOn: true });
      expect(Object.keys(told.whileFull).some((what) => what.startsWith('503'))).toBe(true);
      expect(faultsOf(told.whileFull)).toEqual([]);
    } finally {
      await disk.remove();
    }
  }, 240_000);
});

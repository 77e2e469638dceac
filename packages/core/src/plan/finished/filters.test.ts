import { describe, expect, it } from 'vitest';
import type { LibraryDevice } from '../../model/device.ts';
import type { Speaker } from '../../model/target.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import { madeFeed, type MadeFeed } from '../../../test/made-up-plan.ts';
import { filtersOf } from './filters.ts';

function filtersIn(made: MadeFeed) {
  const { feed, target, between, drive } = madeFeed(made);
  return filtersOf(feed, target, between, drive.amplifier);
}

describe('filters', () => {
  const falls = (belowHz: number, aboveHz: number, db = 10) =>
    SUM_GRID_HZ.map((f) => (f < belowHz || f > aboveHz ? -db : 0));
  const filters = (speaker: Partial<Speaker>, made: MadeFeed = {}, band = { lowHz: 2500, highHz: 20_000 }) =>
    filtersIn({ ...made, target: { ...band, speaker } });
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
  });
  it('a mid-bass and a kept door speaker are spared the bass; a subwoofer and a deep woofer play it', () => {
    const none = { drive: madeDrive(madeAmplifier()) };
    const high = (way: Speaker['way'], lowHz: number) =>
      filters({ way }, none, { lowHz, highHz: 3000 }).highPass;
    expect(high('woofer', 70)).toEqual({ hz: 70, where: 'missing' });
    expect(high('full', 50)?.hz).toBe(50);
    expect(high('full', 49)).toBeNull();
    expect(high('woofer', 40)).toBeNull();
    expect(high('subwoofer', 70)).toBeNull();
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

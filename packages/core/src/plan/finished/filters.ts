import type { DeviceFields } from '../../model/device.ts';
import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { gridRange } from '../../summing/flatness.ts';
import { entriesOf, type PlacedInsert } from '../facts/inserts.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';

/** A feed falls by this much an octave outside the target's band: a filter is there already, dB. */
const FILTERED_DB = 9;
/** A target that begins here or higher is not to get the bass below, Hz. */
const SPARED_HZ = 50;
/** A target that ends above this needs no low-pass, Hz. */
const TOP_HZ = 12_000;

/**
 * Filters that the target's speaker needs, and who makes them.
 *
 * @param between null: nothing stands between output and amplifier, or only its kind is known
 * @param amplifier null: none is chosen yet
 * @param inserts what a person put into the way
 */
export function filtersOf(
  feed: Feed,
  target: Target,
  between: DeviceFields | null,
  amplifier: DeviceFields | null,
  inserts: readonly PlacedInsert[] = [],
): Feed['crossover'] {
  const { way, ownHighPass } = target.speaker;
  const { from, to } = gridRange(feed.need);
  const inBand = feed.levelDb.slice(from, to + 1).sort((a, b) => a - b);
  const middle = inBand[inBand.length >> 1];
  const falls = (index: number) =>
    feed.taps.length > 0 &&
    index >= 0 &&
    index < SUM_GRID_HZ.length &&
    feed.levelDb[index] < middle - FILTERED_DB;
  const place = (hz: number, filtered: boolean): NonNullable<Feed['crossover']['highPass']> => {
    if (filtered) return { hz, where: 'factory' };
    if (entriesOf(inserts, 'speaker').some((d) => passes(d, hz))) return { hz, where: 'speaker' };
    if (entriesOf(inserts, 'amplifier').some((d) => passes(d, hz))) return { hz, where: 'device' };
    if (feed.device !== 'direct' && passes(between, hz)) return { hz, where: 'device' };
    if (feed.device === 'joined') return { hz, where: 'missing' };
    // Where no amplifier is chosen yet, the filter is a demand on it.
    if (amplifier === null || passes(amplifier, hz)) return { hz, where: 'amplifier' };
    return { hz, where: 'missing' };
  };
  const highPass = wantsHighPass(target)
    ? ownHighPass
      ? { hz: target.lowHz, where: 'speaker' as const }
      : place(target.lowHz, falls(from - 12))
    : null;
  const lowPass = way !== 'full' && target.highHz < TOP_HZ ? place(target.highHz, falls(to + 12)) : null;
  return { highPass, lowPass };
}

/**
 * A tweeter and a mid are protected; a mid-bass from 70 Hz, and a kept door speaker, are spared the bass that a subwoofer
 * plays.
 */
export const wantsHighPass = ({ speaker: { way }, lowHz }: Target): boolean =>
  way === 'tweeter' || way === 'midrange' || (way !== 'subwoofer' && lowHz >= SPARED_HZ);

/** Its filter can be set there. */
export const passes = (d: DeviceFields | null, hz: number): boolean =>
  d?.crossover ? hz >= d.crossover.lowestHz && hz <= d.crossover.highestHz : false;

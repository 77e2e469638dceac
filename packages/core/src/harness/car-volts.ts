import { awake, type CarVolts } from '../readings/likelihood.ts';
import type { HarnessReading } from './harness-input.ts';

/** Feeds of a 12 V car lie between; more is a charging fault or a 24 V vehicle. */
const CAR = { least: 9, most: 16 };
const LORRY = { least: 20, most: 32 };

/** Volts to ground of a reading that holds for the car as it stands; null: none. */
export const voltsToGround = ({
  observation: o,
  conditions: c,
  otherCavityId,
}: HarnessReading): number | null =>
  o.kind === 'dc' && otherCavityId === null && c.moment === 'steady' && c.side === 'car' ? o.volts : null;

/**
 * What the battery feeds of this car carry, from the readings themselves: the highest volts of a 12 V car, or of a
 * 24 V vehicle once two readings say so. Feeds are then compared with each other and not with a figure from a book.
 *
 * @returns volts by state, rounded to 0.05 V so that one more reading seldom changes how all others are weighed
 */
export function carVolts(readings: readonly HarnessReading[]): CarVolts {
  const all = readings.flatMap((r) => {
    const volts = voltsToGround(r);
    return volts === null ? [] : [{ volts, on: awake(r.conditions) }];
  });
  const within = ({ least, most }: typeof CAR) => all.filter((v) => v.volts >= least && v.volts <= most);
  const heavy = within(LORRY);
  const feeds = heavy.length > 1 ? heavy : within(CAR);
  const highest = (on: boolean) => {
    const own = feeds.filter((v) => v.on === on).map((v) => v.volts);
    return own.length === 0 ? null : Math.round(Math.max(...own) * 20) / 20;
  };
  return { off: highest(false), on: highest(true) };
}

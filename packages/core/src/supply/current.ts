/**
 * Music draws this share of the current of a full sine: an amplifier's efficiency falls with its level, so an eighth of
 * the power takes more than an eighth of the current (class AB, 60 % at full output, 21 % at an eighth).
 */
export const MUSIC_SHARE = 0.35;

/** A at the amplifier's terminals for a full sine. */
export function sineAmps(watts: number, efficiency: number, supplyVolts: number, idleAmps: number): number {
  return watts / efficiency / supplyVolts + idleAmps;
}

/** A for music that just reaches full output. */
export function musicAmps(watts: number, efficiency: number, supplyVolts: number, idleAmps: number): number {
  return MUSIC_SHARE * (watts / efficiency / supplyVolts) + idleAmps;
}

/** Asleep a car itself draws about this, A; and half of a battery is what may go before it starts badly. */
const CAR_ASLEEP_AMPS = 0.025;
const USABLE = 0.5;

/**
 * Days until the battery may not start the car.
 *
 * @param extraAmps what the new system draws while the car sleeps
 */
export function standingDays(batteryAh: number, extraAmps: number): number {
  return (USABLE * batteryAh) / (CAR_ASLEEP_AMPS + extraAmps) / 24;
}

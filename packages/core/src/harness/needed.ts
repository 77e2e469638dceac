import { type Conditions, START_CONDITIONS } from '../model/conditions.ts';
import type { Instrument } from '../readings/index.ts';

/**
 * What is still to be measured before a finding may be called settled, however likely it is: every role has readings
 * without which something else looks the same.
 */
export interface Needed {
  /** as a person is told it */
  words: string;
  /** what to take, and across to which cavity; null where no meter tells */
  test: { instrument: Instrument; otherCavityId: string | null; conditions: Conditions } | null;
}

/** States in which a wire is read, from the least that is switched on. */
export const OFF = START_CONDITIONS;
export const IGNITION: Conditions = { ...OFF, ignition: 'on' };
export const RADIO: Conditions = { ...IGNITION, radio: 'on' };
export const PLAYING: Conditions = { ...RADIO, sound: 'playing' };
export const SEATED: Conditions = { ...PLAYING, plug: 'seated' };
export const need = (
  words: string,
  instrument: Instrument,
  conditions: Conditions,
  otherCavityId: string | null = null,
): Needed => ({ words, test: { instrument, otherCavityId, conditions } });
export const noMeter = (words: string): Needed => ({ words, test: null });

/** From these AC volts on something is playing; hum and a meter's own noise are less. */
export const SIGNAL = 0.03;

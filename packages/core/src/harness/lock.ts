import { kindOf } from '../readings/index.ts';
import type { Net, Unlikely } from '../readings/reading-kind.ts';
import type { Conditions } from '../model/conditions.ts';
import type { Instrument } from '../readings/index.ts';
import { type ConnectorFields, isWarningColoured } from '../model/connector.ts';
import type { ReadingFields } from '../model/reading.ts';

type Plug = Pick<ConnectorFields, 'confirmed' | 'shell' | 'sleeve' | 'name'>;

export const RESTRAINT_WORDS =
  'It belongs to a restraint system or to high voltage. Leave it plugged in; work on it only as the vehicle maker says.';

/**
 * Why an instrument may not be used on a plug, or null when it may. Looking and noting is always allowed.
 * What drives current stays locked until a person has confirmed the plug as audio.
 */
export function lockOf(plug: Plug, instrument: Instrument): string | null {
  const { touches, drives } = kindOf(instrument);
  if (!touches) return null;
  if (plug.confirmed === 'restraint') return `${plug.name} is locked. ${RESTRAINT_WORDS}`;
  if (isWarningColoured(plug)) {
    return `${plug.name} has a yellow or orange shell or sleeve. ${RESTRAINT_WORDS}`;
  }
  if (plug.confirmed !== 'audio' && drives) {
    return `${plug.name} is not confirmed as audio yet. An airbag igniter also reads about 2 ohm: ohms, tone and battery wait until you have traced this plug to the radio or the amplifier.`;
  }
  return null;
}

/** Why a 1.5 V battery may not go on under these conditions, or null: car side only, with the plug out. */
export function batteryLock({ plug, side }: Pick<Conditions, 'plug' | 'side'>): string | null {
  if (plug === 'out' && side === 'car') return null;
  return 'The battery goes on the car side with the plug out, momentarily, 1.5 V: never into a unit, an input, a microphone or a tweeter.';
}

/** A value that nobody reads on a vehicle of that net: worth asking before it is kept. */
export const unlikely = (
  { observation }: Pick<ReadingFields, 'observation'>,
  net: Net = '12',
): Unlikely | null => kindOf(observation.kind).unlikely?.(observation, net) ?? null;

import { type ConnectorFields, isWarningColoured } from '../model/connector.ts';
import type { Conditions, Instrument, ReadingFields } from '../model/reading.ts';

type Plug = Pick<ConnectorFields, 'confirmed' | 'shell' | 'sleeve' | 'name'>;

/** Instruments that drive current into what hangs on the plug; an airbag igniter reads about 2 ohm like a speaker. */
const DRIVING: readonly Instrument[] = ['ohms', 'tone', 'cone'];

export const RESTRAINT_WORDS =
  'It belongs to a restraint system or to high voltage. Leave it plugged in; work on it only as the vehicle maker says.';

/**
 * Why an instrument may not be used on a plug, or null when it may. Looking and noting is always allowed.
 * Resistance, tone and battery stay locked until a person has confirmed the plug as audio.
 */
export function lockOf(plug: Plug, instrument: Instrument): string | null {
  if (instrument === 'seen' || instrument === 'note') return null;
  if (plug.confirmed === 'restraint') return `${plug.name} is locked. ${RESTRAINT_WORDS}`;
  if (isWarningColoured(plug)) {
    return `${plug.name} has a yellow or orange shell or sleeve. ${RESTRAINT_WORDS}`;
  }
  if (plug.confirmed !== 'audio' && DRIVING.includes(instrument)) {
    return `${plug.name} is not confirmed as audio yet. An airbag igniter also reads about 2 ohm: ohms, tone and battery wait until you have traced this plug to the radio or the amplifier.`;
  }
  return null;
}

/** Why a 1.5 V battery may not go on under these conditions, or null: car side only, with the plug out. */
export function batteryLock({ plug, side }: Pick<Conditions, 'plug' | 'side'>): string | null {
  if (plug === 'out' && side === 'car') return null;
  return 'The battery goes on the car side with the plug out, momentarily, 1.5 V: never into a unit, an input, a microphone or a tweeter.';
}

/** A value that nobody reads on a 12 V car: worth asking before it is kept. */
export function unlikely(
  reading: Pick<ReadingFields, 'observation'>,
): { text: string; highVoltage: boolean } | null {
  const o = reading.observation;
  if (o.kind !== 'dc' && o.kind !== 'ac') return null;
  const volts = Math.abs(o.volts ?? 0);
  if (volts > 60) {
    return {
      text: `${volts} V is dangerous to touch and is not part of an audio system. Take the probes away, touch nothing, and leave high voltage to people trained for it. Was it a slip of the keys (mV)?`,
      highVoltage: true,
    };
  }
  if (volts > (o.kind === 'dc' ? 16 : 45)) {
    return {
      text: `${volts} V is more than a 12 V car gives. Was it a slip of the keys (mV)?`,
      highVoltage: false,
    };
  }
  return o.kind === 'dc' && (o.volts ?? 0) < -1
    ? { text: `${o.volts} V: are red and black swapped?`, highVoltage: false }
    : null;
}

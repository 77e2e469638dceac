import type { Conditions } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';
import { awake, type CarVolts } from '../readings/likelihood.ts';
import { voltsToGround } from './car-volts.ts';
import type { HarnessReading } from './harness-input.ts';
import { IGNITION, need, type Needed, noMeter, OFF, RADIO, SEATED, SIGNAL } from './needed.ts';

/** What a feed loses on its way, V; a bus that talks against the supply stands further below it. */
const FEED_LOSS = 0.45;
/** What a feed of the car carries at least: the engine may run while one is read and stand while another is. */
const feedVolts = ({ off, on }: CarVolts, c: Conditions): number =>
  awake(c) ? Math.min(on ?? off ?? 12, off ?? on ?? 12) : (off ?? 12);
/** Lead and clips of a meter, and a ground wire of a car. */
const GROUND_OHMS = 2;
/** What a bus that talks shows to a meter at least, AC V. */
const TALK_VOLTS = 0.3;
/** Regulated feeds of antenna amplifiers, V: a remote turn-on seldom reads so little. */
const ANTENNA_FEED = [7.5, 9.6] as const;
/** Under these volts a wire is at rest; a floating one shows up to that. */
const REST = 0.6;

const allOff = (c: Conditions) => c.ignition === 'off' && c.radio === 'off';
const ignitionAlone = (c: Conditions) => c.ignition !== 'off' && c.radio === 'off';
const withRadio = (c: Conditions) => c.radio === 'on';

/** AC volts to ground: a feed shows next to none. */
const talks = ({ observation: o, otherCavityId }: HarnessReading): boolean =>
  o.kind === 'ac' && otherCavityId === null && (o.volts ?? 0) >= TALK_VOLTS;

const saw =
  (readings: readonly HarnessReading[]) =>
  (state: (c: Conditions) => boolean, test: (volts: number) => boolean): boolean =>
    readings.some((r) => {
      const volts = voltsToGround(r);
      return volts !== null && state(r.conditions) && test(volts);
    });

/** No volts of its own: at rest, or not settling. */
const restsIn = (readings: readonly HarnessReading[], state: (c: Conditions) => boolean) =>
  readings.some(
    ({ observation: o, conditions: c, otherCavityId }) =>
      o.kind === 'dc' &&
      otherCavityId === null &&
      c.moment === 'steady' &&
      state(c) &&
      (o.word === 'drifting' || (o.volts !== null && Math.abs(o.volts) < REST)),
  );

/**
 * What a wire that is no half of a pair still needs.
 *
 * @param own readings at this cavity, across others too
 * @param twins how many more wires of its unit come with the radio alone as this one does
 * @param untried a possible mate across to which no tone was tried; null: none is left
 * @param alone its unit has outputs and no inputs: a radio that drives the speakers itself and has no amplifier to turn on
 */
export function neededOfWire(
  role: Role,
  own: readonly HarnessReading[],
  car: CarVolts,
  twins: number,
  untried: string | null,
  alone: boolean,
): Needed | null {
  const at = saw(own);
  const fed = (c: Conditions) => (volts: number) => volts > feedVolts(car, c) - FEED_LOSS;
  switch (role) {
    case 'battery':
      if (own.some(talks))
        return noMeter('AC volts on it: a data bus carries them, a battery feed does not.');
      if (!at(allOff, fed(OFF)))
        return need('Volts to ground with everything off: only a battery feed is still live.', 'dc', OFF);
      return at(awake, fed(RADIO))
        ? null
        : need(
            'Volts to ground with the ignition on: a bus wire drops there, a feed does not.',
            'dc',
            IGNITION,
          );
    case 'switched':
      if (!restsIn(own, allOff))
        return need('Volts to ground with everything off: a switched feed is dead.', 'dc', OFF);
      return at(ignitionAlone, fed(IGNITION))
        ? null
        : need(
            'Volts to ground with the ignition on and the radio off: a remote turn-on is still dead.',
            'dc',
            IGNITION,
          );
    case 'remote':
      if (!at(withRadio, (v) => v > 3)) return need('Volts to ground with the radio on.', 'dc', RADIO);
      if (!restsIn(own, ignitionAlone))
        return need(
          'Volts to ground with the ignition on and the radio off: a switched feed is already live.',
          'dc',
          IGNITION,
        );
      if (at(withRadio, (v) => v > ANTENNA_FEED[0] && v < ANTENNA_FEED[1]))
        return noMeter('About 8.5 V with the radio on may feed an antenna amplifier. Trace the wire.');
      if (alone)
        return noMeter('This unit drives the speakers itself: the wire may feed the antenna. Trace it.');
      return twins > 0
        ? noMeter('More than one wire comes on with the radio; one may feed the antenna. Trace them.')
        : null;
    case 'ground':
      return own.some(
        ({ observation: o, otherCavityId, conditions: c }) =>
          o.kind === 'ohms' &&
          otherCavityId === null &&
          allOff(c) &&
          o.ohms !== null &&
          o.ohms <= GROUND_OHMS,
      )
        ? null
        : need(
            'Ohms to ground with everything off: 0 V on a thick black wire does not prove a ground.',
            'ohms',
            OFF,
          );
    case 'unused': {
      for (const [state, conditions, name] of [
        [allOff, OFF, 'everything off'],
        [withRadio, RADIO, 'the radio on'],
      ] as const)
        if (!restsIn(own, state)) return need(`Volts to ground with ${name}.`, 'dc', conditions);
      const collapsed = own.some(
        ({ observation: o, conditions: c }) =>
          o.kind === 'dc' && c.moment === 'loaded' && o.volts !== null && Math.abs(o.volts) < 0.05,
      );
      const open = own.some(
        ({ observation: o, otherCavityId }) =>
          o.kind === 'ohms' && otherCavityId === null && o.word === 'open',
      );
      // A tweeter behind its capacitor reads like a wire on nothing, until its unit plays or a tone is put on it.
      if (untried !== null && !silentWhilePlaying(own))
        return need(
          'AC volts to ground with the plug seated and a signal playing: a speaker wire carries it.',
          'ac',
          SEATED,
        );
      return collapsed || open
        ? null
        : need(
            'Volts to ground with 10 kΩ across the meter: the ghost voltage on a floating wire collapses.',
            'dc',
            {
              ...RADIO,
              moment: 'loaded',
            },
          );
    }
    case 'mute':
      return noMeter(
        'A meter alone cannot tell it from other control wires: watch it while the radio mutes.',
      );
    case 'illumination':
      return noMeter('A meter alone cannot tell: watch whether its volts follow the lights and the dimmer.');
    case 'antenna':
      return noMeter('A meter alone cannot tell it from a remote turn-on: trace the wire.');
    default:
      return noMeter('Its partner has not been found yet.');
  }
}

const silentWhilePlaying = (own: readonly HarnessReading[]): boolean =>
  own.some(
    ({ observation: o, otherCavityId, conditions: c }) =>
      o.kind === 'ac' &&
      otherCavityId === null &&
      o.volts !== null &&
      o.volts < SIGNAL &&
      c.plug === 'seated' &&
      c.radio === 'on' &&
      c.sound === 'playing',
  );

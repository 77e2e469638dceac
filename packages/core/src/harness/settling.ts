import type { Conditions } from '../model/conditions.ts';
import { START_CONDITIONS } from '../model/conditions.ts';
import type { Role } from '../model/sheet.ts';
import { awake, type CarVolts, type PairKind } from '../readings/likelihood.ts';
import type { Instrument } from '../readings/index.ts';
import { voltsToGround } from './car-volts.ts';
import type { ChannelKinds } from './channels.ts';
import type { HarnessReading } from './harness-input.ts';

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

const OFF = START_CONDITIONS;
const IGNITION: Conditions = { ...OFF, ignition: 'on' };
const RADIO: Conditions = { ...IGNITION, radio: 'on' };
const PLAYING: Conditions = { ...RADIO, sound: 'playing' };
const SEATED: Conditions = { ...PLAYING, plug: 'seated' };
const need = (
  words: string,
  instrument: Instrument,
  conditions: Conditions,
  otherCavityId: string | null = null,
): Needed => ({ words, test: { instrument, otherCavityId, conditions } });
const noMeter = (words: string): Needed => ({ words, test: null });

/** What a feed loses on its way, V; a bus that talks against the supply stands further below it. */
const FEED_LOSS = 0.6;
/** What a feed of the car carries at least: the engine may run while one is read and stand while another is. */
const feedVolts = ({ off, on }: CarVolts, c: Conditions): number =>
  awake(c) ? Math.min(on ?? off ?? 12, off ?? on ?? 12) : (off ?? 12);
/** Lead and clips of a meter, and a ground wire of a car. */
const GROUND_OHMS = 2;
/** Under these volts a wire is at rest; a floating one shows up to that. */
const REST = 0.6;

const allOff = (c: Conditions) => c.ignition === 'off' && c.radio === 'off';
const ignitionAlone = (c: Conditions) => c.ignition !== 'off' && c.radio === 'off';
const withRadio = (c: Conditions) => c.radio === 'on';

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
 */
export function neededOfWire(
  role: Role,
  own: readonly HarnessReading[],
  car: CarVolts,
  twins: number,
  untried: string | null,
): Needed | null {
  const at = saw(own);
  const fed = (c: Conditions) => (volts: number) => volts > feedVolts(car, c) - FEED_LOSS;
  switch (role) {
    case 'battery':
      if (!at(allOff, fed(OFF)))
        return need('Volts to ground with everything off: only a battery feed is still there.', 'dc', OFF);
      return at(awake, fed(RADIO))
        ? null
        : need(
            'Volts to ground with the ignition on: a bus wire drops there, a feed does not.',
            'dc',
            IGNITION,
          );
    case 'switched':
      if (!restsIn(own, allOff))
        return need('Volts to ground with everything off: a switched feed is gone.', 'dc', OFF);
      return at(ignitionAlone, fed(IGNITION))
        ? null
        : need(
            'Volts to ground with the ignition on and the radio off: a turn-on is not there yet.',
            'dc',
            IGNITION,
          );
    case 'remote':
      if (!at(withRadio, (v) => v > 3)) return need('Volts to ground with the radio on.', 'dc', RADIO);
      if (!restsIn(own, ignitionAlone))
        return need(
          'Volts to ground with the ignition on and the radio off: a switched feed is there already.',
          'dc',
          IGNITION,
        );
      return twins > 0
        ? noMeter(
            'More than one wire comes with the radio: one may feed the antenna. Follow them, or compare with the tuner off.',
          )
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
        : need('Ohms to ground with everything off: 0 V, black and thick are no ground yet.', 'ohms', OFF);
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
          'AC volts to ground with the plug seated and a signal playing: a speaker wire shows it.',
          'ac',
          SEATED,
        );
      return collapsed || open
        ? null
        : need(
            'Volts to ground with 10 kΩ across the meter: ghost volts of a wire on nothing collapse.',
            'dc',
            {
              ...RADIO,
              moment: 'loaded',
            },
          );
    }
    case 'mute':
      return noMeter(
        'A meter alone cannot tell it from other control wires: see what happens to it when the radio mutes.',
      );
    case 'illumination':
      return noMeter('A meter alone cannot tell: see whether its volts follow the lights and the dimmer.');
    case 'antenna':
      return noMeter('A meter alone cannot tell it from a remote turn-on: follow the wire.');
    default:
      return noMeter('Its other half is not found yet.');
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

/** Speakers, two of them side by side, and coils of subwoofers. */
const isSpeaker = (ohms: number | null) => ohms !== null && ohms >= 1 && ohms <= 16;
/** From these AC volts on something is playing; hum and a meter's own noise are less. */
const SIGNAL = 0.03;
/** No speaker and no bus reads so much. */
const LINE_OHMS = 150;

/** Twice the volts for at least three steps more. */
function risesWithVolume(across: readonly HarnessReading[]): boolean {
  const levels = across.flatMap(({ observation: o, conditions: c }) =>
    o.kind === 'ac' && o.volts !== null && c.sound === 'playing' && c.volumeStep !== null
      ? [{ step: c.volumeStep, volts: o.volts }]
      : [],
  );
  return levels.some((a) =>
    levels.some((b) => b.step >= a.step + 3 && b.volts > 2 * a.volts && b.volts > SIGNAL),
  );
}

/** What the readings across two wires show of them. */
function shown(across: readonly HarnessReading[]) {
  const any = (test: (r: HarnessReading) => boolean) => across.some(test);
  const ohms = (test: (ohms: number | null) => boolean) =>
    any(({ observation: o }) => o.kind === 'ohms' && o.word !== 'unreachable' && test(o.ohms));
  const signal = ({ observation: o, conditions: c }: HarnessReading, least: number) =>
    o.kind === 'ac' && c.sound === 'playing' && c.radio === 'on' && (o.volts ?? 0) >= least;
  const moved = (playing: boolean) =>
    any(
      ({ observation: o, conditions: c }) =>
        o.kind === 'cone' &&
        (o.moves === 'in' || o.moves === 'out') &&
        (c.sound === 'playing' && c.radio === 'on') === playing,
    );
  const steered = ({ conditions: c }: HarnessReading) => c.balance !== 'centre' || c.fader !== 'centre';
  return {
    heard: any(({ observation: o }) => o.kind === 'tone' && o.places.length > 0),
    nothingHeard: any(({ observation: o }) => o.kind === 'tone' && o.word === 'nothing'),
    speaker: ohms(isSpeaker),
    line: ohms((v) => v !== null && v >= LINE_OHMS),
    bus: ohms((v) => v !== null && v >= 45 && v <= 135),
    capsule: ohms((v) => v !== null && v >= 250 && v <= 5000),
    signal: any((r) => signal(r, SIGNAL)),
    signalWithPlugOut: any(
      (r) => signal(r, SIGNAL) && r.conditions.plug === 'out' && r.conditions.side === 'car',
    ),
    /** there, and gone with balance or fader */
    follows:
      any((r) => signal(r, SIGNAL)) &&
      any((r) => steered(r) && r.observation.kind === 'ac' && !signal(r, SIGNAL)),
    /** nothing on them while nothing plays; a bus talks all the time */
    quietWithout: any(
      ({ observation: o, conditions: c }) =>
        o.kind === 'ac' && o.volts !== null && o.volts < SIGNAL && c.radio === 'on' && c.sound === 'none',
    ),
    /** more of it at a higher volume step */
    rises: risesWithVolume(across),
    moved: moved(false),
    movedPlaying: moved(true),
  };
}

/**
 * What two wires still need to be a pair of their kind: without a reading across them nothing is settled, and not
 * before what looks the same was ruled out.
 *
 * @param mateId the cavity of the other one
 * @param fed one of the two carries a bias with the radio on and the other does not
 */
export function neededOfPair(
  kind: PairKind,
  across: readonly HarnessReading[],
  mateId: string,
  fed: boolean,
): Needed | null {
  const s = shown(across);
  switch (kind) {
    case 'output':
      return s.heard || s.moved || s.speaker
        ? null
        : need(
            'A tone across the two: a tweeter behind its capacitor reads open and is heard.',
            'tone',
            OFF,
            mateId,
          );
    case 'input': {
      if (s.movedPlaying) return null;
      if (!s.signal) return need('AC volts across the two with a signal playing.', 'ac', PLAYING, mateId);
      if (!s.nothingHeard && !s.line && !s.signalWithPlugOut)
        return need(
          'A tone across the two: if no speaker sounds, the signal comes in here.',
          'tone',
          OFF,
          mateId,
        );
      return s.follows || s.rises || s.quietWithout
        ? null
        : need(
            'AC volts across the two with balance or fader away: a bus does not follow them.',
            'ac',
            { ...PLAYING, balance: 'left' },
            mateId,
          );
    }
    case 'data':
      return s.bus
        ? null
        : need(
            'Ohms across the two with everything off: a terminated bus reads 60 or 120 Ω.',
            'ohms',
            OFF,
            mateId,
          );
    case 'microphone':
      if (!fed)
        return need(
          'Volts to ground with the radio on: a microphone has its bias on one of two wires.',
          'dc',
          RADIO,
        );
      return s.capsule ? null : need('Ohms across the two: a capsule reads about 1 kΩ.', 'ohms', OFF, mateId);
  }
}

/** What a channel still needs: ears err, so that one place heard is confirmed by something else than the ear. */
export function neededOfChannel(
  kind: 'output' | 'input',
  { kinds, heard, way }: ChannelKinds,
  mateId: string,
): Needed | null {
  if (kind === 'output' && !heard && kinds < 2)
    return need('A tone across the two: where it is heard is where it belongs.', 'tone', OFF, mateId);
  if (kinds < 2)
    return need(
      'AC volts across the two with balance or fader away: a second kind of evidence beside the ear.',
      'ac',
      { ...(kind === 'output' ? SEATED : PLAYING), balance: 'left' },
      mateId,
    );
  return way
    ? null
    : need(
        'Its corner’s other drivers: a tone once more, with an ear at the door and one at the tweeter, and the pairs that are not found yet.',
        'tone',
        OFF,
        mateId,
      );
}

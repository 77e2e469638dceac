import type { Reading } from '../model/reading.ts';
import { formatMeasured } from '../quantity/measured-value.ts';

/** One step of a guided test: what to do, and what the readings taken so far say of it. */
export interface RoutineStep {
  what: string;
  /** null: not done yet */
  saw: string | null;
  /** for: speaks for what is to be proved; against: speaks against it */
  verdict: 'for' | 'against' | 'open';
}

export interface Routine {
  title: string;
  conclusion: string;
  state: 'settled' | 'again' | 'open';
  steps: RoutineStep[];
}

type Live = readonly Pick<Reading, 'cavityId' | 'otherCavityId' | 'observation' | 'conditions'>[];

const volts = (r: Live[number]) =>
  r.observation.kind === 'dc' || r.observation.kind === 'ac' ? r.observation.volts : null;
const step = (what: string, value: number | null | undefined, fits: (v: number) => boolean): RoutineStep => ({
  what,
  saw: value === null || value === undefined ? null : formatMeasured(value, 'V'),
  verdict: value === null || value === undefined ? 'open' : fits(value) ? 'for' : 'against',
});

/**
 * Data pair or differential audio? Both sit at a few volts and both are twisted. Audio follows what is played, data
 * does not; a data pair has its terminating resistors across it when the car is asleep.
 */
export function dataOrAudio(live: Live, a: string, b: string): Routine {
  const own = live.filter((r) => [r.cavityId, r.otherCavityId].some((id) => id === a || id === b));
  const across = own.filter(
    (r) => r.otherCavityId !== null && [r.cavityId, r.otherCavityId].every((id) => id === a || id === b),
  );
  const ac = across.filter(
    (r) => r.observation.kind === 'ac' && r.conditions.radio === 'on' && volts(r) !== null,
  );
  const silent = ac.findLast((r) => r.conditions.sound === 'none');
  const turnedAway = ({ conditions: c }: Live[number]) => c.balance !== 'centre' || c.fader !== 'centre';
  const heard = ac.filter((r) => r.conditions.sound === 'playing');
  const playing = heard.findLast((r) => !turnedAway(r));
  // One of the four directions takes an audio pair away, whichever it is.
  const turned = heard.filter(turnedAway).map((r) => volts(r)!);
  const away = turned.length > 0 ? Math.min(...turned) : null;
  const ohms = across.findLast((r) => r.observation.kind === 'ohms' && r.conditions.ignition === 'off');
  const loud = playing ? volts(playing)! : null;
  const steps: RoutineStep[] = [
    step(
      'AC across the pair, radio on, nothing playing: audio is quiet',
      silent && volts(silent),
      (v) => v < 0.05,
    ),
    step(
      'AC across it with a steady tone playing: audio is there',
      loud,
      (v) => v > 0.08 && (!silent || v > 3 * volts(silent)!),
    ),
    step(
      'AC with balance or fader turned away: audio goes',
      away,
      (v) => v < 0.3 * (loud ?? Math.max(...turned)),
    ),
    {
      what: 'Ohms across it, car asleep, plug confirmed: 60 or 120 Ω is a data pair',
      saw: !ohms
        ? null
        : ohms.observation.kind === 'ohms' && ohms.observation.ohms !== null
          ? formatMeasured(ohms.observation.ohms, 'ohm')
          : 'OL',
      verdict: !ohms
        ? 'open'
        : ohms.observation.kind === 'ohms' &&
            ohms.observation.ohms !== null &&
            ohms.observation.ohms > 45 &&
            ohms.observation.ohms < 140
          ? 'against'
          : 'for',
    },
  ];
  const audio = steps.slice(1, 3).filter((s) => s.verdict === 'for').length;
  const data = steps.filter((s) => s.verdict === 'against').length;
  const state =
    audio > 0 && data === 0 ? 'settled' : data > 1 ? 'settled' : data > 0 && audio > 0 ? 'again' : 'open';
  const conclusion =
    state === 'settled'
      ? audio > 0
        ? 'Audio: it follows what is played.'
        : 'Data: it does not care what is played. Leave it whole; an amplifier on it may have to stay powered.'
      : state === 'again'
        ? 'The tests disagree: do them again.'
        : 'Not decided. Until it is, meter only: no tone, no battery, no load on this pair.';
  return { title: 'Data pair or differential audio', conclusion, state, steps };
}

/** What a source that is to wake something was seen to do. */
export interface SourceSeen {
  asleep: 'dead' | 'live' | 'unknown';
  restart: 'steady' | 'dips' | 'unknown';
  /** with something drawn from it */
  load: 'holds' | 'sags' | 'unknown';
}

/** Less than this is nothing while the car sleeps; a source that works gives more, V. */
const ASLEEP_VOLTS = 0.5;
const WORKING_VOLTS = 4;

/** The newest direct volts to ground on a wire under a condition; null: not read. */
const dcAt = (live: Live, cavityId: string, test: (c: Live[number]['conditions']) => boolean) => {
  const found = live.findLast(
    (r) =>
      r.cavityId === cavityId &&
      r.otherCavityId === null &&
      r.observation.kind === 'dc' &&
      volts(r) !== null &&
      test(r.conditions),
  );
  return found ? volts(found) : null;
};

/** What the readings on a wire say of it as a source that wakes the new system. */
export function sourceSeen(live: Live, cavityId: string): SourceSeen {
  const during = (moment: Live[number]['conditions']['moment']) =>
    dcAt(live, cavityId, (c) => c.moment === moment);
  const [asleep, restart, loaded] = [during('asleep'), during('restart'), during('loaded')];
  return {
    asleep: asleep === null ? 'unknown' : asleep < ASLEEP_VOLTS ? 'dead' : 'live',
    restart: restart === null ? 'unknown' : restart > WORKING_VOLTS ? 'steady' : 'dips',
    load: loaded === null ? 'unknown' : loaded > WORKING_VOLTS ? 'holds' : 'sags',
  };
}

/**
 * Proving a turn-on source: it has to come and go with the radio, survive a door and a restart, sleep with the car,
 * and hold its volts when something is drawn from it. Many cars have none.
 */
export function turnOnSource(live: Live, cavityId: string): Routine {
  const at = (test: (c: Live[number]['conditions']) => boolean) => dcAt(live, cavityId, test);
  const steady = (c: Live[number]['conditions']) => c.moment === 'steady';
  const steps = [
    step(
      'Radio on: 5 V or about the supply',
      at((c) => steady(c) && c.radio === 'on'),
      (v) => v > WORKING_VOLTS,
    ),
    step(
      'Ignition on, radio off: nothing',
      at((c) => steady(c) && c.ignition === 'on' && c.radio === 'off'),
      (v) => v < 1,
    ),
    step(
      'Door opened after switching off: see whether it drops with the radio',
      at((c) => c.moment === 'door-open'),
      (v) => v < 1,
    ),
    step(
      'Engine restarted with the radio on: no lasting dip',
      at((c) => c.moment === 'restart'),
      (v) => v > WORKING_VOLTS,
    ),
    step(
      'Car asleep: nothing',
      at((c) => c.moment === 'asleep'),
      (v) => v < ASLEEP_VOLTS,
    ),
    step(
      'Loaded with 100 Ω to ground: it holds',
      at((c) => c.moment === 'loaded'),
      (v) => v > WORKING_VOLTS,
    ),
  ];
  const proved = steps.filter((s) => s.verdict === 'for').length;
  const failed = steps.filter((s) => s.verdict === 'against');
  const state = failed.length > 0 ? 'again' : proved === steps.length ? 'settled' : 'open';
  const conclusion =
    failed.length > 0
      ? `Not a turn-on source as it is: ${failed[0].what.split(':')[0].toLowerCase()} failed. Many cars have none; a sensing converter or a switched feed with a relay is the way then.`
      : proved === steps.length
        ? 'Proved as a turn-on source.'
        : `${proved} of ${steps.length} shown. It may be used once all are.`;
  return { title: 'Turn-on source', conclusion, state, steps };
}

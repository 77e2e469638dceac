import type { PairKind } from '../readings/likelihood.ts';
import type { ChannelKinds } from './channel-kinds.ts';
import type { HarnessReading } from './harness-input.ts';
import { need, type Needed, OFF, PLAYING, RADIO, SEATED, SIGNAL } from './needed.ts';

/** Speakers, two of them side by side, and coils of subwoofers. */
const isSpeaker = (ohms: number | null) => ohms !== null && ohms >= 1 && ohms <= 16;
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
            'AC volts across the two with balance or fader turned away: a bus does not follow.',
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
          'Volts to ground with the radio on: a microphone has its bias on one of the two wires.',
          'dc',
          RADIO,
        );
      return s.capsule ? null : need('Ohms across the two: a capsule reads about 1 kΩ.', 'ohms', OFF, mateId);
  }
}

/** What a channel still needs: ears err, so that one place heard is confirmed by something else than the ear. */
export function neededOfChannel(
  kind: 'output' | 'input',
  { kinds, heard, way, fader }: ChannelKinds,
  mateId: string,
): Needed | null {
  if (kind === 'output' && !heard && kinds < 2)
    return need('A tone across the two: where it is heard is where it belongs.', 'tone', OFF, mateId);
  if (kinds < 2)
    return need(
      'AC volts across the two with balance or fader turned away: confirms what was heard.',
      'ac',
      { ...(kind === 'output' ? SEATED : PLAYING), balance: 'left' },
      mateId,
    );
  if (fader)
    return need(
      `AC volts across the two with the fader full ${fader}: a ${fader === 'rear' ? 'front' : 'rear'} line drops out, a line without fader stays.`,
      'ac',
      { ...PLAYING, fader },
      mateId,
    );
  return way
    ? null
    : need(
        'Which driver it is: tone again, listening at the door and at the tweeter; then find the corner’s other pairs.',
        'tone',
        OFF,
        mateId,
      );
}

/** A channel that is in doubt is settled from here on; experience on simulated circuits. */
const SURE_IN_DOUBT = { 'shared-corner': 0.975, 'rear-by-ear': 0.99 } as const;

/**
 * What a channel needs that seems sure and is one of a kind that often errs.
 *
 * @param probability of the channel, as stated
 */
export function neededInDoubt(
  kind: 'output' | 'input',
  { doubt }: Pick<ChannelKinds, 'doubt'>,
  probability: number,
  mateId: string,
): Needed | null {
  if (doubt === null || probability >= SURE_IN_DOUBT[doubt]) return null;
  const playing = kind === 'output' ? SEATED : PLAYING;
  if (doubt === 'rear-by-ear')
    return need(
      'AC volts across the two with the fader full front: a rear pair drops out.',
      'ac',
      { ...playing, fader: 'front' },
      mateId,
    );
  return kind === 'output'
    ? need('A tone again: another pair is in this corner too.', 'tone', OFF, mateId)
    : need(
        'AC volts across the two with balance turned away: another pair is in this corner too.',
        'ac',
        { ...playing, balance: 'left' },
        mateId,
      );
}

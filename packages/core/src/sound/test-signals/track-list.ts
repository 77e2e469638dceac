import { STEP, stepsOf } from './render.ts';
import { signalName, type TestSignal } from './test-signal.ts';

export interface Track {
  signal: TestSignal;
  name: string;
  seconds: number;
  /** what it is played for */
  use: string;
  /** when it begins in the list, s */
  cue: number;
}

const steppedSeconds = (signal: TestSignal & { kind: 'stepped' }) =>
  stepsOf(signal) * (STEP.tone + STEP.pause);

/** How long a track is unless somebody says otherwise, s. */
export function usualSeconds(signal: TestSignal): number {
  switch (signal.kind) {
    case 'stepped':
      return steppedSeconds(signal);
    case 'pink':
      return 60;
    case 'sweep':
      return 20;
    case 'walk':
      return 32;
    case 'tone':
      return 15;
    default:
      return 10;
  }
}

const WORK: { signal: TestSignal; use: string }[] = [
  { signal: { kind: 'silence' }, use: 'Noise of the system and of the input. Engine off, then on.' },
  {
    signal: { kind: 'walk' },
    use: 'One beep is left, two are right, three front, four rear: turn the fader to the front at three, to the rear at four.',
  },
  {
    signal: { kind: 'pink', on: 'both' },
    use: 'Band of every output. One recording each, one output or two at a time.',
  },
  {
    signal: { kind: 'pink', on: 'left' },
    use: 'What the left side alone feeds: shows summed centres and upmix.',
  },
  { signal: { kind: 'pink', on: 'right' }, use: 'The same for the right side.' },
  {
    signal: { kind: 'pink', on: 'uncorrelated' },
    use: 'Centre and rear outputs that are made from differences.',
  },
  { signal: { kind: 'pulse', on: 'both', levelDb: -6 }, use: 'For a polarity tester at the speaker.' },
  {
    signal: { kind: 'tone', on: 'both', hz: 40, levelDb: -10 },
    use: 'Level of woofers and subwoofers by meter.',
  },
  {
    signal: { kind: 'tone', on: 'both', hz: 100, levelDb: -10 },
    use: 'Calibrating the input against a meter; level law by meter.',
  },
  {
    signal: { kind: 'tone', on: 'both', hz: 1000, levelDb: -10 },
    use: 'Level of mid outputs. Check first that the meter is true at 1 kHz.',
  },
  {
    signal: { kind: 'stepped', on: 'both', hz: 40, fromDb: -30, toDb: 0, stepDb: 3 },
    use: 'Clean maximum of a bass output at a fixed volume. Rises from quiet.',
  },
  {
    signal: { kind: 'stepped', on: 'both', hz: 1000, fromDb: -30, toDb: 0, stepDb: 3 },
    use: 'Clean maximum of a mid or full-range output.',
  },
  {
    signal: { kind: 'sweep', on: 'both', fromHz: 20, toHz: 20_000, levelDb: -12 },
    use: 'Rattles and gaps by ear.',
  },
];

/** The list to work through, in order, with the time each track begins. */
export function workList(): Track[] {
  let cue = 0;
  return WORK.map(({ signal, use }) => {
    const seconds = usualSeconds(signal);
    const track = { signal, use, seconds, name: signalName(signal), cue };
    cue += seconds;
    return track;
  });
}

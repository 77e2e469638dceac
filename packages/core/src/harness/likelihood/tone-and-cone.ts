import type { Observation } from '../../model/reading.ts';
import type { LikelihoodModel } from './outcome.ts';

type Tone = Extract<Observation, { kind: 'tone' }>;
type Cone = Extract<Observation, { kind: 'cone' }>;

const said = (o: Tone) => (o.places.length > 0 ? 'heard' : (o.word ?? 'unsure'));
const TONE = {
  output: { heard: 0.94, nothing: 0.03, unsure: 0.03, unreachable: 0.01 },
  other: { heard: 0.012, nothing: 0.958, unsure: 0.03, unreachable: 0.01 },
};

/** A tone on a pair is heard when a driver hangs on it, and only then; where it is heard tells the channel. */
export const toneLikelihood: LikelihoodModel<Tone> = {
  alone: () => 1,
  partners: (o, _, kind) => TONE[kind === 'output' ? 'output' : 'other'][said(o)],
  strangers: (o) => TONE.other[said(o)],
  anywhere: (o) => (o.places.length > 0 ? 0.25 : 0.7),
};

const moved = (o: Cone) => (o.moves === 'out' || o.moves === 'in' ? 'moved' : o.moves);
const CONE = {
  output: { moved: 0.85, none: 0.1, unsure: 0.05 },
  // Tweeters show nothing to a battery.
  outputByBattery: { moved: 0.7, none: 0.25, unsure: 0.05 },
  inputPlaying: { moved: 0.85, none: 0.1, unsure: 0.05 },
  other: { moved: 0.012, none: 0.938, unsure: 0.05 },
};

/** Whether anything moved; which way it moved is for the polarity. */
export const coneLikelihood: LikelihoodModel<Cone> = {
  alone: () => 1,
  partners(o, c, kind) {
    if (kind === 'output') return CONE[o.source === 'battery' ? 'outputByBattery' : 'output'][moved(o)];
    const playing = kind === 'input' && o.source === 'tester' && c.radio === 'on' && c.sound === 'playing';
    return CONE[playing ? 'inputPlaying' : 'other'][moved(o)];
  },
  strangers: (o) => CONE.other[moved(o)],
  anywhere: (o) => (moved(o) === 'moved' ? 0.25 : 0.6),
};

import { type JobView, PLAYED, PLAYED_IN, type RecordingFields, UNKNOWN_SITUATION } from '@ulpen/core';
import type { SimulatedPlaying } from './live-engine.ts';

export interface LivePreset {
  /** what the recording will be said to be */
  said: Pick<RecordingFields, 'played' | 'situation'> & Partial<Pick<RecordingFields, 'load'>>;
  secondPairId: string | null;
  /** the guided test that it belongs to */
  test: string | null;
}

/** What a guided test asks for, out of the address. */
export function presetOf(params: URLSearchParams, job: JobView): LivePreset {
  const engines = ['off', 'idle', 'raised'] as const;
  const engine = engines.find((e) => e === params.get('engine'));
  const second = params.get('second');
  const load = (['none', 'speaker'] as const).find((l) => l === params.get('load'));
  return {
    said: {
      played: PLAYED.find((p) => p === params.get('played')) ?? 'pink',
      situation: {
        ...UNKNOWN_SITUATION,
        engine: engine ?? 'unknown',
        doors: params.get('doors') === 'open' ? 'open' : engine ? 'closed' : 'unknown',
        playedIn: PLAYED_IN.find((p) => p === params.get('in')) ?? 'unknown',
      },
      ...(load && { load }),
    },
    secondPairId: job.units.flatMap((u) => u.pairs).some((p) => p.id === second) ? second : null,
    test: params.get('test'),
  };
}

/** Tones for each way, inside its band, Hz. */
const TONE_HZ = { full: 100, woofer: 120, midrange: 1000, tweeter: 6000, subwoofer: 60 } as const;

/** What the simulated car plays first for a preset. */
export function firstPlaying({ said }: LivePreset, way: keyof typeof TONE_HZ): SimulatedPlaying {
  const { played, situation } = said;
  const kind = played === 'tone' || played === 'silence' ? played : 'pink';
  return {
    played: kind,
    hz: TONE_HZ[way],
    signalDb: kind === 'tone' ? 0 : -12,
    engine: situation.engine === 'unknown' ? 'off' : situation.engine,
    supplyVolts: 13.6,
    cancelling: situation.doors !== 'open',
    step: 18,
  };
}

/** What is known of a recording because the simulated car played it. */
export function saidOfPlaying(playing: SimulatedPlaying, preset: LivePreset): Partial<RecordingFields> {
  const { played, engine, supplyVolts, signalDb, step } = playing;
  return {
    played,
    volumeStep: step,
    note: 'Simulated output, not the car.',
    situation: {
      ...preset.said.situation,
      engine,
      doors: preset.said.situation.doors === 'open' ? 'open' : 'closed',
      supplyVolts,
      signalDb: played === 'silence' ? null : signalDb,
    },
  };
}

import type { LivePicture, LiveSettings, Pair } from '@ulpen/core';
import type { SimulatedPlay } from '@ulpen/core/carsim';
import type { LiveNews, LiveOrder } from '../../../workers/live.worker.ts';
import tapAddress from './tap.worklet.ts?worker&url';

/** Where the sound comes from: an input of this device, or made-up outputs to try things on. */
export type LiveSource =
  { kind: 'input'; deviceId: string } | { kind: 'simulated'; pairs: Pair[]; playing: SimulatedPlaying };

/** What the simulated car plays and at which volume step. */
export type SimulatedPlaying = SimulatedPlay & {
  step: number;
  /** the player goes straight into both inputs, past the car */
  loopBack?: boolean;
};

export interface LiveEvents {
  onPicture: (picture: LivePicture, recordedSeconds: number | null, same: boolean) => void;
  onRecorded: (file: Blob | null) => void;
  /** the input went away by itself */
  onLost: () => void;
}

export interface LiveEngine {
  sampleRate: number;
  channels: 1 | 2;
  /** name of the input */
  label: string;
  /** processing that the browser did not switch off */
  processing: string[];
  set: (settings: LiveSettings) => void;
  /** only of simulated outputs: plays something else from now on */
  play: ((playing: SimulatedPlaying) => void) | null;
  release: () => void;
  record: () => void;
  finish: () => void;
  stop: () => void;
}

const SIMULATED_PERIOD = 2 ** 19;
const SIMULATED_NOISE_DB = -92;
/** Effective volts at the simulated outputs for full scale. */
export const SIMULATED_VOLTS = 25;
/** The simulated input itself, which a loop-back finds: lag of its right channel, s, and second harmonic of a tone. */
const SIMULATED_SKEW = 13e-6;
const SIMULATED_SECOND = 0.0006;
const SIMULATED_WITHDRAWAL = { fromStep: 20, hzPerStep: 8 };

/**
 * Starts listening. The samples go from the audio thread straight to a worker that analyses and records them, so that
 * neither waits for the page.
 *
 * @throws DOMException as getUserMedia does, when the input is refused or missing
 */
export async function startLive(
  source: LiveSource,
  settings: LiveSettings,
  events: LiveEvents,
): Promise<LiveEngine> {
  const stream = source.kind === 'input' ? await openInput(source.deviceId) : null;
  const context = new AudioContext();
  try {
    await context.resume();
    await context.audioWorklet.addModule(tapAddress);
    const input = stream
      ? inputOf(context, stream)
      : await simulated(context, source as Extract<LiveSource, { kind: 'simulated' }>);
    const { node, channels, label, processing, play } = input;
    const tap = new AudioWorkletNode(context, 'tap', {
      numberOfOutputs: 0,
      channelCount: channels,
      channelCountMode: 'explicit',
      channelInterpretation: 'discrete',
    });
    const worker = new Worker(new URL('../../../workers/live.worker.ts', import.meta.url), {
      type: 'module',
    });
    const order = (o: LiveOrder, transfer: Transferable[] = []) => worker.postMessage(o, transfer);
    worker.onmessage = ({ data }: MessageEvent<LiveNews>) => {
      if (data.is === 'picture') events.onPicture(data.picture, data.recordedSeconds, data.same);
      else events.onRecorded(data.file);
    };
    const { port1, port2 } = new MessageChannel();
    tap.port.postMessage({ to: port1, channels }, [port1]);
    order({ do: 'begin', from: port2, sampleRate: context.sampleRate, channels, settings }, [port2]);
    node.connect(tap);
    const [track] = stream?.getAudioTracks() ?? [];
    if (track) track.onended = events.onLost;
    return {
      sampleRate: context.sampleRate,
      channels,
      label,
      processing,
      set: (s) => order({ do: 'set', settings: s }),
      play,
      release: () => order({ do: 'release' }),
      record: () => order({ do: 'record' }),
      finish: () => order({ do: 'finish' }),
      stop: () => {
        if (track) track.onended = null;
        stream?.getTracks().forEach((t) => t.stop());
        worker.terminate();
        void context.close();
      },
    };
  } catch (error) {
    stream?.getTracks().forEach((t) => t.stop());
    void context.close();
    throw error;
  }
}

interface Input {
  node: AudioNode;
  channels: 1 | 2;
  label: string;
  processing: string[];
  play: LiveEngine['play'];
}

function openInput(deviceId: string): Promise<MediaStream> {
  return navigator.mediaDevices.getUserMedia({
    audio: {
      ...(deviceId && { deviceId: { exact: deviceId } }),
      channelCount: { ideal: 2 },
      // Made for speech, these would move the level and the bass.
      echoCancellation: false,
      noiseSuppression: false,
      autoGainControl: false,
    },
  });
}

function inputOf(context: AudioContext, stream: MediaStream): Input {
  const [track] = stream.getAudioTracks();
  const now = track.getSettings();
  const processing = [
    now.echoCancellation ? 'echo cancelling' : '',
    now.noiseSuppression ? 'noise reduction' : '',
    now.autoGainControl ? 'automatic gain' : '',
  ].filter(Boolean);
  return {
    node: context.createMediaStreamSource(stream),
    channels: now.channelCount === 1 ? 1 : 2,
    label: track.label || 'audio input',
    processing,
    play: null,
  };
}

/** What made-up outputs give for what is played, in a loop. */
async function simulated(
  context: AudioContext,
  { pairs, playing }: Extract<LiveSource, { kind: 'simulated' }>,
): Promise<Input> {
  const { simulatedOutput, soundOfOutputs, turnedTo } = await import('@ulpen/core/carsim');
  const { sampleRate } = context;
  const lagging = <C extends { delay: number }>(chain: C, n: number): C => ({
    ...chain,
    delay: chain.delay + n * SIMULATED_SKEW,
  });
  const chains = pairs.map((pair, n) => lagging(simulatedOutput(pair, seedOf(pair.id) + n), n));
  const out = new GainNode(context, { channelCount: pairs.length, channelInterpretation: 'discrete' });
  let now: AudioBufferSourceNode | null = null;
  const straight = pairs.map((_, n) =>
    lagging({ gainDb: 0, filters: [], peaks: [], inverted: false, delay: 0 }, n),
  );
  const play = (what: SimulatedPlaying) => {
    const samples = soundOfOutputs(
      what.loopBack ? straight : chains.map((chain) => turnedTo(chain, what.step, SIMULATED_WITHDRAWAL)),
      what.loopBack ? { ...what, engine: 'off', signalDb: -10 } : what,
      {
        sampleRate,
        size: SIMULATED_PERIOD,
        voltsAtFullScale: SIMULATED_VOLTS,
        noiseDb: SIMULATED_NOISE_DB,
        seed: 7,
      },
    );
    const buffer = context.createBuffer(samples.length, SIMULATED_PERIOD, sampleRate);
    samples.forEach((s, c) => buffer.getChannelData(c).set(bent(s)));
    now?.stop();
    now = new AudioBufferSourceNode(context, { buffer, loop: true });
    now.connect(out);
    now.start();
  };
  play(playing);
  const channels = pairs.length === 2 ? 2 : 1;
  return { node: out, channels, label: 'simulated output', processing: [], play };
}

/** A little of the second harmonic, as an input's own stage adds it. */
function bent(samples: Float32Array): Float32Array {
  const peak = samples.reduce((most, s) => Math.max(most, Math.abs(s)), 1e-9);
  return samples.map((s) => s + ((2 * SIMULATED_SECOND) / peak) * (s * s - (peak * peak) / 2));
}

/** The same output sounds the same each time. */
const seedOf = (id: string) => Number.parseInt(id.replaceAll('-', '').slice(0, 6), 16) || 1;

/** What went wrong with an input, and what to do. */
export function inputFault(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The browser was not allowed to listen. Allow the microphone for this page (the sign beside the address), then start again.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'That input is not connected. Plug the sound input in and choose it again.';
  if (name === 'NotReadableError') return 'Another program holds the input. Close it, then start again.';
  return 'The input could not be opened. Choose another one, or import a recording as a file.';
}

import { type LivePicture, type LiveSettings, type Pair, pinkNoise } from '@ulpen/core';
import type { LiveNews, LiveOrder } from '../../../workers/live.worker.ts';
import tapAddress from './tap.worklet.ts?worker&url';

/** Where the sound comes from: an input of this device, or made-up outputs to try things on. */
export type LiveSource = { kind: 'input'; deviceId: string } | { kind: 'simulated'; pairs: Pair[] };

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
  release: () => void;
  record: () => void;
  finish: () => void;
  stop: () => void;
}

const SIMULATED_PERIOD = 2 ** 19;
const SIMULATED_RMS_DB = -20;
const SIMULATED_NOISE_DB = -85;

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
      : await simulated(context, source.kind === 'simulated' ? source.pairs : []);
    const { node, channels, label, processing } = input;
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
  };
}

/** Pink noise through made-up outputs, in a loop. */
async function simulated(context: AudioContext, pairs: readonly Pair[]): Promise<Input> {
  const { recordPeriod, simulatedOutput } = await import('@ulpen/core/carsim');
  const { sampleRate } = context;
  const chains = pairs.map((pair, n) => simulatedOutput(pair, seedOf(pair.id) + n));
  const source = pinkNoise(SIMULATED_PERIOD, sampleRate, SIMULATED_RMS_DB, 1);
  const channels = recordPeriod(source, chains, { sampleRate, noiseDb: SIMULATED_NOISE_DB, seed: 7 });
  const buffer = context.createBuffer(channels.length, SIMULATED_PERIOD, sampleRate);
  channels.forEach((samples, c) => buffer.getChannelData(c).set(samples));
  const node = new AudioBufferSourceNode(context, { buffer, loop: true });
  node.start();
  return { node, channels: channels.length === 2 ? 2 : 1, label: 'simulated output', processing: [] };
}

/** The same output sounds the same each time. */
const seedOf = (id: string) => Number.parseInt(id.replaceAll('-', '').slice(0, 6), 16) || 1;

/** What went wrong with an input, and what to do. */
export function inputFault(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The browser was not allowed to listen. Allow the microphone for this page (the sign beside the address), then start again.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'That input is not there. Plug the sound input in and choose it again.';
  if (name === 'NotReadableError') return 'Another program holds the input. Close it, then start again.';
  return 'The input could not be opened. Choose another one, or import a recording as a file.';
}

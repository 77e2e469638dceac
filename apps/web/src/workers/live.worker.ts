import {
  encodePcm,
  LiveAnalyser,
  type LivePicture,
  type LiveSettings,
  RECORDING_LIMITS,
  wavHeader,
} from '@ulpen/core';

/** What the page asks of the live analyser. */
export type LiveOrder =
  | { do: 'begin'; from: MessagePort; sampleRate: number; channels: 1 | 2; settings: LiveSettings }
  | { do: 'set'; settings: LiveSettings }
  | { do: 'release' }
  | { do: 'record' }
  | { do: 'finish' };

/** What it tells the page. */
export type LiveNews =
  | { is: 'picture'; picture: LivePicture; recordedSeconds: number | null; same: boolean }
  | { is: 'recorded'; file: Blob | null };

/** Two channels whose difference stays under this share of their size are one signal. */
const SAME = 1e-4;

let analyser: LiveAnalyser | null = null;
let format = { sampleRate: 48_000, channels: 1 as 1 | 2 };
let recording: { pieces: Blob[]; frames: number } | null = null;

const tell = (news: LiveNews) => self.postMessage(news);

function hear(block: Float32Array[]): void {
  if (!analyser) return;
  analyser.push(block);
  if (recording) {
    recording.pieces.push(new Blob([encodePcm(block, 24, null)]));
    recording.frames += block[0].length;
    if (recording.frames / format.sampleRate >= RECORDING_LIMITS.seconds) finish();
  }
  const recordedSeconds = recording ? recording.frames / format.sampleRate : null;
  tell({ is: 'picture', picture: analyser.picture(), recordedSeconds, same: sameSignal(block) });
}

function sameSignal([a, b]: Float32Array[]): boolean {
  if (!b) return false;
  let [difference, size] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    difference += (a[i] - b[i]) ** 2;
    size += a[i] ** 2 + b[i] ** 2;
  }
  return size > 0 && difference < SAME * SAME * size;
}

function finish(): void {
  const done = recording;
  recording = null;
  tell({
    is: 'recorded',
    file:
      done && done.frames > 0
        ? new Blob([wavHeader({ ...format, bits: 24 }, done.frames), ...done.pieces], { type: 'audio/wav' })
        : null,
  });
}

self.onmessage = ({ data }: MessageEvent<LiveOrder>) => {
  switch (data.do) {
    case 'begin':
      format = { sampleRate: data.sampleRate, channels: data.channels };
      analyser = new LiveAnalyser(data.sampleRate, data.channels, data.settings);
      data.from.onmessage = ({ data: block }: MessageEvent<Float32Array[]>) => hear(block);
      return;
    case 'set':
      return analyser?.set(data.settings);
    case 'release':
      return analyser?.release();
    case 'record':
      recording = { pieces: [], frames: 0 };
      return;
    case 'finish':
      return finish();
  }
};

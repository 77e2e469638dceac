import { useCallback, useEffect, useRef, useState } from 'react';
import type { LivePicture, LiveSettings } from '@ulpen/core';
import { inputFault, type LiveEngine, type LiveSource, startLive } from './live-engine.ts';

/** The numbers beside the drawing; renewed a few times a second, which is as fast as one reads. */
export interface LiveNumbers {
  channels: { rmsDb: number; peakDb: number; clipped: boolean }[];
  recordedSeconds: number | null;
  same: boolean;
  /** pictures of the last second */
  rate: number;
}

const NUMBERS_EVERY = 200;

/** Starts, steers and stops the live analyser; everything is let go when the page is left. */
export function useLive(settings: LiveSettings, onRecorded: (file: Blob | null) => void) {
  const [engine, setEngine] = useState<LiveEngine | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [numbers, setNumbers] = useState<LiveNumbers | null>(null);
  const picture = useRef<LivePicture | null>(null);
  const running = useRef<LiveEngine | null>(null);

  const stop = useCallback(() => {
    running.current?.stop();
    running.current = null;
    setEngine(null);
    setNumbers(null);
    picture.current = null;
  }, []);
  useEffect(() => () => running.current?.stop(), []);
  useEffect(() => engine?.set(settings), [engine, settings]);

  const start = async (source: LiveSource) => {
    stop();
    setFault(null);
    let shown = 0;
    let clipped: boolean[] = [];
    let times: number[] = [];
    try {
      const started = await startLive(source, settings, {
        onPicture: (now, recordedSeconds, same) => {
          picture.current = now;
          const at = performance.now();
          times = [...times.filter((t) => at - t < 1000), at];
          clipped = now.channels.map((c, i) => c.clipped || (clipped[i] ?? false));
          if (at - shown < NUMBERS_EVERY) return;
          shown = at;
          setNumbers({
            channels: now.channels.map((c, i) => ({ ...c, clipped: clipped[i] })),
            recordedSeconds,
            same,
            rate: times.length,
          });
          clipped = [];
        },
        onRecorded,
        onLost: () => {
          setFault('The input was disconnected. What was recorded until then is kept.');
          running.current?.finish();
        },
      });
      running.current = started;
      setEngine(started);
    } catch (error) {
      setFault(inputFault(error));
    }
  };
  return { engine, fault, numbers, picture, start, stop };
}

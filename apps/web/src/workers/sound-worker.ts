import { type Remote, wrap } from 'comlink';
import type { SoundWork } from './sound.worker.ts';

let started: Remote<SoundWork> | null = null;

/** Recordings and test signals on a thread of their own; started when first wanted. */
export function soundWorker(): Remote<SoundWork> {
  started ??= wrap<SoundWork>(new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' }));
  return started;
}

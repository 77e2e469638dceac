import { wrap, type Remote } from 'comlink';
import type { HeavyWork } from './heavy-work.ts';

let started: Remote<HeavyWork> | null = null;

/** Core's heavy functions on a thread of their own; started when first wanted. */
export function coreWorker(): Remote<HeavyWork> {
  started ??= wrap<HeavyWork>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }));
  return started;
}

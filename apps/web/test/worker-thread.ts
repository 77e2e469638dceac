import { expose } from 'comlink';
import { vi } from 'vitest';

/**
 * Runs what the page has on a thread of its own behind a channel, as a browser does: what goes over is copied, and
 * answers come later. Only the thread itself is missing.
 */
export async function withWorkerCode(): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  port1.start();
  port2.start();
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        return port1;
      }
    },
  );
  const { heavyWork } = await import('../src/workers/heavy-work.ts');
  expose(heavyWork, port2);
}

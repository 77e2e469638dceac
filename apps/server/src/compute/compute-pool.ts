import { createRequire } from 'node:module';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Piscina } from 'piscina';
import { ProblemError } from '../problems/problem-error.ts';
import type { TaskName, Tasks } from './tasks.ts';

export interface PoolOptions {
  threads: number;
  /** tasks that may wait; one more is refused */
  waiting: number;
}

/**
 * Two queues, so that plans do not wait for files: what a person looks at while working, and what takes its time.
 * One thread each leaves the other of two cores to the answers.
 */
const POOLS = {
  plans: { threads: 1, waiting: 32 },
  files: { threads: 1, waiting: 32 },
} as const;

const POOL_OF: Record<TaskName, keyof typeof POOLS> = {
  compare: 'plans',
  rework: 'plans',
  mapHarness: 'plans',
  findings: 'plans',
  analyse: 'files',
  zipJobFile: 'files',
  readJobFile: 'files',
  readColumns: 'files',
  listen: 'files',
  judgeRecording: 'files',
};

export interface RunOptions {
  /** aborted when nobody waits for the result any more */
  signal?: AbortSignal;
  /** equal keys at one time are one run */
  shared?: string;
}

interface Shared {
  result: Promise<unknown>;
  stop: AbortController;
  waiting: number;
}

/** Worker threads load plain JavaScript: what was built, whatever this process was started with. */
function workerFile(): string {
  const here = new URL(import.meta.url).pathname;
  return here.endsWith('.ts')
    ? createRequire(import.meta.url).resolve('../../dist/compute/worker.js')
    : new URL('./worker.js', import.meta.url).pathname;
}

/** Core's own functions on worker threads, so that a long computation never holds up other requests. */
@Injectable()
export class ComputePool implements OnApplicationShutdown {
  private readonly pools = new Map<string, Piscina>();
  private readonly shared = new Map<string, Shared>();

  /**
   * Runs a task, waiting its turn.
   *
   * @param given the task's input, or what makes it once the run is known to be needed
   * @throws ProblemError (429) when too many wait already
   */
  async run<N extends TaskName>(
    name: N,
    given: Parameters<Tasks[N]>[0] | (() => Promise<Parameters<Tasks[N]>[0]>),
    { signal, shared }: RunOptions = {},
  ): Promise<Awaited<ReturnType<Tasks[N]>>> {
    signal?.throwIfAborted();
    const start = async (stop: AbortSignal | undefined) => {
      this.assertRoom(name);
      const input = typeof given === 'function' ? await given() : given;
      stop?.throwIfAborted();
      return this.poolOf(name).run({ name, given: input }, { signal: stop });
    };
    const result = shared === undefined ? start(signal) : this.join(`${name} ${shared}`, start, signal);
    return result as Promise<Awaited<ReturnType<Tasks[N]>>>;
  }

  /** How many run or wait, for those who watch. */
  get busy(): number {
    return [...this.pools.values()].reduce((n, p) => n + p.queueSize + (p.utilization > 0 ? 1 : 0), 0);
  }

  async onApplicationShutdown(): Promise<void> {
    await Promise.all([...this.pools.values()].map((pool) => pool.destroy()));
  }

  /** One run for everybody who asks the same at one time; it ends early only when all of them have gone. */
  private async join(
    key: string,
    start: (stop: AbortSignal) => Promise<unknown>,
    signal: AbortSignal | undefined,
  ): Promise<unknown> {
    let run = this.shared.get(key);
    if (!run) {
      const stop = new AbortController();
      const begun: Shared = { stop, waiting: 0, result: Promise.resolve() };
      begun.result = start(stop.signal).finally(() => {
        if (this.shared.get(key) === begun) this.shared.delete(key);
      });
      begun.result.catch(() => {});
      this.shared.set(key, (run = begun));
    }
    const own = run;
    own.waiting++;
    return new Promise((resolve, reject) => {
      const leave = () => {
        reject(signal!.reason as Error);
        if (--own.waiting > 0) return;
        if (this.shared.get(key) === own) this.shared.delete(key);
        own.stop.abort();
      };
      signal?.addEventListener('abort', leave, { once: true });
      own.result.then(resolve, reject).finally(() => signal?.removeEventListener('abort', leave));
    });
  }

  private assertRoom(name: TaskName): void {
    if (this.poolOf(name).queueSize >= POOLS[POOL_OF[name]].waiting)
      throw ProblemError.busy(
        'Too much is being worked out at once. Nothing was lost; try again in a few seconds.',
      );
  }

  private poolOf(name: TaskName): Piscina {
    const kind = POOL_OF[name];
    let pool = this.pools.get(kind);
    if (!pool) {
      pool = new Piscina({
        filename: workerFile(),
        // Not the conditions under which this process was started.
        execArgv: [],
        minThreads: 1,
        maxThreads: POOLS[kind].threads,
        // Refused before, with words; this only bounds what slips in between.
        maxQueue: 2 * POOLS[kind].waiting,
      });
      this.pools.set(kind, pool);
    }
    return pool;
  }
}

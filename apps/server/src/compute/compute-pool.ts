import { createRequire } from 'node:module';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Piscina } from 'piscina';
import { ProblemError } from '../problems/problem-error.ts';
import type { TaskName, Tasks } from './tasks.ts';

/**
 * Two queues, so that plans do not wait for files: what a person looks at while working, and what takes its time.
 * One thread each leaves the other of two cores to the answers. `waiting` may wait; one more is refused.
 */
const POOLS = {
  plans: { threads: 1, waiting: 32 },
  files: { threads: 1, waiting: 32 },
} as const;

const POOL_OF: Record<TaskName, keyof typeof POOLS> = {
  compare: 'plans',
  rework: 'plans',
  finishedCar: 'plans',
  mapHarness: 'plans',
  outputsToListen: 'plans',
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
  askers: number;
}

/** What runs, and who waits for a turn, first come first. */
interface Lane {
  threads: Piscina;
  running: number;
  waiting: (() => void)[];
}

/** How long a run goes on that nobody waits for any more: a thread that is ended has to be started anew. */
const PATIENCE_MS = 1_000;

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
  private readonly lanes = new Map<string, Lane>();
  private readonly shared = new Map<unknown, Shared>();

  /**
   * Runs a task, waiting its turn.
   *
   * @param given the task's input, or what makes it once it is the task's turn
   * @throws ProblemError (429) when too many wait already
   */
  run<N extends TaskName>(
    name: N,
    given: Parameters<Tasks[N]>[0] | (() => Promise<Parameters<Tasks[N]>[0]>),
    { signal, shared }: RunOptions = {},
  ): Promise<Awaited<ReturnType<Tasks[N]>>> {
    const key = shared === undefined ? Symbol(name) : `${name} ${shared}`;
    const start = (stop: AbortSignal) =>
      this.inTurn(name, stop, async (threads, late) => {
        const input = typeof given === 'function' ? await given() : given;
        return threads.run({ name, given: input }, { signal: late });
      });
    return this.join(key, start, signal) as Promise<Awaited<ReturnType<Tasks[N]>>>;
  }

  /** How many run or wait. */
  get busy(): number {
    return [...this.lanes.values()].reduce((n, lane) => n + lane.running + lane.waiting.length, 0);
  }

  async onApplicationShutdown(): Promise<void> {
    await Promise.all([...this.lanes.values()].map((lane) => lane.threads.destroy()));
  }

  /** One run for everybody who asks the same at one time; it ends early only when all of them have gone. */
  private async join(
    key: unknown,
    start: (stop: AbortSignal) => Promise<unknown>,
    signal: AbortSignal | undefined,
  ): Promise<unknown> {
    signal?.throwIfAborted();
    const run = this.shared.get(key) ?? this.begin(key, start);
    run.askers++;
    return new Promise((resolve, reject) => {
      const leave = () => {
        reject(signal!.reason as Error);
        if (--run.askers > 0) return;
        if (this.shared.get(key) === run) this.shared.delete(key);
        run.stop.abort();
      };
      signal?.addEventListener('abort', leave, { once: true });
      run.result.then(resolve, reject).finally(() => signal?.removeEventListener('abort', leave));
    });
  }

  private begin(key: unknown, start: (stop: AbortSignal) => Promise<unknown>): Shared {
    const stop = new AbortController();
    const run: Shared = { stop, askers: 0, result: start(stop.signal) };
    this.shared.set(key, run);
    const forget = () => {
      if (this.shared.get(key) === run) this.shared.delete(key);
    };
    run.result.then(forget, forget);
    return run;
  }

  private async inTurn(
    name: TaskName,
    stop: AbortSignal,
    work: (threads: Piscina, late: AbortSignal) => Promise<unknown>,
  ): Promise<unknown> {
    const lane = this.laneOf(name);
    const { threads, waiting } = POOLS[POOL_OF[name]];
    if (lane.running < threads) lane.running++;
    else if (lane.waiting.length < waiting) await turn(lane, stop);
    else
      throw ProblemError.busy(
        'Too much is being worked out at once. Nothing is lost; try again in a few seconds.',
      );
    const late = lateAfter(stop);
    try {
      return await work(lane.threads, late.signal);
    } finally {
      late.forget();
      // The turn goes to the next; without one it is free.
      const next = lane.waiting.shift();
      if (next) next();
      else lane.running--;
    }
  }

  private laneOf(name: TaskName): Lane {
    const kind = POOL_OF[name];
    let lane = this.lanes.get(kind);
    if (!lane) {
      const threads = new Piscina({
        filename: workerFile(),
        // Not the conditions under which this process was started.
        execArgv: [],
        minThreads: 1,
        maxThreads: POOLS[kind].threads,
      });
      lane = { threads, running: 0, waiting: [] };
      this.lanes.set(kind, lane);
    }
    return lane;
  }
}

/** Waits for a turn; who leaves before it comes makes room. */
function turn(lane: Lane, stop: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const come = () => {
      stop.removeEventListener('abort', leave);
      resolve();
    };
    const leave = () => {
      lane.waiting.splice(lane.waiting.indexOf(come), 1);
      reject(stop.reason as Error);
    };
    stop.addEventListener('abort', leave, { once: true });
    lane.waiting.push(come);
  });
}

/** Aborts some time after `stop` did, unless it is forgotten before. */
function lateAfter(stop: AbortSignal): { signal: AbortSignal; forget: () => void } {
  const late = new AbortController();
  let timer: NodeJS.Timeout | undefined;
  const begin = () => {
    timer = setTimeout(() => late.abort(), PATIENCE_MS);
  };
  if (stop.aborted) begin();
  else stop.addEventListener('abort', begin, { once: true });
  return {
    signal: late.signal,
    forget: () => {
      stop.removeEventListener('abort', begin);
      clearTimeout(timer);
    },
  };
}

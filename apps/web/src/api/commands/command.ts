import type { HarnessView, JobOutline } from '@ulpen/core';
import type { QueryClient } from '@tanstack/react-query';
import type { Sent } from '../client.ts';

/** Cached views that a command may change. */
export type Touched = JobViewName | 'find' | 'list' | 'shop';
/** Views of one job, by the name under which they are cached. */
export const JOB_VIEWS = ['job', 'harness', 'measurements'] as const;
type JobViewName = (typeof JOB_VIEWS)[number];
/** Those that commands change before the server has answered. */
export const SHOWN_AT_ONCE = ['job', 'harness'] as const;

/**
 * A write, told in one place: what is sent, what it changes in the views that the page holds, and how it is undone. It
 * closes over nothing, so that it can be sent again, wait its turn and be undone wherever its screen has gone.
 */
export interface Command<Input, Result = void> {
  /** the job that it writes to; null: none yet, or the shop */
  job: (input: Input) => string | null;
  request: (input: Input) => Sent;
  /** what the page shows before the server has answered; taken back when it refuses */
  atOnce?: (views: Views, input: Input) => void;
  /** what the answer itself puts into the views */
  answered?: (views: Views, result: Result, input: Input) => void;
  /** views that are fetched anew afterwards */
  touches: (input: Input) => Touched[];
  /** what is said when it is done, and the command that takes it back */
  undo?: (input: Input, result: Result) => Undo | null;
}

export interface Undo {
  text: string;
  back: Bound;
}

/** A command with its input. */
export interface Bound {
  command: Command<never, unknown>;
  input: unknown;
}
export const bound = <Input, Result>(command: Command<Input, Result>, input: Input): Bound => ({
  command: command as unknown as Bound['command'],
  input,
});

/** The views of one job that the page holds; what is not held is not changed. */
export class Views {
  private readonly before = new Map<string, unknown>();

  constructor(
    private readonly queries: QueryClient,
    private readonly jobId: string | null,
  ) {}

  job(change: (job: JobOutline) => JobOutline): void {
    this.change('job', change);
  }

  harness(change: (view: HarnessView) => HarnessView): void {
    this.change('harness', change);
  }

  private change<T>(name: (typeof SHOWN_AT_ONCE)[number], change: (view: T) => T): void {
    const key = [name, this.jobId];
    const view = this.queries.getQueryData<T>(key);
    if (view === undefined) return;
    if (!this.before.has(name)) this.before.set(name, view);
    this.queries.setQueryData<T>(key, change(view));
  }

  /** As it was before this command. */
  back(): void {
    for (const [name, view] of this.before) this.queries.setQueryData([name, this.jobId], view);
  }
}

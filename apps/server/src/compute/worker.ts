import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { type TaskName, TASKS } from './tasks.ts';

/** Below the thread that answers, where the system tells threads apart: what is quick must not wait for what is long. */
const NICE = 10;
try {
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), NICE);
} catch {
  // Not this system's way; the work is done all the same.
}

export default function run<N extends TaskName>({ name, given }: { name: N; given: unknown }): unknown {
  return (TASKS[name] as (given: unknown) => unknown)(given);
}

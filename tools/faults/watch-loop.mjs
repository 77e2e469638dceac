// Loaded before the server (node --import): writes how long its event loop stood still at most, each time it is asked.
import { writeFileSync } from 'node:fs';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { isMainThread } from 'node:worker_threads';

if (isMainThread && process.env.ULPEN_LOOP_FILE) {
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  process.on('SIGUSR2', () => {
    const ms = (ns) => ns / 1e6;
    writeFileSync(
      process.env.ULPEN_LOOP_FILE,
      JSON.stringify({ longestMs: ms(delay.max), p999Ms: ms(delay.percentile(99.9)) }),
    );
    delay.reset();
  });
}

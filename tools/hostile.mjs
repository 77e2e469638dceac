// npm run hostile [-- count [seed]]: generated inputs of every kind against a real server on a throwaway database. Fails
// on any 500, any answer that takes over 2 s, any refusal without words, anything half saved, and memory that grows.
import { readFile } from 'node:fs/promises';
import { withDemoServer } from './demo-server.mjs';
import { runHostile } from './hostile-run.mjs';
import { writeFigures } from './reliability-page.mjs';
import { giveUp } from './setup.mjs';

const [count = 12_000, seed = 1] = process.argv.slice(2).map(Number);
/** Of the whole process, workers among it, after as many requests again as warmed it up. */
const MOST_GROWTH_MB = 150;
/** Fewer say too little to be written down. */
const FOR_THE_PAGE = 10_000;
const WARM_UP = Math.min(3000, Math.floor(count / 3));

const residentMb = async (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

try {
  await withDemoServer('hostile-postgres', async ({ address, pid }) => {
    const origin = address.replace(/\/$/, '');
    const runs = [];
    for (const [n, part] of [WARM_UP, count - WARM_UP].entries()) {
      const began = Date.now();
      const run = await runHostile({ origin, count: part, seed: seed + n });
      runs.push({ ...run, seconds: (Date.now() - began) / 1000, rss: await residentMb(pid) });
    }
    const growth = runs[1].rss - runs[0].rss;
    const faults = runs.flatMap((r) => r.faults);
    if (growth > MOST_GROWTH_MB) faults.push({ what: `memory grew by ${growth.toFixed(0)} MB` });
    const sum = (pick) => {
      const all = {};
      for (const run of runs)
        for (const [key, n] of Object.entries(pick(run))) all[key] = (all[key] ?? 0) + n;
      return all;
    };
    console.log(
      '\nsent      ',
      sum((r) => r.sent),
    );
    console.log(
      'answered  ',
      sum((r) => r.statuses),
    );
    console.log(
      `longest    ${Math.max(...runs.map((r) => r.longestMs)).toFixed(0)} ms\nmemory     ${runs.map((r) => r.rss.toFixed(0)).join(' -> ')} MB after ${WARM_UP} and after ${count}`,
    );
    for (const fault of faults.slice(0, 20)) console.log('FAULT', JSON.stringify(fault).slice(0, 700));
    console.log(`\n${count} requests, seed ${seed}: ${faults.length} faults`);
    const told = (counts) =>
      Object.entries(counts)
        .map(([what, n]) => `${n} × ${what}`)
        .join(', ');
    if (count >= FOR_THE_PAGE)
      await writeFigures(
        'npm run hostile',
        [
          `${count} requests, seed ${seed}: ${faults.length} faults.`,
          `Sent: ${told(sum((r) => r.sent))}.`,
          `Answered: ${told(sum((r) => r.statuses))}.`,
          `Longest answer ${Math.max(...runs.map((r) => r.longestMs)).toFixed(0)} ms; memory ${runs.map((r) => r.rss.toFixed(0)).join(' to ')} MB from request ${WARM_UP} to the last.`,
        ].join('\n\n'),
      );
    if (faults.length > 0) process.exitCode = 1;
  });
} catch (error) {
  giveUp(error);
}

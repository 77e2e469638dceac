// The server, or PostgreSQL's first process, ended with no warning while people write.
import { setTimeout as sleep } from 'node:timers/promises';
import { postmasterOf } from '../postmaster.mjs';
import { lookAfter, prepareBench, startWriters } from './writers.mjs';

const GROUPS_BEFORE = 12;

async function until(what, seconds = 60) {
  for (const last = Date.now() + 1000 * seconds; ; await sleep(20)) {
    if (await what()) return;
    if (Date.now() > last) throw new Error('it did not come back');
  }
}

const healthy = (origin) =>
  fetch(`${origin}/api/v1/jobs?limit=1`).then(
    (r) => r.status === 200,
    () => false,
  );

/**
 * @param shop what runs: `origin()`, `data` of the database, `killServer()` and `startServer()`
 * @param victim `server` or `postmaster`
 */
export async function runKills({ shop, victim, rounds }) {
  const told = { victim, rounds, acknowledged: 0, lost: 0, half: 0, others: {} };
  const bench = await prepareBench(shop.origin());
  for (let round = 0; round < rounds; round++) {
    const writers = startWriters({ origin: shop.origin, bench, name: `${victim}${round}` });
    await until(() => writers.written() >= GROUPS_BEFORE);
    if (victim === 'server') {
      await shop.killServer();
      await shop.startServer();
    } else {
      const { pid } = await postmasterOf(shop.data);
      process.kill(pid, 'SIGKILL');
      await until(async () => {
        const now = await postmasterOf(shop.data);
        return now?.ready && now.pid !== pid;
      });
    }
    await until(() => healthy(shop.origin()));
    const { acknowledged, others } = await writers.stop();
    const { lost, half } = await lookAfter({ origin: shop.origin(), bench, acknowledged });
    told.acknowledged += acknowledged.size;
    told.lost += lost.length;
    told.half += half.length;
    for (const [what, n] of Object.entries(others)) told.others[what] = (told.others[what] ?? 0) + n;
  }
  return told;
}

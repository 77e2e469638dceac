// The database on a small disk of its own that is filled up under it, and emptied again.
import { execFileSync } from 'node:child_process';
import { chmod, mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { lookAfter, prepareBench, startWriters } from './writers.mjs';

const SIZE = '160m';

/** A small disk in memory; null where this user may not have one. */
export async function smallDisk() {
  const folder = await mkdtemp(join(tmpdir(), 'ulpen-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE},mode=755`, 'tmpfs', folder], {
      stdio: 'ignore',
    });
  } catch {
    await rm(folder, { recursive: true });
    return null;
  }
  await chmod(folder, 0o755);
  return {
    folder,
    remove: async () => {
      execFileSync('umount', [folder]);
      await rm(folder, { recursive: true });
    },
  };
}

/** Takes what is left of the disk. @returns how to give it back */
async function fill(folder) {
  const path = join(folder, 'filler');
  const file = await open(path, 'w');
  const block = Buffer.alloc(1 << 18, 1);
  try {
    for (;;) await file.write(block);
  } catch (error) {
    if (error.code !== 'ENOSPC') throw error;
  } finally {
    await file.close();
  }
  return () => rm(path);
}

/** @param shop as {@link runKills} takes it, its database on `disk` */
export async function runFullDisk({ shop, disk }) {
  const bench = await prepareBench(shop.origin());
  const before = startWriters({ origin: shop.origin, bench, name: 'before' });
  while (before.written() < 20) await sleep(20);
  const kept = (await before.stop()).acknowledged;
  const empty = await fill(disk.folder);
  const during = startWriters({ origin: shop.origin, bench, name: 'during' });
  // Until the disk was felt: what is free inside PostgreSQL's own files is used up first.
  for (let waited = 0; waited < 600; waited++) {
    await sleep(100);
    const { status } = await fetch(`${shop.origin()}/api/v1/health`);
    const probe = await fetch(`${shop.origin()}/api/v1/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ car: 'x'.repeat(60), year: 2024, system: 'x'.repeat(80), place: '', wish: '' }),
    });
    if (status === 503 || probe.status === 503) break;
  }
  await sleep(1000);
  const full = await during.stop();
  await empty();
  const after = startWriters({ origin: shop.origin, bench, name: 'after' });
  for (let waited = 0; waited < 600 && after.written() < 20; waited++) await sleep(100);
  const later = await after.stop();
  const acknowledged = new Set([...kept, ...full.acknowledged, ...later.acknowledged]);
  const { lost, half } = await lookAfter({ origin: shop.origin(), bench, acknowledged });
  return {
    acknowledged: acknowledged.size,
    whileFull: full.others,
    wentOn: later.acknowledged.size >= 20,
    lost: lost.length,
    half: half.length,
  };
}

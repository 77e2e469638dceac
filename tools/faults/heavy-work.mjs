// A process of its own that asks for more than a server likes: node heavy-work.mjs abandon|upload GIVEN
import { setTimeout as sleep } from 'node:timers/promises';
import { CAPTURE } from '../samples.mjs';

const [kind, given] = process.argv.slice(2);
const { origin, jobs, comparisons, pair, files, fileMb } = JSON.parse(given);
const statuses = {};
const note = (status) => (statuses[status] = (statuses[status] ?? 0) + 1);

if (kind === 'abandon') {
  const leaving = new AbortController();
  const asked = Array.from({ length: comparisons }, (_, i) =>
    fetch(`${origin}/api/v1/jobs/${jobs[i % jobs.length]}/proposals`, { signal: leaving.signal }).then(
      (r) => note(r.status),
      () => note('abandoned'),
    ),
  );
  await sleep(150);
  leaving.abort();
  await Promise.all(asked);
  // The server learns of it a little later.
  await sleep(1500);
} else {
  const digits = new Blob(['7'.repeat(fileMb * 1024 * 1024)]);
  await Promise.all(
    Array.from({ length: files }, async (_, i) => {
      const form = new FormData();
      if (i % 2 === 0) form.append('fields', JSON.stringify(CAPTURE));
      form.append('file', digits, `large-${i}.txt`);
      const path = i % 2 ? '/job-files' : `/pairs/${pair}/captures`;
      note((await fetch(`${origin}/api/v1${path}`, { method: 'POST', body: form })).status);
    }),
  );
}
console.log(JSON.stringify(statuses));

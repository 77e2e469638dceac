// A job as large as the busiest bench makes one: what its views weigh and how long they take.
import { createHash } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { get } from 'node:http';
import { CAPTURE, CONDITIONS, must } from './samples.mjs';
import { timesRow } from './bench-times.mjs';

/** The same figures in every run, and no two alike. */
const noise = (seed) => createHash('sha256').update(String(seed)).digest().readUInt32LE() / 2 ** 32 - 0.5;

/** An answer as a browser gets it, compressed. */
const asked = (url) =>
  new Promise((resolve, reject) => {
    const began = performance.now();
    get(url, { headers: { 'accept-encoding': 'gzip' } }, (response) => {
      const parts = [];
      response.on('data', (part) => parts.push(part));
      response.on('end', () => {
        const bytes = Buffer.concat(parts);
        const body = response.headers['content-encoding'] === 'gzip' ? gunzipSync(bytes) : bytes;
        if (response.statusCode !== 200) reject(new Error(`${url}: ${response.statusCode} ${body}`));
        resolve({ bytes: bytes.length, plain: body.length, ms: performance.now() - began });
      });
    }).on('error', reject);
  });

/** A copy of the largest demo job, filled up with readings and measurements of which no two are alike. */
async function largeJob(address, sim, { readings, captures }) {
  const [carrier] = sim.DEMO_CARS;
  const file = sim.jobFileOfCar(carrier, 0, (text) => createHash('sha256').update(text).digest('hex'));
  const form = new FormData();
  form.append('file', new Blob([JSON.stringify(file)]), 'job.json');
  const origin = address.replace(/\/$/, '');
  const { id } = await must(origin, 'POST', '/job-files', form);
  const view = await must(origin, 'GET', `/jobs/${id}`);
  const harness = await must(origin, 'GET', `/jobs/${id}/harness`);
  const pairs = view.units.flatMap((u) => u.pairs);
  const cavities = harness.connectors.flatMap((c) => c.cavities.filter((v) => !v.empty));
  const reading = (n) => ({
    cavityId: cavities[n % cavities.length].id,
    otherCavityId: null,
    observation: { kind: 'dc', volts: Number((6 + 8 * noise(n)).toFixed(2)), word: null },
    conditions: CONDITIONS,
    entered: (6 + 8 * noise(n)).toFixed(2),
    confirmed: true,
  });
  for (let n = harness.readings.length; n < readings; n += 500)
    await must(origin, 'POST', `/jobs/${id}/readings`, {
      readings: Array.from({ length: Math.min(500, readings - n) }, (_, i) => reading(n + i)),
    });
  for (let n = 0; n < captures; n++) {
    const rows = Array.from({ length: 240 }, (_, i) => {
      const hz = 20 * 1000 ** (i / 239);
      return `${hz.toFixed(2)}\t${(-10 * Math.log10(1 + (60 / hz) ** 4) + noise(n * 1000 + i)).toFixed(2)}`;
    });
    const upload = new FormData();
    upload.append('fields', JSON.stringify({ ...CAPTURE, volumeStep: 10 + (n % 20), note: `taken ${n}` }));
    upload.append('file', new Blob([rows.join('\n')]), `measured-${n}.txt`);
    await must(origin, 'POST', `/pairs/${pairs[n % pairs.length].id}/captures`, upload);
  }
  return id;
}

/**
 * @returns rows for the table
 */
export async function largeJobs(address) {
  const sim = await import('@ulpen/core/carsim');
  const rows = [];
  const see = async (what, url, weight, time) => {
    await asked(url);
    const seen = [];
    for (let i = 0; i < 20; i++) seen.push(await asked(url));
    const times = seen.map((s) => s.ms);
    rows.push([`${what}: weight, compressed`, `${(seen[0].bytes / 1000).toFixed(0)} kB`, '', weight]);
    rows.push(timesRow(`${what}: over HTTP`, times, time, 0));
  };
  const busy = await largeJob(address, sim, { readings: 2000, captures: 300 });
  await see('job of 2,000 readings and 300 captures', `${address}api/v1/jobs/${busy}`, '< 300 kB', '');
  await see('its plugs and readings', `${address}api/v1/jobs/${busy}/harness`, '< 300 kB', '');
  const huge = await largeJob(address, sim, { readings: 20_000, captures: 0 });
  await see('plugs and 20,000 readings', `${address}api/v1/jobs/${huge}/harness`, '', '< 300 ms');
  return rows;
}

// Sends hostile requests to a running server and looks at what it makes of them.
import { START_INTAKE } from '@ulpen/core';
import { hostileCase } from './hostile-cases.mjs';
import { randomOf } from './hostile-values.mjs';
import { CAPTURE, CONDITIONS, JOB, must, PAIR, PLUG, TARGET } from './samples.mjs';

/** s; nothing that is asked here takes longer on a healthy server */
const HANG_MS = 2000;
const LANES = 8;

const PNG = Uint8Array.from([
  0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0, 1, 0, 0, 0, 1, 8, 6,
]);
const DEVICE = { name: 'Hostile box', kind: 'converter', priceClass: 1, inputs: 2, outputs: 2 };

/** A short WAV file, mono, 16 bits, 48 kHz. */
function wav(frames = 12_000) {
  const view = new DataView(new ArrayBuffer(44 + frames * 2));
  const text = (at, word) => [...word].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, 36 + frames * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  [1, 1].forEach((v, i) => view.setUint16(20 + 2 * i, v, true));
  view.setUint32(24, 48_000, true);
  view.setUint32(28, 96_000, true);
  [2, 16].forEach((v, i) => view.setUint16(32 + 2 * i, v, true));
  text(36, 'data');
  view.setUint32(40, frames * 2, true);
  for (let n = 0; n < frames; n++) view.setInt16(44 + 2 * n, 8000 * Math.sin(n * n), true);
  return new Uint8Array(view.buffer);
}

/** A job with one of everything, and good bodies to spoil. */
async function prepare(origin) {
  const job = await must(origin, 'POST', '/jobs', JOB);
  const unit = await must(origin, 'POST', `/jobs/${job.id}/units`, {
    kind: 'amplifier',
    name: 'A',
    location: '',
  });
  const pair = await must(origin, 'POST', `/units/${unit.id}/pairs`, PAIR);
  const plug = await must(origin, 'POST', `/units/${unit.id}/connectors`, PLUG);
  const target = await must(origin, 'POST', `/jobs/${job.id}/targets`, TARGET);
  const cavityId = plug.cavities[0].id;
  const reading = {
    cavityId,
    otherCavityId: null,
    observation: { kind: 'dc', volts: 12, word: null },
    conditions: CONDITIONS,
    entered: '12',
    confirmed: false,
  };
  const [taken] = await must(origin, 'POST', `/jobs/${job.id}/readings`, { readings: [reading] });
  const claim = { cavityId, variant: '', role: 'ground', channel: null, sign: null, wire: null, text: '' };
  const sheet = { name: 'S', source: '', chosenVariant: null, claims: [claim] };
  const kept = await must(origin, 'POST', `/jobs/${job.id}/sheets`, sheet);
  const form = new FormData();
  form.append('fields', JSON.stringify(CAPTURE));
  form.append('file', new Blob(['20 0\n100 -1\n1000 -20\n10000 -60\n']), 'x.txt');
  const capture = await must(origin, 'POST', `/pairs/${pair.id}/captures`, form);
  const [device] = await must(origin, 'POST', '/devices', [DEVICE]);
  const check = {
    pairId: pair.id,
    body: { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.1 },
    note: '',
  };
  const tap = { pairId: pair.id, inverted: false, gainDb: 0 };
  const changes = {
    setup: { loudestStep: 12, turnOn: { by: 'accessory' } },
    feeds: [{ targetId: target.id, side: 'mono', taps: [tap] }],
    loads: [{ pairId: pair.id, load: 'resistor' }],
    boxes: [],
  };
  const { fingerprint } = await must(origin, 'GET', `/jobs/${job.id}/fingerprint`);
  const plan = { name: 'P', strategy: 'convert', changes, fingerprint, revises: null };
  const about = [{ targetId: target.id, side: 'mono', pairId: pair.id, what: '' }];
  const signing = {
    plan: {
      strategy: 'convert',
      changes: { setup: {}, feeds: [], loads: [], coils: [], boxes: [], inserts: [], leftOut: [] },
      fingerprint,
    },
    decisions: [{ kind: 'accepted', rule: 'band-settled', subjects: about }],
    signedBy: 'b',
    note: '',
  };
  const recordingFields = {
    firstPairId: pair.id,
    secondPairId: null,
    played: 'silence',
    volumeStep: 3,
    load: 'speaker',
    note: '',
    voltsAtFullScale: 1,
    situation: { engine: 'off', doors: 'closed', supplyVolts: 12, signalDb: null, playedIn: 'both' },
  };
  const { version: _, ...preferences } = await must(origin, 'GET', '/shop/preferences');
  const zip = await must(origin, 'GET', `/jobs/${job.id}/file`);
  const jobFile = await jobFileOf(zip);
  const at = `/jobs/${job.id}`;
  return {
    jobId: job.id,
    pairId: pair.id,
    connectorId: plug.id,
    captureFields: CAPTURE,
    recordingFields,
    wav: wav(),
    photo: PNG,
    zip,
    jobFile,
    devices: [DEVICE],
    writes: [
      ['POST', '/jobs', JOB],
      ['PUT', at, { ...JOB, version: 1 }],
      ['POST', `${at}/units`, { kind: 'radio', name: 'R', location: '' }],
      ['PUT', `/units/${unit.id}`, { kind: 'radio', name: 'R', location: '', version: 1 }],
      ['POST', `/units/${unit.id}/pairs`, PAIR],
      ['PUT', `/pairs/${pair.id}`, { ...PAIR, version: 1 }],
      ['POST', `/units/${unit.id}/connectors`, { ...PLUG, name: 'C2' }],
      ['PUT', `/connectors/${plug.id}`, { ...PLUG, version: 1 }],
      ['POST', `${at}/readings`, { readings: [reading, reading] }],
      ['POST', `${at}/sheets`, sheet],
      ['PUT', `/sheets/${kept.id}`, { ...sheet, version: 1 }],
      ['POST', `/captures/${capture.id}/pin`, { because: 'as it was found' }],
      ['POST', `${at}/checks`, [check]],
      ['POST', `${at}/decisions`, signing],
      ['POST', `${at}/targets`, TARGET],
      ['PUT', `/targets/${target.id}`, { ...TARGET, version: 1 }],
      ['POST', `${at}/plans`, plan],
      ['PUT', `${at}/draft`, { strategy: 'convert', version: 0, changes, planId: null }],
      ['POST', `${at}/draft/undo`, { strategy: 'convert', version: 1 }],
      ['POST', `${at}/draft/redo`, { strategy: 'convert', version: 2 }],
      [
        'POST',
        `${at}/proposals`,
        { strategy: 'convert', changes: { setup: {}, feeds: [], loads: [], boxes: [] } },
      ],
      [
        'PUT',
        `${at}/brief`,
        {
          shape: null,
          keep: [],
          budget: 'open',
          hours: 3,
          loudestStep: 20,
          reserveAmps: 10,
          batteryAh: 60,
          version: 1,
        },
      ],
      ['PUT', `${at}/intake`, { ...START_INTAKE, optionCodes: ['A1'], version: 1 }],
      ['PUT', '/shop/preferences', { ...preferences, version: 1 }],
      ['PUT', `/devices/${device.id}`, { ...DEVICE, version: 1 }],
      ['POST', '/practice-jobs', { seed: 3, connectors: 1, sheet: 'none', reversedPairs: 0, slipRate: 0 }],
      [
        'POST',
        `${at}/simulation/probes`,
        { cavityId, otherCavityId: null, instrument: 'dc', source: 'battery', conditions: CONDITIONS },
      ],
      ['POST', `/units/${unit.id}/connector-copies`, { connectorId: plug.id }],
    ],
    addresses: [
      ...['jobs', 'targets', 'captures', 'recordings', 'plans', 'photos'].map((r) => ['GET', `/${r}/:id`]),
      ...[
        'harness',
        'findings',
        'findings.csv',
        'file',
        'photos',
        'removed',
        'proposals',
        'fingerprint',
        'simulation/sheet',
      ].map((r) => ['GET', `/jobs/:id/${r}`]),
      ...['units', 'pairs', 'connectors', 'targets', 'sheets', 'plans', 'devices', 'photos'].map((r) => [
        'POST',
        `/${r}/:id/restore`,
      ]),
      ...['readings', 'captures', 'recordings', 'checks', 'decisions'].map((r) => [
        'POST',
        `/${r}/:id/withdraw`,
      ]),
      ['POST', '/plans/:id/agreement'],
      ['DELETE', '/plans/:id/agreement'],
      ['GET', '/:id'],
      ['GET', '/jobs/:id/:id'],
      ['POST', `/readings/${taken.id}/:id`],
    ],
    uploads: [
      [`/pairs/${pair.id}/captures`, CAPTURE, '20 0\n100 -1\n1000 -20\n'],
      [`${at}/recordings`, recordingFields, 'RIFF'],
      [`${at}/photos`, { on: { kind: 'job' } }, 'x'],
      [`/connectors/${plug.id}/photos`, {}, 'x'],
      ['/job-files', {}, '{}'],
    ],
  };
}

/** The JSON of a job file with its arrays put back, so that it can be spoilt as text. */
async function jobFileOf(zip) {
  const { readJobFileBytes } = await import('@ulpen/core');
  return JSON.parse(JSON.stringify(readJobFileBytes(zip).file));
}

/**
 * @param options.after looked at now and then, for what a faulty server would show outside of its answers
 * @returns what was sent and answered, and every fault: a 500, a hang, an error without words, something half saved
 */
export async function runHostile({ origin, count, seed = 1, hangMs = HANG_MS, after = async () => [] }) {
  const random = randomOf(seed);
  const known = await prepare(origin);
  const total = async () => (await must(origin, 'GET', '/jobs?limit=1')).total;
  const before = await total();
  const sent = {};
  const statuses = {};
  const faults = [];
  let longestMs = 0;
  let made = 0;
  let n = 0;
  const lane = async () => {
    while (n++ < count) {
      const request = hostileCase(random, known);
      sent[request.kind] = (sent[request.kind] ?? 0) + 1;
      const began = performance.now();
      let status;
      let text;
      let type;
      try {
        const response = await fetch(`${origin}/api/v1${request.path}`, {
          method: request.method,
          body: request.body,
          headers: request.headers,
          signal: AbortSignal.timeout(20_000),
        });
        text = await response.text();
        status = response.status;
        type = response.headers.get('content-type') ?? '';
      } catch (error) {
        // The client itself refuses to send some of it; a connection that the server cuts counts.
        if (error.name === 'TimeoutError' || /socket|other side|terminated/i.test(error.cause?.message ?? ''))
          faults.push({ what: `no answer: ${error.cause?.message ?? error.name}`, request: told(request) });
        continue;
      }
      const took = performance.now() - began;
      longestMs = Math.max(longestMs, took);
      statuses[status] = (statuses[status] ?? 0) + 1;
      const what = faultOf({ status, text, type, took, method: request.method }, hangMs);
      if (what) faults.push({ what, request: told(request), answer: text.slice(0, 300) });
      if (status === 201 && request.creates && /"revision":/.test(text) && request.method === 'POST') made++;
    }
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  const now = await total();
  if (now !== before + made)
    faults.push({ what: `jobs half saved: ${now} where ${before} + ${made} were made` });
  // The job that everything was thrown at is whole: it can be seen, exported and taken in again.
  for (const path of ['', '/harness', '/findings', '/removed'])
    await must(origin, 'GET', `/jobs/${known.jobId}${path}`).catch((e) => faults.push({ what: e.message }));
  const file = await must(origin, 'GET', `/jobs/${known.jobId}/file`).catch((e) =>
    faults.push({ what: e.message }),
  );
  if (file instanceof Uint8Array) {
    const form = new FormData();
    form.append('file', new Blob([file]), 'x.zip');
    await must(origin, 'POST', '/job-files', form).catch((e) =>
      faults.push({ what: `its export is refused: ${e.message}` }),
    );
  }
  faults.push(...(await after()));
  return { count, seed, sent, statuses, faults, longestMs };
}

const told = ({ kind, method, path, body }) =>
  `${kind}: ${method} ${path.slice(0, 120)} ${typeof body === 'string' ? body.slice(0, 200) : ''}`;

function faultOf({ status, text, type, took, method }, hangMs) {
  if (status >= 500) return `${status}`;
  if (took > hangMs) return `took ${took.toFixed(0)} ms`;
  if (status >= 400 && method !== 'HEAD') {
    if (!type.startsWith('application/problem+json')) return `${status} as ${type}`;
    const { title, detail } = JSON.parse(text);
    if (!title || !detail) return `${status} without words`;
    if (/node_modules|\.ts:|\.js:|select |insert into/.test(text)) return `${status} shows inner workings`;
  }
  return null;
}

// Two requests at one time, many times over: a reading against whatever could take the ground from under it.
import { randomOf } from '../hostile-values.mjs';
import { CONDITIONS, JOB, must, PLUG } from '../samples.mjs';

const LANES = 6;

/** Status and body, whatever they are. */
async function ask(origin, method, path, body) {
  const form = body instanceof FormData;
  const response = await fetch(`${origin}/api/v1${path}`, {
    method,
    body: body === undefined || form ? body : JSON.stringify(body),
    headers: body === undefined || form ? {} : { 'content-type': 'application/json' },
  });
  const bytes = new Uint8Array(await response.arrayBuffer());
  const json = response.headers.get('content-type')?.includes('json');
  return { status: response.status, body: json ? JSON.parse(new TextDecoder().decode(bytes)) : bytes };
}

const reading = (cavityId, otherCavityId) => ({
  cavityId,
  otherCavityId,
  observation: { kind: 'ohms', ohms: 3.7, word: null },
  conditions: { ...CONDITIONS, load: 'connected' },
  entered: '3.7',
  confirmed: false,
});

const asFile = (bytes) => {
  const form = new FormData();
  form.append('file', new Blob([bytes]), 'job.ulpen.zip');
  return form;
};

/** What each other request does, and what must hold after both, whichever was first. Gives words for what does not. */
const AGAINST = {
  shape: {
    act: ({ origin, plug }) =>
      ask(origin, 'PUT', `/connectors/${plug.id}`, {
        ...PLUG,
        rows: [{ cavities: 4, indent: 0 }],
        empty: [],
        version: 1,
      }),
    look: async ({ taken, other, seen }) => {
      if (taken.status === 201 && other.status === 200)
        return 'both the reading and the smaller shape were taken';
      return seen.length === (taken.status === 201 ? 1 : 0) ? null : 'the reading is not as it was answered';
    },
  },
  lock: {
    act: ({ origin, plug }) =>
      ask(origin, 'PUT', `/connectors/${plug.id}`, { ...PLUG, confirmed: 'restraint', version: 1 }),
    look: async ({ taken, other, seen }) => {
      if (other.status !== 200) return `the lock answered ${other.status}`;
      if (seen.length !== (taken.status === 201 ? 1 : 0)) return 'the reading is not as it was answered';
      return seen.every((r) => r.withdrawnAt !== null) ? null : 'ohms stand on a restraint plug';
    },
  },
  retire: {
    act: ({ origin, plug }) => ask(origin, 'DELETE', `/connectors/${plug.id}`),
    look: async ({ origin, job, plug, taken, other, seen }) => {
      if (other.status !== 204) return `the removal answered ${other.status}`;
      if (seen.length > 0) return 'a reading is in sight without its plug';
      await must(origin, 'POST', `/connectors/${plug.id}/restore`);
      const { readings } = await must(origin, 'GET', `/jobs/${job.id}/harness`);
      return readings.length === (taken.status === 201 ? 1 : 0) ? null : 'the reading did not come back';
    },
  },
  export: {
    act: ({ origin, job }) => ask(origin, 'GET', `/jobs/${job.id}/file`),
    look: async ({ origin, taken, other, seen }) => {
      if (taken.status !== 201 || seen.length !== 1) return 'the reading is not there';
      const copy = await ask(origin, 'POST', '/job-files', asFile(other.body));
      if (copy.status !== 201) return `the export does not come back: ${JSON.stringify(copy.body)}`;
      const { readings } = await must(origin, 'GET', `/jobs/${copy.body.id}/harness`);
      await must(origin, 'DELETE', `/jobs/${copy.body.id}`);
      return readings.length <= 1 ? null : 'the copy has readings that never were';
    },
  },
  import: {
    before: async (at) => (await ask(at.origin, 'GET', `/jobs/${at.job.id}/file`)).body,
    act: ({ origin, before }) => ask(origin, 'POST', '/job-files', asFile(before)),
    look: async ({ origin, taken, other, seen }) => {
      if (taken.status !== 201 || seen.length !== 1) return 'the reading is not there';
      if (other.status !== 201) return `the import answered ${other.status}`;
      const copy = await must(origin, 'GET', `/jobs/${other.body.id}/harness`);
      await must(origin, 'DELETE', `/jobs/${other.body.id}`);
      return copy.connectors.length === 1 && copy.readings.length === 0
        ? null
        : 'the copy is not what was read';
    },
  },
  'delete job': {
    act: ({ origin, job }) => ask(origin, 'DELETE', `/jobs/${job.id}`),
    look: async ({ origin, job, taken, other }) => {
      if (other.status !== 204) return `the deletion answered ${other.status}`;
      if (![201, 404].includes(taken.status)) return `the reading answered ${taken.status}`;
      const { status } = await ask(origin, 'GET', `/jobs/${job.id}/harness`);
      return status === 404 ? null : `something of the job is left: ${status}`;
    },
  },
};

async function trial(origin, name, random) {
  const { before, act, look } = AGAINST[name];
  const job = await must(origin, 'POST', '/jobs', JOB);
  const unit = await must(origin, 'POST', `/jobs/${job.id}/units`, {
    kind: 'amplifier',
    name: 'A',
    location: '',
  });
  const plug = await must(origin, 'POST', `/units/${unit.id}/connectors`, PLUG);
  const at = { origin, job, plug };
  if (before) at.before = await before(at);
  const read = () =>
    ask(origin, 'POST', `/jobs/${job.id}/readings`, {
      readings: [reading(plug.cavities[6].id, plug.cavities[5].id)],
    });
  // Either may be first, by anything up to a few milliseconds.
  const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
  const [taken, other] = await Promise.all([
    wait(random() * 4).then(read),
    wait(random() * 4).then(() => act(at)),
  ]);
  for (const { status } of [taken, other]) if (status >= 500) return `answered ${status}`;
  const harness = name === 'delete job' ? null : await must(origin, 'GET', `/jobs/${job.id}/harness`);
  const wrong = await look({ ...at, taken, other, seen: harness?.readings ?? [] });
  if (harness) await must(origin, 'DELETE', `/jobs/${job.id}`);
  return wrong;
}

/**
 * @param trials of each pair
 * @returns how often each pair met, and what was wrong
 */
export async function runRaces({ origin, trials, seed = 1 }) {
  const random = randomOf(seed);
  const outcomes = [];
  for (const name of Object.keys(AGAINST)) {
    const faults = [];
    let left = trials;
    const lane = async () => {
      while (left-- > 0) {
        const wrong = await trial(origin, name, random);
        if (wrong) faults.push(wrong);
      }
    };
    await Promise.all(Array.from({ length: LANES }, lane));
    outcomes.push({ name, trials, faults });
  }
  return outcomes;
}

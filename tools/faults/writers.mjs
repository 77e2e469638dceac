// People who write while things break: what was answered must be there afterwards, whole, and nothing half.
import { CONDITIONS, JOB, must, PLUG } from '../samples.mjs';

const AT_ONCE = 5;

export async function prepareBench(origin) {
  const job = await must(origin, 'POST', '/jobs', JOB);
  const unit = await must(origin, 'POST', `/jobs/${job.id}/units`, {
    kind: 'amplifier',
    name: 'A',
    location: '',
  });
  const plug = await must(origin, 'POST', `/units/${unit.id}/connectors`, PLUG);
  return { job, cavityId: plug.cavities[0].id };
}

/**
 * Writes five readings at a time, over and over, until it is told to stop.
 *
 * @param origin asked anew each time: a server that was started again may listen elsewhere
 * @returns `stop`, which gives the names of the groups that were acknowledged and how the others were answered
 */
export function startWriters({ origin, bench, count = 6, name }) {
  let over = false;
  const acknowledged = new Set();
  const others = {};
  const note = (what) => (others[what] = (others[what] ?? 0) + 1);
  const writer = async (w) => {
    for (let n = 0; !over; n++) {
      const group = `${name}-${w}-${n}`;
      const readings = Array.from({ length: AT_ONCE }, () => ({
        cavityId: bench.cavityId,
        otherCavityId: null,
        observation: { kind: 'dc', volts: 12, word: null },
        conditions: CONDITIONS,
        entered: group,
        confirmed: false,
      }));
      try {
        const response = await fetch(`${origin()}/api/v1/jobs/${bench.job.id}/readings`, {
          method: 'POST',
          body: JSON.stringify({ readings }),
          headers: { 'content-type': 'application/json' },
          signal: AbortSignal.timeout(30_000),
        });
        const body = await response.json();
        if (response.status === 201) acknowledged.add(group);
        else note(`${response.status} ${body.title}`);
        if (response.status >= 500) await new Promise((resolve) => setTimeout(resolve, 20));
      } catch {
        note('no answer');
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    }
  };
  const running = Promise.all(Array.from({ length: count }, (_, w) => writer(w)));
  return {
    written: () => acknowledged.size,
    stop: async () => {
      over = true;
      await running;
      return { acknowledged, others };
    },
  };
}

/** What is wrong with what the record holds now: groups that were acknowledged and are not there, or half there. */
export async function lookAfter({ origin, bench, acknowledged }) {
  const { readings } = await must(origin, 'GET', `/jobs/${bench.job.id}/harness`);
  const groups = new Map();
  for (const { entered } of readings) groups.set(entered, (groups.get(entered) ?? 0) + 1);
  const lost = [...acknowledged].filter((g) => !groups.has(g));
  const half = [...groups].filter(([, n]) => n !== AT_ONCE).map(([g]) => g);
  return { lost, half };
}

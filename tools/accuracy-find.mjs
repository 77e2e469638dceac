// How well Find maps simulated cars whose wiring, scatter and slips are the simulation's own.

import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { circuitsAccuracy } from './accuracy-circuits.mjs';
import { carInOrder, followNext, judge, SLIPS, STAGES } from './find-cars.mjs';

/** The estimator's weights and curves were set on cars before these. */
const FIRST_CAR = 20_001;
const CARS = 300;
/** More cars for the calibration: with 300 the figures of the middle bins are mostly chance. */
const CALIBRATION_CARS = 5_000;
const LEAST_CASES = 200;
const RESAMPLES = 400;

/** Mean gap between stated and true frequency in a bin, with its 95 % interval over resampled cars. */
function calibration(cars, kind) {
  const rows = [];
  for (let bin = 0; bin < 10; bin++) {
    const perCar = cars.map((car) => {
      const own = car.filter((t) => t.kind === kind && Math.min(9, Math.floor(t.probability * 10)) === bin);
      return [own.length, own.reduce((s, t) => s + t.probability, 0), own.filter((t) => t.right).length];
    });
    const total = perCar.reduce((s, c) => s.map((v, i) => v + c[i]), [0, 0, 0]);
    if (total[0] < LEAST_CASES) continue;
    let state = 1234567;
    const draw = () => (state = (Math.imul(state, 1103515245) + 12345) >>> 0) / 2 ** 32;
    const gaps = Array.from({ length: RESAMPLES }, () => {
      let sum = [0, 0, 0];
      for (let i = 0; i < cars.length; i++) {
        const c = perCar[Math.floor(draw() * cars.length)];
        sum = [sum[0] + c[0], sum[1] + c[1], sum[2] + c[2]];
      }
      return sum[0] === 0 ? 0 : (100 * (sum[2] - sum[1])) / sum[0];
    }).sort((a, b) => a - b);
    rows.push({
      bin: `${bin * 10} to ${bin * 10 + 10} %`,
      n: total[0],
      said: (100 * total[1]) / total[0],
      was: (100 * total[2]) / total[0],
      low: gaps[Math.floor(0.025 * RESAMPLES)],
      high: gaps[Math.floor(0.975 * RESAMPLES)],
    });
  }
  return rows;
}

/** Judgements of a range of cars, all processors at work. */
async function talliesOf(from, to) {
  const threads = availableParallelism();
  const size = Math.ceil((to - from) / threads);
  const parts = Array.from({ length: threads }, (_, t) => {
    const workerData = { from: from + t * size, to: Math.min(to, from + (t + 1) * size) };
    const worker = new Worker(new URL('./find-cars.mjs', import.meta.url), { workerData });
    return new Promise((resolve, reject) => worker.once('message', resolve).once('error', reject));
  });
  return (await Promise.all(parts)).flat();
}

/** The accuracy table of Find as Markdown. */
export async function findAccuracy(core, sim) {
  const perCar = [];
  const sum = { wires: 0, roles: 0, pairs: 0, pairsRight: 0, variants: 0, sheets: 0, inOrder: 0 };
  const next = { wires: 0, roles: 0, pairs: 0, pairsRight: 0, readings: 0 };
  const bare = { pairs: 0, pairsRight: 0, wires: 0, roles: 0 };
  for (let n = FIRST_CAR; n < FIRST_CAR + CARS; n++) {
    const { wiring, readings, tally, last: full } = carInOrder(core, sim, n);
    perCar.push(tally);
    for (const key of ['wires', 'roles', 'pairs', 'pairsRight']) sum[key] += full[key];
    sum.inOrder += readings.length;
    if (wiring.sheet) {
      sum.sheets++;
      if (full.variantRight) sum.variants++;
    }
    const chosen = followNext(core, sim, wiring, n * 77 + 1);
    const told = judge(core, wiring, sim.harnessOf(wiring, chosen), []);
    for (const key of ['wires', 'roles', 'pairs', 'pairsRight']) next[key] += told[key];
    next.readings += chosen.length;
    const simple = sim.harnessOf(
      wiring,
      readings.filter(
        (r) =>
          r.observation.kind === 'dc' ||
          r.observation.kind === 'ohms' ||
          (r.observation.kind === 'ac' && r.conditions.balance === 'centre'),
      ),
    );
    const alone = judge(core, wiring, simple, []);
    for (const key of ['wires', 'roles', 'pairs', 'pairsRight']) bare[key] += alone[key];
  }
  perCar.push(...(await talliesOf(FIRST_CAR + CARS, FIRST_CAR + CALIBRATION_CARS)));
  const share = (part, all) => `${((100 * part) / all).toFixed(1)} %`;
  const bins = ['role', 'polarity', 'channel'].flatMap((kind) =>
    calibration(perCar, kind).map(
      (r) =>
        `| ${kind} | ${r.bin} | ${r.n} | ${r.said.toFixed(1)} % | ${r.was.toFixed(1)} % | ${(r.was - r.said).toFixed(1)} (${r.low.toFixed(1)} to ${r.high.toFixed(1)}) |`,
    ),
  );
  return `## Find

${CARS} simulated plugs of radios and amplifiers (\`packages/core/src/carsim/wiring\`), ${(sum.wires / CARS).toFixed(0)} wires each on average, ${100 * SLIPS} % slips, a third of
them repeated, a sheet of the wrong variant in a third of the cars. The simulation's rates are its own; the estimator thinks of
3 % slips. The cars are numbered from ${FIRST_CAR.toLocaleString('en')} on: those before served to set the estimator's weights.

| What | Found | Wanted |
|---|---|---|
| every cavity tested in order: right role | ${share(sum.roles, sum.wires)} of ${sum.wires} | 98 % |
| the same: pairs with right partner, polarity and channel | ${share(sum.pairsRight, sum.pairs)} of ${sum.pairs} | 97 % |
| the same: right variant of the sheet found, or that none fits | ${share(sum.variants, sum.sheets)} of ${sum.sheets} | no aim |
| following the next test: right role | ${share(next.roles, next.wires)} | as good |
| the same: pairs with right partner, polarity and channel | ${share(next.pairsRight, next.pairs)} | as good |
| readings a car: in order / following the next test | ${(sum.inOrder / CARS).toFixed(0)} / ${(next.readings / CARS).toFixed(0)}: ${share(sum.inOrder - next.readings, sum.inOrder)} fewer | 30 % fewer |
| volts and ohms only, no tone, no cone: right role | ${share(bare.roles, bare.wires)} | no aim |

Stated probability against how often it was right, on ${CALIBRATION_CARS} such cars over three moments of the work (${STAGES.map((s) => `${100 * s} %`).join(', ')} of the readings taken in order);
The estimator's weights were set on the cars 1 to 13,000, what is stated on the cars 1 to 1,500 and, three times as heavy, on circuits (below);
these are the cars from ${FIRST_CAR.toLocaleString('en')} on, on which nothing was set. Circuits are harder: on these cars the middle of the scale says less than is true.
Bins with 200 cases or more; the gap with its 95 % interval over ${RESAMPLES} resamplings of the cars:

| Of | Stated | Cases | Mean stated | Right | Gap in points |
|---|---|---|---|---|---|
${bins.join('\n')}

${circuitsAccuracy(core, sim)}`;
}

// How well Find maps simulated cars whose wiring, scatter and slips are the simulation's own.

/** Cars before these were looked at while the estimator was made; from here on none was. */
const FIRST_CAR = 20_001;
const CARS = 300;
/** More cars for the calibration: with 300 the figures of the middle bins are mostly chance. */
const CALIBRATION_CARS = 3000;
const SLIPS = 0.02;
const STAGES = [0.35, 0.6, 1];
const LEAST_CASES = 200;
const RESAMPLES = 400;

/** A wrong sheet in a third of the cars, several variants in another; none or the right one in the rest. */
const sheetOf = (n) => (n % 3 === 0 ? 'wrong' : n % 3 === 1 ? 'both' : n % 2 === 0 ? 'none' : 'right');
const same = (a, b) => JSON.stringify(a) === JSON.stringify(b);

function judge(core, wiring, input, tally) {
  const { map } = core.mapHarness(input);
  const audio = wiring.pairs.filter((p) => p.kind !== 'data');
  const note = (kind, probability, right) => tally.push({ kind, probability, right });
  for (const c of map.cavities) note('role', c.probability, wiring.cavities[+c.cavityId].role === c.role);
  for (const p of map.pairs) {
    const truth = audio.find((t) =>
      [t.plus, t.minus].every((i) => [+p.plusCavityId, +p.minusCavityId].includes(i)),
    );
    if (!truth) continue;
    note('polarity', p.polarity.probability, truth.plus === +p.plusCavityId);
    if (p.channel) note('channel', p.channel.probability, same(p.channel.channel, truth.channel));
  }
  const good = audio.filter((t) =>
    map.pairs.some(
      (p) =>
        +p.plusCavityId === t.plus && +p.minusCavityId === t.minus && same(p.channel?.channel, t.channel),
    ),
  );
  return {
    wires: map.cavities.length,
    roles: map.cavities.filter((c) => wiring.cavities[+c.cavityId].role === c.role).length,
    pairs: audio.length,
    pairsRight: good.length,
    variantRight: map.sheets.every(({ variants, none }) => {
      const best = [...variants].sort((a, b) => b.probability - a.probability)[0];
      const found = best.probability > none ? best.variant : null;
      return found === wiring.sheet.rightVariant;
    }),
  };
}

function followNext(core, sim, wiring, seed) {
  const hand = new sim.SimulatedHand(wiring, { seed, slipRate: SLIPS });
  const readings = [];
  let now = core.START_CONDITIONS;
  for (;;) {
    const [test] = core.nextTests(core.mapHarness(sim.harnessOf(wiring, readings)), now, 1);
    if (!test) return readings;
    now = test.conditions;
    const other = test.otherCavityId === null ? null : +test.otherCavityId;
    const { observation } = hand.take(test.instrument, +test.cavityId, other, now);
    const { cavityId, otherCavityId } = test;
    readings.push({ id: `n${readings.length}`, cavityId, otherCavityId, observation, conditions: now });
  }
}

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

/** The accuracy table of Find as Markdown. */
export function findAccuracy(core, sim) {
  const perCar = [];
  const sum = { wires: 0, roles: 0, pairs: 0, pairsRight: 0, variants: 0, sheets: 0, inOrder: 0 };
  const next = { wires: 0, roles: 0, pairs: 0, pairsRight: 0, readings: 0 };
  const bare = { pairs: 0, pairsRight: 0, wires: 0, roles: 0 };
  for (let n = FIRST_CAR; n < FIRST_CAR + CALIBRATION_CARS; n++) {
    const wiring = sim.variedWiring({ seed: n * 7919, sheet: sheetOf(n) });
    const readings = sim.inOrder(
      wiring,
      new sim.SimulatedHand(wiring, { seed: n * 31 + 5, slipRate: SLIPS }),
    );
    const tally = [];
    let full;
    for (const stage of STAGES)
      full = judge(
        core,
        wiring,
        sim.harnessOf(wiring, readings.slice(0, Math.floor(stage * readings.length))),
        tally,
      );
    perCar.push(tally);
    if (n >= FIRST_CAR + CARS) continue;
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
The weights and the recalibration were set on the cars 1 to 13,000; these are the cars from ${FIRST_CAR.toLocaleString('en')} on, not looked at before.
Bins with 200 cases or more; the gap with its 95 % interval over ${RESAMPLES} resamplings of the cars:

| Of | Stated | Cases | Mean stated | Right | Gap in points |
|---|---|---|---|---|---|
${bins.join('\n')}
`;
}

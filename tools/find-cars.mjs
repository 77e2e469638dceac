// Simulated cars for Find's accuracy table; as a worker thread it maps a range of them.
import { isMainThread, parentPort, workerData } from 'node:worker_threads';

export const SLIPS = 0.02;
export const STAGES = [0.35, 0.6, 1];

/** A wrong sheet in a third of the cars, several variants in another; none or the right one in the rest. */
const sheetOf = (n) => (n % 3 === 0 ? 'wrong' : n % 3 === 1 ? 'both' : n % 2 === 0 ? 'none' : 'right');
const same = (a, b) => JSON.stringify(a) === JSON.stringify(b);

export function judge(core, wiring, input, tally) {
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

export function followNext(core, sim, wiring, seed) {
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

/** One car read in order, judged at every stage; `last` is the judgement of all readings. */
export function carInOrder(core, sim, n) {
  const wiring = sim.variedWiring({ seed: n * 7919, sheet: sheetOf(n) });
  const readings = sim.inOrder(wiring, new sim.SimulatedHand(wiring, { seed: n * 31 + 5, slipRate: SLIPS }));
  const tally = [];
  let last;
  for (const stage of STAGES)
    last = judge(
      core,
      wiring,
      sim.harnessOf(wiring, readings.slice(0, Math.floor(stage * readings.length))),
      tally,
    );
  return { wiring, readings, tally, last };
}

if (!isMainThread) {
  const core = await import('@ulpen/core');
  const sim = await import('@ulpen/core/carsim');
  const { from, to } = workerData;
  const tallies = [];
  for (let n = from; n < to; n++) tallies.push(carInOrder(core, sim, n).tally);
  parentPort.postMessage(tallies);
}

// How well the wiring of plans holds: plans of simulated cars changed at random, the solver against ngspice, and
// physical mistakes that know no rule, judged by ngspice.

import { existsSync } from 'node:fs';
import { installPackages } from './setup.mjs';
import { randomCar } from './wire-cars.mjs';
import { edits } from './wire-edits.mjs';
import { drivenBySpice, gainsBySpice, randomNetwork, solveBySpice } from './wire-spice.mjs';

const PLANS = 300;
const NETWORKS = 100;
const MISTAKES = 20;
/** A change of less than this is not heard. */
const HEARD_DB = 1;

/** Plans of cars that were changed at random, until there are enough. */
function* randomPlans(core, sim) {
  for (let seed = 1, made = 0; made < PLANS; seed++) {
    const car = randomCar(sim, seed);
    const job = sim.viewOfCar(car);
    const input = core.planInputOf(job, { devices: sim.demoLibrary() });
    for (const proposal of core.comparePlans(input).proposals) {
      if (made++ >= PLANS) return;
      const wired = {
        car: core.finishedCar(input, proposal),
        setup: proposal.setup,
        outputs: input.pairs,
        targets: input.targets,
        feeds: proposal.feeds,
      };
      yield { name: `car ${seed}, ${proposal.strategy}`, car, proposal, input: wired };
    }
  }
}

const names = (car) => ({
  car,
  cavity: (id) => id,
  output: (id) => id,
  speaker: (id) => id,
});

/** What the finished car cannot know: which output of the simulated car is on which side, and which is turned over. */
function truthOf(car) {
  const outputs = car.units.flatMap((u) => u.outputs);
  return outputs.map((o) => ({ side: o.pair.side, inverted: o.chain.inverted }));
}

/** A left speaker plays nothing of the right; all that one coil plays comes the same way round. */
function againstTruth(played, { input, car }) {
  const truth = new Map(input.outputs.map((o, n) => [o.id, truthOf(car)[n]]));
  const wrong = [];
  for (const speaker of input.car.speakers.filter(
    (s) => s.made === 'new' && (s.side === 'left' || s.side === 'right'),
  )) {
    const other = speaker.side === 'left' ? 'right' : 'left';
    const ways = new Set();
    for (const { pairId, coils } of played.outputs)
      for (const c of coils.filter((k) => k.speakerId === speaker.id)) {
        const t = truth.get(pairId);
        if (t.side === other) wrong.push(`${speaker.id} plays the ${other}`);
        ways.add(Math.sign(c.gain) * (t.inverted ? -1 : 1));
      }
    if (ways.size > 1) wrong.push(`${speaker.id} plays in both polarities`);
  }
  return wrong;
}

/** Ends that lead nowhere: a fuse or a block with one side alone. */
function dangling(core, { conductors }) {
  const at = new Set(conductors.flatMap((c) => [core.terminalId(c.from), core.terminalId(c.to)]));
  return [...at].filter((id) => {
    if (id.startsWith('fuse:'))
      return !at.has(id.replace(/:(source|load)$/, (_, leg) => (leg === 'source' ? ':load' : ':source')));
    return id.startsWith('distribution:') && !at.has('distribution:in');
  });
}

const judge = (core, netlist, input, derived) => {
  const played = core.playNetlist(netlist, input);
  return {
    played,
    differences: core.hearingDifferences(played, derived, input),
    errors: core.checkNetlist(netlist, input, names(input.car)).filter((r) => r.severity === 'error'),
  };
};

/** The accuracy table of Wire as Markdown. */
export async function wireAccuracy(core, sim) {
  if (!existsSync('/usr/bin/ngspice')) await installPackages(['ngspice']);
  const plans = { all: 0, clean: 0, named: 0, dangling: 0, heardWrong: 0, asleep: 0, untrue: 0 };
  const faults = [];
  const kept = [];
  for (const plan of randomPlans(core, sim)) {
    const { input, proposal } = plan;
    const netlist = core.netlistOf(input);
    const derived = core.playNetlist(netlist, input);
    const { played, differences, errors } = judge(core, netlist, input, derived);
    const open = dangling(core, netlist);
    const untrue = againstTruth(played, plan);
    plans.all++;
    plans.dangling += open.length > 0;
    plans.heardWrong += differences.length > 0;
    plans.asleep += played.asleep.length > 0;
    plans.untrue += untrue.length > 0;
    if (errors.length === 0) plans.clean++;
    else plans.named++;
    const said = proposal.remarks.map((r) => r.rule);
    if (open.length || differences.length || played.asleep.length || untrue.length)
      faults.push(
        `${plan.name}: ${[...open, ...differences.map((d) => `${d.kind} ${d.speakerId} ${d.pairId}`), ...played.asleep.map((a) => `${a} asleep`), ...untrue].slice(0, 3).join('; ')}`,
      );
    else kept.push({ ...plan, netlist, derived, errors, said });
  }

  const solver = { most: 0, networks: 0 };
  for (let seed = 1; seed <= NETWORKS; seed++) {
    const most =
      seed % 2 === 0
        ? await drivenBySpice(core, kept[seed % kept.length])
        : await solveBySpice(core, randomNetwork(core, sim, seed));
    solver.most = Math.max(solver.most, most);
    solver.networks++;
  }

  const kinds = new Map();
  const missed = [];
  for (const plan of kept.filter((p) => p.errors.length === 0 && core.unheard(p.input).length === 0)) {
    const random = sim.seededRandom(7919 + kinds.size + plan.name.length);
    for (const edit of edits(core, plan, random)) {
      const row = kinds.get(edit.kind) ?? { n: 0, matters: 0, found: 0, harmless: 0, passed: 0 };
      if (row.n >= MISTAKES) continue;
      row.n++;
      kinds.set(edit.kind, row);
      const before = await gainsBySpice(core, plan.netlist, plan.input);
      const after = await gainsBySpice(core, edit.netlist, plan.input);
      const heard = differ(before, after);
      const matters = heard || edit.unprotected(plan.netlist, edit.netlist) || edit.sleeps;
      const { played, differences, errors } = judge(core, edit.netlist, plan.input, plan.derived);
      const found = differences.length > 0 || played.asleep.length > 0 || errors.length > 0;
      if (matters) row.matters++;
      else row.harmless++;
      if (matters && found) row.found++;
      if (!matters && !found) row.passed++;
      if (matters !== found)
        missed.push(
          `${plan.name}, ${edit.kind} ${edit.what}: ${matters ? 'not found' : `found ${[...errors.map((e) => e.text), ...differences.map((d) => d.kind)][0]}`}`,
        );
    }
  }
  const share = (part, all) => `${part} of ${all}`;
  return `## Wire

${PLANS} plans of demo cars changed at random (\`tools/wire-cars.mjs\`: outputs turned over, bridged or not, wires in other cavities, other wishes);
each netlist is played and checked. Truth is the simulated car's own: what a left speaker plays comes from left outputs, all of it one way round.

| What | Found | Wanted |
|---|---|---|
| netlists with an end that leads nowhere | ${plans.dangling} | 0 |
| netlists that break no rule / that say which | ${plans.clean} / ${plans.named} | all |
| *Play it* hears something else than the plan says | ${plans.heardWrong} | 0 |
| a device that does not wake | ${plans.asleep} | 0 |
| *Play it* hears something else than is true of the car | ${plans.untrue} | 0 |
${faults.map((f) => `\n- ${f}`).join('')}

${solver.networks} networks (half at random, half of those netlists) solved by Debian's ngspice too: largest difference of a voltage ${(100 * solver.most).toFixed(4)} % of the network's largest (wanted 0.1 %).

Physical mistakes on netlists that break no rule, made by a generator that knows none; whether it matters is judged by
ngspice (a speaker plays ${HEARD_DB} dB or more otherwise, or not), and by what still lies between battery and devices (a cable whose\nfuse is larger than it carries, or has none). Plans whose speakers hear the car's data alone are left out: no factory output tells whether they play.

| Mistake | Made | Matters: found and named | Harmless: passed |
|---|---|---|---|
${[...kinds].map(([kind, r]) => `| ${kind} | ${r.n} | ${share(r.found, r.matters)} | ${share(r.passed, r.harmless)} |`).join('\n')}
${missed.map((m) => `\n- ${m}`).join('')}
`;

  function differ(a, b) {
    for (const key of new Set([...a.keys(), ...b.keys()])) {
      const [x, y] = [a.get(key) ?? 0, b.get(key) ?? 0];
      if (Math.abs(x) < 0.003 && Math.abs(y) < 0.003) continue;
      if (Math.abs(x) < 0.003 || Math.abs(y) < 0.003 || Math.sign(x) !== Math.sign(y)) return true;
      if (Math.abs(20 * Math.log10(y / x)) >= HEARD_DB) return true;
    }
    return false;
  }
}

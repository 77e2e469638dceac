// npm run accuracy: how well the judgement of a response agrees with simulated outputs whose truth is known.
// Prints a table and keeps it in docs/accuracy.md. npm run accuracy -- plan makes the part of Plan alone anew.
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { behaviourAccuracy } from './accuracy-behaviour.mjs';
import { findAccuracy } from './accuracy-find.mjs';
import { listenAccuracy } from './accuracy-listen.mjs';
import { planAccuracy } from './accuracy-plan.mjs';
import { build, giveUp, installModules, ROOT, step } from './setup.mjs';

const CASES = 300;
const FILE = join(ROOT, 'docs/accuracy.md');
const PLAN_HEAD = '## Plan';

function edges(core, sim, difficulty) {
  let all = 0;
  let twelfth = 0;
  let quarter = 0;
  let third = 0;
  let order = 0;
  for (let seed = 0; seed < CASES; seed++) {
    const { chain, measured } = sim.variedOutput(seed, difficulty);
    const { model } = core.analyseResponse(measured);
    for (const filter of chain.filters) {
      const truth = sim.sixDbDown(filter);
      // Under 40 Hz a corner leaves too little of a trace in data from 20 Hz.
      if (truth < 40) continue;
      all++;
      const fitted = filter.side === 'low-pass' ? model.lowPass : model.highPass;
      if (!fitted) continue;
      const off = Math.abs(Math.log2(fitted.sixDbHz / truth));
      twelfth += off <= 1 / 12;
      quarter += off <= 1 / 4;
      third += off <= 1 / 3;
      order += fitted.order === filter.order;
    }
  }
  return { all, twelfth, quarter, third, order };
}

function classes(core, sim) {
  let right = 0;
  let unclear = 0;
  const n = 2 * CASES;
  const bins = [0.5, 0.9, 0.99, 1.01].map((to) => ({ to, n: 0, right: 0 }));
  for (let seed = 0; seed < n; seed++) {
    const { measured, bandClass } = sim.variedClassCase(seed);
    const judged = core.analyseResponse(measured);
    const fits = judged.bandClass === bandClass;
    right += fits;
    unclear += judged.bandClass === 'unclear';
    const bin = bins.find((b) => judged.confidence < b.to);
    bin.n++;
    bin.right += fits;
  }
  return { n, right, unclear, bins };
}

/** rms of predicted against true sums of two or three outputs with delay, where they do not cancel, dB. */
function sums(core, sim, withPhase) {
  const random = sim.seededRandom(77);
  let sum = 0;
  let points = 0;
  for (let car = 0; car < 40; car++) {
    const [low, high] = [random.between(150, 500), random.between(2000, 4500)];
    const filter = (side, cornerHz) => ({ side, family: 'linkwitz-riley', order: 4, cornerHz });
    const delays = withPhase
      ? [random.between(0, 3e-4), random.between(0, 3e-4), random.between(0, 3e-4)]
      : [0, 0, 0];
    const chains = [
      [filter('low-pass', low)],
      [filter('high-pass', low), filter('low-pass', high)],
      [filter('high-pass', high)],
    ].map((filters, i) => ({
      gainDb: random.between(-3, 3),
      filters,
      peaks: [{ frequencyHz: [100, 900, 8000][i], gainDb: random.between(-5, 5), q: random.between(0.8, 2) }],
      delay: delays[i],
      inverted: withPhase && random.next() < 0.5,
    }));
    const inputs = chains.map((chain, i) => {
      const measured = sim.measureChain(chain, {
        seed: 100 * car + i,
        floorDb: -50,
        scatterDb: 0.2,
        withPhase,
      });
      return {
        ...core.outputResponse(core.analyseResponse(measured), withPhase),
        inverted: false,
        gainDb: 0,
      };
    });
    const predicted = core.levelOf(core.sumResponses(inputs));
    core.SUM_GRID_HZ.forEach((hz, i) => {
      const parts = chains.map((chain) => sim.transferAt(chain, hz));
      const truth =
        20 *
        Math.log10(
          Math.hypot(
            parts.reduce((s, p) => s + p.re, 0),
            parts.reduce((s, p) => s + p.im, 0),
          ),
        );
      const most = 20 * Math.log10(parts.reduce((s, p) => s + Math.hypot(p.re, p.im), 0));
      if (truth < most - 6) return;
      sum += (predicted[i] - truth) ** 2;
      points++;
    });
  }
  return Math.sqrt(sum / points);
}

/** Everything but Plan, as Markdown. */
async function allBefore(core, sim) {
  const clean = edges(core, sim, 'clean');
  const hard = edges(core, sim, 'equalised');
  const judged = classes(core, sim);
  const percent = (part, all) => `${((100 * part) / all).toFixed(1)} %`;
  const table = `# How well the numbers agree with the truth

Made by \`npm run accuracy\`. Truth comes from simulated outputs (\`packages/core/src/carsim\`), whose filters are computed from
their poles, apart from the code that fits them. ${CASES} outputs of each kind; an edge is judged at the -6 dB frequency of its
filter, edges under 40 Hz left out.

| What | Found | Wanted |
|---|---|---|
| clean captures: edge within 1/12 octave | ${percent(clean.twelfth, clean.all)} of ${clean.all} | 95 % |
| clean captures: order right | ${percent(clean.order, clean.all)} | 95 % |
| ±6 dB equalised, 20 dB above the noise: edge within 1/4 octave | ${percent(hard.quarter, hard.all)} of ${hard.all} | 90 % |
| the same: edge within 1/3 octave | ${percent(hard.third, hard.all)} | 95 % |
| the same: order right | ${percent(hard.order, hard.all)} | 95 % |
| class right, borderline and silent outputs among them | ${percent(judged.right, judged.n)} of ${judged.n} | 98 % |
| called unclear | ${percent(judged.unclear, judged.n)} | at most 5 % |
| predicted sums with measured phase, rms | ${sums(core, sim, true).toFixed(2)} dB | 0.5 dB |
| predicted sums of minimum-phase outputs without measured phase, rms | ${sums(core, sim, false).toFixed(2)} dB | no aim: the span is shown |

Confidence of the class against how often it was right:

| Confidence | Outputs | Right |
|---|---|---|
${judged.bins.map((b, i) => `| ${i ? judged.bins[i - 1].to : 0} to ${Math.min(1, b.to)} | ${b.n} | ${b.n ? percent(b.right, b.n) : '-'} |`).join('\n')}
`;
  const parts = [
    table,
    listenAccuracy(core, sim),
    behaviourAccuracy(core, sim),
    await findAccuracy(core, sim),
  ];
  return `${parts.join('\n')}\n`;
}

try {
  await step('Packages', installModules);
  await step('Build', build);
  const core = await import('@ulpen/core');
  const sim = await import('@ulpen/core/carsim');
  const plan = await planAccuracy(core, sim);
  const alone = process.argv[2] === 'plan';
  const before = alone
    ? (await readFile(FILE, 'utf8')).split(`${PLAN_HEAD}\n`)[0]
    : await allBefore(core, sim);
  const whole = `${before}${plan}`;
  console.log(`\n${alone ? plan : whole}`);
  await writeFile(FILE, whole);
} catch (error) {
  giveUp(error);
}

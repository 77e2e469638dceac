// npm run accuracy: how well the judgement of a response agrees with simulated outputs whose truth is known.
// Prints tables and keeps them in docs/accuracy.md. npm run accuracy -- listen plan makes those parts alone anew.
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { behaviourAccuracy } from './accuracy-behaviour.mjs';
import { findAccuracy } from './accuracy-find.mjs';
import { listenAccuracy } from './accuracy-listen.mjs';
import { planAccuracy } from './accuracy-plan.mjs';
import { signalAccuracy } from './accuracy-signal.mjs';
import { wireAccuracy } from './accuracy-wire.mjs';
import { build, giveUp, installModules, ROOT, step } from './setup.mjs';

const FILE = join(ROOT, 'docs/accuracy.md');

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

const TITLE = `# How well the numbers agree with the truth

Made by \`npm run accuracy\`. Truth comes from simulated outputs (\`packages/core/src/carsim\`), whose filters are computed from
their poles, apart from the code that fits them.
`;

const sumsTable = (core, sim) => `## Sums

| What | Found | Wanted |
|---|---|---|
| predicted sums with measured phase, rms | ${sums(core, sim, true).toFixed(2)} dB | 0.5 dB |
| predicted sums of minimum-phase outputs without measured phase, rms | ${sums(core, sim, false).toFixed(2)} dB | no aim: the span is shown |
`;

/** Parts of the page in their order: name, first heading, what makes them. */
const PARTS = [
  ['outputs', '## One output', signalAccuracy],
  ['sums', '## Sums', sumsTable],
  ['listen', '## Listen', listenAccuracy],
  ['behaviour', '## Behaviour over volume', behaviourAccuracy],
  ['find', '## Find', findAccuracy],
  ['plan', '## Plan', planAccuracy],
  ['wire', '## Wire', wireAccuracy],
];

/** A part as the page has it now, from its heading to the next part's. */
function partOf(page, [, head], next) {
  const from = page.indexOf(`\n${head}\n`) + 1;
  if (from === 0) throw new Error(`docs/accuracy.md has no “${head}”: make all of it with npm run accuracy`);
  const to = next ? page.indexOf(`\n${next[1]}\n`) : page.length;
  return page.slice(from, to);
}

try {
  await step('Packages', installModules);
  await step('Build', build);
  const core = await import('@ulpen/core');
  const sim = await import('@ulpen/core/carsim');
  const wanted = process.argv.slice(2);
  const known = PARTS.map(([name]) => name);
  const strange = wanted.find((name) => !known.includes(name));
  if (strange) throw new Error(`“${strange}” is no part of the page: ${known.join(', ')}`);
  const made = new Map();
  for (const [name, , make] of PARTS) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    made.set(name, await make(core, sim));
    console.log(`\n${made.get(name)}`);
  }
  // Read when it is written: another run may have made its own part meanwhile.
  const page = wanted.length > 0 ? await readFile(FILE, 'utf8') : '';
  const parts = PARTS.map((part, i) => made.get(part[0]) ?? partOf(page, part, PARTS[i + 1]));
  await writeFile(FILE, `${[TITLE, ...parts].map((text) => text.trimEnd()).join('\n\n')}\n`);
} catch (error) {
  giveUp(error);
}

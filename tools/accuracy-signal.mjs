// How well one response is judged: class, edges, order and stated errors. Outputs are simulated; the hard set holds what
// the code does not assume: digital filters, tone controls, three kinds of noise down to 10 dB, grids of every kind.

import { EdgeTally } from './edge-tally.mjs';

const CASES = 1000;
const HARD = 3000;
const SILENT = 200;
/** Cases from here on; those before served to set the weights. */
const FIRST = 100_000;

const percent = (part, all) => (all === 0 ? '-' : `${((100 * part) / all).toFixed(1)} %`);

function edges(core, sim, difficulty) {
  const tally = new EdgeTally();
  for (let seed = 0; seed < CASES; seed++) {
    const { chain, measured } = sim.variedOutput(seed, difficulty);
    const { model } = core.analyseResponse(measured);
    for (const filter of chain.filters) {
      const truth = sim.sixDbDown(filter);
      // Under 40 Hz a corner leaves too little of a trace in data from 20 Hz.
      if (truth >= 40) tally.add(filter, truth, model);
    }
  }
  return tally;
}

function classes(core, sim) {
  let right = 0;
  let unclear = 0;
  const n = 2 * CASES;
  for (let seed = 0; seed < n; seed++) {
    const { measured, bandClass } = sim.variedClassCase(seed);
    const judged = core.analyseResponse(measured);
    right += judged.bandClass === bandClass;
    unclear += judged.bandClass === 'unclear';
  }
  return { n, right, unclear };
}

/** Counts of one kind of case. */
class Tally {
  rows = new Map();
  add(name, right) {
    const row = this.rows.get(name) ?? { n: 0, right: 0 };
    row.n++;
    row.right += right;
    this.rows.set(name, row);
  }
}

function hard(core, sim) {
  const tally = new Tally();
  const bins = [0.5, 0.9, 0.99, 1.01].map((to) => ({ to, n: 0, right: 0, stated: 0 }));
  const found = { sure: 0, unclear: 0, held: new Map(), edges: new Map() };
  for (let seed = FIRST; seed < FIRST + HARD; seed++) {
    const made = sim.hardOutput(seed);
    const grid = sim.GRIDS[seed % sim.GRIDS.length];
    const judged = core.analyseResponse(sim.hardCurve(made, grid, seed));
    const right = judged.bandClass === made.bandClass;
    for (const name of [
      'all',
      made.bandClass,
      made.chain.clockHz ? 'digital filters' : 'analogue filters',
      made.equalised ? 'equalised' : 'not equalised',
      `noise ${made.noise.underDb < 20 ? '10 to 20' : made.noise.underDb < 40 ? '20 to 40' : '40 to 60'} dB under it`,
    ])
      tally.add(name, right);
    if (judged.bandClass === 'unclear') found.unclear++;
    else {
      const bin = bins.find((b) => judged.confidence < b.to);
      bin.n++;
      bin.right += right;
      bin.stated += judged.confidence;
      if (!right && judged.confidence > 0.9) found.sure++;
    }
    if (right) addEdges(sim, made, judged, grid, found);
  }
  return { tally, bins, ...found };
}

function addEdges(sim, { chain, noise, equalised }, judged, grid, { held, edges: all }) {
  for (const filter of chain.filters) {
    const truth = sim.trueSixDb(filter, chain.clockHz);
    if (truth < 40 || truth > 13_000) continue;
    const low = filter.side === 'high-pass';
    const [hz, error] = low ? [judged.lowHz, judged.lowError] : [judged.highHz, judged.highError];
    const off = hz === null ? Infinity : Math.abs(Math.log2(hz / truth));
    const kind = `${equalised ? 'equalised' : 'not equalised'}, noise ${noise.underDb < 20 ? '10 to 20' : '20 to 60'} dB under it`;
    const row = all.get(kind) ?? { n: 0, twelfth: 0, quarter: 0 };
    row.n++;
    row.twelfth += off <= 1 / 12;
    row.quarter += off <= 1 / 4;
    all.set(kind, row);
    if (hz === null) continue;
    const stated = held.get(grid) ?? { n: 0, inside: 0 };
    stated.n++;
    stated.inside += off <= 2 * error;
    held.set(grid, stated);
  }
}

/** Noise without programme, and quiet programme: how often either is called a band with confidence. */
function silence(core, sim) {
  let told = 0;
  for (let seed = 0; seed < SILENT; seed++) {
    const random = sim.seededRandom(seed * 77 + 1);
    const recording = new core.Recording(48_000, 1, 'pink');
    const level = 10 ** (random.between(-95, -40) / 20);
    recording.push([Float32Array.from({ length: 2 ** 17 }, () => level * random.normal())]);
    const [channel] = recording.result().channels;
    const { bandClass, confidence } = core.analyseResponse(channel.bands, {
      noiseTiltDb: core.WHITE_NOISE_TILT_DB,
    });
    told += bandClass === 'silent' || bandClass === 'unclear' || confidence < 0.5;
  }
  return told;
}

/** The part of the page about one response, as Markdown. */
export function signalAccuracy(core, sim) {
  const clean = edges(core, sim, 'clean');
  const equalised = edges(core, sim, 'equalised');
  const judged = classes(core, sim);
  const h = hard(core, sim);
  const all = [...h.held.values()].reduce((a, b) => ({ n: a.n + b.n, inside: a.inside + b.inside }));
  const line = (cells) => `| ${cells.join(' | ')} |`;
  return `## One output

${CASES} factory outputs of each kind: analogue filters, at most four equaliser sections of 6 dB, flat noise; an edge is judged at
the -6 dB frequency of its filter, edges under 40 Hz left out.

| What | Found | Wanted |
|---|---|---|
| clean captures, noise 50 dB under them: edge within 1/12 octave | ${percent(clean.twelfth, clean.all)} of ${clean.all} | 97 % |
| clean captures: order right | ${percent(clean.order, clean.all)} | 95 % |
| ±6 dB equalised, noise 20 dB under them: edge within 1/4 octave | ${percent(equalised.quarter, equalised.all)} of ${equalised.all} | 95 % |
| the same: edge within 1/3 octave | ${percent(equalised.third, equalised.all)} | 95 % |
| the same: order right | ${percent(equalised.order, equalised.all)} | 95 % |
| class right, borderline and silent outputs among them | ${percent(judged.right, judged.n)} of ${judged.n} | 98.5 % |
| called unclear | ${percent(judged.unclear, judged.n)} | at most 5 % |

### Hard outputs

${HARD} outputs (\`packages/core/src/carsim/hard\`): filters analogue or digital half and half (at 44.1 or 48 kHz, from poles in the
z-plane), half of them with shelves of up to 14 dB and peaks of up to 14 dB; noise white, pink or mains lines, 10 to 60 dB under an
output without filters at 1 kHz; on grids of a third, a twelfth and a twenty-fourth of an octave and of 5.4 Hz. The cases are
numbered from ${FIRST} on: those before served to set the weights. White noise 10 dB under the middle lies above the signal at the top.

| Outputs | Cases | Class right | Wanted |
|---|---|---|---|
${[...h.tally.rows].map(([name, r]) => line([name, r.n, percent(r.right, r.n), name === 'all' ? '98.5 %' : name.includes('-') && !name.includes(' ') ? '97 %' : 'no aim'])).join('\n')}
| wrong, and said with more than 0.9 | ${HARD} | ${percent(h.sure, HARD)} | at most 0.3 % |
| called unclear | ${HARD} | ${percent(h.unclear, HARD)} | no aim |

| Confidence of the class | Outputs | Mean stated | Right |
|---|---|---|---|
${h.bins.map((b, i) => line([`${i ? h.bins[i - 1].to : 0} to ${Math.min(1, b.to)}`, b.n, percent(b.stated, b.n), percent(b.right, b.n)])).join('\n')}

| Edges where the class is right | Cases | Within 1/12 octave | Within 1/4 octave |
|---|---|---|---|
${[...h.edges].map(([name, r]) => line([name, r.n, percent(r.twelfth, r.n), percent(r.quarter, r.n)])).join('\n')}

| Stated errors of edges: true one within twice the stated | Cases | Found | Wanted |
|---|---|---|---|
${[...h.held].map(([name, r]) => line([`grid: ${name}`, r.n, percent(r.inside, r.n), 'no aim'])).join('\n')}
| all | ${all.n} | ${percent(all.inside, all.n)} | 93 to 97 % |

Noise without programme, ${SILENT} recordings of 2.7 s: called silent, unclear or doubtful in ${percent(silence(core, sim), SILENT)}.
`;
}

// Circuits as decks of Debian's ngspice, and what it says of them.

import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
const LEAK_OHM = 1e9;

/** A deck of one operating point: every node by a number, every amplifier as a controlled source behind its resistance. */
function deckOf(parts, resting, playing) {
  const numbers = new Map([['ground', 0]]);
  const node = (name) => {
    if (!numbers.has(name)) numbers.set(name, numbers.size);
    return numbers.get(name);
  };
  const lines = [];
  let n = 0;
  for (const part of parts) {
    n++;
    if (part.kind === 'resistor') {
      lines.push(`R${n} ${node(part.a)} ${node(part.b)} ${part.ohm}`);
      continue;
    }
    // A chain of controlled sources adds up what it hears.
    let below = 0;
    part.of.forEach(({ plus, minus, gain }, k) => {
      const above = node(`#${n}:${k}`);
      lines.push(`E${n}x${k} ${above} ${below} ${node(plus)} ${node(minus)} ${gain}`);
      below = above;
    });
    lines.push(`R${n} ${below} ${node(part.at)} ${part.ohm}`);
  }
  for (const s of resting) {
    n++;
    const inside = node(`#s${n}`);
    lines.push(`V${n} ${inside} ${node(s.minus)} ${playing.includes(s) ? s.volts : 0}`);
    lines.push(`R${n} ${inside} ${node(s.plus)} ${s.ohm}`);
  }
  for (const [name, k] of numbers)
    if (k > 0 && !name.startsWith('#')) lines.push(`RL${k} ${k} 0 ${LEAK_OHM}`);
  return { numbers, lines };
}

/** Volts at every node by ngspice, for each set of sources that plays. */
async function volts(parts, resting, sets) {
  const folder = await mkdtemp(join(tmpdir(), 'ulpen-spice-'));
  try {
    const found = [];
    for (const playing of sets) {
      const { numbers, lines } = deckOf(parts, resting, playing);
      const nodes = [...numbers].filter(([name]) => name !== 'ground' && !name.startsWith('#'));
      const out = join(folder, 'out.txt');
      const print = nodes.map(([, k]) => `v(${k})`).join(' ');
      const deck = [
        'a circuit',
        ...lines,
        '.control',
        'set numdgt=12',
        'op',
        `wrdata ${out} ${print}`,
        'quit',
        '.endc',
        '.end',
        '',
      ];
      await writeFile(join(folder, 'deck.cir'), deck.join('\n'));
      await run('ngspice', ['-b', join(folder, 'deck.cir')], { maxBuffer: 1e8 });
      // Each vector with its scale before it.
      const numbersOut = (await readFile(out, 'utf8')).trim().split(/\s+/).map(Number);
      found.push(new Map(nodes.map(([name], k) => [name, numbersOut[2 * k + 1]])));
    }
    return found;
  } finally {
    await rm(folder, { recursive: true });
  }
}

/** Sources, resistances and amplifiers at random; every node hangs on something. */
export function randomNetwork(core, sim, seed) {
  const random = sim.seededRandom(seed * 31 + 3);
  const count = 6 + Math.floor(30 * random.next());
  const name = (n) => (n === 0 ? 'ground' : `n${n}`);
  const any = () => name(Math.floor(random.next() * count));
  const parts = Array.from({ length: 3 * count }, (_, n) => ({
    kind: 'resistor',
    a: name(1 + (n % (count - 1))),
    b: any(),
    ohm: 10 ** random.between(-2, 4),
  })).filter((p) => p.a !== p.b);
  for (let k = 0; k < 3; k++)
    parts.push({
      kind: 'amplifier',
      at: `a${k}`,
      ohm: 10 ** random.between(-2, 1),
      of: [1, 2].map(() => ({ plus: any(), minus: any(), gain: random.between(-2, 2) })),
    });
  for (let k = 0; k < 3; k++)
    parts.push(
      { kind: 'resistor', a: `a${k}`, b: `b${k}`, ohm: 4 },
      { kind: 'resistor', a: `b${k}`, b: 'ground', ohm: 0.02 },
    );
  const sources = [1, 2].map((n) => ({
    plus: name(n),
    minus: 'ground',
    volts: random.between(0.5, 14),
    ohm: 10 ** random.between(-2, 1),
  }));
  return { parts, sources };
}

const largest = (core, mine, theirs) => {
  const top = Math.max(1e-9, ...[...theirs.values()].map(Math.abs));
  return Math.max(...[...theirs].map(([name, v]) => Math.abs(mine(name) - v) / top));
};

/** Largest difference between the solver and ngspice, as a part of the largest voltage. */
export async function solveBySpice(core, { parts, sources }) {
  const [theirs] = await volts(parts, sources, [sources]);
  return largest(core, new core.Circuit(parts, sources).solve(sources), theirs);
}

/** The same for a plan's netlist, one output after another. */
export async function drivenBySpice(core, { netlist, input }) {
  const { parts, sources } = core.circuitOf(netlist, input);
  const resting = [...sources.values()].flat();
  const sets = [...sources.values()];
  const theirs = await volts(parts, resting, sets);
  const circuit = new core.Circuit(parts, resting);
  return Math.max(0, ...sets.map((s, n) => largest(core, circuit.solve(s), theirs[n])));
}

/** What every coil gets of one volt at every output, by ngspice. */
export async function gainsBySpice(core, netlist, input) {
  const { parts, sources } = core.circuitOf(netlist, input);
  const resting = [...sources.values()].flat();
  const found = await volts(parts, resting, [...sources.values()]);
  const gains = new Map();
  [...sources.keys()].forEach((pairId, k) => {
    for (const { id, coils } of input.car.speakers)
      coils.forEach((_, coil) => {
        const leg = (sign) =>
          found[k].get(core.terminalId({ of: 'speaker', speakerId: id, coil, sign })) ?? 0;
        gains.set(`${pairId} ${id} ${coil}`, leg('plus') - leg('minus'));
      });
  });
  return gains;
}

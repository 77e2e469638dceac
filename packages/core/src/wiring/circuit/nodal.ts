/** Linear parts between named nodes; `GROUND` is the reference. */
export type Part =
  | { kind: 'resistor'; a: string; b: string; ohm: number }
  /** against the reference and behind a resistance: what lies between pairs of other nodes, each times its gain, together */
  | { kind: 'amplifier'; at: string; ohm: number; of: { plus: string; minus: string; gain: number }[] };

/** Volts behind a resistance. */
export interface Source {
  plus: string;
  minus: string;
  volts: number;
  ohm: number;
}

export const GROUND = 'ground';

/** From every node to the reference, S: what hangs on nothing is at rest instead of unsolvable. */
const LEAK = 1e-9;

/**
 * Nodal analysis of a linear circuit (Ho, Ruehli & Brennan 1975), factored once and solved for as many sets of sources
 * as are wanted. Resistances are real: polarity and level are asked of it, not phase.
 */
export class Circuit {
  private readonly place = new Map<string, number>();
  private readonly lu: Float64Array;
  private readonly order: Int32Array;
  private readonly size: number;

  /**
   * @param resting sources whose resistance is always there, whether they play or not
   * @throws RangeError for a resistance that is not above 0
   */
  constructor(parts: readonly Part[], resting: readonly Source[]) {
    const nodes = [...parts.flatMap(nodesOf), ...resting.flatMap((s) => [s.plus, s.minus])];
    for (const node of nodes)
      if (node !== GROUND && !this.place.has(node)) this.place.set(node, this.place.size);
    this.size = this.place.size;
    this.lu = new Float64Array(this.size * this.size);
    for (let i = 0; i < this.size; i++) this.lu[i * this.size + i] = LEAK;
    for (const part of parts) this.stamp(part);
    for (const { plus, minus, ohm } of resting) this.resistance(plus, minus, ohm);
    this.order = factor(this.lu, this.size);
  }

  /** Volts at every node against the reference. @param playing of the resting sources, those that give volts */
  solve(playing: readonly Source[]): (node: string) => number {
    const currents = new Float64Array(this.size);
    for (const { plus, minus, volts, ohm } of playing) {
      this.add(currents, plus, volts / ohm);
      this.add(currents, minus, -volts / ohm);
    }
    const volts = substitute(this.lu, this.order, currents);
    return (node) => {
      const n = this.place.get(node);
      return n === undefined ? 0 : volts[n];
    };
  }

  private add(list: Float64Array, node: string, value: number): void {
    const n = this.place.get(node);
    if (n !== undefined) list[n] += value;
  }

  private admit(row: string, column: string, siemens: number): void {
    const [r, c] = [this.place.get(row), this.place.get(column)];
    if (r !== undefined && c !== undefined) this.lu[r * this.size + c] += siemens;
  }

  private resistance(a: string, b: string, ohm: number): void {
    if (!(ohm > 0)) throw new RangeError(`a resistance between ${a} and ${b} must be above 0 ohm`);
    this.admit(a, a, 1 / ohm);
    this.admit(b, b, 1 / ohm);
    this.admit(a, b, -1 / ohm);
    this.admit(b, a, -1 / ohm);
  }

  private stamp(part: Part): void {
    if (part.kind === 'resistor') return this.resistance(part.a, part.b, part.ohm);
    const { at, ohm, of } = part;
    this.resistance(at, GROUND, ohm);
    for (const { plus, minus, gain } of of) {
      this.admit(at, plus, -gain / ohm);
      this.admit(at, minus, gain / ohm);
    }
  }
}

const nodesOf = (p: Part): string[] =>
  p.kind === 'resistor' ? [p.a, p.b] : [p.at, ...p.of.flatMap((i) => [i.plus, i.minus])];

/** LU in place with partial pivoting (Golub & Van Loan 2013, 3.4). @returns order of the rows */
function factor(m: Float64Array, size: number): Int32Array {
  const order = Int32Array.from({ length: size }, (_, i) => i);
  for (let k = 0; k < size; k++) {
    let best = k;
    for (let i = k + 1; i < size; i++) if (Math.abs(m[i * size + k]) > Math.abs(m[best * size + k])) best = i;
    if (best !== k) {
      for (let j = 0; j < size; j++) {
        const held = m[k * size + j];
        m[k * size + j] = m[best * size + j];
        m[best * size + j] = held;
      }
      [order[k], order[best]] = [order[best], order[k]];
    }
    for (let i = k + 1; i < size; i++) {
      const lower = m[i * size + k] / m[k * size + k];
      if (lower === 0) continue;
      m[i * size + k] = lower;
      for (let j = k + 1; j < size; j++) m[i * size + j] -= lower * m[k * size + j];
    }
  }
  return order;
}

function substitute(m: Float64Array, order: Int32Array, right: Float64Array): Float64Array {
  const size = right.length;
  const x = Float64Array.from(order, (row) => right[row]);
  for (let i = 1; i < size; i++) for (let j = 0; j < i; j++) x[i] -= m[i * size + j] * x[j];
  for (let i = size - 1; i >= 0; i--) {
    for (let j = i + 1; j < size; j++) x[i] -= m[i * size + j] * x[j];
    x[i] /= m[i * size + i];
  }
  return x;
}

import type { Netlist } from './netlist.ts';
import { terminalId, type TerminalRef } from './terminal-ref.ts';

/** Which terminals are at one potential: joined by conductors, and by what closes within fuses, blocks and grounds. */
export class Nets {
  private readonly above = new Map<string, string>();
  private readonly refs = new Map<string, TerminalRef>();

  /** @param through what counts as closed: nothing, distribution blocks, or these with fuses and relays */
  constructor({ conductors }: Netlist, through: 'nothing' | 'blocks' | 'all') {
    for (const { from, to } of conductors) {
      for (const t of [from, to]) this.refs.set(terminalId(t), t);
      this.join(terminalId(from), terminalId(to));
    }
    for (const t of this.refs.values()) {
      const closed = through === 'all' || (through === 'blocks' && t.of === 'distribution');
      const other = closed ? across(t) : null;
      if (other && this.refs.has(terminalId(other))) this.join(terminalId(t), terminalId(other));
    }
  }

  /** Names the net of a terminal; one that nothing is joined to is a net of its own. */
  of(t: TerminalRef): string {
    return this.root(terminalId(t));
  }

  /** Every terminal of the net that one is in. */
  with(t: TerminalRef): TerminalRef[] {
    const net = this.of(t);
    return [...this.refs.values()].filter((r) => this.of(r) === net);
  }

  private root(id: string): string {
    let at = id;
    for (let up = this.above.get(at); up !== undefined; up = this.above.get(at)) at = up;
    return at;
  }

  private join(a: string, b: string): void {
    const [ra, rb] = [this.root(a), this.root(b)];
    if (ra !== rb) this.above.set(ra, rb);
  }
}

/** The other side of what closes a circuit. */
export function across(t: TerminalRef): TerminalRef | null {
  switch (t.of) {
    case 'fuse':
      return { ...t, leg: t.leg === 'source' ? 'load' : 'source' };
    case 'distribution':
      return { of: 'distribution', way: 'in' };
    case 'relay':
      return t.pin === 30 ? { of: 'relay', pin: 87 } : null;
    default:
      return null;
  }
}

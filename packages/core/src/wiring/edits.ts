import { type Conductor, conductor, type Netlist } from './netlist.ts';
import { terminalId, type TerminalRef } from './terminal-ref.ts';

/** What hands do to a harness by mistake. */
export type Edit =
  | { kind: 'left-out'; id: string }
  | { kind: 'exchanged'; ids: readonly [string, string]; end: 'from' | 'to' };

/**
 * The netlist after one edit; conductors that are not there are left as they are.
 *
 * @returns another netlist; the conductors that were touched have the names of their new ends
 */
export function edited({ conductors }: Netlist, edit: Edit): Netlist {
  const remade = (c: Conductor, end: 'from' | 'to', terminal: TerminalRef): Conductor => {
    const { id: _, ...rest } = c;
    return conductor({ ...rest, [end]: terminal });
  };
  switch (edit.kind) {
    case 'left-out':
      return { conductors: conductors.filter((c) => c.id !== edit.id) };
    case 'exchanged': {
      const [a, b] = edit.ids.map((id) => conductors.find((c) => c.id === id));
      if (!a || !b || terminalId(a[edit.end]) === terminalId(b[edit.end])) return { conductors };
      return {
        conductors: conductors.map((c) =>
          c === a ? remade(c, edit.end, b[edit.end]) : c === b ? remade(c, edit.end, a[edit.end]) : c,
        ),
      };
    }
  }
}

import type { SignalSource } from '../model/finished-car.ts';
import type { Standing } from '../model/words.ts';
import { type Sign, terminalId, type TerminalRef } from './terminal-ref.ts';

/** What a conductor is for. `joint`: the two halves of a factory plug that is left plugged together. */
export type ConductorFunction = 'speaker' | 'line' | 'load' | 'supply' | 'ground' | 'remote' | 'joint';

export interface Conductor {
  /** its two terminals and its function: it stays when the plan is worked out anew with another model in its place */
  id: string;
  /** from where signal, current or command come */
  from: TerminalRef;
  to: TerminalRef;
  function: ConductorFunction;
  /** what its signal comes from, and which of the two conductors it is; null: it carries none */
  signal: {
    source: SignalSource;
    sign: Sign;
    /** goes to the other sign here, as the plan wants it */ swapped: boolean;
  } | null;
  made: 'factory' | 'new';
  /** cross-section, mm2; null: nobody chose or measured one */
  mm2: number | null;
  standing: Standing;
}

/** Every conductor of the finished car that concerns the system, each with its two ends. */
export interface Netlist {
  conductors: Conductor[];
}

export const conductorId = (from: TerminalRef, to: TerminalRef, of: ConductorFunction): string =>
  `${of}|${[terminalId(from), terminalId(to)].sort().join('|')}`;

/** A conductor with its name. */
export const conductor = (given: Omit<Conductor, 'id'>): Conductor => ({
  id: conductorId(given.from, given.to, given.function),
  ...given,
});

import type { Severity } from '../../model/plan.ts';
import type { Netlist } from '../netlist.ts';
import type { Nets } from '../nets.ts';
import type { WiringInput } from '../wiring-input.ts';
import type { WiringNames } from '../words.ts';

/** What is wrong, or still open, with conductors as they are. */
export interface WiringRemark {
  rule: string;
  severity: Severity;
  text: string;
  remedy: string;
}

export interface WiringContext {
  netlist: Netlist;
  input: WiringInput;
  names: WiringNames;
  /** joined by conductors alone */
  nets: Nets;
  /** with distribution blocks closed */
  blocks: Nets;
  /** with fuses, blocks and relays closed */
  fed: Nets;
}

/** One rule on the netlist, judged by what is joined to what, never by how it was derived. */
export type WiringRule = (context: WiringContext) => WiringRemark[];

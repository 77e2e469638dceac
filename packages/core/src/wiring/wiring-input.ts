import type { FinishedCar, FinishedDevice, SignalSource } from '../model/finished-car.ts';
import type { Feed } from '../model/plan.ts';
import type { Setup } from '../model/setup.ts';
import type { Target } from '../model/target.ts';
import type { Terminal } from '../model/terminal.ts';
import type { OutputEnd, Stage } from '../model/unit.ts';
import { terminalsByNeed, terminalsOf } from '../library/terminals.ts';
import type { Sign, TerminalRef } from './terminal-ref.ts';

/** An output as far as its wires concern the netlist. */
export interface WiredOutput {
  id: string;
  unitId: string;
  stage: Stage;
  /** a line has two ends; those at its own unit come first */
  ends: readonly (OutputEnd & { unitId?: string })[];
}

/** Everything that a netlist is made from: the agreed plan's own car and settings, and where its outputs sit. */
export interface WiringInput {
  car: FinishedCar;
  setup: Pick<Setup, 'turnOn' | 'supply' | 'joining'> | null;
  outputs: readonly WiredOutput[];
  targets: readonly Pick<Target, 'id' | 'speaker'>[];
  /** of the plan: which output is turned over for which channel */
  feeds: readonly Pick<Feed, 'targetId' | 'side' | 'device' | 'taps'>[];
}

/** Both wires are driven; where nobody looked, what does more harm is taken for granted. */
export const isBridge = ({ stage }: Pick<WiredOutput, 'stage'>): boolean =>
  stage === 'bridge' || stage === 'unknown';

/** Turned on by what comes in at its inputs, or always. */
export const wakesByItself = ({ wokenBy }: Pick<FinishedDevice, 'wokenBy'>): boolean =>
  wokenBy === 'sensing' || wokenBy === 'offset' || wokenBy === 'nothing';

/** The cavity in which a wire of an output is joined: at its own unit, where it sits in two. */
export function cavityOf({ ends, unitId }: WiredOutput, sign: Sign): string | null {
  const own = ends.filter((e) => e.sign === sign);
  return (own.find((e) => e.unitId === unitId) ?? own.at(0))?.cavityId ?? null;
}

/** One wire of an output on one side of where it is joined. */
export function wireOf(output: WiredOutput, sign: Sign, side: 'unit' | 'car'): TerminalRef {
  const cavityId = cavityOf(output, sign);
  return cavityId === null ? { of: 'output', pairId: output.id, sign, side } : { of: 'plug', cavityId, side };
}

/** Terminals of a device; one of which only the kind is known has those of its kind, as many as are used. */
export function terminalsFor({ entry, kind, inputs, outputs, wokenBy }: FinishedDevice): Terminal[] {
  if (entry) return terminalsOf(entry);
  const most = (list: readonly { n: number }[]) => Math.max(0, ...list.map((i) => i.n));
  const speakerLevel = inputs.some((i) => i.source.from === 'output');
  const drives = kind === 'amplifier' || kind === 'passive-crossover';
  const through = kind === 'amplifier' ? most(outputs) : Math.max(most(outputs), most(inputs));
  return terminalsByNeed({
    speakerInputs: speakerLevel || kind === 'passive-crossover' ? most(inputs) : 0,
    lineInputs: speakerLevel ? 0 : most(inputs),
    speakerOutputs: drives ? through : 0,
    lineOutputs: drives ? 0 : through,
    data: kind === 'data-interface',
    supplied: kind === 'amplifier' || wokenBy !== 'nothing',
    remoteOutput: kind !== 'amplifier',
  });
}

/** The two conductors at a channel of a device: two terminals, or the poles of one socket; null: it has no such channel. */
export function channelAt(
  device: FinishedDevice,
  kinds: readonly Terminal['kind'][],
  channel: number,
): Record<Sign, TerminalRef> | null {
  const terminals = terminalsFor(device);
  for (const kind of kinds) {
    const own = terminals.filter((t) => t.kind === kind && t.channel === channel);
    const of = (sign: Sign): TerminalRef | null => {
      const t = own.find((o) => o.sign === sign) ?? own.find((o) => o.sign === null);
      return t
        ? { of: 'device', deviceId: device.id, key: t.key, pole: t.sign === null ? sign : null }
        : null;
    };
    const [plus, minus] = [of('plus'), of('minus')];
    if (plus && minus) return { plus, minus };
  }
  return null;
}

/** The terminal that an output of a device drives against its ground, with its part of the signal; null: it has none. */
export function drivenBy(device: FinishedDevice, n: number): { at: TerminalRef; share: number } | null {
  const two = channelAt(device, ['speaker-output', 'line-output'], n);
  const bridgedWith = device.outputs.find((o) => o.n === n)?.bridgedWith ?? null;
  if (!two) return null;
  if (bridgedWith === null) return { at: two.plus, share: 1 };
  // Half of it each: the first channel of a bridge at its plus, the second, turned over, at its minus.
  return n < bridgedWith ? { at: two.plus, share: 0.5 } : { at: two.minus, share: -0.5 };
}

/** A terminal of which a device has one: supply, ground, remote. */
export function terminalAt(device: FinishedDevice, kind: Terminal['kind']): TerminalRef | null {
  const t = terminalsFor(device).find((x) => x.kind === kind);
  return t ? { of: 'device', deviceId: device.id, key: t.key, pole: null } : null;
}

export const sameSource = (a: SignalSource | null, b: SignalSource | null): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

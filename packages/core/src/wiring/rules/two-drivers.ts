import { terminalId, type TerminalRef } from '../terminal-ref.ts';
import { drivenBy, isBridge, wireOf } from '../wiring-input.ts';
import { terminalName } from '../words.ts';
import type { WiringContext, WiringRule } from './rule.ts';

/** Terminals that something drives: wires of outputs that play, and outputs of devices. */
function drivers({ input: { car, outputs } }: WiringContext): TerminalRef[] {
  const plays = new Set(car.outputs.filter((o) => o.plays).map((o) => o.pairId));
  const factory = outputs
    .filter((o) => plays.has(o.id))
    .flatMap((o) => [wireOf(o, 'plus', 'unit'), ...(isBridge(o) ? [wireOf(o, 'minus', 'unit')] : [])]);
  const made = car.devices.flatMap((d) => d.outputs.flatMap(({ n }) => drivenBy(d, n)?.at ?? []));
  return [...factory, ...made];
}

/** Two outputs on one wire drive each other: one of them fails. */
export const twoDrivers: WiringRule = (context) => {
  const { nets, names } = context;
  const by = new Map<string, TerminalRef[]>();
  for (const t of drivers(context)) by.set(nets.of(t), [...(by.get(nets.of(t)) ?? []), t]);
  return [...by.values()]
    .filter((list) => new Set(list.map(terminalId)).size > 1)
    .map((list) => ({
      rule: 'two-drivers',
      severity: 'error',
      text: `${list.map((t) => terminalName(t, names)).join(' and ')} are joined: two outputs drive one wire.`,
      remedy: 'Part them before anything is switched on.',
    }));
};

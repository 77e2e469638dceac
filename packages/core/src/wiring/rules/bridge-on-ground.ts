import { isGround, SIGNS, type TerminalRef } from '../terminal-ref.ts';
import { channelAt, drivenBy, isBridge, wireOf } from '../wiring-input.ts';
import { terminalName } from '../words.ts';
import type { WiringContext, WiringRule } from './rule.ts';

/** Both wires of a bridge are driven. */
function bridged({ input: { car, outputs } }: WiringContext): TerminalRef[] {
  const plays = new Set(car.outputs.filter((o) => o.plays).map((o) => o.pairId));
  const factory = outputs
    .filter((o) => isBridge(o) && plays.has(o.id))
    .flatMap((o) => SIGNS.map((sign) => wireOf(o, sign, 'unit')));
  const made = car.devices.flatMap((d) =>
    d.outputs.flatMap(({ n, bridgedWith }) => (bridgedWith === null ? [] : (drivenBy(d, n)?.at ?? []))),
  );
  return [...factory, ...made];
}

/** Terminals that lie on ground: ground points, battery minus, and an input's minus that its device joins to its ground. */
function onGround({ input: { car } }: WiringContext, t: TerminalRef): boolean {
  if (isGround(t)) return true;
  if (t.of !== 'device') return false;
  const device = car.devices.find((d) => d.id === t.deviceId);
  return (device?.inputs ?? []).some(({ n }) =>
    (
      [
        ['speaker-input', device!.entry?.speakerInput],
        ['line-input', device!.entry?.lineInput],
      ] as const
    ).some(([kind, is]) => {
      const minus = channelAt(device!, [kind], n)?.minus;
      return is && !is.floating && minus?.of === 'device' && minus.key === t.key && minus.pole === t.pole;
    }),
  );
}

/** A driven wire on ground is a short for the stage behind it, however quiet it is at first. */
export const bridgeOnGround: WiringRule = (context) => {
  const { nets, names } = context;
  return bridged(context).flatMap((driven) => {
    const ground = nets.with(driven).find((t) => onGround(context, t));
    return ground
      ? [
          {
            rule: 'bridge-on-ground',
            severity: 'error' as const,
            text: `${terminalName(driven, names)} is driven, and reaches ground at ${terminalName(ground, names)}.`,
            remedy: 'Use an input that floats, or a converter with one.',
          },
        ]
      : [];
  });
};

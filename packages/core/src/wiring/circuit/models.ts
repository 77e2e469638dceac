import type { FinishedDevice } from '../../model/finished-car.ts';
import { cableOhm } from '../../supply/cable.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import { terminalId, type TerminalRef } from '../terminal-ref.ts';
import {
  channelAt,
  drivenBy,
  isBridge,
  type WiredOutput,
  type WiringInput,
  wireOf,
} from '../wiring-input.ts';
import { GROUND, type Part, type Source } from './nodal.ts';

/** Where nobody chose or measured: a cable of a car, mm2 and m; a plug that is plugged together, ohm. */
const USUAL_MM2 = 1.5;
const USUAL_M = 3;
const CONTACT_OHM = 0.003;
const OUTPUT_OHM = 0.05;
const INPUT_OHM = 10_000;
const COIL_OHM = 4;
/** What an input or a line output that does not float has its minus joined to ground by, ohm. */
const TO_GROUND_OHM = 0.05;

const ohmOf = ({ function: of, mm2 }: Conductor): number =>
  of === 'joint' ? CONTACT_OHM : cableOhm(mm2 ?? USUAL_MM2, USUAL_M, 'copper', 20);

const resistor = (a: TerminalRef, b: TerminalRef, ohm: number): Part => ({
  kind: 'resistor',
  a: terminalId(a),
  b: terminalId(b),
  ohm,
});
const grounded = (a: TerminalRef, ohm: number): Part => ({
  kind: 'resistor',
  a: terminalId(a),
  b: GROUND,
  ohm,
});

/** Conductors and loads as resistances, and what is joined within fuses, distributions and grounds. */
export function passiveParts({ conductors }: Netlist, { car }: Pick<WiringInput, 'car'>): Part[] {
  const ends = new Map(conductors.flatMap((c) => [c.from, c.to]).map((t) => [terminalId(t), t]));
  // Its coil has both ends somewhere; where they lead is not asked.
  const pulled = [85, 86].every((pin) => ends.has(`relay:${pin}`));
  const within = [...ends.values()].flatMap((t): Part[] => {
    switch (t.of) {
      case 'fuse':
        return t.leg === 'source' ? [resistor(t, { ...t, leg: 'load' }, CONTACT_OHM)] : [];
      case 'distribution':
        return t.way === 'in' ? [] : [resistor(t, { of: 'distribution', way: 'in' }, CONTACT_OHM)];
      case 'ground':
        return [grounded(t, CONTACT_OHM)];
      case 'battery':
        return t.post === 'minus' ? [grounded(t, CONTACT_OHM)] : [];
      case 'relay':
        return t.pin === 30 && pulled ? [resistor(t, { of: 'relay', pin: 87 }, CONTACT_OHM)] : [];
      default:
        return [];
    }
  });
  return [
    ...conductors.map((c) => resistor(c.from, c.to, ohmOf(c))),
    ...within,
    ...car.speakers.flatMap(({ id, coils }) =>
      coils.map(({ ohm }, coil) => {
        const at = { of: 'speaker', speakerId: id, coil } as const;
        return resistor({ ...at, sign: 'plus' }, { ...at, sign: 'minus' }, ohm ?? COIL_OHM);
      }),
    ),
    ...car.outputs.flatMap(({ pairId, drives: { resistor: load } }) =>
      load
        ? [
            resistor(
              { of: 'resistor', pairId, sign: 'plus' },
              { of: 'resistor', pairId, sign: 'minus' },
              load.ohm ?? COIL_OHM,
            ),
          ]
        : [],
    ),
  ];
}

/** A factory output as what stands in its unit: one volt between its wires; a bridge has half of it on each. */
export function outputSources(output: WiredOutput): Source[] {
  const at = (sign: 'plus' | 'minus') => terminalId(wireOf(output, sign, 'unit'));
  const share = isBridge(output) ? 0.5 : 1;
  return [
    { plus: at('plus'), minus: GROUND, volts: share, ohm: OUTPUT_OHM },
    { plus: GROUND, minus: at('minus'), volts: 1 - share, ohm: OUTPUT_OHM },
  ];
}

/**
 * A device as its inputs, and its outputs as what it makes of them: their sum, at one volt for one. One that is asleep
 * makes nothing. What an output does not drive is its ground.
 *
 * @param used whether a conductor ends at a terminal
 */
export function deviceParts(device: FinishedDevice, awake: boolean, used: (id: string) => boolean): Part[] {
  const { entry, kind, inputs, outputs } = device;
  const taken = inputs.flatMap(({ n }) => {
    const ways = [
      [channelAt(device, ['speaker-input'], n), entry?.speakerInput],
      [channelAt(device, ['line-input'], n), entry?.lineInput],
    ] as const;
    const [at, is] = ways.find(([two]) => two && used(terminalId(two.plus))) ?? [null, null];
    return at ? [{ n, at, is }] : [];
  });
  const own = taken.flatMap(({ at, is }) => [
    resistor(at.plus, at.minus, is?.ohm ?? INPUT_OHM),
    grounded(at.minus, is && !is.floating ? TO_GROUND_OHM : INPUT_OHM),
  ]);
  if (!awake) return own;
  const made = outputs.flatMap(({ n, of }): Part[] => {
    const two = channelAt(device, ['speaker-output', 'line-output'], n);
    const driven = drivenBy(device, n);
    const from = taken.filter((i) => of.includes(i.n));
    if (!two || !driven || from.length === 0) return [];
    const gain = driven.share * (kind === 'amplifier' ? 1 / from.length : 1);
    const rest = terminalId(driven.at) === terminalId(two.plus) ? two.minus : two.plus;
    return [
      {
        kind: 'amplifier',
        at: terminalId(driven.at),
        ohm: OUTPUT_OHM,
        of: from.map((i) => ({ plus: terminalId(i.at.plus), minus: terminalId(i.at.minus), gain })),
      },
      grounded(rest, TO_GROUND_OHM),
    ];
  });
  return [...own, ...made];
}

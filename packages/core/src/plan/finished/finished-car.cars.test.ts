import { describe, expect, it } from 'vitest';
import { demoLibrary } from '../../carsim/devices.ts';
import { DEMO_CARS, viewOfCar } from '../../carsim/index.ts';
import { NO_CHANGES } from '../../model/plan-changes.ts';
import type { FinishedCar, SignalSource } from '../../model/finished-car.ts';
import { pairName } from '../../model/unit.ts';
import { channelName } from '../../model/words.ts';
import { feedName } from '../facts/feed-name.ts';
import { planInputOf } from '../facts/plan-of-job.ts';
import { rework } from '../compare/propose.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { finishedCar } from './finished-car.ts';

/** Each speaker and each output in a line, as an installer would read them out. */
function readOut(input: PlanInput, car: FinishedCar) {
  const output = (id: string) => pairName(input.pairs.find((p) => p.id === id)!).toLowerCase();
  const source = (from: SignalSource | null): string => {
    if (from === null) return 'nothing';
    if (from.from !== 'device') return from.from === 'output' ? output(from.pairId) : 'data';
    return `${car.devices.find((d) => d.id === from.deviceId)!.name} ${from.output}`;
  };
  const speakers = car.speakers.map((s) => {
    const target = input.targets.find((t) => t.id === s.targetId);
    const name =
      s.made === 'new' && target && s.side !== 'centre' ? feedName(target, s.side) : channelName(s);
    const driven = [...new Set(s.coils.map((c) => `${source(c.source)} over ${c.wire} wire`))].join(' and ');
    return `${name}: ${s.fate}${s.fate === 'replaced' ? '' : `, ${driven}`}`;
  });
  const outputs = car.outputs.map((o) => {
    const drives = [
      ...(o.drives.coils.length > 0 ? ['its speaker'] : []),
      ...o.drives.inputs.map((i) => `${car.devices.find((d) => d.id === i.deviceId)!.name} in ${i.input}`),
      ...(o.drives.factoryAmplifier ? ['the factory amplifier'] : []),
    ];
    const wire = o.intercepted ? `${o.intercepted.by} to ${source(o.intercepted.carSide)}` : 'whole';
    return `${output(o.pairId)}: ${o.plays ? drives.join(', ') || 'nothing' : 'silent'}; ${wire}`;
  });
  return { speakers, outputs };
}
const inputOf = (n: number) => planInputOf(viewOfCar(DEMO_CARS[n]), { devices: demoLibrary() });
function built(n: number, way: string) {
  const input = inputOf(n);
  return readOut(input, finishedCar(input, rework(input, way, NO_CHANGES)!));
}

describe('what becomes of each speaker and each output', () => {
  it('of the people carrier, summed: the woofer wires are intercepted, all else stays on its output', () => {
    const { speakers, outputs } = built(0, 'sum');
    expect(speakers).toEqual([
      'Front left woofer: replaced',
      'Front left mid: replaced',
      'Front left tweeter: replaced',
      'Front right woofer: replaced',
      'Front right mid: replaced',
      'Front right tweeter: replaced',
      'Centre: stays, centre over factory wire',
      'Rear left: stays, rear left over factory wire',
      'Rear right: stays, rear right over factory wire',
      'Subwoofer: replaced',
      'Front set, left: added, Anvil 4.60 1 over factory wire',
      'Front set, right: added, Anvil 4.60 2 over factory wire',
      'Subwoofer: added, Anvil 1.400 1 over factory wire',
    ]);
    expect(outputs).toEqual([
      'front left woofer: Merlin S8 in 1; harness-pair to Anvil 4.60 1',
      'front left mid: Merlin S8 in 2; whole',
      'front left tweeter: Merlin S8 in 3; whole',
      'front right woofer: Merlin S8 in 4; harness-pair to Anvil 4.60 2',
      'front right mid: Merlin S8 in 5; whole',
      'front right tweeter: Merlin S8 in 6; whole',
      'centre: its speaker; whole',
      'rear left: its speaker; whole',
      'rear right: its speaker; whole',
      'subwoofer coil 1: Merlin S8 in 7; harness-pair to Anvil 1.400 1',
      'subwoofer coil 2: nothing; whole',
      'front left: the factory amplifier; whole',
      'front right: the factory amplifier; whole',
    ]);
  });

  it('of the coupe, bypassed: the radio’s lines leave the amplifier, whose wires the new one drives', () => {
    const { speakers, outputs } = built(2, 'bypass-factory-wire');
    expect(speakers.filter((s) => s.includes('added'))).toEqual([
      'Front woofers, left: added, Anvil 4.60 1 over factory wire',
      'Front woofers, right: added, Anvil 4.60 2 over factory wire',
      'Front tweeters, left: added, Anvil 4.60 3 over factory wire',
      'Front tweeters, right: added, Anvil 4.60 4 over factory wire',
    ]);
    expect(outputs).toEqual([
      'front left: Anvil 4.60 in 1, Anvil 4.60 in 3; harness-pair to nothing',
      'front right: Anvil 4.60 in 2, Anvil 4.60 in 4; harness-pair to nothing',
      'front left woofer: silent; harness-pair to Anvil 4.60 1',
      'front left tweeter: silent; harness-pair to Anvil 4.60 3',
      'front right woofer: silent; harness-pair to Anvil 4.60 2',
      'front right tweeter: silent; harness-pair to Anvil 4.60 4',
    ]);
    // With wire of its own to every speaker nobody takes the factory's over.
    expect(built(2, 'bypass-new-wire').outputs.slice(2)).toEqual([
      'front left woofer: silent; whole',
      'front left tweeter: silent; whole',
      'front right woofer: silent; whole',
      'front right tweeter: silent; whole',
    ]);
  });

  it('of the estate, a subwoofer beside the factory’s: its tap parts nothing', () => {
    const { speakers, outputs } = built(3, 'direct');
    expect(speakers.at(-1)).toBe('Subwoofer: added, Anvil 1.400 1 over new wire');
    expect(speakers.slice(0, -1).every((s) => s.includes(': stays, '))).toBe(true);
    expect(outputs.every((o) => o.endsWith('; whole'))).toBe(true);
    expect(outputs.at(-1)).toBe('subwoofer: its speaker, Anvil 1.400 in 1; whole');
  });

  it('speakers that are kept move to the new amplifier over their own wires; cut where wires are cut', () => {
    const input = inputOf(1);
    const kept = {
      ...input,
      preferences: { ...input.preferences, joining: 'cut' as const },
      targets: input.targets.map((t) => ({ ...t, speaker: { ...t.speaker, state: 'kept' as const } })),
    };
    const ofKept = (given: PlanInput) =>
      readOut(given, finishedCar(given, rework(given, 'direct', NO_CHANGES)!));
    const { speakers, outputs } = ofKept(kept);
    expect(speakers).toEqual([
      'Front left: taken-over, Anvil 4.60 1 over factory wire',
      'Front right: taken-over, Anvil 4.60 2 over factory wire',
      'Rear left: taken-over, Anvil 4.60 3 over factory wire',
      'Rear right: taken-over, Anvil 4.60 4 over factory wire',
    ]);
    // This owner wants no wire cut, whatever the shop would do.
    expect(kept.brief.keep).toContain('no-cut-wires');
    expect(outputs[0]).toBe('front left: Anvil 4.60 in 1; harness-pair to Anvil 4.60 1');
    const cut = ofKept({ ...kept, brief: { ...kept.brief, keep: [] } });
    expect(cut.outputs[0]).toBe('front left: Anvil 4.60 in 1; cut to Anvil 4.60 1');
  });
});

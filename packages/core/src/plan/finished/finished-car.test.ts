import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCarInput } from '../../../test/any-plan-input.ts';
import { type FinishedCar, finishedCarSchema, type SignalSource } from '../../model/finished-car.ts';
import { isLine } from '../complete-feed.ts';
import { factorySystemOf } from '../context.ts';
import type { PlanInput } from '../plan-input.ts';
import { proposePlans } from '../propose.ts';
import { finishedCar } from './finished-car.ts';

/** What must hold of every finished car, whatever the plan; each with what breaks it. */
function broken(car: FinishedCar, input: PlanInput): string[] {
  const system = factorySystemOf(input);
  const outputs = new Map(car.outputs.map((o) => [o.pairId, o]));
  const devices = new Map(car.devices.map((d) => [d.id, d]));
  const exists = (source: SignalSource): boolean =>
    source.from === 'output'
      ? outputs.has(source.pairId)
      : source.from === 'data' ||
        (devices.get(source.deviceId)?.outputs.some((o) => o.n === source.output) ?? false);
  const say = (wrong: boolean, words: string) => (wrong ? [words] : []);
  const coils = car.speakers.flatMap((s) => s.coils.map((c) => ({ ...c, speaker: s })));
  return [
    ...coils.flatMap(({ source, wire, speaker }) => [
      ...say(source !== null && !exists(source), `${speaker.id} is driven by what is not there`),
      ...say(
        source?.from === 'output' && !outputs.get(source.pairId)!.plays,
        `${speaker.id} is driven by an output from which nothing comes`,
      ),
      ...say(
        (source === null) !== (wire === null),
        `${speaker.id} has a wire without a source, or none with one`,
      ),
    ]),
    ...car.outputs.flatMap((o) => {
      const pair = input.pairs.find((p) => p.id === o.pairId)!;
      return [
        // Who drives a factory wire from elsewhere must have intercepted it: two sources would meet.
        ...say(
          o.plays && (o.intercepted?.carSide ?? null) !== null && o.drives.coils.length > 0,
          `${o.pairId} drives a speaker beyond where its wire is intercepted`,
        ),
        ...say(
          !o.plays && o.drives.coils.length + o.drives.inputs.length > 0,
          `${o.pairId} feeds something though nothing comes out of it`,
        ),
        ...say(
          isLine(pair, system) && o.drives.coils.length > 0,
          `${o.pairId} is a line and drives a speaker`,
        ),
        ...say(o.drives.resistor !== null && o.drives.coils.length > 0, `${o.pairId} has two loads`),
      ];
    }),
    ...[...outputs.keys()].flatMap((pairId) => {
      const takers = car.outputs.filter((o) => o.pairId === pairId && o.intercepted?.carSide);
      return say(takers.length > 1, `${pairId} is taken over twice`);
    }),
    ...car.devices.flatMap((d) => {
      const model = input.devices.find((m) => m.id === d.libraryId);
      const inputs = d.inputs.map((i) => i.n);
      return [
        ...say(new Set(inputs).size < inputs.length, `${d.id} has two sources on one input`),
        ...say(!d.inputs.every((i) => exists(i.source)), `${d.id} takes what is not there`),
        ...say(
          d.outputs.some((o) => o.of.some((n) => !inputs.includes(n))),
          `${d.id} makes something of nothing`,
        ),
        ...say(
          // One feed may ask more of a device than it has, which a rule says; several share none that is full.
          model !== undefined &&
            d.kind !== 'amplifier' &&
            d.outputs.length > 1 &&
            (d.inputs.length > model.inputs || d.outputs.length > model.outputs) &&
            new Set(d.outputs.map((o) => o.of.join())).size > 1,
          `${d.id} has more inputs or outputs in use than it has`,
        ),
        ...say(
          model !== undefined && model.amplifier !== null && d.outputs.length > model.amplifier.channels,
          `${d.id} has more channels in use than it has`,
        ),
        ...say(
          typeof d.wokenBy === 'object' && (d.wokenBy.deviceId === d.id || !devices.has(d.wokenBy.deviceId)),
          `${d.id} is woken by itself or nobody`,
        ),
      ];
    }),
    ...[
      ...new Set(coils.flatMap((c) => (c.source?.from === 'device' ? [JSON.stringify(c.source)] : []))),
    ].flatMap((channel) => {
      const own = coils.filter((c) => JSON.stringify(c.source) === channel).map((c) => c.speaker);
      const targets = new Set(own.flatMap((s) => s.targetId ?? []));
      return say(targets.size > 1, `one channel serves ${targets.size} targets`);
    }),
  ];
}

describe('the finished car', () => {
  it('whatever car, wish and way in: a coil has one source, an output one load, and nothing comes from nowhere', () => {
    fc.assert(
      fc.property(anyCarInput, (input) => {
        for (const proposal of proposePlans(input)) {
          const car = finishedCar(input, proposal);
          expect(finishedCarSchema.safeParse(car).error).toBeUndefined();
          expect(broken(car, input), proposal.strategy).toEqual([]);
          expect(car.outputs.map((o) => o.pairId)).toEqual(input.pairs.map((p) => p.id));
          // Every side of every new speaker is there, fed or said not to be.
          const fed = car.speakers.filter((s) => s.fate === 'added');
          expect(fed.length).toBeLessThanOrEqual(proposal.feeds.length);
        }
      }),
      { numRuns: 25 },
    );
  });
});

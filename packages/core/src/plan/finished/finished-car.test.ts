import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { channelGroups } from '../../model/device.ts';
import { anyCarInput, anyHand, changesOf } from '../../../test/any-plan-input.ts';
import { type FinishedCar, finishedCarSchema, type SignalSource } from '../../model/finished-car.ts';
import type { Proposal } from '../../model/plan.ts';
import type { TriggerSound } from '../../model/sounds.ts';
import { isLineLevel } from '../facts/factory-outputs.ts';
import { factorySystemOf } from '../facts/factory-system.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { proposePlans, rework } from '../compare/propose.ts';
import { STRATEGY_IDS } from '../ways/index.ts';
import { finishedCar } from './finished-car.ts';

/** `npm run finished-cars` asks for more. */
const CARS = Number(process.env['ULPEN_CARS'] ?? 25);
const TOO_SMALL = 'has more inputs or outputs in use than it has';
const FED_BY_NOTHING = 'feeds something though nothing comes out of it';
const HANDS = Number(process.env['ULPEN_HANDS'] ?? 4);

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
          `${o.pairId} ${FED_BY_NOTHING}`,
        ),
        ...say(
          isLineLevel(pair, system) && o.drives.coils.length > 0,
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
      const model = d.entry;
      const inputs = d.inputs.map((i) => i.n);
      return [
        ...say(new Set(inputs).size < inputs.length, `${d.id} has two sources on one input`),
        ...say(!d.inputs.every((i) => exists(i.source)), `${d.id} takes what is not there`),
        ...say(
          d.outputs.some((o) => o.of.some((n) => !inputs.includes(n))),
          `${d.id} makes something of nothing`,
        ),
        ...say(
          model !== null &&
            d.kind !== 'amplifier' &&
            (d.inputs.length > model.inputs || d.outputs.length > model.outputs),
          `${d.id} ${TOO_SMALL}`,
        ),
        ...say(
          model !== null &&
            model.amplifier !== null &&
            d.outputs.length > channelGroups(model.amplifier).reduce((n, g) => n + g.channels, 0),
          `${d.id} has more channels in use than it has`,
        ),
        ...say(
          typeof d.wokenBy === 'object' && (d.wokenBy.deviceId === d.id || !devices.has(d.wokenBy.deviceId)),
          `${d.id} is woken by itself or nobody`,
        ),
      ];
    }),
    ...car.sounds.flatMap(({ sound, becomes, before, after, madeIn }) => {
      const speakers = after.map((id) => car.speakers.find((s) => s.id === id));
      const added = speakers.some((s) => s?.coils.some((c) => c.source?.from === 'device'));
      return [
        ...say(
          !speakers.every((s) => s?.coils.some((c) => c.source !== null)),
          `${sound} plays on a speaker that nothing drives`,
        ),
        ...say((becomes === 'louder') !== added, `${sound} is ${becomes}, amplifier or not`),
        ...say(becomes === 'lost' && (after.length > 0 || madeIn === null), `${sound} is lost and plays`),
        ...say(
          becomes === 'same' && !before.every((id) => after.includes(id)),
          `${sound} is as before, and some speaker has lost it`,
        ),
        ...say(becomes === 'lost' && before.length === 0, `${sound} is lost, and nobody knows where it was`),
        ...say(
          becomes === 'same' && madeIn === null && car.outputs.some((o) => !o.plays),
          `${sound} was never heard, a unit is taken out, and it is as before`,
        ),
        ...say(
          madeIn !== 'radio' &&
            madeIn !== null &&
            after.length > 0 &&
            !car.outputs.some((o) => o.plays && heardOn(input, sound).includes(o.pairId)),
          `${sound} is made by an amplifier that is silent, and plays`,
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

const heardOn = ({ pairs }: PlanInput, sound: TriggerSound) =>
  pairs.filter((p) => p.facts.sounds.some((f) => f.sound === sound && f.heard)).map((p) => p.id);

/** What can still be asked for and nobody can build: each is an error that the plan's own rule says. */
const SAID: [rule: string, broken: string][] = [
  ['source-silent', FED_BY_NOTHING],
  ['device-room', TOO_SMALL],
];
const unsaid = (car: FinishedCar, input: PlanInput, { remarks }: Proposal) =>
  broken(car, input).filter(
    (words) =>
      !SAID.some(
        ([rule, end]) =>
          words.endsWith(end) && remarks.some((r) => r.rule === rule && r.severity === 'error'),
      ),
  );

describe('the finished car', () => {
  it('whatever car, wish and way in: a coil has one source, an output one load, and nothing comes from nowhere', () => {
    fc.assert(
      fc.property(anyCarInput, (input) => {
        for (const proposal of proposePlans(input)) {
          const car = finishedCar(input, proposal);
          expect(finishedCarSchema.safeParse(car).error).toBeUndefined();
          expect(unsaid(car, input, proposal), proposal.strategy).toEqual([]);
          expect(car.outputs.map((o) => o.pairId)).toEqual(input.pairs.map((p) => p.id));
          // Every side of every new speaker is there, fed or said not to be.
          const fed = car.speakers.filter((s) => s.fate === 'added');
          expect(fed.length).toBeLessThanOrEqual(proposal.feeds.length);
        }
      }),
      { numRuns: CARS },
    );
  });

  it('whatever a hand changes at the desk: what it makes impossible is an error of the plan', () => {
    fc.assert(
      fc.property(anyCarInput, fc.array(anyHand, { minLength: HANDS, maxLength: HANDS }), (input, hands) => {
        for (const hand of hands) {
          const strategy = STRATEGY_IDS[hand.strategy % STRATEGY_IDS.length];
          const changes = changesOf(hand, input);
          const proposal = rework(input, strategy, changes);
          if (proposal === null) continue;
          const car = finishedCar(input, proposal);
          expect(finishedCarSchema.safeParse(car).error).toBeUndefined();
          expect(unsaid(car, input, proposal), `${strategy} ${JSON.stringify(changes)}`).toEqual([]);
        }
      }),
      { numRuns: CARS },
    );
  });
});

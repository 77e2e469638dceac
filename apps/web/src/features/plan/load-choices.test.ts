import { describe, expect, it } from 'vitest';
import type { FinishedCar, FinishedOutput, Proposal } from '@ulpen/core';
import { choicesOf } from './load-choices.ts';

const output = (
  pairId: string,
  part: Partial<FinishedOutput>,
  drives: Partial<FinishedOutput['drives']> = {},
) =>
  ({
    pairId,
    line: false,
    plays: true,
    intercepted: null,
    volts: { volts: 5, maxVolts: 9, standing: 'assumed' },
    ...part,
    drives: { coils: [], inputs: [], resistor: null, factoryAmplifier: false, ...drives },
  }) satisfies FinishedOutput;
const car = (...outputs: FinishedOutput[]): FinishedCar => ({
  outputs,
  speakers: [],
  devices: [],
  sounds: [],
});
const tapped = (...pairIds: string[]) =>
  ({
    feeds: [
      {
        taps: pairIds.map((pairId) => ({ pairId })),
        loads: pairIds.map(() => ({ kind: 'inputs', ohm: 20, watts: null })),
      },
    ],
  }) as unknown as Pick<Proposal, 'feeds'>;
const offered = (...given: Parameters<typeof choicesOf>) =>
  choicesOf(...given).map((c) => `${c.pairId} ${c.load.kind}${c.unused ? ', unused' : ''}`);

describe('the load of an output is a matter of choice', () => {
  it('where it is tapped, once, and where its speaker goes though nothing taps it', () => {
    const finished = car(
      output('p1', {}, { inputs: [{ deviceId: 'd', input: 1 }] }),
      output('p2', {}),
      output('p3', {}, { resistor: { ohm: 47, watts: 10 } }),
    );
    expect(offered(tapped('p1', 'p1'), finished)).toEqual([
      'p1 inputs',
      'p2 none, unused',
      'p3 resistor, unused',
    ]);
  });
  it('but not where its speaker stays, where it is silent, nor of a line that misses no speaker', () => {
    const finished = car(
      output('p1', {}, { coils: [{ speakerId: 's', coil: 0 }] }),
      output('p2', { plays: false }),
      output('p3', { line: true }),
      output('p4', { line: true }, { factoryAmplifier: true }),
    );
    expect(offered({ feeds: [] }, finished)).toEqual([]);
  });
  it('of the tapped ones alone until the car is worked out, and of none in a plan from before loads were planned', () => {
    expect(offered(tapped('p1'), undefined)).toEqual(['p1 inputs']);
    const [feed] = tapped('p1').feeds;
    expect(offered({ feeds: [{ ...feed, loads: [] }] }, undefined)).toEqual([]);
  });
});

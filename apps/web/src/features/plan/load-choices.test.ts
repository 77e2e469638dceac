import { describe, expect, it } from 'vitest';
import type { FinishedOutput } from '@ulpen/core';
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
    load: 'none',
    loadOhm: null,
    intercepted: null,
    volts: { volts: 5, maxVolts: 9, standing: 'assumed' },
    ...part,
    drives: { coils: [], inputs: [], resistor: null, factoryAmplifier: false, ...drives },
  }) satisfies FinishedOutput;
const offered = (...outputs: FinishedOutput[]) =>
  choicesOf({ outputs }).map((c) => `${c.output.pairId}${c.unused ? ', unused' : ''}`);

describe('the load of an output is a matter of choice', () => {
  it('where it is tapped, and where its speaker goes though nothing taps it', () => {
    expect(
      offered(
        output('p1', {}, { inputs: [{ deviceId: 'd', input: 1 }] }),
        output('p2', {}),
        output('p3', { load: 'resistor' }, { resistor: { ohm: 47, watts: 10 } }),
      ),
    ).toEqual(['p1', 'p2, unused', 'p3, unused']);
  });
  it('but not where its speaker stays untapped, where it is silent, nor of a line that misses no speaker', () => {
    expect(
      offered(
        output('p1', {}, { coils: [{ speakerId: 's', coil: 0 }] }),
        output('p2', { plays: false }, { inputs: [{ deviceId: 'd', input: 1 }] }),
        output('p3', { line: true }, { inputs: [{ deviceId: 'd', input: 1 }] }),
        output('p4', { line: true }, { factoryAmplifier: true }),
      ),
    ).toEqual([]);
  });
  it('of none until the car is there', () => {
    expect(choicesOf(null)).toEqual([]);
  });
});

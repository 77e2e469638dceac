import { describe, expect, it } from 'vitest';
import { madeSource } from '../../../test/made-up-plan.ts';
import { signBetween } from './sign-between.ts';
import { AGAINST_SOURCE, type Source } from './sources.ts';

type Signal = Source['pair']['signal'];
const NORMAL: Signal = { sign: 'normal', standing: 'measured' };
const REVERSED: Signal = { sign: 'reversed', standing: 'measured' };

const made = (signal: Signal, group: string | null, factor = 1): Source => {
  const source = madeSource({ signal });
  return {
    ...source,
    group,
    response: { re: source.response.re.map((v) => v * factor), im: source.response.im },
  };
};

describe('whether two outputs have one sign', () => {
  it('measured from output to output: within one such group, by the signs found there', () => {
    expect(signBetween(made(NORMAL, 'a'), made(REVERSED, 'a'))).toEqual({ same: false, sure: true });
    expect(signBetween(made(REVERSED, 'a'), made(REVERSED, 'a'))).toEqual({ same: true, sure: true });
    // Where one is only claimed, the phases found there tell.
    const claimed: Signal = { sign: 'reversed', standing: 'claimed' };
    expect(signBetween(made(NORMAL, 'a'), made(claimed, 'a'))).toEqual({ same: true, sure: true });
  });
  it('of two groups, or of none, nothing is sure', () => {
    for (const [a, b] of [
      ['a', 'b'],
      ['a', null],
      [null, null],
    ])
      expect(signBetween(made(NORMAL, a), made(REVERSED, b))).toEqual({ same: false, sure: false });
  });
  it('both against the source: the phases tell, whatever was found of each against others', () => {
    const against = (factor: number, signal = REVERSED) => made(signal, AGAINST_SOURCE, factor);
    expect(signBetween(made(NORMAL, AGAINST_SOURCE), against(1))).toEqual({ same: true, sure: true });
    expect(signBetween(made(NORMAL, AGAINST_SOURCE), against(-1, NORMAL))).toEqual({
      same: false,
      sure: true,
    });
  });
  it('both against the source, with no band in common: not known', () => {
    const half = (keep: (n: number) => boolean) => {
      const { response, ...rest } = made(NORMAL, AGAINST_SOURCE);
      return { ...rest, response: { ...response, re: response.re.map((v, n) => (keep(n) ? v : 0)) } };
    };
    const middle = made(NORMAL, null).response.re.length / 2;
    expect(
      signBetween(
        half((n) => n < middle),
        half((n) => n >= middle),
      ).sure,
    ).toBe(false);
  });
});

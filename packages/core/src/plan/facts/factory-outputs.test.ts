import { describe, expect, it } from 'vitest';
import { START_BRIEF } from '../../model/brief.ts';
import type { Speaker } from '../../model/target.ts';
import { BEHIND_RADIO, madeFeed, type MadeFeed, madePair } from '../../../test/made-up-plan.ts';
import { replaces, stageOf } from './factory-outputs.ts';
import { NO_HARNESS } from './harness-facts.ts';

describe('a new speaker takes the place of an old one', () => {
  const takes = (
    speaker: Partial<Speaker>,
    pair: Parameters<typeof madePair>[0],
    brief: Partial<typeof START_BRIEF> = {},
    target: MadeFeed['target'] = {},
  ) => {
    const made = madeFeed({
      target: { ...target, speaker },
      input: { ...BEHIND_RADIO, brief: { ...START_BRIEF, ...brief } },
    });
    return replaces(made.target, madePair(pair), made.context);
  };
  it('of its axle and way', () => {
    expect(takes({ way: 'tweeter' }, { way: 'tweeter' })).toBe(true);
    expect(takes({ way: 'tweeter' }, { way: 'woofer' })).toBe(false);
    expect(takes({ way: 'full' }, { way: 'woofer' })).toBe(true);
    expect(takes({ way: 'tweeter' }, { way: 'full' })).toBe(true);
    expect(takes({ way: 'full' }, { way: 'full', axle: 'rear' })).toBe(false);
    expect(takes({ way: 'full' }, { side: 'centre' })).toBe(false);
    expect(takes({ way: 'full' }, { unitKind: 'radio' })).toBe(false);
  });
  it('but a single one for both sides never that of one side', () => {
    const centre = { layout: 'mono' as const };
    expect(takes({ way: 'full' }, { side: 'left' }, {}, centre)).toBe(false);
    expect(takes({ way: 'tweeter' }, { side: 'right', way: 'tweeter' }, {}, centre)).toBe(false);
    expect(takes({ way: 'full' }, { side: 'mono' }, {}, centre)).toBe(true);
    expect(takes({ way: 'subwoofer' }, { side: 'mono', way: 'subwoofer' }, {}, centre)).toBe(true);
  });
  it('a subwoofer that of a subwoofer, unless the owner keeps it or adds one beside it', () => {
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' })).toBe(true);
    expect(takes({ way: 'subwoofer' }, { way: 'full' })).toBe(false);
    expect(takes({ way: 'full' }, { way: 'subwoofer' })).toBe(false);
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' }, { keep: ['factory-subwoofer'] })).toBe(false);
    expect(takes({ way: 'subwoofer' }, { way: 'subwoofer' }, { shape: 'subwoofer' })).toBe(false);
  });
});

describe('how an output drives its wires', () => {
  const stage = (
    pair: Parameters<typeof madePair>[0],
    { volts, behindRadio = true }: { volts?: number; behindRadio?: boolean } = {},
  ) => {
    const own = madePair({ unitKind: 'radio', ...pair });
    const harness = { ...NO_HARNESS, rests: volts === undefined ? [] : [{ pairId: own.id, volts }] };
    const { context } = madeFeed({
      sources: [],
      input: { ...(behindRadio && BEHIND_RADIO), harness, pairs: [own] },
    });
    const { stage: of, standing } = stageOf(own, context);
    return `${of}, ${standing}`;
  };
  const holds = (holdsIntoSpeaker: boolean) => ({ facts: { holdsIntoSpeaker } });
  it('is measured by what a speaker does to it, whatever was noted and however it rests', () => {
    expect(stage({ ...holds(true), stage: 'line' })).toBe('bridge, measured');
    expect(stage({ ...holds(true), stage: 'single-ended' })).toBe('single-ended, measured');
    expect(stage({ ...holds(false), stage: 'bridge' }, { volts: 6.3 })).toBe('line, measured');
  });
  it('is a bridge where both conductors rest high; low volts prove nothing', () => {
    expect(stage({ stage: 'line' }, { volts: 6.3 })).toBe('bridge, measured');
    expect(stage({ stage: 'line' }, { volts: 2.5 })).toBe('line, claimed');
    expect(stage({ stage: 'bridge' }, { volts: 0 })).toBe('bridge, claimed');
    expect(stage({}, { volts: 5 })).toBe('line, assumed');
  });
  it('is assumed by where it leads', () => {
    expect(stage({})).toBe('line, assumed');
    expect(stage({}, { behindRadio: false })).toBe('bridge, assumed');
    expect(stage({ stage: 'line' }, { behindRadio: false })).toBe('line, claimed');
  });
});

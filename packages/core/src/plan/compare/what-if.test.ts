import { describe, expect, it } from 'vitest';
import { START_BRIEF } from '../../model/brief.ts';
import { madeFeed, madePair, madeSource } from '../../../test/made-up-plan.ts';
import { planInput } from '../facts/plan-input.ts';
import { whatIf } from './what-if.ts';

const { target } = madeFeed();
const radio = madePair({ id: 'r1', unitKind: 'radio', facts: { feed: 'fixed' } });
const measured = madePair({
  facts: { load: 'suspected', sounds: [{ sound: 'chimes' }] as never },
  capture: { id: 'c1', analysis: madeSource().analysis, phaseMeasured: true, volumeStep: 18 },
});
const input = planInput({
  pairs: [radio, measured],
  targets: [target],
  ratios: [{ firstId: 'p1' }] as never,
});

describe('a question asked of a plan', () => {
  it('changes nothing that it does not ask about, and never the job', () => {
    const before = structuredClone(input);
    expect(whatIf(input, {})).toEqual(input);
    whatIf(input, { noCut: true, noAnalyser: true, amplifierId: 'a1', feedFollows: true });
    expect(input).toEqual(before);
  });

  it('no wire is cut: once, however often it was wished', () => {
    expect(whatIf(input, { noCut: true }).brief.keep).toEqual(['no-cut-wires']);
    const wished = { ...input, brief: { ...START_BRIEF, keep: ['no-cut-wires' as const] } };
    expect(whatIf(wished, { noCut: true }).brief.keep).toEqual(['no-cut-wires']);
    expect(whatIf(wished, { noCut: false }).brief.keep).toEqual(['no-cut-wires']);
  });

  it('nothing was measured: no captures, no ratios and no facts but the sounds that were heard', () => {
    const asked = whatIf(input, { noAnalyser: true });
    expect(asked.ratios).toEqual([]);
    expect(asked.pairs[1]).toMatchObject({ capture: null, volumeSteps: [], facts: { load: 'unfinished' } });
    expect(asked.pairs[1].facts.sounds).toEqual(measured.facts.sounds);
  });

  it('one amplifier drives everything', () => {
    expect(whatIf(input, { amplifierId: 'a1' }).targets[0].amplifierId).toBe('a1');
    expect(whatIf(input, { amplifierId: null }).targets[0].amplifierId).toBeNull();
  });

  it('the radio follows the volume, and the amplifier stays as it is', () => {
    const asked = whatIf(input, { feedFollows: true });
    expect(asked.pairs.map((p) => p.facts.feed)).toEqual(['follows', measured.facts.feed]);
  });
});

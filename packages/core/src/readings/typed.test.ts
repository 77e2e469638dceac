import { describe, expect, it } from 'vitest';
import { kindOf, type Instrument, type Observation, observationWords } from './index.ts';

/** What is typed for an instrument, and back in words; null: not understood. */
const typed = (instrument: Instrument, text: string) => {
  const observation = kindOf(instrument).read(text, undefined);
  return observation && observationWords(observation);
};

describe('what people type', () => {
  it.each<[Instrument, string, string | null]>([
    ['dc', '12.6', '12.6 V'],
    ['dc', '-0.2 V', '-200 mV'],
    ['dc', 'twelve', null],
    ['ac', '350 mV', '350 mV'],
    ['ac', '0', '0 V'],
    ['ac', '-1', null],
    ['ohms', '3R9', '3.9 Ω'],
    ['ohms', '0', '0 Ω'],
    ['ohms', '-1', null],
    ['tone', 'FL', 'front left'],
    ['tone', 'rear right door + tweeter', 'rear right door + rear right tweeter'],
    ['tone', 'front left and right', 'front left + front right'],
    ['tone', 'FL, RR', 'front left + rear right'],
    ['tone', 'FL&FR', 'front left + front right'],
    ['tone', 'left mid front', 'front left mid'],
    ['tone', 'dash', 'centre'],
    ['tone', 'sub', 'subwoofer'],
    ['tone', 'left', null],
    ['tone', 'front', null],
    ['tone', 'front left boot', null],
    ['tone', 'rear deck left', 'rear left'],
    ['tone', 'left dash tweeter', 'front left tweeter'],
    ['tone', 'left c pillar', 'rear left'],
    ['tone', 'dash', 'centre'],
    ['tone', 'hinten rechts', 'rear right'],
    ['seen', 'light grey', 'GY'],
    ['seen', 'lt blu/blk thick', 'BU/BK, thick'],
    ['seen', 'tan', 'BN'],
    ['seen', 'sw ws', 'BK/WH'],
    ['seen', 'gr', null],
    ['cone', 'out', 'moves out (tester)'],
    ['cone', '- battery', 'moves in (battery)'],
    ['cone', 'bat none', 'does not move (battery)'],
    ['cone', 'Cone unsure tester', 'unsure (tester)'],
    ['cone', 'battery', null],
    ['cone', 'out in', null],
    ['cone', 'combat', null],
    ['seen', 'brown/white', 'BN/WH'],
    ['seen', 'gray  wire with pink', 'GY/PK'],
    ['seen', 'thick untwisted', 'thick, not twisted'],
    ['seen', 'RD twisted joint', 'RD, twisted, joint found'],
    ['seen', 'inherited', 'origin unknown'],
    ['seen', '?', 'colour unsure'],
    ['seen', 'straight', 'not twisted'],
    ['seen', 'red green blue', null],
    ['seen', 'wire colour', null],
    ['seen', 'rusty', null],
    ['note', 'smells burnt', 'smells burnt'],
  ])('%s %j is %j', (instrument, text, words) => expect(typed(instrument, text)).toBe(words));

  it('the words of a meter', () => {
    const said = (
      instrument: Instrument,
      word: 'open' | 'drifting' | 'unreachable' | 'nothing' | 'unsure',
    ) => {
      const observation = kindOf(instrument).read('?', word);
      return observation && observationWords(observation);
    };
    expect(['drifting', 'unreachable'].map((w) => said('dc', w as 'drifting'))).toEqual([
      'drifting',
      'cannot reach',
    ]);
    expect((['open', 'drifting', 'unreachable'] as const).map((w) => said('ohms', w))).toEqual([
      'OL',
      'drifting',
      'cannot reach',
    ]);
    expect((['nothing', 'unsure', 'unreachable'] as const).map((w) => said('tone', w))).toEqual([
      'nothing heard',
      'unsure',
      'cannot reach',
    ]);
    // A word that this instrument has no use for.
    expect([said('dc', 'open'), said('ohms', 'nothing'), said('tone', 'open')]).toEqual([null, null, null]);
  });
  it('a note is cut to what is kept', () => expect(typed('note', 'x'.repeat(400))).toHaveLength(300));
});

describe('values that nobody reads on a car', () => {
  const asked = (kind: 'dc' | 'ac', volts: number | null, net: '12' | '24' = '12') => {
    const observation = { kind, volts, word: volts === null ? 'drifting' : null } as Observation;
    const unlikely = kindOf(kind).unlikely!(observation, net);
    return unlikely && (unlikely.highVoltage ? 'danger' : unlikely.text);
  };
  it('are asked about before they are kept', () => {
    expect([asked('dc', 16), asked('dc', -1), asked('ac', 45), asked('dc', null), asked('ac', null)]).toEqual(
      Array(5).fill(null),
    );
    expect(asked('dc', 16.1)).toContain('16.1 V is more than a 12 V vehicle gives');
    expect(asked('dc', -1.1)).toContain('swapped');
    expect(asked('dc', -20)).toContain('20 V: is this');
    expect([asked('dc', 19.4), asked('dc', 19.5)]).toEqual([
      expect.stringContaining('overcharging'),
      expect.stringContaining('is this a 24 V vehicle?'),
    ]);
    expect(asked('ac', 45.1)).toContain('slip of the keys');
    expect([asked('dc', 60.1), asked('dc', -61), asked('ac', 230)]).toEqual(Array(3).fill('danger'));
    expect(asked('dc', 60)).toContain('is this a 24 V vehicle?');
    expect(asked('dc', 17.5)).toContain('overcharging');
  });
  it('a 24 V vehicle is asked about what it does not give, and about nothing else', () => {
    expect([asked('dc', 24.6, '24'), asked('dc', 28.4, '24'), asked('dc', 12.9, '24')]).toEqual(
      Array(3).fill(null),
    );
    expect(asked('dc', 33, '24')).toContain('overcharging');
    expect(asked('dc', 61, '24')).toBe('danger');
  });
});

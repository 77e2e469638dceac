import { describe, expect, it } from 'vitest';
import { ALL, at, cone, dc, ohms, plug, tone, volts } from '../../test/small-plug.ts';
import { IGNITION_ON, OFF, PLAYING, RADIO_ON } from '../carsim/wiring/routine.ts';
import { ZERO_ITEMS } from '../model/intake.ts';
import type { Clues } from '../model/intake.ts';
import { START_CONDITIONS } from '../model/conditions.ts';
import { evidenceFor } from './evidence.ts';
import type { HarnessReading } from './harness-input.ts';
import { cluesOfJob, decidingClues, likelySystems } from './likely-systems.ts';
import { unlikely } from './lock.ts';
import { isSettled, mapHarness } from './map-harness.ts';
import { parseReadings } from './paste.ts';
import { dataOrAudio, turnOnSource } from './routines.ts';
import { whyTest } from './test-words.ts';
import { conditionWords, pairWords, placeOf } from './words.ts';

describe('conditions in words', () => {
  it('in the order that they are set, only what matters', () => {
    expect(conditionWords(START_CONDITIONS)).toBe('plug out, car side · ignition off · radio off');
    const zeroed = [...ZERO_ITEMS];
    expect(conditionWords({ ...PLAYING, plug: 'seated', volumeStep: 18, zeroed })).toBe(
      'plug seated · ignition on · radio on · playing at 18',
    );
    expect(conditionWords({ ...PLAYING, plug: 'seated', volumeStep: null, zeroed: [] })).toContain(
      'playing · radio not zeroed',
    );
    const all = {
      ...START_CONDITIONS,
      side: 'unit' as const,
      balance: 'left' as const,
      fader: 'rear' as const,
      load: 'none' as const,
      moment: 'restart' as const,
    };
    expect(conditionWords(all)).toBe(
      'plug out, unit side · ignition off · radio off · balance left · fader rear · no load · at restart',
    );
  });
  it('places on one plug, and on two', () => {
    const two = plug([]);
    two.connectors.push({
      ...two.connectors[0],
      id: 'c2',
      name: 'C2',
      cavities: [{ id: 'z1', number: 1, x: 0, row: 0 }],
    });
    const workings = mapHarness(two);
    expect([placeOf(workings, 'k5'), placeOf(workings, 'k5', 'k6'), placeOf(workings, 'k5', 'z1')]).toEqual([
      'C1·5',
      'C1·5/6',
      'C1·5 and C2·1',
    ]);
  });
});

const LEFT = [
  ohms(3, 4, 3.7),
  tone(3, 4, 'left', 'woofer'),
  tone(3, 4, 'left', 'woofer'),
  cone(3, 4, 'out'),
  cone(3, 4, 'out'),
];
const pairAt = (readings: HarnessReading[], cavity: number) => {
  const { map, indexOf } = mapHarness(plug(readings));
  return map.pairs[map.cavities[indexOf.get(`k${cavity}`)!].pair!];
};

describe('pairs and what is settled', () => {
  it('a pair is named by its channel once that is likelier than not', () => {
    expect(pairWords(pairAt(LEFT, 3))).toBe('front left woofer output');
    const pair = pairAt(LEFT, 3);
    expect(pairWords({ ...pair, channel: { ...pair.channel!, probability: 0.49 } })).toBe('speaker output');
    expect(pairWords({ ...pair, channel: null, kind: 'data' })).toBe('data pair');
  });
  it('an audio wire is settled with its channel and polarity, any other with its role', () => {
    const settled = (readings: HarnessReading[], cavity: number) => {
      const { map, indexOf } = mapHarness(plug(readings));
      return isSettled(map, map.cavities[indexOf.get(`k${cavity}`)!]);
    };
    // Ears err: a place that was heard is settled once balance or its siblings say the same.
    expect(settled(LEFT, 3)).toBe(false);
    const louder = (balance: 'left' | 'right', value: number) =>
      at(3, 4, { kind: 'ac', volts: value, word: null }, { ...PLAYING, plug: 'seated', balance });
    const followed = [...LEFT, louder('left', 1.2), louder('right', 0.005), tone(5, 6, 'left', 'tweeter')];
    expect(settled(followed, 3)).toBe(true);
    expect(settled(followed.slice(0, 3), 3)).toBe(false);
    expect(settled([LEFT[0], LEFT[0], ...LEFT.slice(3)], 3)).toBe(false);
    const supply = [1, 1, 1].flatMap((n) => volts(n, 12.5, 12.3, 12.3));
    expect([settled(supply, 1), settled(supply, 2)]).toEqual([true, false]);
  });
});

describe('evidence', () => {
  const evidence = (readings: HarnessReading[], cavity: number) =>
    evidenceFor(mapHarness(plug(readings)), `k${cavity}`);
  it('names partners, strangers and the steering of balance and fader', () => {
    const ac = (value: number, conditions = PLAYING) =>
      at(3, 4, { kind: 'ac', volts: value, word: null }, conditions);
    const list = [
      ...LEFT,
      ohms(3, 7, null),
      ac(1.2),
      ac(0.01, { ...PLAYING, fader: 'rear' }),
      ac(0.01, { ...PLAYING, balance: 'right' }),
    ];
    const means = new Map(evidence(list, 3).map((e) => [e.readingId, e.means]));
    expect(means.get(LEFT[0].id)).toBe('pairs it with C1·4');
    expect(means.get(list[5].id)).toMatch(/^(keeps it apart from C1·7|says little)$/);
    for (const steered of list.slice(7))
      expect(means.get(steered.id)).toBe('tells the channel of the pair with C1·4');
    expect(means.get(list[6].id)).not.toContain('tells the channel');
    // From the other end the partner is the first.
    expect(evidence(list, 4).find((e) => e.readingId === LEFT[0].id)?.means).toBe('pairs it with C1·3');
  });
  it('is in order of weight, and none where there is no such cavity', () => {
    const weights = evidence([...volts(1, 12.5, 12.3, 12.3), dc(1, 0.01)], 1).map((e) => Math.abs(e.weight));
    expect(weights).toEqual([...weights].sort((a, b) => b - a));
    expect(weights).toHaveLength(4);
    expect(evidence([dc(1, 12)], 99)).toEqual([]);
    expect(evidence([dc(1, 12)], 2)).toEqual([]);
  });
  it('a sheet agrees or disagrees, as far as its variant is believed', () => {
    const claim = (role: 'output' | 'ground', cavity: number) => ({
      variant: '4F2',
      cavityId: `k${cavity}`,
      role,
      channel: null,
      sign: 'plus' as const,
    });
    const workings = mapHarness(plug(LEFT, [claim('output', 3), claim('ground', 4)]));
    const said = (cavity: number) => evidenceFor(workings, `k${cavity}`).find((e) => e.readingId === null)!;
    expect(said(3).saw).toBe('Sheet (4F2) says audio output plus');
    expect(said(3).means).toMatch(/^agrees; this variant is believed to \d+ %$/);
    expect(said(4).means).toMatch(/^disagrees/);
    expect([said(3).weight > 0, said(4).weight < 0]).toEqual([true, true]);
  });
});

describe('why a test comes next', () => {
  const why = (
    instrument: Parameters<typeof whyTest>[0]['instrument'],
    conditions = OFF,
    readings: HarnessReading[] = [],
    tools = ALL,
  ) =>
    whyTest(
      { instrument, cavityId: 'k3', otherCavityId: 'k4', conditions },
      mapHarness(plug(readings, [], tools)),
    );
  it('is said for what is set', () => {
    expect(why('dc')).toContain('everything off is a battery feed');
    expect(why('dc', IGNITION_ON)).toContain('With the ignition on and the radio off');
    expect(why('dc', RADIO_ON)).toContain('What comes on with the radio');
    expect(why('ohms')).toContain('make C1·3/4 a speaker pair');
    expect(why('seen')).toContain('Colour');
    expect(why('tone')).toContain('a tweeter behind its capacitor');
    expect(why('tone', OFF, LEFT)).toContain('listening at the door and at the tweeter');
    expect(why('tone', OFF, LEFT, ['meter', 'battery'])).toContain('1.5 V cell');
    expect(why('cone')).toContain('is still open');
    expect(why('cone', PLAYING)).toContain('test speaker');
    expect(why('ac', PLAYING)).toContain('With a steady signal');
    expect(why('ac', { ...PLAYING, balance: 'left' })).toContain('Balance full left');
    expect(why('ac', { ...PLAYING, fader: 'rear' })).toContain('Fader full rear');
    expect(why('note')).toBe('');
  });
});

describe('routines, step by step', () => {
  const ac = (value: number, conditions = PLAYING, a = 1, b = 2) =>
    at(a, b, { kind: 'ac', volts: value, word: null }, conditions);
  const steps = (list: HarnessReading[]) => dataOrAudio(list, 'k1', 'k2').steps.map((s) => s.verdict);
  it('each says for or against by its own limit', () => {
    expect(steps([])).toEqual(['open', 'open', 'open', 'open']);
    expect(steps([ac(0.049, RADIO_ON)])[0]).toBe('for');
    expect(steps([ac(0.05, RADIO_ON)])[0]).toBe('against');
    expect(steps([ac(0.09)])[1]).toBe('for');
    expect(steps([ac(0.08)])[1]).toBe('against');
    expect([steps([ac(0.1, RADIO_ON), ac(0.3)])[1], steps([ac(0.1, RADIO_ON), ac(0.31)])[1]]).toEqual([
      'against',
      'for',
    ]);
    const away = { ...PLAYING, balance: 'right' as const };
    expect([steps([ac(1), ac(0.29, away)])[2], steps([ac(1), ac(0.3, away)])[2]]).toEqual(['for', 'against']);
    // Of several directions the one that takes most away counts.
    const front = { ...PLAYING, fader: 'front' as const };
    expect(steps([ac(1), ac(0.9, away), ac(0.1, front)])[2]).toBe('for');
    // Balance turned while nothing plays takes nothing away.
    expect(steps([ac(1), ac(0.002, { ...away, sound: 'none' })])[2]).toBe('open');
    // What is left of a rear output with the fader at the front is not how loud it plays.
    expect(dataOrAudio([ac(1), ac(0.01, front)], 'k1', 'k2')).toMatchObject({
      state: 'settled',
      conclusion: 'Audio: it follows what is played.',
    });
  });
  it('60 or 120 ohm across it, with the car asleep, is a data pair', () => {
    const across = (value: number | null, conditions = OFF) =>
      dataOrAudio(
        [at(1, 2, { kind: 'ohms', ohms: value, word: value === null ? 'open' : null }, conditions)],
        'k1',
        'k2',
      ).steps[3];
    expect([45, 46, 139, 140].map((v) => across(v).verdict)).toEqual(['for', 'against', 'against', 'for']);
    expect(across(null)).toMatchObject({ saw: 'OL', verdict: 'for' });
    expect(across(60, IGNITION_ON).verdict).toBe('open');
  });
  it('only what was read across the two counts, with the radio on', () => {
    expect(steps([ac(0.5, PLAYING, 1, 3), ac(0.5, { ...PLAYING, radio: 'off' })])).toEqual([
      'open',
      'open',
      'open',
      'open',
    ]);
    expect(dataOrAudio([ac(0.5), ohms(1, 2, 60)], 'k1', 'k2')).toMatchObject({
      state: 'again',
      conclusion: 'The tests disagree: do them again.',
    });
  });
  it('a turn-on source is judged by its own readings to ground alone', () => {
    const verdicts = (list: HarnessReading[]) => turnOnSource(list, 'k1').steps.map((s) => s.verdict);
    expect(verdicts([dc(2, 12, RADIO_ON)])).toEqual(Array(6).fill('open'));
    expect(verdicts([at(1, 2, { kind: 'dc', volts: 12, word: null }, RADIO_ON)])).toEqual(
      Array(6).fill('open'),
    );
    expect(verdicts([dc(1, 4, RADIO_ON)])[0]).toBe('against');
    expect(verdicts([dc(1, 4.1, RADIO_ON)])[0]).toBe('for');
    expect(verdicts([dc(1, 1, IGNITION_ON)])[1]).toBe('against');
    expect(verdicts([dc(1, 0.5, { ...OFF, moment: 'asleep' })])[4]).toBe('against');
    expect(turnOnSource([dc(1, 12, RADIO_ON), dc(1, 5, IGNITION_ON)], 'k1').conclusion).toContain(
      'ignition on, radio off failed',
    );
  });
});

describe('what the clues leave', () => {
  const clues = (part: Partial<Clues>): Clues => ({
    amplifierFound: 'unknown',
    fibreOrData: 'unknown',
    faderWorks: 'unknown',
    moreSpeakersThanFour: 'unknown',
    ...part,
  });
  it('adds up to one, likeliest first, and an amplifier that was found rules the radio out', () => {
    for (const part of [
      {},
      { amplifierFound: 'yes' },
      { fibreOrData: 'yes', amplifierFound: 'yes' },
    ] as Partial<Clues>[]) {
      const list = likelySystems(clues(part));
      expect(list.reduce((s, k) => s + k.probability, 0)).toBeCloseTo(1, 9);
      expect(list.map((k) => k.probability)).toEqual(list.map((k) => k.probability).sort((a, b) => b - a));
    }
    expect(likelySystems(clues({}))[0].name).toBe('Radio drives the speakers');
    expect(likelySystems(clues({ amplifierFound: 'yes' })).at(-1)!.name).toBe('Radio drives the speakers');
    expect(likelySystems(clues({ amplifierFound: 'yes', fibreOrData: 'yes' }))[0].name).toBe(
      'Amplifier fed by data or fibre',
    );
    expect(likelySystems(clues({ amplifierFound: 'no' }))[0].probability).toBeGreaterThan(0.9);
  });

  it('is asked for only where an answer changes what is likeliest', () => {
    expect(decidingClues(clues({}))[0]).toBe('amplifierFound');
    expect(decidingClues(clues({ amplifierFound: 'no' }))).toEqual([]);
    expect(decidingClues(clues({ amplifierFound: 'yes' }))).toEqual(['fibreOrData']);
    expect(decidingClues(clues({ amplifierFound: 'yes', fibreOrData: 'yes' }))).toEqual([]);
    // Guessing with the answer is right more often than without, in the share of cars that it says.
    const kinds = likelySystems(clues({}));
    const best = (c: Clues) => likelySystems(c)[0].probability;
    const yes = kinds.filter((k) => k.name !== 'Radio drives the speakers');
    const share = yes.reduce((s, k) => s + k.probability * 0.97, 0) + kinds[0].probability * 0.03;
    const gain =
      share * best(clues({ amplifierFound: 'yes' })) +
      (1 - share) * best(clues({ amplifierFound: 'no' })) -
      best(clues({}));
    expect(gain).toBeGreaterThan(0.1);
  });

  it('is answered by an amplifier of the job, unless a person said otherwise', () => {
    const job = { units: [{ kind: 'radio' }, { kind: 'amplifier' }] };
    expect(cluesOfJob(clues({}), job).amplifierFound).toBe('yes');
    expect(cluesOfJob(clues({ amplifierFound: 'no' }), job).amplifierFound).toBe('no');
    expect(cluesOfJob(clues({}), { units: [{ kind: 'radio' }] }).amplifierFound).toBe('unknown');
  });
});

describe('pasted readings', () => {
  const plugs = [
    { name: 'C1', cavities: [1, 2, 3].map((number) => ({ id: `k${number}`, number, empty: false })) },
  ];
  const read = (line: string) =>
    parseReadings(`plug,cavity,other,instrument,value\n${line}`, plugs, START_CONDITIONS);
  it('name their cavity in any usual way; the only plug need not be named', () => {
    for (const cell of ['C1,2', ',2', ',C1/2', ',C1-2', ',pin 2', 'c1,2'])
      expect(
        read(`${cell},,dc,12`).readings.map((r) => r.cavityId),
        cell,
      ).toEqual(['k2']);
    for (const [cell, words] of [
      [',x', 'is no cavity number'],
      [',0', 'is no cavity number'],
      ['C9,2', 'there is no plug C9; there is C1'],
      ['C1,9', 'has 3 cavities, there is no 9'],
    ])
      expect(read(`${cell},,dc,12`).faults[0].message, cell).toContain(words);
  });
  it('to ground, across two, or faulty in the second', () => {
    for (const ground of ['', 'gnd', 'GROUND', '-'])
      expect(read(`C1,1,${ground},dc,12`).readings[0].otherCavityId).toBeNull();
    expect(read('C1,1,2,ohms,4').readings[0].otherCavityId).toBe('k2');
    expect(read('C1,1,9,ohms,4').faults[0].message).toContain('there is no 9');
    expect(read('C1,1,,thermometer,4').faults[0].message).toMatch(/^"thermometer" is no instrument: dc, ac/);
  });
  it('a kind that no value is unlikely for is asked about nothing', () => {
    expect(unlikely({ observation: { kind: 'note', text: '400 V' } })).toBeNull();
    expect(unlikely({ observation: { kind: 'ohms', ohms: 1e8, word: null } })).toBeNull();
  });
});

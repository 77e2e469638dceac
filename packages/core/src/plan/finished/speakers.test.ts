import { describe, expect, it } from 'vitest';
import { madeAmplifier } from '../../../test/made-up-devices.ts';
import {
  BEHIND_RADIO,
  madeEquipment,
  madeFeed,
  type MadeFeed,
  madePlan,
  type MadePlan,
  madeSource,
} from '../../../test/made-up-plan.ts';
import type { FactorySpeaker } from '../../model/unit.ts';
import type { Speaker } from '../../model/target.ts';
import { finishedCar } from './finished-car.ts';

const amplifier = madeAmplifier({ name: 'A', amplifier: { channels: 6 } });
const woofer = madeSource({ id: 'w', way: 'woofer' });
const tweeter = madeSource({ id: 't', way: 'tweeter' });
const full = madeSource({ id: 'f' });

/** The car after one front channel was fed by an output, over the factory's wires unless a plan says otherwise. */
function built(
  sources: (typeof full)[],
  speaker: Partial<Speaker>,
  { strategy = 'convert', ...made }: MadePlan & { strategy?: string; feed?: MadeFeed['feed'] } = {},
) {
  const crossover = { highPass: { hz: 80, where: 'amplifier' as const }, lowPass: null };
  const feed = madeFeed({ sources: [sources[0]], target: { speaker }, feed: { crossover, ...made.feed } });
  const { plan, context } = madePlan({
    feeds: [feed],
    equipment: [madeEquipment('amplifier', 'A')],
    setup: { speakerWire: 'reuse' },
    ...made,
    input: { targets: [feed.target], devices: [amplifier], pairs: sources.map((s) => s.pair), ...made.input },
  });
  const car = finishedCar(context.input, { ...plan, car: null, strategy });
  return {
    fates: Object.fromEntries(car.speakers.map((s) => [s.id, s.fate])),
    speaker: (id: string) => car.speakers.find((s) => s.id === id)!,
    output: (id: string) => car.outputs.find((o) => o.pairId === id)!,
  };
}
const listed = (id: string, way: FactorySpeaker['way'], ...coils: (string | null)[]): FactorySpeaker =>
  ({
    id,
    jobId: 'j1',
    version: 1,
    way,
    coils: coils.map((pairId) => ({ pairId, ohm: 2 })),
  }) as FactorySpeaker;

describe('a factory speaker', () => {
  it('goes for a new one of its way; that of another way stays on its output', () => {
    const { fates, output } = built([woofer, tweeter], { way: 'woofer' });
    expect(fates).toEqual({
      'of:w': 'replaced',
      'of:t': 'stays',
      'new:t1/left': 'added',
      'new:t1/right': 'not-fed',
    });
    expect(output('t').drives.coils).toEqual([{ speakerId: 'of:t', coil: 0 }]);
    expect(output('w')).toMatchObject({ drives: { coils: [] }, intercepted: { by: 'harness-pair' } });
  });

  it('full range goes for a new one of any way, and a new full range takes both ways', () => {
    expect(built([full], { way: 'tweeter' }).fates['of:f']).toBe('replaced');
    const { fates } = built([woofer, tweeter], { way: 'full' });
    expect([fates['of:w'], fates['of:t']]).toEqual(['replaced', 'replaced']);
  });

  it('that is kept moves to the new amplifier over its own wire, with the channel’s filters', () => {
    const { speaker, output, fates } = built([full], { state: 'kept', way: 'full' });
    expect(speaker('of:f')).toMatchObject({ fate: 'taken-over', targetId: 't1', highPass: { hz: 80 } });
    expect(speaker('of:f').coils).toMatchObject([{ wire: 'factory', source: { from: 'device', output: 1 } }]);
    expect(fates).not.toHaveProperty('new:t1/left');
    expect(output('f').intercepted?.carSide).toMatchObject({ from: 'device' });
  });

  it('that is kept, over new wire where the plan says so', () => {
    const { speaker, output } = built([full], { state: 'kept' }, { setup: { speakerWire: 'new' } });
    expect(speaker('of:f').coils).toMatchObject([{ wire: 'new', source: { from: 'device' } }]);
    expect(output('f').intercepted).toBeNull();
  });

  it('stays beside the new one where the plan leaves it on', () => {
    const { fates, output } = built([full], { way: 'full' }, { strategy: 'keep-speaker' });
    expect(fates).toMatchObject({ 'of:f': 'stays', 'new:t1/left': 'added' });
    expect(output('f')).toMatchObject({ drives: { coils: [{ speakerId: 'of:f' }] }, intercepted: null });
  });

  it('falls silent with the amplifier that drove it, where nothing takes its place', () => {
    const bypass = {
      setup: { speakerWire: 'new' as const, factoryAmplifier: 'removed' as const },
      input: BEHIND_RADIO,
    };
    const { fates, output } = built([woofer, tweeter], { way: 'woofer' }, bypass);
    expect(fates).toMatchObject({ 'of:w': 'replaced', 'of:t': 'silent' });
    expect([output('t').plays, output('t').drives.resistor]).toEqual([false, null]);
  });

  it('with coils on two outputs has each from its own, and one that nobody drives from nowhere', () => {
    const speakers = [listed('s1', 'woofer', 'w', 't', null)];
    const { speaker, output } = built([woofer, tweeter], { way: 'midrange' }, { input: { speakers } });
    expect(speaker('s1').coils.map((c) => (c.source?.from === 'output' ? c.source.pairId : null))).toEqual([
      'w',
      't',
      null,
    ]);
    expect(speaker('s1')).toMatchObject({
      fate: 'stays',
      coils: [{ ohm: 2 }, { wire: 'factory' }, { wire: null }],
    });
    expect(output('t').drives.coils).toEqual([{ speakerId: 's1', coil: 1 }]);
  });

  it('of which no output is known is there all the same', () => {
    const { speaker, fates } = built(
      [full],
      { way: 'full' },
      { input: { speakers: [listed('s1', 'subwoofer', null)] } },
    );
    expect(speaker('s1')).toMatchObject({ fate: 'silent', side: 'mono', axle: 'other' });
    expect(fates['of:f']).toBe('replaced');
  });
});

describe('a new speaker', () => {
  it('shares its channel’s watts among its coils', () => {
    const { speaker } = built([full], { drivers: 2, coils: 2, ohm: 4 });
    const { coils } = speaker('new:t1/left');
    expect(coils).toHaveLength(4);
    const watts = coils.map((c) => c.watts!);
    expect(new Set(watts).size).toBe(1);
    expect(watts[0] * 4).toBeLessThanOrEqual(200);
    expect(watts[0]).toBeGreaterThan(5);
  });

  it('that nothing feeds has no source, no wire and no watts', () => {
    const { speaker } = built([full], {});
    expect(speaker('new:t1/right').coils).toEqual([{ source: null, wire: null, ohm: 4, watts: null }]);
  });

  it('of a car with new wire leaves the factory’s wire whole', () => {
    const { speaker, output } = built([full], {}, { setup: { speakerWire: 'new' } });
    expect(speaker('new:t1/left').coils[0].wire).toBe('new');
    expect(output('f').intercepted).toBeNull();
  });

  it('takes the wire of its own way before any other', () => {
    const { output } = built([full, tweeter], { way: 'tweeter' });
    expect([output('f').intercepted, output('t').intercepted?.by]).toEqual([null, 'harness-pair']);
  });
});

describe('wires', () => {
  it('are cut where the plan cuts: at its taps, and where a new amplifier drives them', () => {
    const cut = { setup: { speakerWire: 'reuse' as const, joining: 'cut' as const } };
    const { output } = built([woofer, tweeter], { way: 'tweeter' }, cut);
    expect([output('w').intercepted, output('t').intercepted]).toMatchObject([
      { by: 'cut', carSide: null },
      { by: 'cut', carSide: { from: 'device' } },
    ]);
  });

  it('of a radio’s line leave a bypassed amplifier, those that nobody taps stay', () => {
    const line = madeSource({ id: 'r1', unitKind: 'radio', unitId: 'u9' });
    const other = madeSource({ id: 'r2', unitKind: 'radio', unitId: 'u9', side: 'right' });
    const bypass = {
      setup: { speakerWire: 'new' as const, factoryAmplifier: 'removed' as const },
      input: BEHIND_RADIO,
    };
    const { output } = built([line, other], {}, bypass);
    expect([output('r1').line, output('r1').intercepted?.by, output('r2').intercepted]).toEqual([
      true,
      'harness-pair',
      null,
    ]);
    const stays = built([line, other], {}, { setup: { speakerWire: 'new' }, input: BEHIND_RADIO });
    expect(stays.output('r1')).toMatchObject({ intercepted: null, drives: { factoryAmplifier: true } });
  });
});

import { describe, expect, it } from 'vitest';
import { NO_CHANGES, type PlanChanges } from '../../model/plan-changes.ts';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import { BEHIND_RADIO, madeFeed, type MadeFeed, madePair, madeSource } from '../../../test/made-up-plan.ts';
import { finishedCar } from './finished-car.ts';

const IN = { minVolts: 1, maxVolts: 12, ohm: null, floating: true };

/** The car with one feed, with the device and the amplifier that are given for it. */
function carWith(made: MadeFeed, keepsSpeaker = false, changes: PlanChanges = NO_CHANGES) {
  const { feed, context, setup, between, drive } = madeFeed(made);
  const models = [between, drive.amplifier].flatMap((d) => d ?? []);
  const equipment = models.map(({ kind, id, name }) => ({
    kind,
    deviceId: id,
    name,
    targetIds: [feed.targetId],
  }));
  return finishedCar(
    { ...context.input, devices: models },
    {
      strategy: keepsSpeaker ? 'keep-speaker' : 'convert',
      setup,
      feeds: [{ ...feed, loads: [] }],
      equipment,
      changes,
    },
  );
}

describe('what a tapped output drives afterwards', () => {
  const load = (made: MadeFeed = {}, keepsSpeaker = false, changes: PlanChanges = NO_CHANGES) => {
    const [{ load: kind, loadOhm, drives }] = carWith(made, keepsSpeaker, changes).outputs;
    return { kind, ohm: loadOhm, watts: drives.resistor?.watts ?? null };
  };
  const seen = [madeSource({ facts: { load: 'suspected' } })];
  it('its own speaker, where that stays', () => {
    expect(load({ sources: seen }, true)).toEqual({ kind: 'speaker', ohm: null, watts: null });
    expect(load({ sources: [madeSource({ axle: 'rear' })] }).kind).toBe('speaker');
    expect(load().kind).toBe('none');
  });
  it('a resistor, where its unit watches its loads, unless the inputs are load enough', () => {
    // 13.6 V make 9.6 V RMS at most: 2 W in 47 ohm, and three times that is bought.
    expect(load({ sources: seen })).toEqual({ kind: 'resistor', ohm: 47, watts: 10 });
    const between = (ohm: number | null) => madeDevice({ kind: 'converter', speakerInput: { ...IN, ohm } });
    expect(load({ sources: seen, between: between(100) })).toEqual({ kind: 'inputs', ohm: 100, watts: null });
    expect(load({ sources: seen, between: between(101) }).kind).toBe('resistor');
    expect(load({ sources: seen, between: between(null) }).kind).toBe('resistor');
    const amplifier = madeAmplifier({ speakerInput: { ...IN, ohm: 20 } });
    expect(load({ sources: seen, drive: madeDrive(amplifier), feed: { device: 'direct' } }).ohm).toBe(20);
    expect(load({ sources: seen, drive: madeDrive(amplifier), between: between(null) }).kind).toBe(
      'resistor',
    );
    // Seen on a sibling, it is expected here too.
    const sibling = madePair({ id: 'p9', side: 'right', facts: { load: 'suspected' } });
    expect(load({ input: { pairs: [sibling] } }).kind).toBe('resistor');
    expect(load({ input: { pairs: [{ ...sibling, unitId: 'u9' }] } }).kind).toBe('none');
  });
  it('inputs, where it is a radio’s line; and what a person says, before all', () => {
    const radio = [madeSource({ unitKind: 'radio' })];
    expect(load({ sources: radio, input: BEHIND_RADIO }).kind).toBe('inputs');
    expect(load({ sources: radio }).kind).toBe('none');
    const says = (kind: 'none' | 'resistor' | 'inputs', pairId = 'p1') => ({
      ...NO_CHANGES,
      loads: [{ pairId, load: kind }],
    });
    expect(load({ sources: seen }, true, says('none')).kind).toBe('none');
    expect(load({}, false, says('resistor'))).toMatchObject({ kind: 'resistor', ohm: 47 });
    expect(load({}, false, says('resistor', 'p2')).kind).toBe('none');
  });
});

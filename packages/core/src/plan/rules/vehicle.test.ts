import { describe, expect, it } from 'vitest';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import { madeFeed, madePair, madePlan, madeSource, verdict } from '../../../test/made-up-plan.ts';
import { demoLibrary } from '../../carsim/devices.ts';
import { NO_CHANGES } from '../../model/plan-changes.ts';
import { rework } from '../compare/propose.ts';
import { NO_HARNESS } from '../facts/harness-facts.ts';
import { planInput } from '../facts/plan-input.ts';
import { runAwayInput } from './run-away.ts';
import { vehicleVolts } from './vehicle-volts.ts';

describe('the vehicle’s voltage', () => {
  const read = (volts: number | null, nominalVolts: '12' | '24' = '12') =>
    vehicleVolts(
      madePlan({
        input: {
          nominalVolts,
          harness: { ...NO_HARNESS, feedVolts: volts === null ? null : { volts, place: 'C1·1' } },
        },
      }),
    );
  it('of 24 V is said in Intake before anything is planned for it', () => {
    expect(read(null)).toEqual([]);
    expect(read(20.1)).toEqual([
      verdict('error', 'vehicle-volts', 'C1·1 reads 20.1 V: this looks like a 24 V vehicle', {
        settle: 'intake',
        remedy: 'to 24 V in Intake',
      }),
    ]);
    expect(read(27.6, '24')).toEqual([]);
  });
  it('between the two is a fault of the charging system, whatever was said', () => {
    for (const said of ['12', '24'] as const)
      expect(read(17.4, said)).toEqual([
        verdict('error', 'charging-fault', 'the charging system is overcharging', {
          settle: 'intake',
          remedy: 'repaired',
        }),
      ]);
  });
});

describe('an output that runs away without a load', () => {
  const loads = [{ kind: 'resistor' as const, ohm: 47, watts: 25 }];
  const { target } = madeFeed();
  const said = (runAwayVolts: number | null) => {
    const facts = { load: 'suspected' as const, runAwayVolts };
    const pairs = [madePair({ id: 'l', facts }), madePair({ id: 'r', side: 'right', facts })];
    const input = planInput({ pairs, targets: [target], devices: demoLibrary() });
    return rework(input, 'convert', NO_CHANGES)!.remarks.filter((r) => r.rule === 'run-away');
  };
  it('gets its load first, and is read again with it', () => {
    const [remark] = said(17.4);
    expect(remark).toMatchObject({ severity: 'assumption', settle: { stage: 'listen', test: 'load' } });
    expect(remark.text).toMatch(/17\.4 V was read with no load.*an unboosted bridge can give/);
    expect(remark.remedy).toMatch(/^Fit the load first .* then connect the inputs\.$/);
    expect(said(7.9)[0].text).not.toContain('bridge');
    expect(said(null)).toEqual([]);
  });
  it('never meets an input that does not stand what was read', () => {
    const into = (maxVolts: number, volts: number | null, kind: 'resistor' | 'speaker' = 'resistor') =>
      runAwayInput(
        madeFeed({
          sources: [madeSource({ facts: { runAwayVolts: volts } })],
          feed: { loads: [{ ...loads[0], kind }] },
          between: madeDevice({
            kind: 'converter',
            name: 'B',
            speakerInput: { minVolts: 1, maxVolts, ohm: null, floating: true },
          }),
          input: { pairs: [madePair({ facts: { runAwayVolts: volts } })] },
        }),
      ).map((r) => `${r.severity} ${r.rule}`);
    expect(into(10, 17.4)).toEqual(['error input-voltage']);
    // With the speaker left on it never runs away.
    expect(into(10, 17.4, 'speaker')).toEqual([]);
    expect([into(25, 17.4), into(10, null)]).toEqual([[], []]);
  });
  it('is not judged by the amplifier behind a device of which only the kind is known', () => {
    const amplifier = madeAmplifier({
      speakerInput: { minVolts: 1, maxVolts: 10, ohm: null, floating: true },
    });
    const into = (device: 'direct' | 'converter') =>
      runAwayInput(
        madeFeed({
          sources: [madeSource({ facts: { runAwayVolts: 17.4 } })],
          feed: { device, loads },
          drive: madeDrive(amplifier),
          input: { pairs: [madePair({ facts: { runAwayVolts: 17.4 } })] },
        }),
      );
    expect(into('direct')).toHaveLength(1);
    expect(into('converter')).toEqual([]);
  });
});

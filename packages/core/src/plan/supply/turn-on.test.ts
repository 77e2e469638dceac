import { describe, expect, it } from 'vitest';
import { madePlan, type MadeSetup, SETUP } from '../../../test/made-up-plan.ts';
import type { FinishedDevice } from '../../model/finished-car.ts';
import { NO_HARNESS } from '../facts/harness-facts.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { turnOnSteps } from './turn-on.ts';

describe('the chain of turning on', () => {
  type Woken = [
    kind: FinishedDevice['kind'],
    by: FinishedDevice['wokenBy'] | 'the first',
    name?: string | null,
  ];
  const chain = (turnOn: MadeSetup['turnOn'], devices: Woken[], harness?: PlanInput['harness']) =>
    turnOnSteps(
      { ...SETUP, turnOn: { ...SETUP.turnOn, ...turnOn } },
      {
        devices: devices.map(([kind, by, name = null], n) => ({
          ...{ id: `d${n}`, kind, entry: null, name, inputs: [], outputs: [] },
          wokenBy: by === 'the first' ? { deviceId: 'd0' } : by,
          draws: { sineAmps: 0, musicAmps: 0, idleAmps: 0, asleepAmps: 0 },
        })),
      },
      madePlan({ input: harness ? { harness } : {} }).context,
    ).map((s) => `${s.atSeconds} ${s.name}: ${s.says}`);
  it('amplifiers last, after what wakes them', () => {
    expect(
      chain({ by: 'sensing' }, [
        ['processor', 'sensing'],
        ['amplifier', 'the first'],
      ]),
    ).toEqual([
      '0 Signal at the inputs: from the tapped outputs',
      '0.5 Processor: turns on first',
      '2 Amplifier: after it, from its remote output: no thump',
    ]);
    expect(
      chain({ by: 'offset', delaySeconds: 0.1 }, [
        ['converter', 'offset', 'Own'],
        ['data-interface', 'offset'],
        ['amplifier', 'the first', 'A'],
        ['converter', 'offset', 'Own'],
        ['amplifier', 'the first', 'A'],
      ]),
    ).toEqual([
      '0 DC offset of the outputs: from the tapped outputs',
      '0.2 2 × Own, Interface: turns on first',
      '0.5 2 × A: after it, from its remote output: no thump',
    ]);
  });
  it('with the source where nothing stands between, and what needs no power not at all', () => {
    expect(
      chain({ by: 'constant', relay: true }, [
        ['amplifier', 'constant'],
        ['passive-converter', 'nothing'],
        ['line-filter', 'nothing'],
      ]),
    ).toEqual([
      '0 Permanent feed: live all the time',
      '0.1 Relay: with a suppression diode; it spares the source',
      '0.5 Amplifier: with the source',
    ]);
    // A converter without a remote output holds no amplifier back.
    expect(
      chain({ by: 'accessory' }, [
        ['converter', 'accessory'],
        ['amplifier', 'accessory'],
      ]).slice(1),
    ).toEqual(['0.2 Converter: with the source', '0.5 Amplifier: with the source']);
  });
  it('says where its wire was found', () => {
    const places = {
      remote: { place: 'C1·3', measured: true },
      switched: { place: 'C2·8', measured: false },
    };
    const harness = { ...NO_HARNESS, places };
    expect(chain({ by: 'factory-remote' }, [], harness)[0]).toBe('0 Factory remote lead: at C1·3');
    expect(chain({ by: 'accessory' }, [], harness)[0]).toBe('0 Accessory feed: at C2·8, as the sheet claims');
    expect(chain({ by: 'accessory' }, [])[0]).toBe('0 Accessory feed: its wire is still to be found');
    expect(chain({ by: 'factory-remote' }, [])[0]).toBe(
      '0 Factory remote lead: its wire is still to be found',
    );
    expect(chain({ by: 'sensing' }, [], harness)[0]).toContain('from the tapped outputs');
    // Said where it was found, it need be on no plug.
    expect(chain({ by: 'accessory', place: 'fuse box, slot 12' }, [], harness)[0]).toContain(
      ': at fuse box, slot 12',
    );
  });
});

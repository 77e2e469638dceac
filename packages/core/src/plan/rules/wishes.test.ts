import { describe, expect, it } from 'vitest';
import type { KeepItem } from '../../model/brief.ts';
import { type BriefFields, START_BRIEF } from '../../model/brief.ts';
import { START_INTAKE } from '../../model/intake.ts';
import { type Practice, USUAL_PRACTICE } from '../../model/practice.ts';
import { START_PREFERENCES } from '../../model/shop.ts';
import { madeAmplifier, madeDevice, madeDrive } from '../../../test/made-up-devices.ts';
import {
  madeEquipment,
  madeFeed,
  madePlan,
  type MadePlan,
  madeSource,
  verdict,
} from '../../../test/made-up-plan.ts';
import { cancellingOff } from './cancelling-off.ts';
import { channelsEnough } from './channels-enough.ts';
import { claimContradicted } from './claim-contradicted.ts';
import { deviceChosen } from './device-chosen.ts';
import { NO_HARNESS } from '../facts/harness-facts.ts';
import { figuresSeen } from './figures-seen.ts';
import { forbiddenCircuit } from './forbidden-circuit.ts';
import { interfaceFits } from './interface-fits.ts';
import { latencyApart } from './latency-apart.ts';
import { microphonesKept } from './microphones-kept.ts';
import { networkNode } from './network-node.ts';
import { standingCurrent } from './standing-current.ts';
import { warningSoundLost } from './warning-sound-lost.ts';
import { spareLeft, wishAnswered, wishKept } from './wish-kept.ts';
import { withinBudget } from './within-budget.ts';

describe('what Find forbids', () => {
  const harness = {
    ...NO_HARNESS,
    locked: ['p2'],
    contradicted: [{ pairId: 'p2', says: '0.4 Ω to ground at C1·7.' }],
  };
  const tapped = (id: string) =>
    madeFeed({ sources: [madeSource({ id: 'p1' }), madeSource({ id })], input: { harness } });
  it('no tap on a restraint system or high voltage', () => {
    expect(forbiddenCircuit(tapped('p2'))).toEqual([
      verdict('error', 'forbidden-circuit', 'sits on a plug of a restraint system or of high voltage', {
        targetId: 't1',
        pairId: 'p2',
        settle: 'find',
        remedy: 'only as the vehicle maker says',
      }),
    ]);
    expect(forbiddenCircuit(tapped('p3'))).toEqual([]);
  });
  it('no tap on a wire that a reading speaks against', () => {
    expect(claimContradicted(tapped('p2'))).toEqual([
      verdict('error', 'claim-contradicted', 'Front left: 0.4 Ω to ground at C1·7.', {
        targetId: 't1',
        pairId: 'p2',
        settle: 'find',
        remedy: 'Settle it in Find',
      }),
    ]);
    expect(claimContradicted(tapped('p3'))).toEqual([]);
  });
});

describe('what a plan is made to give', () => {
  it('is assumed while it is only what is usual for the wish', () => {
    const plan = (assumed: boolean) => {
      const feed = madeFeed({ target: { assumed, speaker: { watts: 60 } } });
      return madePlan({ feeds: [feed], input: { targets: [feed.target] } });
    };
    expect(figuresSeen(plan(true))).toEqual([
      verdict(
        'assumption',
        'figures-assumed',
        'Front set: 80 Hz to 16 kHz, 4 Ω and 60 W are typical figures',
        {
          settle: 'intake',
          remedy: 'Confirm or change them',
        },
      ),
    ]);
    expect(figuresSeen(plan(false))).toEqual([]);
  });
});

describe('what the car needs', () => {
  const lost = (sound: 'chimes' | 'parking', after: 'lost' | 'same') =>
    warningSoundLost(madePlan({ triggers: [{ sound, after, says: 'Chimes: gone.', why: 'gone.' }] }));
  it('sounds that the law asks for are never given up', () => {
    expect(lost('chimes', 'lost')).toEqual([
      verdict('error', 'warning-sound-lost', 'Chimes: gone. It must go on working.', {
        settle: 'listen/added',
        remedy: 'Leave the speaker',
      }),
    ]);
    expect(lost('chimes', 'same')).toEqual([]);
    expect(lost('parking', 'lost')).toEqual([]);
  });
  const node = (factoryAmplifier: 'removed' | 'node', fibreOrData: 'yes' | 'no' | 'unknown', data = false) =>
    networkNode(
      madePlan({
        setup: { factoryAmplifier },
        input: {
          clues: { ...START_INTAKE.clues, fibreOrData },
          harness: {
            ...NO_HARNESS,
            places: data ? { data: { place: 'C1·3', measured: true } } : {},
          },
        },
      }),
    );
  it('its network misses an amplifier that is gone', () => {
    const error = verdict('error', 'network-node', 'is a node of the car’s network', {
      remedy: 'plugged to the network',
    });
    expect(node('removed', 'yes')).toEqual([error]);
    expect(node('removed', 'no', true)).toEqual([error]);
    expect(node('removed', 'no')).toEqual([]);
    expect(node('node', 'yes')).toEqual([]);
    expect(node('removed', 'unknown')).toEqual([
      verdict('assumption', 'network-node', 'is not known; the plan takes it out', {
        settle: 'intake',
        remedy: 'Look for a data line',
      }),
    ]);
  });
  const heard = (cancelling: 'left' | 'switched-off' | 'absent', engine: 'active' | 'none-seen') =>
    cancellingOff(
      madePlan({
        setup: { cancelling },
        feeds: [madeFeed({ sources: [madeSource({ facts: { engine } })] })],
      }),
    );
  it('noise cancelling never runs through the new system', () => {
    expect(heard('left', 'active')).toEqual([
      verdict('error', 'cancelling-off', 'runs through front left into the new system', {
        pairId: 'p1',
        settle: 'setup/factory',
        remedy: 'Switch it off',
      }),
    ]);
    expect(heard('switched-off', 'active')).toEqual([
      verdict('assumption', 'cancelling-off', 'Nobody has shown', {
        pairId: 'p1',
        settle: 'listen/engine',
        remedy: 'Try it now',
      }),
    ]);
    expect(heard('absent', 'active')).toEqual([]);
    expect(heard('left', 'none-seen')).toEqual([]);
    expect(heard('switched-off', 'none-seen')).toEqual([]);
  });
  it('left on its own speaker it is not tapped, and its speaker stays', () => {
    const own = (target: object, engine: 'active' | 'none-seen', tapped: boolean) => {
      const source = madeSource({ way: 'subwoofer', side: 'mono', axle: 'other', facts: { engine } });
      const other = madeSource({ id: 'p2' });
      const feeds = [madeFeed({ sources: [tapped ? source : other], target })];
      const input = { targets: [feeds[0].target], pairs: [source.pair, other.pair] };
      return cancellingOff(madePlan({ setup: { cancelling: 'own-speaker' }, feeds, input })).map(
        (r) => r.text,
      );
    };
    const beside = { speaker: { way: 'full' as const } };
    expect(own(beside, 'active', false)).toEqual([]);
    expect(own(beside, 'active', true)).toEqual([
      expect.stringMatching(/subwoofer, which carries it, is tapped/),
    ]);
    expect(own(beside, 'none-seen', true)).toEqual([]);
    const inItsPlace = { layout: 'mono', axle: 'other', speaker: { way: 'subwoofer' as const } };
    expect(own(inItsPlace, 'active', false)).toEqual([expect.stringMatching(/subwoofer loses its speaker/)]);
  });
  it('its microphones stay plugged in', () => {
    expect(microphonesKept(madePlan())).toEqual([]);
    expect(microphonesKept(madePlan({ setup: { microphones: 'unplugged' } }))).toEqual([
      verdict('error', 'microphones-kept', 'emergency call', {
        settle: 'setup/factory',
        remedy: 'plugged in',
      }),
    ]);
  });
});

describe('what the owner wants', () => {
  const kept = (item: KeepItem | null, made: MadePlan) =>
    wishKept(
      madePlan({ ...made, input: { ...made.input, brief: { ...START_BRIEF, keep: item ? [item] : [] } } }),
    );
  const loss = (rule: string) => ({
    losses: [{ rule, text: '', consent: true, subjects: [], figures: [] }],
  });
  const large = {
    equipment: [
      madeEquipment('converter', 'Wide'),
      madeEquipment('converter', 'Tall'),
      madeEquipment('converter', null, { says: '2 inputs', priceClass: 2 }),
    ],
    input: {
      devices: [
        madeDevice({ kind: 'processor', name: 'Wide', size: 'large' }),
        madeDevice({ kind: 'converter', name: 'Tall', size: 'small' }),
      ],
    },
  };
  it.each([
    ['no-cut-wires', { figures: { cuts: 1 } }, '1 factory wire would be cut', 'harness pair'],
    ['parking', loss('lost-parking'), 'Parking sounds would be lost', 'on the factory amplifier'],
    ['telephone', loss('lost-telephone'), 'The telephone would be lost', 'on the factory amplifier'],
    ['centre', loss('lost-centre'), 'The centre would fall silent', 'Add a target'],
    ['factory-subwoofer', loss('lost-subwoofer'), 'subwoofer would fall silent', 'Leave the amplifier in'],
    ['boot-space', large, 'Wide takes boot space', 'smaller'],
  ] as const)('%s is kept, where it is asked for', (item, made, text, remedy) => {
    expect(kept(item, made as MadePlan)).toEqual([
      verdict('error', 'wish-kept', text, { settle: 'intake', remedy }),
    ]);
    expect(kept(null, made as MadePlan)).toEqual([]);
    expect(kept(item, loss('lost-rear'))).toEqual([]);
    if ('losses' in made)
      expect(kept(item, { losses: [...loss('lost-rear').losses, ...made.losses] })).toHaveLength(1);
  });
  it('parts and hours within what is agreed', () => {
    const spent = (
      budget: 'low' | 'middle' | 'high' | 'open',
      priceClass: number,
      hours: number | null = null,
      from = 4,
    ) =>
      withinBudget(
        madePlan({
          figures: { priceClass, hours: { from, to: 9 } },
          input: { brief: { ...START_BRIEF, budget, hours } },
        }),
      );
    expect(spent('low', 2)).toEqual([]);
    expect(spent('low', 3)).toEqual([
      verdict('warning', 'within-budget', 'above the agreed budget', { settle: 'intake' }),
    ]);
    expect(spent('middle', 3)).toEqual([]);
    expect(spent('middle', 4)).toHaveLength(1);
    expect([...spent('high', 4), ...spent('open', 4)]).toEqual([]);
    expect(spent('open', 1, 4)).toEqual([]);
    expect(spent('open', 1, 3.5)).toEqual([
      verdict('warning', 'within-hours', 'It takes 4 hours or more; 3.5 are agreed', { settle: 'intake' }),
    ]);
  });
});

describe('what is bought', () => {
  it('an amplifier has a channel for everything on it', () => {
    const amplifier = madeAmplifier({ name: 'Four' });
    const on = (...channels: number[]) =>
      channelsEnough(
        madePlan({
          drives: [
            ...channels.map((n) => madeDrive(amplifier, { channels: n })),
            madeDrive(null, { channels: 9 }),
          ],
          input: { devices: [madeAmplifier({ name: 'Other' }), amplifier] },
        }),
      );
    expect(on(2, 2)).toEqual([]);
    expect(on(2, 2, 1)).toEqual([
      verdict('error', 'channels-enough', 'Four has 4 channels; the plan needs 5', {
        settle: 'library',
        remedy: 'another amplifier',
      }),
    ]);
  });
  it('what only its kind is known of is named, and what it must do', () => {
    const equipment = [
      madeEquipment('converter', null, { says: '2 inputs', priceClass: 2 }),
      madeEquipment('amplifier'),
      madeEquipment('data-interface'),
      madeEquipment('converter', 'Known'),
    ];
    const more = { settle: 'library', remedy: 'Add one to the library' };
    expect(deviceChosen(madePlan({ equipment }))).toEqual([
      verdict('assumption', 'device-chosen', 'fits as converter: 2 inputs', more),
      verdict('assumption', 'device-chosen', 'fits as amplifier', more),
      verdict('assumption', 'interface-fits', 'fits as data interface', more),
    ]);
  });
  it('an interface is asked about this car', () => {
    expect(interfaceFits(madePlan({ equipment: [madeEquipment('data-interface', 'Gate')] }))).toEqual([
      verdict('assumption', 'interface-fits', 'Nobody has shown that Gate works with this car’s data', {
        settle: 'library',
        remedy: 'Ask its maker',
      }),
    ]);
    expect(
      interfaceFits(
        madePlan({ equipment: [madeEquipment('data-interface'), madeEquipment('converter', 'Known')] }),
      ),
    ).toEqual([]);
  });
  it('processed channels come no later than 5 ms', () => {
    expect(latencyApart(madePlan({ figures: { latencyMs: 5 } }))).toEqual([]);
    expect(latencyApart(madePlan({ figures: { latencyMs: 5.1 } }))).toEqual([
      verdict('warning', 'latency-apart', '5.1 ms after untouched ones', { remedy: 'Delay' }),
    ]);
  });
  it('unless the shop takes another limit, as of the standing current too', () => {
    const at = (latencyMs: number, practice: Partial<Practice>) =>
      madePlan({
        figures: { latencyMs, standingAmps: 0.03, standingDays: 14 },
        input: { preferences: { ...START_PREFERENCES, practice: { ...USUAL_PRACTICE, ...practice } } },
      });
    expect(latencyApart(at(5.1, { latencyMs: 8 }))).toEqual([]);
    expect(latencyApart(at(5, { latencyMs: 2 }))).toHaveLength(1);
    expect(standingCurrent(at(0, {}))).toEqual([]);
    expect(standingCurrent(at(0, { standingMilliamps: 20 }))).toHaveLength(1);
    expect(standingCurrent(at(0, { standingDays: 21 }))).toHaveLength(1);
  });
});

describe('what the owner asked for', () => {
  const front = (device: 'processor' | 'converter', axle: 'front' | 'rear' = 'front') =>
    madeFeed({ target: { axle }, feed: { device } });
  const active = (shape: BriefFields['shape'], ...feeds: ReturnType<typeof front>[]) =>
    wishAnswered(
      madePlan({ feeds, input: { targets: feeds.map((f) => f.target), brief: { ...START_BRIEF, shape } } }),
    ).map((r) => `${r.severity} ${r.rule}`);
  it('an active front is answered by a processor for every front channel', () => {
    expect(active('active-front', front('processor'))).toEqual([]);
    expect(active('active-front', front('converter'))).toEqual(['warning wish-unanswered']);
    expect(active('active-front', front('processor'), front('converter'))).toHaveLength(1);
    expect(active('active-front', front('processor'), front('converter', 'rear'))).toEqual([]);
    expect(active(null, front('converter'))).toEqual([]);
  });
  it('who expands later has something left for it, and is told what', () => {
    const spare = (channels: number, shape: BriefFields['shape'] = 'expand-later') => {
      const plan = madePlan({ input: { brief: { ...START_BRIEF, shape } } });
      const entry = madeAmplifier({ name: 'Four', amplifier: { channels: 4 } });
      const outputs = Array.from({ length: channels }, (_, n) => ({
        ...{ n: n + 1, bridgedWith: null, of: [], load: null },
        channel: { targetId: 't1', side: 'left' as const },
      }));
      const device = {
        ...{ id: 'a', kind: 'amplifier' as const, entry, name: 'Four', inputs: [], outputs },
        ...{
          wokenBy: 'accessory' as const,
          draws: { sineAmps: 0, musicAmps: 0, idleAmps: 0, asleepAmps: 0 },
        },
      };
      return spareLeft({ ...plan, finished: { ...plan.finished, devices: [device] } }).map((r) => r.text);
    };
    expect(spare(2)).toEqual(['Left for a later expansion: 2 channels of Four.']);
    expect(spare(3)).toEqual(['Left for a later expansion: 1 channel of Four.']);
    expect(spare(4)).toEqual([expect.stringMatching(/every input and every channel of this plan is taken/)]);
    expect(spare(4, 'four-channels')).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import { START_BRIEF, type BriefFields } from '../../model/brief.ts';
import { START_PREFERENCES } from '../../model/shop.ts';
import { madeAmplifier } from '../../../test/made-up-devices.ts';
import { madeFeed, madePair } from '../../../test/made-up-plan.ts';
import { planInput, type PlanInput } from './plan-input.ts';
import { wishConflicts } from './wish-conflicts.ts';

const { target } = madeFeed();
const stereo = { ...target, name: 'Front' };
const rear = { ...target, id: 't2', name: 'Rear' };
const centre = { ...target, id: 't3', name: 'Centre', layout: 'mono' as const };
const bass = { ...centre, id: 't4', name: 'Bass', lowHz: 30, highHz: 80 };
const subwoofer = madePair({ way: 'subwoofer', side: 'mono', axle: 'other' });
const voice = madePair({ id: 'p2', side: 'centre' });
const replaced = { shape: 'replace-amplifier' as const };
const brief = (part: Partial<BriefFields>): BriefFields => ({ ...START_BRIEF, ...part });
const madeInAmplifier = (sound: 'chimes' | 'parking' | 'telephone', heard = true) =>
  madePair({ facts: { sounds: [{ sound, heard, madeIn: 'amplifier' }] } as never });
const large = {
  ...madeAmplifier({ id: 'big' } as never),
  id: 'big',
  name: 'Anvil 6',
  size: 'large' as const,
};
const small = { ...large, id: 'small', size: 'small' as const };

type Wish = Partial<PlanInput>;
const conflicts = (wish: Wish) =>
  wishConflicts(planInput({ pairs: [], ...wish })).map((c) => c.between.join(' / '));

describe('wishes that contradict each other', () => {
  it.each<[string, string, Wish, Wish]>([
    [
      'cutting and not cutting',
      'No cut wires / the shop cuts with connectors',
      { brief: brief({ keep: ['no-cut-wires'] }), preferences: { ...START_PREFERENCES, joining: 'cut' } },
      { brief: brief({ keep: ['no-cut-wires'] }), preferences: { ...START_PREFERENCES, joining: 'tap' } },
    ],
    [
      'the factory subwoofer without its amplifier',
      'Keep the factory subwoofer / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['factory-subwoofer'] }), pairs: [subwoofer] },
      { brief: brief({ ...replaced, keep: ['factory-subwoofer'] }), pairs: [voice] },
    ],
    [
      'the factory subwoofer, where the amplifier stays',
      'Keep the factory subwoofer / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['factory-subwoofer'] }), pairs: [subwoofer] },
      { brief: brief({ keep: ['factory-subwoofer'] }), pairs: [subwoofer] },
    ],
    [
      'the centre without its amplifier',
      'Keep the centre / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['centre'] }), pairs: [voice], targets: [stereo, bass] },
      { brief: brief({ ...replaced, keep: ['centre'] }), pairs: [voice], targets: [stereo, centre] },
    ],
    [
      'the centre where there is none',
      'Keep the centre / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['centre'] }), pairs: [voice] },
      { brief: brief({ ...replaced, keep: ['centre'] }), pairs: [subwoofer] },
    ],
    [
      'chimes that the amplifier makes',
      'Keep the chimes / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['chimes'] }), pairs: [madeInAmplifier('chimes')] },
      { brief: brief({ ...replaced, keep: ['chimes'] }), pairs: [madeInAmplifier('chimes', false)] },
    ],
    [
      'parking sounds, by their own name',
      'Keep the parking sounds / replace the factory amplifier',
      { brief: brief({ ...replaced, keep: ['parking'] }), pairs: [madeInAmplifier('parking')] },
      { brief: brief({ ...replaced, keep: ['parking'] }), pairs: [madeInAmplifier('telephone')] },
    ],
    [
      'boot space and a large amplifier',
      'Keep the boot space / Anvil 6',
      {
        brief: brief({ keep: ['boot-space'] }),
        targets: [{ ...stereo, amplifierId: 'big' }],
        devices: [small, large],
      },
      {
        brief: brief({ keep: ['boot-space'] }),
        targets: [{ ...stereo, amplifierId: 'small' }],
        devices: [small, large],
      },
    ],
    [
      'a low budget and an active front',
      'A low budget / an active front with processor',
      { brief: brief({ budget: 'low', shape: 'active-front' }) },
      { brief: brief({ budget: 'middle', shape: 'active-front' }) },
    ],
    [
      'a subwoofer without a bass channel',
      'Add a subwoofer / Front',
      { brief: brief({ shape: 'subwoofer' }), targets: [stereo, centre] },
      { brief: brief({ shape: 'subwoofer' }), targets: [stereo, bass] },
    ],
    [
      'four channels of one pair',
      'Four channels / 1 stereo target',
      { brief: brief({ shape: 'four-channels' }), targets: [stereo, bass] },
      { brief: brief({ shape: 'four-channels' }), targets: [stereo, rear] },
    ],
    [
      'four channels and a subwoofer of none',
      'Four channels / 0 stereo targets',
      { brief: brief({ shape: 'four-and-subwoofer' }), targets: [bass] },
      { brief: brief({ shape: 'four-and-subwoofer' }), targets: [] },
    ],
    [
      'a centre that nobody drives',
      'Six channels with centre / no centre among the targets',
      { brief: brief({ shape: 'six-with-centre' }), targets: [stereo, rear, bass] },
      { brief: brief({ shape: 'six-with-centre' }), targets: [stereo, rear, centre] },
    ],
    [
      'too few hours for an active front',
      '3 hours / an active front',
      { brief: brief({ hours: 3, shape: 'active-front' }) },
      { brief: brief({ hours: 4, shape: 'active-front' }) },
    ],
    [
      'speaker level into line inputs',
      'Front: speaker level / Anvil 6',
      {
        targets: [{ ...stereo, amplifierId: 'big', speakerLevelInput: true }],
        devices: [{ ...large, speakerInput: null }],
      },
      {
        targets: [{ ...stereo, amplifierId: 'big', speakerLevelInput: false }],
        devices: [{ ...large, speakerInput: null }],
      },
    ],
  ])('%s', (_, said, wish, nearMiss) => {
    expect(conflicts(wish)).toEqual([said]);
    expect(conflicts(nearMiss)).toEqual([]);
  });

  it('none, where nothing is wished or wanted', () => {
    expect(conflicts({})).toEqual([]);
    for (const shape of ['subwoofer', 'four-channels', 'six-with-centre', 'replace-amplifier'] as const)
      expect(conflicts({ brief: brief({ shape }) })).toEqual([]);
  });
});

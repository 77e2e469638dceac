import { describe, expect, it } from 'vitest';
import { madePlan, type MadeSetup } from '../../../test/made-up-plan.ts';
import { type BriefFields, START_BRIEF } from '../../model/brief.ts';
import { type HarnessFacts, NO_HARNESS } from '../facts/harness-facts.ts';
import { turnOnSource } from './turn-on-source.ts';

type TurnOn = NonNullable<MadeSetup['turnOn']>;

const SEEN: TurnOn = {
  by: 'accessory',
  place: 'fuse box, slot 12',
  asleep: 'dead',
  restart: 'steady',
  load: 'holds',
  amps: null,
};
const says = (
  turnOn: TurnOn,
  places: HarnessFacts['places'] = {},
  more: { wakes?: HarnessFacts['wakes']; brief?: Partial<BriefFields> } = {},
) =>
  turnOnSource(
    madePlan({
      setup: { turnOn: { ...SEEN, ...turnOn } },
      input: {
        harness: { ...NO_HARNESS, places, wakes: more.wakes ?? {} },
        brief: { ...START_BRIEF, ...more.brief },
      },
    }),
  );
const rules = (turnOn: TurnOn, places?: HarnessFacts['places']) =>
  says(turnOn, places).map((r) => `${r.severity} ${r.rule}${r.acceptable ? '' : ', to be seen'}`);

describe('a source that wakes the new system', () => {
  it('is found, seen asleep, at a restart and loaded: then nothing is left', () => {
    expect(says({})).toEqual([]);
    expect(says({ by: 'factory-remote' })).toEqual([]);
    // What comes at the inputs has no wire of its own; a permanent feed is another rule's.
    for (const by of ['sensing', 'offset', 'constant'] as const)
      expect(says({ by, place: '', asleep: 'unknown', restart: 'unknown', load: 'unknown' })).toEqual([]);
  });
  it('is no source when it stays live, dips or sags', () => {
    expect(rules({ asleep: 'live', restart: 'dips', load: 'sags' })).toEqual([
      'error turn-on-source',
      'error turn-on-restart',
      'error turn-on-current',
    ]);
  });
  it('is to be found, on a plug by reading it, or anywhere by saying where', () => {
    const at = (measured: boolean) => ({ switched: { place: 'C1·4', measured } });
    expect(rules({ place: '' })).toEqual(['assumption turn-on-wire, to be seen']);
    expect(says({ place: '' }, at(false))[0].text).toContain('at C1·4 is what the sheet claims');
    expect(says({ place: '' }, at(true))).toEqual([]);
    // Found is the lead that wakes, not another one.
    expect(says({ place: '', by: 'factory-remote' }, at(true))[0].text).toContain('remote lead is still');
  });
  it('names everything that nobody has seen of it in one sentence', () => {
    const [remark, ...more] = says({ asleep: 'unknown', restart: 'unknown', load: 'unknown' });
    expect(more).toEqual([]);
    expect(remark).toMatchObject({ rule: 'turn-on-unseen', acceptable: false });
    expect(remark.text).toMatch(/goes off .*, holds .* and can supply/);
    // A fuse of known size tells what it can supply.
    expect(says({ load: 'unknown', amps: 5 })).toEqual([]);
    expect(says({ load: 'unknown', amps: null })[0].text).toMatch(/that the turn-on source can supply/);
  });
  it('a reading against the wire of Find stands, whatever is set by hand; another wire is another matter', () => {
    const places = { switched: { place: 'C1·4', measured: true } };
    const wakes = { switched: { asleep: 'live', restart: 'dips', load: 'sags' } as const };
    const at = (turnOn: TurnOn) => says(turnOn, places, { wakes }).map((r) => r.rule);
    expect(at({ place: '' })).toEqual(['turn-on-source', 'turn-on-restart', 'turn-on-current']);
    expect(at({ place: 'fuse box, slot 12' })).toEqual([]);
    expect(at({ place: '', by: 'factory-remote' })).toEqual(['turn-on-wire']);
  });
  it('sensing is no way out where it failed in this make', () => {
    const failed = (by: TurnOn['by']) =>
      says({ by }, {}, { brief: { sensing: 'failed' } }).map((r) => r.rule);
    expect([failed('sensing'), failed('offset'), failed('accessory')]).toEqual([
      ['sensing-failed'],
      ['sensing-failed'],
      [],
    ]);
    expect(says({ by: 'sensing' })).toEqual([]);
  });
});

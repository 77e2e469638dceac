import { describe, expect, it } from 'vitest';
import { madeDevice } from '../../../test/made-up-devices.ts';
import { madeFeed, madePlan, madeSource } from '../../../test/made-up-plan.ts';
import { harnessHalves, openedPlugs } from './harness-pairs.ts';

const end = (plug: string, unitId = 'u1') => ({ sign: 'plus' as const, cavityId: `${plug}`, unitId, plug });
const half = madeDevice({ kind: 'harness-half', name: 'Half', priceClass: 2 });

/** A front set on the factory's speaker wires, whose outputs sit in these plugs. */
function opened(plugs: ReturnType<typeof end>[][], setup = {}, devices = [half]) {
  const sources = plugs.map((ends, i) =>
    madeSource({ id: `p${i}`, side: i % 2 ? 'right' : 'left', unitId: 'u1', unitName: 'Amplifier', ends }),
  );
  const feeds = sources.map((source) =>
    madeFeed({ sources: [source], feed: { side: source.pair.side as 'left', device: 'direct' } }),
  );
  const { finished, context } = madePlan({
    feeds,
    setup: { speakerWire: 'reuse', joining: 'tap', ...setup },
    input: { targets: [feeds[0].target], devices, pairs: sources.map((s) => s.pair) },
  });
  return { plugs: openedPlugs(finished, context.input), bought: harnessHalves(finished, context.input) };
}

describe('a harness pair', () => {
  it('goes into each plug whose wires are intercepted, once: two halves are bought for it', () => {
    const { plugs, bought } = opened([[end('C1')], [end('C2')]]);
    expect(plugs.map((p) => p.plug)).toEqual(['C1', 'C2']);
    expect(bought).toMatchObject([{ kind: 'harness-half', name: 'Half', count: 4, priceClass: 2 }]);
    expect(bought[0].says).toBe(
      'plug and socket for Amplifier C1 and Amplifier C2: the factory wires stay whole',
    );
    expect(opened([[end('C1')], [end('C1')]]).bought[0].count).toBe(2);
  });
  it('is one for a unit where nobody knows the plug, and counts no plug of another unit', () => {
    expect(opened([[], []]).plugs).toEqual([{ unitName: 'Amplifier', plug: null }]);
    expect(opened([[end('R1', 'u2'), end('C1')]]).plugs.map((p) => p.plug)).toEqual(['C1']);
  });
  it('is not needed where wires are cut, or where new speakers have wires of their own', () => {
    expect(opened([[end('C1')]], { joining: 'cut' }).bought).toEqual([]);
    expect(opened([[end('C1')]], { speakerWire: 'new' }).bought).toEqual([]);
  });
  it('is told by its kind where the library has none', () => {
    expect(opened([[end('C1')]], {}, []).bought).toMatchObject([
      { name: null, deviceId: null, priceClass: 1 },
    ]);
  });
});

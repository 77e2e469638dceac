// @vitest-environment jsdom
import { renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { type HarnessWorkings, mapHarness, type Observation, START_CONDITIONS } from '@ulpen/core';
import { harnessOf, variedWiring } from '@ulpen/core/carsim';
import { usePreview } from './use-find.ts';
import type { Selection } from './selection.ts';

const wiring = variedWiring({ seed: 3 });
const workings = mapHarness(harnessOf(wiring, []));
const [k1] = workings.input.connectors[0].cavities.map((c) => c.id);
const volts = (v: number): Observation => ({ kind: 'dc', volts: v, word: null });
const battery: Observation = volts(12.5);

interface Props {
  workings: HarnessWorkings;
  typed: Observation | null;
  at: Selection;
}
const preview = (first: Props) =>
  renderHook((props: Props) => usePreview(props.workings, props.typed, props.at, START_CONDITIONS), {
    initialProps: first,
  });
const typedAt = (shown: HarnessWorkings | null) =>
  shown?.input.readings.filter((r) => r.id === 'typed').map((r) => [r.cavityId, r.observation]);

describe('the map with the value that is being typed', () => {
  const at = { first: k1, second: null };
  it('has it at the wires in hand, and is gone with it', () => {
    const { result, rerender } = preview({ workings, typed: battery, at });
    expect(typedAt(result.current)).toEqual([[k1, battery]]);
    rerender({ workings, typed: volts(0.1), at });
    expect(typedAt(result.current)).toEqual([[k1, volts(0.1)]]);
    rerender({ workings, typed: null, at });
    expect(result.current).toBeNull();
    rerender({ workings, typed: battery, at: { first: null, second: null } });
    expect(result.current).toBeNull();
  });
});

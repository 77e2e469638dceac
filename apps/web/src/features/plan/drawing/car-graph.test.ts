import { describe, expect, it } from 'vitest';
import { NO_CHANGES, planInputOf, rework, type Insert, type PlanChanges } from '@ulpen/core';
import { DEMO_CARS, demoLibrary, viewOfCar } from '@ulpen/core/carsim';
import { carGraph, type CarNode } from './car-graph.ts';
import { HEIGHT, layoutOf } from './layout.ts';

const [carrier, , coupe, estate] = DEMO_CARS.map((car) =>
  planInputOf(viewOfCar(car), { devices: demoLibrary() }),
);

function drawnOf(input: typeof carrier, strategy: string, changes: Partial<PlanChanges> = {}) {
  const { car } = rework(input, strategy, { ...NO_CHANGES, ...changes })!;
  const places = new Map(input.pairs.map((p) => [p.id, p]));
  return { car: car!, graph: carGraph(car!, (id) => places.get(id)!) };
}
const every = (input: typeof carrier) =>
  [
    'sum',
    'convert',
    'bypass-factory-wire',
    'bypass-new-wire',
    'source-direct',
    'processor',
    'keep-speaker',
    'data-interface',
  ].flatMap((strategy) => (rework(input, strategy, NO_CHANGES) ? [drawnOf(input, strategy)] : []));
const drawn = (nodes: readonly CarNode[], kind: CarNode['kind']) => nodes.filter((n) => n.kind === kind);

describe('the drawing of a finished car', () => {
  it('has every output, device and speaker of the car once, but those that go', () => {
    for (const input of [carrier, coupe, estate])
      for (const { car, graph } of every(input)) {
        const speakers = graph.nodes.flatMap((n) => (n.kind === 'speakers' ? n.speakers : []));
        expect(speakers.map((s) => s.id).sort()).toEqual(
          car.speakers
            .filter((s) => s.fate !== 'replaced')
            .map((s) => s.id)
            .sort(),
        );
        const outputs = graph.nodes.flatMap((n) => (n.kind === 'outputs' ? n.outputs : []));
        expect(outputs.map((o) => o.pairId).sort()).toEqual(
          car.outputs
            .filter((o) => !o.line || o.drives.inputs.length > 0)
            .map((o) => o.pairId)
            .sort(),
        );
        expect(drawn(graph.nodes, 'device')).toHaveLength(car.devices.length);
        // Every speaker that something drives is reached, and every end of a wire is drawn.
        const ids = new Set(graph.nodes.map((n) => n.id));
        for (const { from, to } of graph.edges) expect([ids.has(from), ids.has(to)]).toEqual([true, true]);
        for (const node of graph.nodes)
          if (node.kind === 'speakers' && node.speakers.some((s) => s.coils.some((c) => c.source)))
            expect(graph.edges.some((e) => e.to === node.id)).toBe(true);
      }
  });

  it('shows both sides of what goes on as one, and a bypassed amplifier as one', () => {
    const { graph } = drawnOf(carrier, 'sum');
    const sizes = graph.nodes.flatMap((n) => (n.kind === 'outputs' ? n.outputs.length : []));
    expect(Math.max(...sizes)).toBe(2);
    const bypassed = drawnOf(carrier, 'bypass-factory-wire').graph.nodes.filter(
      (n) => n.kind === 'outputs' && !n.outputs[0].plays,
    );
    expect(bypassed).toHaveLength(1);
  });

  it('tells what is new from what goes on, and which wires are intercepted', () => {
    const { graph } = drawnOf(coupe, 'bypass-factory-wire');
    expect(new Set(graph.edges.map((e) => e.made))).toEqual(new Set(['new']));
    expect(graph.edges.filter((e) => e.intercepted !== null)).toHaveLength(2);
    const { graph: kept } = drawnOf(estate, 'data-interface');
    expect(kept.nodes.some((n) => n.kind === 'data')).toBe(true);
    expect(kept.edges.filter((e) => e.made === 'factory').every((e) => e.intercepted === null)).toBe(true);
  });

  it('draws the wires that an output drives in the place of an amplifier as new ones', () => {
    const replaced: typeof coupe = {
      ...coupe,
      brief: { ...coupe.brief, shape: 'replace-amplifier', keep: ['radio'] },
      targets: coupe.targets.slice(0, 1).map((t) => ({ ...t, speaker: { ...t.speaker, state: 'kept' } })),
      pairs: coupe.pairs.map((p) =>
        p.unitKind === 'radio' ? { ...p, facts: { ...p.facts, holdsIntoSpeaker: true } } : p,
      ),
    };
    const { edges } = drawnOf(replaced, 'radio-drives').graph;
    expect(edges.length).toBeGreaterThan(0);
    for (const { made, intercepted } of edges) expect([made, intercepted]).toEqual(['new', 'harness-pair']);
  });

  it('leaves out what no signal goes through', () => {
    const none = { device: null, deviceId: null, targetId: null };
    const inserts: Insert[] = [
      { ...none, kind: 'remote-delay', at: 'turn-on' },
      { ...none, kind: 'breaker', at: 'supply' },
    ];
    const { car, graph } = drawnOf(carrier, 'sum', { inserts });
    const names = drawn(graph.nodes, 'device').map((n) => n.id);
    expect(car.devices.map((d) => d.id).filter((id) => !names.includes(id))).toEqual([
      'remote-delay:turn-on',
      'breaker:supply',
    ]);
  });

  it('offers each place of a target for a box once, and shows a box that was put in', () => {
    const offers = ({ graph }: ReturnType<typeof drawnOf>) =>
      graph.edges.flatMap((e) => (e.insert ? `${e.insert.targetId} ${e.insert.places.join('+')}` : []));
    const plain = offers(drawnOf(carrier, 'sum'));
    expect(new Set(plain).size).toBe(plain.length);
    for (const { id } of carrier.targets)
      expect(plain).toEqual(expect.arrayContaining([`${id} outputs`, `${id} amplifier`, `${id} speaker`]));
    // Straight from the radio into the amplifier, both places are one.
    const [{ id }] = coupe.targets;
    expect(offers(drawnOf(coupe, 'bypass-new-wire'))).toContain(`${id} outputs+amplifier`);
    const inserts: Insert[] = [
      { kind: 'isolator', device: null, deviceId: null, targetId: carrier.targets[0].id, at: 'amplifier' },
    ];
    const { graph } = drawnOf(carrier, 'sum', { inserts });
    const boxes = graph.nodes.filter((n) => n.kind === 'device' && n.insert);
    expect(boxes.length).toBeGreaterThan(0);
    for (const box of boxes) {
      expect(graph.edges.some((e) => e.to === box.id)).toBe(true);
      expect(graph.edges.some((e) => e.from === box.id)).toBe(true);
    }
  });
});

describe('where it is drawn', () => {
  it('nothing lies over another, and signals run to the right', () => {
    for (const input of [carrier, coupe, estate])
      for (const { graph } of every(input)) {
        const { nodes, edges, width, height } = layoutOf(graph);
        for (const [i, a] of nodes.entries()) {
          expect(a.x >= 0 && a.y >= 0 && a.x + a.width <= width && a.y + a.height <= height).toBe(true);
          for (const b of nodes.slice(i + 1))
            if (a.x === b.x) expect(a.y + a.height <= b.y || b.y + b.height <= a.y).toBe(true);
        }
        for (const { from, to } of edges) expect(to.x).toBeGreaterThan(from.x);
      }
  });
  it('left above right, and what is new above what goes on', () => {
    const { nodes } = layoutOf(drawnOf(carrier, 'sum').graph);
    const speakers = nodes.flatMap((p) =>
      p.node.kind === 'speakers' ? [{ ...p.node.speakers[0], y: p.y }] : [],
    );
    const fresh = speakers.filter((s) => s.made === 'new');
    const at = (side: string) => fresh.find((s) => s.side === side && s.axle === 'front')!.y;
    expect(at('left')).toBeLessThan(at('right'));
    const stays = speakers.filter((s) => s.fate === 'stays');
    expect(Math.min(...stays.map((s) => s.y))).toBeGreaterThan(Math.max(...fresh.map((s) => s.y)));
    expect(HEIGHT.speakers).toBeGreaterThanOrEqual(44);
  });
});

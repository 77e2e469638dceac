import { describe, expect, it } from 'vitest';
import { WIRED_PLANS, wiredPlan } from '../../../test/wired-plans.ts';
import { BODIES, type BodyKind, type ZoneId } from '../../model/car-zones.ts';
import { START_WIRING, type WiringFields } from '../../model/wiring.ts';
import { cablesOf } from '../cables/cables-of.ts';
import { loneWires } from '../cables/lone-wires.ts';
import { cutList, orphans } from '../cut-list.ts';
import { jointsOf } from '../joints/joints-of.ts';
import { type Body, bodyOf } from './bodies.ts';
import { checkRoutes } from './check-routes.ts';
import { lengthened, loomOf } from './loom.ts';
import { spotOf } from './spots.ts';
import { type Laid, type Level, thicknessMm, routesOf } from './routing.ts';
import { ZONE } from './zones.ts';

type Wired = (typeof WIRED_PLANS)[number];

const unitsOf = ({ input }: Wired) =>
  [...new Set(input.outputs.map((o) => o.unitId))].map((id) => ({ id, kind: 'amplifier' as const }));

function laidOut(plan: Wired, choices: Partial<WiringFields>) {
  const all = { ...START_WIRING, body: 'estate' as const, ...choices };
  const cables = cablesOf(plan.netlist, plan.input, all, () => null);
  const parts = { cables, wires: loneWires(plan.netlist, cables, all) };
  const loom = loomOf(plan.netlist, plan.input, unitsOf(plan), parts, all)!;
  const joints = jointsOf(plan.netlist, plan.input, all);
  const remarks = checkRoutes({
    loom,
    joints,
    input: plan.input,
    laidName: (l) => l.id,
    spotName: (id) => id,
  });
  return { all, parts, loom, joints, remarks, rules: [...new Set(remarks.map((r) => r.rule))] };
}

/** Shortest distances of all pairs (Floyd 1962, Warshall 1962), with nothing in common with the search. */
function allPairs({ zones, links }: Body, cost: (a: ZoneId, b: ZoneId, m: number) => number) {
  const names = [...zones.keys()];
  const d = new Map(names.map((a) => [a, new Map(names.map((b) => [b, a === b ? 0 : Infinity]))]));
  for (const { a, b, lengthM } of links) {
    d.get(a)!.set(b, cost(a, b, lengthM));
    d.get(b)!.set(a, cost(a, b, lengthM));
  }
  for (const k of names)
    for (const i of names)
      for (const j of names)
        d.get(i)!.set(j, Math.min(d.get(i)!.get(j)!, d.get(i)!.get(k)! + d.get(k)!.get(j)!));
  return d;
}

const one = (from: string, to: string, level: Level = 'control'): Laid => ({
  id: `${level} ${from} ${to}`,
  level,
  from,
  to,
  thickMm: 3,
  conductors: [],
});
const at = (body: Body) =>
  new Map([...body.zones.keys()].map((zone) => [zone, { id: zone, zone, said: true, elsewhere: null }]));

describe('a car from above', () => {
  it.each(BODIES)('%s: sides mirror each other, and every zone is linked', (kind) => {
    const { zones, links, widthM, lengthM } = bodyOf(kind);
    const other = (z: string) => z.replace(/left|right/, (s) => (s === 'left' ? 'right' : 'left')) as ZoneId;
    for (const [zone, { x, y }] of zones) {
      expect(zones.get(other(zone))!.x).toBeCloseTo(x, 12);
      expect(zones.get(other(zone))!.y + y).toBeCloseTo(0, 12);
      expect([x > 0 && x < lengthM, Math.abs(y) <= widthM / 2]).toEqual([true, true]);
    }
    const named = new Set(links.flatMap((l) => [`${l.a}|${l.b}`, `${l.b}|${l.a}`]));
    for (const l of links) expect(named).toContain(`${other(l.a)}|${other(l.b)}`);
    expect(new Set(links.flatMap((l) => [l.a, l.b]))).toEqual(new Set(zones.keys()));
  });

  it.each(BODIES)(
    '%s: every route is as short as any, and through no airbag path while another is left',
    (kind) => {
      const body = bodyOf(kind);
      const allowed = (z: ZoneId) => ZONE[z].noGo === null;
      const truth = allPairs(body, (a, b, m) => (allowed(a) && allowed(b) ? m : Infinity));
      const zones = [...body.zones.keys()].filter(allowed);
      const laid = zones.flatMap((a) => zones.map((b) => one(a, b)));
      for (const { laid: l, route } of routesOf(laid, at(body), body, [])) {
        const sum = route!.links.reduce((s, k) => s + k.lengthM, 0);
        expect(sum).toBeCloseTo(truth.get(l.from as ZoneId)!.get(l.to as ZoneId)!, 9);
        expect([route!.zones[0], route!.zones[route!.zones.length - 1]]).toEqual([l.from, l.to]);
        expect(route!.zones.every(allowed)).toBe(true);
      }
    },
  );

  it('a bundle is at least as thick as any part, thicker wire is thicker, and 16 mm² is about 8 mm', () => {
    expect(thicknessMm(16)).toBeGreaterThan(6);
    expect(thicknessMm(16)).toBeLessThan(9);
    expect(thicknessMm(1)).toBeLessThan(thicknessMm(1.5));
    expect(thicknessMm(0.82, 9)).toBeGreaterThan(2.5 * thicknessMm(0.82));
  });
});

describe('routes of line and supply', () => {
  const body = bodyOf('estate');
  const sides = (shut: string[]) => {
    const [supply, line] = routesOf(
      [one('engine-bay-left', 'boot', 'supply'), one('dash-centre', 'boot', 'line')],
      at(body),
      body,
      shut,
    );
    return [supply, line].map((w) => w.route!.zones.find((z) => z.startsWith('sill')));
  };
  it('the line goes along the other side; where that is shut it goes along the same one', () => {
    expect(sides([])).toEqual(['sill-left', 'sill-right']);
    expect(sides(['footwell-right|sill-right', 'sill-right|rear-seat'])[0]).toBe('sill-left');
    const forced = body.links
      .filter((l) => [l.a, l.b].some((z) => z === 'sill-right' || z === 'rear-seat'))
      .map((l) => l.id);
    expect(sides(forced)).toEqual(['sill-left', 'sill-left']);
  });
});

describe.each(WIRED_PLANS.map((p) => [p.name, p] as const))('%s laid through every body', (_, plan) => {
  it('everything has a route that hangs together, and is cut as long as that', () => {
    for (const body of BODIES) {
      const { loom, parts } = laidOut(plan, { body });
      expect(loom.stuck).toEqual([]);
      expect(loom.routes.length).toBe(parts.cables.length + parts.wires.length);
      for (const { zones, links, lengthM, laid } of loom.routes) {
        expect(links.map(({ a, b }) => [a, b].sort())).toEqual(
          zones.slice(1).map((z, n) => [zones[n], z].sort()),
        );
        expect(lengthM).toBeGreaterThan(links.reduce((s, l) => s + l.lengthM, 0));
        expect([laid.from, laid.to].map((id) => loom.spots.get(id)!.zone)).toEqual([
          zones[0],
          zones[zones.length - 1],
        ]);
      }
      const through = loom.routes.reduce((n, r) => n + r.links.length, 0);
      expect(loom.bundles.reduce((n, b) => n + b.laid.length, 0)).toBe(through);
      const { cables, wires } = lengthened(parts, loom);
      expect(cutList(cables, wires).every((c) => c.open === 0 && c.estimated)).toBe(true);
    }
  });
});

describe('what is said of routes', () => {
  const plan = wiredPlan('people-carrier, sum');
  const rules = (choices: Partial<WiringFields>) => laidOut(plan, choices).rules;
  const device = plan.input.car.devices[0].id;

  it('a battery in the engine bay asks for cable that stands the heat, one in the boot does not', () => {
    expect(rules({})).toContain('hot-zone');
    const there = { battery: 'boot', 'main-fuse': 'boot' } as const;
    expect(rules({ zones: there })).not.toContain('hot-zone');
  });

  it('a box in the headlining leads through an airbag path, one under a seat does not', () => {
    expect(rules({ zones: { [`device:${device}`]: 'headlining' } })).toContain('airbag-path');
    expect(rules({ zones: { [`device:${device}`]: 'front-seat-right' } })).not.toContain('airbag-path');
  });

  it('line level beside supply is said where no other route is left, and not where one is', () => {
    const van = wiredPlan('camper-van, convert');
    const converter = van.input.car.devices.find((d) => d.kind === 'converter')!;
    const choices = { body: 'van', zones: { [`device:${converter.id}`]: 'dash-centre' } } as const;
    expect(laidOut(van, choices).rules).not.toContain('beside-supply');
    const otherSide = bodyOf('van').links.filter((l) => /sill-right|tunnel/.test(l.id));
    const { remarks } = laidOut(van, { ...choices, shut: otherSide.map((l) => l.id) });
    const said = remarks.filter((r) => r.rule === 'beside-supply');
    expect(said.length).toBeGreaterThan(0);
    for (const { text } of said) expect(text).toContain('left sill to left quarter panel');
  });

  it('a bundle too thick for a door’s boot is said, two wires in it are not', () => {
    const boxes = Object.fromEntries(
      plan.input.car.devices.map((d) => [`device:${d.id}`, 'front-door-left' as ZoneId]),
    );
    expect(rules({ zones: boxes })).toContain('tight-passage');
    expect(rules({ zones: { 'turn-on': 'front-door-left' } })).not.toContain('tight-passage');
  });

  it('a door that takes no new wire leaves what goes there without a route, and nothing else', () => {
    const spot = [...laidOut(plan, {}).loom.spots.values()].find((s) => s.id.startsWith('device:'))!;
    const inDoor: Partial<WiringFields> = { zones: { [spot.id]: 'front-door-left' } };
    expect(rules(inDoor)).not.toContain('no-route');
    const { loom, remarks } = laidOut(plan, { ...inDoor, shut: ['footwell-left|front-door-left'] });
    expect(loom.stuck.length).toBeGreaterThan(0);
    expect(loom.stuck.every((l) => l.from === spot.id || l.to === spot.id)).toBe(true);
    expect(remarks.filter((r) => r.rule === 'no-route').length).toBe(loom.stuck.length);
  });

  it('displacement taps in a wet place are an error, in a dry one they are none', () => {
    const joints: Partial<WiringFields> = { school: { tap: 'displacement-tap', cut: 'displacement-tap' } };
    const unit = `unit:${plan.input.outputs[0].unitId}`;
    const taps = laidOut(plan, joints).joints.filter((j) => j.kind === 'displacement-tap');
    const spots = new Set(taps.map((j) => spotOf(j.at, plan.input)));
    const wet = Object.fromEntries([...spots].map((id) => [id, 'front-door-left' as ZoneId]));
    expect(rules({ ...joints, zones: { ...wet, [unit]: 'front-door-left' } }).includes('wet-joint')).toBe(
      taps.length > 0,
    );
    expect(rules(joints)).not.toContain('wet-joint');
  });

  it('of a unit that is gone nobody guesses where it is', () => {
    const all = { ...START_WIRING, body: 'estate' as const };
    const cables = cablesOf(plan.netlist, plan.input, all, () => null);
    const parts = { cables, wires: loneWires(plan.netlist, cables, all) };
    const loom = loomOf(plan.netlist, plan.input, [], parts, all)!;
    const units = [...loom.spots.values()].filter((s) => s.id.startsWith('unit:'));
    expect(units.length).toBeGreaterThan(0);
    expect(units.every((s) => s.zone === null)).toBe(true);
    expect(loom.stuck.length).toBeGreaterThan(0);
  });

  it('a zone that the body has not falls back to where such things are; a thing that is gone is shown', () => {
    const zones = { battery: 'bed', 'device:gone': 'boot' } as const;
    const { loom, parts, joints, all } = laidOut(plan, { zones });
    expect(loom.spots.get('battery')).toMatchObject({
      zone: 'engine-bay-left',
      said: false,
      elsewhere: 'bed',
    });
    expect(orphans(all, joints, parts.cables, plan.netlist, loom)).toEqual(['device:gone']);
    expect(orphans(all, joints, parts.cables, plan.netlist, null)).toEqual([]);
    const bed = laidOut(plan, { zones, body: 'pickup' as BodyKind }).loom;
    expect(bed.spots.get('battery')).toMatchObject({ zone: 'bed', said: true, elsewhere: null });
  });
});

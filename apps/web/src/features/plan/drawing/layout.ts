import { graphlib, layout } from '@dagrejs/dagre';
import type { CarEdge, CarGraph, CarNode } from './car-graph.ts';

export interface Placed {
  node: CarNode;
  /** top left, px */
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Routed {
  edge: CarEdge;
  /** where it leaves and where it arrives, px */
  from: { x: number; y: number };
  to: { x: number; y: number };
}

export interface CarLayout {
  nodes: Placed[];
  edges: Routed[];
  width: number;
  height: number;
}

const WIDTH: Record<CarNode['kind'], number> = { outputs: 172, data: 172, device: 170, speakers: 168 };
export const HEIGHT: Record<CarNode['kind'], number> = { outputs: 78, data: 44, device: 74, speakers: 70 };
/** Further down than anything, px. */
const BELOW = 1e6;
const GAP = { columns: 48, rows: 14 };

/** Where everything goes: columns as the signal runs, few crossings, each wire at a place of its own on its box. */
export function layoutOf({ nodes, edges }: CarGraph): CarLayout {
  const columns = [...new Set(nodes.map((n) => n.column))].sort((a, b) => a - b);
  const rank = (node: CarNode) => columns.indexOf(node.column);
  const byId = new Map(nodes.map((n) => [n.id, n]));
  const joined = new Set(edges.flatMap((e) => [e.from, e.to]));
  const graph = new graphlib.Graph();
  graph.setGraph({ rankdir: 'LR', nodesep: GAP.rows, ranksep: GAP.columns });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const { id, kind } of nodes)
    if (joined.has(id)) graph.setNode(id, { width: WIDTH[kind], height: HEIGHT[kind] });
  for (const { from, to } of edges)
    graph.setEdge(from, to, { minlen: Math.max(1, rank(byId.get(to)!) - rank(byId.get(from)!)), weight: 2 });
  layout(graph);
  const lefts = columnLefts(nodes, columns);
  const changed = new Set(edges.flatMap((e) => (e.made === 'new' ? [e.from, e.to] : [])));
  const crossing = rightWayUp(nodes, (node) =>
    joined.has(node.id) ? (graph.node(node.id) as { y: number }).y : Infinity,
  );
  // What goes on as it was comes below everything that is new.
  const orderOf = (node: CarNode) => crossing(node) + (changed.has(node.id) ? 0 : BELOW);
  const placed = stacked(nodes, edges, orderOf).map((p) => ({ ...p, x: lefts[rank(p.node)] }));
  return {
    nodes: placed,
    edges: routed(edges, placed),
    width: Math.max(...placed.map((p) => p.x + p.width)),
    height: Math.max(...placed.map((p) => p.y + p.height)),
  };
}

function columnLefts(nodes: readonly CarNode[], columns: readonly number[]): number[] {
  const widths = columns.map((c) =>
    Math.max(...nodes.filter((n) => n.column === c).map((n) => WIDTH[n.kind])),
  );
  return widths.map((_, i) => widths.slice(0, i).reduce((x, w) => x + w + GAP.columns, 0));
}

const SETTLES = 16;

/**
 * Each column in the order that crosses least; what is joined is then drawn level with what it is joined to, as far as its
 * neighbours leave room.
 */
function stacked(
  nodes: readonly CarNode[],
  edges: readonly CarEdge[],
  orderOf: (node: CarNode) => number,
): Placed[] {
  const ordered = [...nodes].sort((a, b) => orderOf(a) - orderOf(b));
  const columns = [...new Set(nodes.map((n) => n.column))].map((c) => ordered.filter((n) => n.column === c));
  const tops = new Map<string, number>();
  for (const column of columns) apart(column, () => 0).forEach((y, i) => tops.set(column[i].id, y));
  const middle = ({ id, kind }: CarNode) => tops.get(id)! + HEIGHT[kind] / 2;
  const byId = new Map(nodes.map((n) => [n.id, n]));
  const wish = (node: CarNode): number => {
    const others = edges.flatMap((e) => (e.from === node.id ? e.to : e.to === node.id ? e.from : []));
    if (others.length === 0) return tops.get(node.id)!;
    return others.reduce((sum, id) => sum + middle(byId.get(id)!), 0) / others.length - HEIGHT[node.kind] / 2;
  };
  for (let pass = 0; pass < SETTLES; pass++)
    for (const column of columns) apart(column, wish).forEach((y, i) => tops.set(column[i].id, y));
  const top = Math.min(...tops.values());
  return ordered.map((node) => ({
    node,
    x: 0,
    y: Math.round(tops.get(node.id)! - top),
    width: WIDTH[node.kind],
    height: HEIGHT[node.kind],
  }));
}

/**
 * Tops in the order of a column, none over another, as near to the wished ones as can be: least squares by pooling
 * adjacent violators (Barlow et al., Statistical Inference under Order Restrictions, 1972).
 */
function apart(column: readonly CarNode[], wish: (node: CarNode) => number): number[] {
  const offsets = column.map((_, i) => column.slice(0, i).reduce((y, n) => y + HEIGHT[n.kind] + GAP.rows, 0));
  const pools: { sum: number; count: number }[] = [];
  column.forEach((node, i) => {
    pools.push({ sum: wish(node) - offsets[i], count: 1 });
    const mean = (p: { sum: number; count: number }) => p.sum / p.count;
    while (pools.length > 1 && mean(pools[pools.length - 2]) > mean(pools[pools.length - 1])) {
      const last = pools.pop()!;
      pools[pools.length - 1].sum += last.sum;
      pools[pools.length - 1].count += last.count;
    }
  });
  const shifts = pools.flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count));
  return offsets.map((offset, i) => offset + shifts[i]);
}

/** Upside down it crosses as little: the left side is drawn above the right. */
function rightWayUp(nodes: readonly CarNode[], orderOf: (node: CarNode) => number) {
  const speakers = nodes.flatMap((node) =>
    node.kind === 'speakers' ? [{ node, speaker: node.speakers[0] }] : [],
  );
  let upside = 0;
  for (const { node: left, speaker: l } of speakers)
    for (const { node: right, speaker: r } of speakers)
      if (l.side === 'left' && r.side === 'right' && l.way === r.way && l.axle === r.axle)
        upside += Math.sign(orderOf(left) - orderOf(right));
  return (node: CarNode) => {
    const order = orderOf(node);
    return upside > 0 && Number.isFinite(order) ? -order : order;
  };
}

function routed(edges: readonly CarEdge[], placed: readonly Placed[]): Routed[] {
  const of = new Map(placed.map((p) => [p.node.id, p]));
  const middle = (id: string) => of.get(id)!.y + of.get(id)!.height / 2;
  /** Ends at one side of a box, spread over it in the order of where they lead. */
  const port = (own: readonly CarEdge[], edge: CarEdge, box: Placed, other: (e: CarEdge) => string) => {
    const sorted = [...own].sort((a, b) => middle(other(a)) - middle(other(b)));
    return box.y + (box.height * (sorted.indexOf(edge) + 1)) / (own.length + 1);
  };
  return edges.map((edge) => {
    const [from, to] = [of.get(edge.from)!, of.get(edge.to)!];
    const leaving = edges.filter((e) => e.from === edge.from);
    const arriving = edges.filter((e) => e.to === edge.to);
    return {
      edge,
      from: { x: from.x + from.width, y: port(leaving, edge, from, (e) => e.to) },
      to: { x: to.x, y: port(arriving, edge, to, (e) => e.from) },
    };
  });
}

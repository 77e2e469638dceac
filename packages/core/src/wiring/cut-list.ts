import type { RunLength, WiringFields } from '../model/wiring.ts';
import type { Cable } from './cables/cables-of.ts';
import type { LoneWire } from './cables/lone-wires.ts';
import type { Joint } from './joints/joints-of.ts';
import { JOINT_CRAFT } from './joints/joint-kinds.ts';
import type { Netlist } from './netlist.ts';
import type { Loom } from './routes/loom.ts';

/** So much of one kind of cable is cut from the drum. */
export interface CutLine {
  /** kind of cable, or cross-section of single wire */
  what: { cable: string; size: string } | { mm2: number | null };
  pieces: number;
  /** of those with a length, m */
  totalM: number;
  /** pieces whose length nobody gave yet */
  open: number;
  /** some lengths are guessed */
  estimated: boolean;
}

/** What is cut, by kind: cables first, then single wire from thick to thin. */
export function cutList(cables: readonly Cable[], wires: readonly LoneWire[]): CutLine[] {
  const lines = new Map<string, CutLine>();
  const add = (key: string, what: CutLine['what'], length: RunLength | null) => {
    const line = lines.get(key) ?? { what, pieces: 0, totalM: 0, open: 0, estimated: false };
    lines.set(key, {
      what,
      pieces: line.pieces + 1,
      totalM: line.totalM + (length?.lengthM ?? 0),
      open: line.open + (length ? 0 : 1),
      estimated: line.estimated || (length !== null && !length.measured),
    });
  };
  for (const { kind, length } of cables) add(kind.id, { cable: kind.name, size: kind.size }, length);
  const thick = [...wires].sort((a, b) => (b.conductor.mm2 ?? 0) - (a.conductor.mm2 ?? 0));
  for (const { conductor, length } of thick) add(`mm2:${conductor.mm2}`, { mm2: conductor.mm2 }, length);
  return [...lines.values()];
}

/** What the joints use up, with how many joints want it, and the tools for them. */
export function bench(joints: readonly Joint[]): { tools: string[]; consumables: [string, number][] } {
  const used = new Map<string, number>();
  const tools = new Set<string>();
  for (const { kind } of joints.filter((j) => !j.done)) {
    for (const c of JOINT_CRAFT[kind].consumables) used.set(c, (used.get(c) ?? 0) + 1);
    for (const t of JOINT_CRAFT[kind].tools) tools.add(t);
  }
  return { tools: [...tools].sort(), consumables: [...used].sort(([a], [b]) => a.localeCompare(b)) };
}

/** What was chosen for conductors, joints and cables that this netlist has no more: shown, never dropped. */
export function orphans(
  choices: WiringFields,
  joints: readonly Joint[],
  cables: readonly Cable[],
  { conductors }: Netlist,
  loom: Loom | null,
): string[] {
  const known = new Set([
    ...joints.map((j) => j.id),
    ...cables.map((c) => c.id),
    ...conductors.map((c) => c.id),
    ...(loom ? [...loom.spots.keys(), ...loom.body.links.map((l) => l.id)] : []),
  ]);
  const { joints: single, lengths, colours, done, zones, shut } = choices;
  // Without a body nobody knows what of the ways is still there.
  const ways = loom ? [...Object.keys(zones), ...shut] : [];
  const chosen = [...[single, lengths, colours].flatMap((r) => Object.keys(r)), ...done, ...ways];
  return [...new Set(chosen.filter((id) => !known.has(id)))];
}

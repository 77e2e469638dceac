import { writeTable } from '../../harness/table-text.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import type { Plan } from '../../model/plan.ts';
import { pairName } from '../../model/unit.ts';
import type { JobOutline } from '../../model/views.ts';
import { channelName } from '../../model/words.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import { netlistOf } from '../netlist-of.ts';
import type { TerminalRef } from '../terminal-ref.ts';
import type { WiringInput } from '../wiring-input.ts';
import { FUNCTION_WORD, terminalName, type WiringNames } from '../words.ts';

/** The plan that is wired: the one agreed on, else the newest that was kept. */
export function wiredPlan({ plans }: Pick<JobOutline, 'plans'>): Plan | null {
  const newest = [...plans].sort((a, b) => b.createdAt.localeCompare(a.createdAt));
  return newest.find((p) => p.agreedAt !== null) ?? newest.at(0) ?? null;
}

/** What a netlist and its playing are made from. */
export interface Wiring {
  input: WiringInput;
  netlist: Netlist;
  names: WiringNames;
  /** letters of the factory wire at a terminal, as map and readings have them; null: none is known */
  wireAt: (t: TerminalRef) => string | null;
}

export function wiringOf(job: JobOutline, plan: Plan, car: FinishedCar): Wiring {
  const pairs = job.units.flatMap((u) => u.pairs);
  const cavities = new Map(pairs.flatMap((p) => p.ends.map((e) => [e.cavityId, `${e.plug}·${e.cavity}`])));
  const wires = new Map(pairs.flatMap((p) => p.ends.map((e) => [e.cavityId, e.wire])));
  const input = {
    car,
    setup: plan.proposal.setup,
    outputs: pairs,
    targets: job.targets,
    feeds: plan.proposal.feeds,
  };
  return {
    input,
    netlist: netlistOf(input),
    wireAt: (t) => (t.of === 'plug' ? (wires.get(t.cavityId) ?? null) : null),
    names: {
      car,
      cavity: (id) => cavities.get(id) ?? 'a cavity that is gone',
      output: (id) => {
        const pair = pairs.find((p) => p.id === id);
        return pair ? pairName(pair) : 'An output that is gone';
      },
      speaker: (id) => {
        const speaker = car.speakers.find((s) => s.id === id);
        const target = job.targets.find((t) => t.id === speaker?.targetId);
        if (!speaker) return 'A speaker that is gone';
        if (speaker.made !== 'new' || !target) return `${channelName(speaker)} speaker`;
        return speaker.side === 'mono' ? target.name : `${target.name}, ${speaker.side}`;
      },
    },
  };
}

export interface ConductorGroup {
  title: string;
  conductors: Conductor[];
}

const GROUPS: readonly { title: string; of: (c: Conductor) => boolean }[] = [
  { title: 'Supply', of: (c) => c.function === 'supply' },
  { title: 'Ground', of: (c) => c.function === 'ground' },
  { title: 'Turn-on', of: (c) => c.function === 'remote' },
  { title: 'Factory wire that stays', of: (c) => c.made === 'factory' },
  {
    title: 'From the factory system',
    of: (c) => c.from.of === 'plug' || c.from.of === 'output' || c.function === 'load',
  },
  { title: 'Between devices', of: (c) => c.from.of === 'device' && c.to.of === 'device' },
  { title: 'To the speakers', of: () => true },
];
/** In the order of the work: signal from its source on, then supply, then what is left alone. */
const ORDER = [4, 5, 6, 0, 1, 2, 3];

export function groupsOf({ conductors }: Netlist): ConductorGroup[] {
  const by = GROUPS.map((): Conductor[] => []);
  for (const c of conductors) by[GROUPS.findIndex((g) => g.of(c))].push(c);
  return ORDER.map((n) => ({ title: GROUPS[n].title, conductors: by[n] })).filter(
    (g) => g.conductors.length > 0,
  );
}

/** The list as CSV: both ends, what for, size. */
export function conductorsCsv({ netlist, names }: Wiring): string {
  return writeTable(
    ['from', 'to', 'function', 'sign', 'swapped', 'mm2', 'made', 'standing', 'id'],
    netlist.conductors.map((c) => [
      terminalName(c.from, names),
      terminalName(c.to, names),
      FUNCTION_WORD[c.function],
      c.signal?.sign ?? null,
      c.signal?.swapped ? 'on purpose' : null,
      c.mm2,
      c.made,
      c.standing,
      c.id,
    ]),
  );
}

import {
  channelName,
  type Conductor,
  type FinishedCar,
  type JobView,
  type Netlist,
  netlistOf,
  pairName,
  type Plan,
  terminalName,
  type WiringInput,
  type WiringNames,
  writeTable,
  FUNCTION_WORD,
} from '@ulpen/core';

/** The plan that is wired: the one agreed on, else the newest that was kept. */
export function wiredPlan({ plans }: Pick<JobView, 'plans'>): Plan | null {
  const newest = [...plans].sort((a, b) => b.createdAt.localeCompare(a.createdAt));
  return newest.find((p) => p.agreedAt !== null) ?? newest.at(0) ?? null;
}

/** What a netlist and its playing are made from. */
export interface Wiring {
  input: WiringInput;
  netlist: Netlist;
  names: WiringNames;
}

export function wiringOf(job: JobView, plan: Plan, car: FinishedCar): Wiring {
  const pairs = job.units.flatMap((u) => u.pairs);
  const cavities = new Map(pairs.flatMap((p) => p.ends.map((e) => [e.cavityId, `${e.plug}·${e.cavity}`])));
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

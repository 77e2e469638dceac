import { demoLibrary } from '../src/carsim/devices.ts';
import { DEMO_CARS, viewOfCar } from '../src/carsim/index.ts';
import type { FinishedCar } from '../src/model/finished-car.ts';
import { START_WIRING, type WiringFields } from '../src/model/wiring.ts';
import { pairName } from '../src/model/unit.ts';
import type { JobView } from '../src/model/views.ts';
import { comparePlans } from '../src/plan/compare/propose.ts';
import { planInputOf } from '../src/plan/facts/plan-of-job.ts';
import { finishedCar } from '../src/plan/finished/finished-car.ts';
import { type Conductor, type Netlist } from '../src/wiring/netlist.ts';
import { netlistOf } from '../src/wiring/netlist-of.ts';
import { type Bench, benchOf } from '../src/wiring/job/bench-of-job.ts';
import type { Wiring } from '../src/wiring/job/wiring-of-job.ts';
import type { WiringInput } from '../src/wiring/wiring-input.ts';
import { terminalName, type WiringNames } from '../src/wiring/words.ts';

/** A plan of a demo car with what its netlist is made from. */
export interface WiredPlan {
  name: string;
  job: JobView;
  /** rules that the plan breaks by itself */
  remarks: readonly string[];
  input: WiringInput;
  names: WiringNames;
  netlist: Netlist;
  /** a conductor by what its ends are called */
  conductor: (from: string, to: string) => Conductor;
}

function wired(
  name: string,
  job: JobView,
  remarks: readonly string[],
  input: WiringInput,
  output: WiringNames['output'],
): WiredPlan {
  const names: WiringNames = {
    car: input.car,
    cavity: (id) => id.replace(/^k(\d+):(\d+)$/, 'C$1·$2'),
    output,
    speaker: (id) => ({ 'new:t1/left': 'Front set, left', 'new:t1/right': 'Front set, right' })[id] ?? id,
  };
  const netlist = netlistOf(input);
  const conductor = (from: string, to: string) => {
    const found = netlist.conductors.find(
      (c) => terminalName(c.from, names) === from && terminalName(c.to, names) === to,
    );
    if (!found) throw new Error(`no conductor from ${from} to ${to}`);
    return found;
  };
  return { name, job, remarks, input, names, netlist, conductor };
}

/** Every plan of every demo car, as `people-carrier, sum`. */
export const WIRED_PLANS: readonly WiredPlan[] = DEMO_CARS.flatMap((demo) => {
  const job = viewOfCar(demo);
  const input = planInputOf(job, { devices: demoLibrary() });
  return comparePlans(input).proposals.map((proposal) =>
    wired(
      `${demo.id}, ${proposal.strategy}`,
      job,
      proposal.remarks.map((r) => r.rule),
      {
        car: finishedCar(input, proposal),
        setup: proposal.setup,
        outputs: input.pairs,
        targets: input.targets,
        feeds: proposal.feeds,
      },
      (id) => pairName(input.pairs.find((p) => p.id === id)!),
    ),
  );
});

export const wiredPlan = (name: string): WiredPlan => WIRED_PLANS.find((p) => p.name === name)!;

/** The same plan with something else about its car, wired anew. */
export const rewired = (
  { name, job, remarks, input, names }: WiredPlan,
  change: (car: FinishedCar) => FinishedCar,
): WiredPlan => wired(name, job, remarks, { ...input, car: change(input.car) }, names.output);

/** What is made at the bench for a plan, with nothing chosen or with some of it. */
export const benchOfPlan = (
  { job, input, netlist, names }: WiredPlan,
  choices: Partial<WiringFields> = {},
): { wiring: Wiring; bench: Bench } => {
  const wiring = { input, netlist, names, wireAt: () => null };
  return { wiring, bench: benchOf(job, wiring, { ...START_WIRING, ...choices }) };
};

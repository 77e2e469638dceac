import type { JobOutline } from '../../model/views.ts';
import type { Plan } from '../../model/plan.ts';
import type { Bench } from '../../wiring/job/bench-of-job.ts';
import type { Wiring } from '../../wiring/job/wiring-of-job.ts';
import type { WiringRemark } from '../../wiring/rules/rule.ts';
import type { Paper } from '../marks.ts';

/** All that the wiring book of a job is printed from. */
export interface BookInput {
  job: Pick<JobOutline, 'car' | 'year' | 'system' | 'units' | 'targets'>;
  plan: Pick<Plan, 'name' | 'revision' | 'agreedAt'>;
  wiring: Wiring;
  bench: Bench;
  /** what is wrong with the netlist and its loom */
  remarks: readonly WiringRemark[];
  paper: Paper;
  /** as it is printed: 2 December 2026 */
  day: string;
}

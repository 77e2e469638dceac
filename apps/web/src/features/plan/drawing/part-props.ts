import type { FinishedCar, JobView } from '@ulpen/core';
import type { CarNode } from './car-graph.ts';

/** What the details of a part of one kind are made from. */
export interface PartProps<K extends CarNode['kind']> {
  job: JobView;
  car: FinishedCar;
  node: Extract<CarNode, { kind: K }>;
}

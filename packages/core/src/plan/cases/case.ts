import type { SimulatedCar } from '../../carsim/simulated-car.ts';
import type { CarRecords } from '../../carsim/view-of-car.ts';
import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import type { Proposal } from '../../model/plan.ts';
import type { PreferencesFields } from '../../model/shop.ts';
import type { PlanInput } from '../facts/plan-input.ts';

/** Everything that a job's plans are worked out from, as it is on record. */
export interface CaseRecord extends CarRecords {
  devices: LibraryDevice[];
  preferences: PreferencesFields;
}

/** A plan that has a car, with what it was worked out from. */
export interface Worked {
  plan: Proposal;
  car: FinishedCar;
  input: PlanInput;
}

/** What no plan that is called right may do, in any way in and after any change at the desk. */
export interface Never {
  what: string;
  /** whether a plan does it */
  done: (worked: Worked) => boolean;
}

/** A job as an installer has it, with what an experienced one decides, and why. */
export interface JobCase {
  /** names it: `kept-speakers-on-a-plain-radio` */
  id: string;
  /** what is true of the car; its record is made by measuring it */
  car: SimulatedCar;
  /** what else is on record, chosen, or set by the shop */
  record?: (c: CaseRecord) => void;
  decides: {
    /** ways in of which any may come first; left out: none may be without a broken rule */
    first?: readonly string[];
    /** said of a way in, or of one that is refused: remarks, remedies, reasons, losses */
    says?: readonly RegExp[];
    /** holds of the first way in */
    holds?: (worked: Worked) => boolean;
  };
  why: string;
  never: readonly Never[];
  /** each is done by some way in without a broken rule: a near miss that must stay accepted */
  allows?: readonly Never[];
}

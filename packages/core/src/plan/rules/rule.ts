import type { LibraryDevice } from '../../model/device.ts';
import type { FinishedCar } from '../../model/finished-car.ts';
import { subject } from '../../model/matter.ts';
import type { Feed, Proposal, Remark, Severity } from '../../model/plan.ts';
import type { Setup, SetupPlace } from '../../model/setup.ts';
import type { Target } from '../../model/target.ts';
import type { PlanContext } from '../facts/context.ts';
import type { Drive } from '../finished/drives.ts';
import type { PlacedInsert } from '../facts/inserts.ts';
import type { Source } from '../facts/sources.ts';

/** What a rule looks at: one worked-out feed with the outputs it is made from, and what stands around it. */
export interface FeedInContext {
  feed: Feed;
  target: Target;
  /** in the order of the feed's taps */
  sources: Source[];
  /** `Front set, left` */
  name: string;
  setup: Setup;
  /** the device between output and amplifier; null: none, or only its kind is known */
  between: LibraryDevice | null;
  drive: Drive;
  /** what a person put into the way beside that */
  inserts: readonly PlacedInsert[];
  context: PlanContext;
}

/** The whole plan before its remarks. */
export interface PlanInContext {
  plan: Omit<Proposal, 'remarks' | 'reasons' | 'setup' | 'figures'> & {
    setup: Setup;
    figures: NonNullable<Proposal['figures']>;
  };
  feeds: FeedInContext[];
  drives: ReadonlyMap<string, Drive>;
  /** the car once the plan is built */
  finished: FinishedCar;
  context: PlanContext;
}

/** A rule finds what an installer must know about a feed: nothing, or remarks. */
export type FeedRule = (context: FeedInContext) => Remark[];
/** The same about the plan as a whole. */
export type PlanRule = (context: PlanInContext) => Remark[];

export interface RemarkMore {
  /** false: it has to be found or seen, nobody can answer for it */
  acceptable?: boolean;
  pairId?: string | null;
  /** what to do about it */
  remedy?: string;
  /** where the reading is taken that would settle it */
  settle?: Remark['settle'];
  /** what it speaks of, where that is more or other than the channel and the output */
  subjects?: Remark['subjects'];
  /** numbers that it stands on, with the step by which one must get worse to be decided anew */
  figures?: Remark['figures'];
}

/** The reading that settles a doubt is taken in this guided test of Listen. */
export const test = (id: string): Remark['settle'] => ({ stage: 'listen', test: id });
/** It is changed in the plan itself, at this place of the finished car. */
export const setAt = (place: SetupPlace): Remark['settle'] => ({ stage: 'setup', test: null, place });
export const LIBRARY: Remark['settle'] = { stage: 'library', test: null };
export const INTAKE: Remark['settle'] = { stage: 'intake', test: null };
export const FIND: Remark['settle'] = { stage: 'find', test: null };

/** A remark of a rule on a feed. */
export function remark(
  { feed: { targetId, side } }: Pick<FeedInContext, 'feed'>,
  rule: string,
  severity: Severity,
  text: string,
  more: RemarkMore = {},
): Remark {
  const subjects = [subject({ targetId, side, pairId: more.pairId ?? null })];
  return { ...planRemark(rule, severity, text, { subjects, ...more }), targetId };
}

/** A remark of a rule on the whole plan. */
export function planRemark(rule: string, severity: Severity, text: string, more: RemarkMore = {}): Remark {
  return {
    severity,
    rule,
    text,
    acceptable: more.acceptable ?? true,
    remedy: more.remedy ?? null,
    settle: more.settle ?? null,
    targetId: null,
    pairId: more.pairId ?? null,
    subjects: more.subjects ?? (more.pairId ? [subject({ pairId: more.pairId })] : []),
    figures: more.figures ?? [],
  };
}

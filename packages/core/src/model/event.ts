import { z } from 'zod';
import { idSchema, momentSchema } from './words.ts';

/** What can happen to a job, each by the thing and what is done with it. */
const HAPPENS = {
  job: ['add', 'import', 'practise', 'change', 'chapter', 'rechapter', 'distrust', 'trust'],
  unit: ['add', 'change', 'remove', 'restore'],
  connector: ['add', 'copy', 'change', 'remove', 'restore'],
  output: ['add', 'find', 'change', 'remove', 'restore'],
  speaker: ['add', 'change', 'remove', 'restore'],
  reading: ['add', 'probe', 'withdraw', 'restore'],
  sheet: ['add', 'change', 'remove', 'restore'],
  photo: ['add', 'remove', 'restore'],
  capture: ['add', 'withdraw', 'restore', 'pin', 'unpin'],
  recording: ['add', 'withdraw', 'restore'],
  check: ['add', 'withdraw', 'restore'],
  target: ['add', 'change', 'remove', 'restore'],
  intake: ['change'],
  brief: ['change'],
  wiring: ['change'],
  decision: ['add', 'withdraw', 'restore'],
  plan: ['add', 'remove', 'restore', 'agree', 'disagree'],
  simulation: ['reveal'],
} as const;

type Happens = typeof HAPPENS;
export type EventThing = keyof Happens;
/** `output.change` */
export type EventKind = { [T in EventThing]: `${T}.${Happens[T][number]}` }[EventThing];

export const EVENT_KINDS = Object.entries(HAPPENS).flatMap(([thing, verbs]) =>
  verbs.map((verb) => `${thing}.${verb}` as EventKind),
);

const THING_WORD: Record<EventThing, string> = {
  job: 'Job',
  unit: 'Unit',
  connector: 'Plug',
  output: 'Output',
  speaker: 'Factory speaker',
  reading: 'Reading',
  sheet: 'Sheet',
  photo: 'Photo',
  capture: 'Capture',
  recording: 'Recording',
  check: 'Check',
  target: 'New channel',
  intake: 'Intake',
  brief: 'Owner’s brief',
  wiring: 'Wiring',
  decision: 'Decision',
  plan: 'Plan',
  simulation: 'Practice car',
};
const VERB_WORD: Record<string, string> = {
  add: 'added',
  import: 'imported from a file',
  practise: 'started for practice',
  change: 'changed',
  chapter: 'moved to another chapter',
  rechapter: 'records moved to another chapter',
  distrust: 'records of a bad instrument withdrawn',
  trust: 'records of an instrument brought back',
  copy: 'copied from another job',
  find: 'taken over from Find',
  probe: 'taken on the practice car',
  remove: 'removed',
  restore: 'brought back',
  withdraw: 'withdrawn',
  pin: 'pinned',
  unpin: 'unpinned',
  reveal: 'revealed',
  agree: 'agreed',
  disagree: 'no longer agreed',
};

/** `Output changed`, `3 readings added`. */
export function eventWords(did: EventKind, count = 1): string {
  const [thing, verb] = did.split('.') as [EventThing, string];
  const word = THING_WORD[thing];
  const many = count > 1 ? `${count} ${word.toLowerCase()}s` : word;
  return `${many} ${VERB_WORD[verb]}`;
}

/** Something that happened to a job: what, on what, by whom and when. Never changed once it is written. */
export const jobEventSchema = z
  .object({
    /** its place in the stream */
    id: z.int(),
    /** of the job, after it happened */
    revision: z.int(),
    did: z.enum(EVENT_KINDS as [EventKind, ...EventKind[]]),
    /** ids of what it happened to */
    subjects: z.array(idSchema),
    /** what the first of them is called now; empty where it has no name */
    name: z.string(),
    by: z.string(),
    /** by the writer's own clock, where it was sent */
    deviceAt: momentSchema.nullable(),
    serverAt: momentSchema,
    /** a POST to this path below `/api/v1` undoes it; null where that is not to be had, or not any more */
    undo: z.string().nullable(),
  })
  .meta({ id: 'JobEvent' });
export type JobEvent = z.infer<typeof jobEventSchema>;

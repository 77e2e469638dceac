import { z } from 'zod';
import { LIMITS } from './limits.ts';
import { ref } from './ref.ts';
import { saidSchema } from './words.ts';

/** One thing that a remark speaks of: a channel, an output, or something else by its own name. */
export const subjectSchema = z.object({
  targetId: ref('target').nullable(),
  side: z.enum(['left', 'right', 'mono']).nullable(),
  pairId: ref('pair').nullable(),
  /** a device, a source, how far something is known; empty: nothing beside what is named above */
  what: z.string().max(200),
});
export type Subject = z.infer<typeof subjectSchema>;

/** A number that a remark stands on, and by how much it may get worse before it has to be decided again. */
export const heldFigureSchema = z.object({
  name: z.string().min(1).max(60),
  value: z.number(),
  worse: z.enum(['higher', 'lower']),
  step: z.number().min(0),
});
export type HeldFigure = z.infer<typeof heldFigureSchema>;

/** A number that something said stands on. */
export const figureSchema = heldFigureSchema.pick({ name: true, value: true });

/** What somebody decides about: a rule, what it speaks of, and the figures it stands on. */
export const matterSchema = z.object({
  rule: saidSchema,
  // Every tap of every channel, at the most.
  subjects: z.array(subjectSchema).max(24 * LIMITS.targetsOfJob.most),
  figures: z.array(heldFigureSchema).max(8),
});
export type Matter = z.infer<typeof matterSchema>;

/** A subject by what is known of it. */
export const subject = (part: Partial<Subject>): Subject => ({
  targetId: null,
  side: null,
  pairId: null,
  what: '',
  ...part,
});

const keyOf = ({ targetId, side, pairId, what }: Subject) => JSON.stringify([targetId, side, pairId, what]);

/** Both speak of the same, whatever the figures. */
export const sameMatter = (a: Pick<Matter, 'rule' | 'subjects'>, b: Pick<Matter, 'rule' | 'subjects'>) =>
  a.rule === b.rule && within(a.subjects, b.subjects) && within(b.subjects, a.subjects);

/**
 * Whether what was decided still answers what is now: about nothing more than then, and no figure worse by the rule's
 * step or more. What has become better, or fewer, needs no new decision.
 */
export const answers = (decided: Matter, now: Matter): boolean =>
  decided.rule === now.rule &&
  within(now.subjects, decided.subjects) &&
  // What speaks of nothing by name is not answered by what was signed of something.
  (now.subjects.length > 0 || decided.subjects.length === 0) &&
  now.figures.every((figure) => {
    const then = decided.figures.find((f) => f.name === figure.name);
    if (!then) return false;
    const worseBy = figure.worse === 'higher' ? figure.value - then.value : then.value - figure.value;
    return worseBy <= 0 || worseBy < figure.step;
  });

function within(some: readonly Subject[], all: readonly Subject[]): boolean {
  const known = new Set(all.map(keyOf));
  return some.every((s) => known.has(keyOf(s)));
}

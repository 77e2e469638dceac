import { z } from 'zod';
import { LIMITS } from './limits.ts';
import { strategySchema } from './plan.ts';
import { changesSchema, givenChangesSchema, NO_CHANGES, type PlanChanges } from './plan-changes.ts';
import { idSchema, versionSchema } from './words.ts';

/** What a person changed of a way in and has not kept yet. */
export const draftFieldsSchema = z
  .object({ strategy: strategySchema, changes: changesSchema })
  .meta({ id: 'DraftFields' });

export const draftSchema = draftFieldsSchema
  .extend({
    jobId: idSchema,
    version: versionSchema,
    /** the kept plan that it was opened from; null: none */
    planId: idSchema.nullable(),
    canUndo: z.boolean(),
    canRedo: z.boolean(),
  })
  .meta({ id: 'Draft' });
export type Draft = z.infer<typeof draftSchema>;

/** 0: nothing was changed yet */
const seenVersion = z.int().min(0);

export const draftChangeSchema = draftFieldsSchema
  .extend({ changes: givenChangesSchema, version: seenVersion, planId: idSchema.nullable().default(null) })
  .meta({ id: 'DraftChange' });
export type DraftChange = z.infer<typeof draftChangeSchema>;

export const draftStepSchema = z
  .object({ strategy: strategySchema, version: seenVersion })
  .meta({ id: 'DraftStep' });

/** One state of a draft. */
export interface DraftState {
  changes: PlanChanges;
  planId: string | null;
}

/** Its states, oldest first, and which of them it shows. */
export interface DraftHistory {
  states: DraftState[];
  at: number;
}

export const NO_DRAFT: DraftHistory = { states: [{ changes: NO_CHANGES, planId: null }], at: 0 };

/** A change drops what had been taken back, and the oldest of too many. */
export function changedDraft({ states, at }: DraftHistory, next: DraftState): DraftHistory {
  const kept = [...states.slice(0, at + 1), next].slice(-1 - LIMITS.stepsOfDraft.most);
  return { states: kept, at: kept.length - 1 };
}

/** @returns null where there is nothing to take back, or to do again */
export function steppedDraft({ states, at }: DraftHistory, by: 'undo' | 'redo'): DraftHistory | null {
  const next = at + (by === 'undo' ? -1 : 1);
  return next in states ? { states, at: next } : null;
}

/** Where a draft stands in its history. */
export const draftAt = ({ states, at }: DraftHistory): DraftState & Pick<Draft, 'canUndo' | 'canRedo'> => ({
  ...states[at],
  canUndo: at > 0,
  canRedo: at < states.length - 1,
});

/** Whether a person changed anything by hand. */
export const isChanged = ({ setup, ...lists }: PlanChanges): boolean =>
  Object.keys(setup).length > 0 || Object.values(lists).some((list) => list.length > 0);

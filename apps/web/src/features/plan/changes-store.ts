import { create } from 'zustand';
import { NO_CHANGES, type PlanChanges } from '@ulpen/core';

interface ChangesState {
  /** by job and strategy */
  changes: Record<string, PlanChanges>;
  past: { at: string; before: PlanChanges }[];
  change: (at: string, next: PlanChanges) => void;
  /** the last change of one job; those of others stay */
  undo: (jobId: string) => void;
}

const MOST_PAST = 50;

/** What a person changed by hand of each way in, until it is kept; one step back at a time. */
export const useChangesStore = create<ChangesState>((set) => ({
  changes: {},
  past: [],
  change: (at, next) =>
    set((s) => ({
      changes: { ...s.changes, [at]: next },
      past: [...s.past.slice(1 - MOST_PAST), { at, before: s.changes[at] ?? NO_CHANGES }],
    })),
  undo: (jobId) =>
    set((s) => {
      const last = s.past.findLast((p) => isOf(p.at, jobId));
      if (!last) return s;
      return { changes: { ...s.changes, [last.at]: last.before }, past: s.past.filter((p) => p !== last) };
    }),
}));

const isOf = (at: string, jobId: string) => at.startsWith(`${jobId}/`);
export const canUndo = ({ past }: Pick<ChangesState, 'past'>, jobId: string) =>
  past.some((p) => isOf(p.at, jobId));

export const changesKey = (jobId: string, strategy: string) => `${jobId}/${strategy}`;
export const isChanged = ({ setup, feeds, loads, boxes }: PlanChanges) =>
  Object.keys(setup).length + feeds.length + loads.length + boxes.length > 0;

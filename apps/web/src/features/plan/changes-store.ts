import { create } from 'zustand';
import { NO_CHANGES, type PlanChanges } from '@ulpen/core';

interface ChangesState {
  /** by job and strategy */
  changes: Record<string, PlanChanges>;
  past: { at: string; before: PlanChanges }[];
  change: (at: string, next: PlanChanges) => void;
  undo: () => void;
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
  undo: () =>
    set((s) => {
      const last = s.past.at(-1);
      if (!last) return s;
      return { changes: { ...s.changes, [last.at]: last.before }, past: s.past.slice(0, -1) };
    }),
}));

export const changesKey = (jobId: string, strategy: string) => `${jobId}/${strategy}`;
export const isChanged = ({ setup, feeds, loads, boxes }: PlanChanges) =>
  Object.keys(setup).length + feeds.length + loads.length + boxes.length > 0;

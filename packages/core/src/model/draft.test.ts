import { describe, expect, it } from 'vitest';
import { changedDraft, draftAt, type DraftHistory, isChanged, NO_DRAFT, steppedDraft } from './draft.ts';
import { LIMITS } from './limits.ts';
import { NO_CHANGES, type PlanChanges } from './plan-changes.ts';

const step = (loudestStep: number): PlanChanges => ({ ...NO_CHANGES, setup: { loudestStep } });
const changed = (history: DraftHistory, n: number, planId: string | null = null) =>
  changedDraft(history, { changes: step(n), planId });
const undo = (history: DraftHistory) => steppedDraft(history, 'undo')!;
const redo = (history: DraftHistory) => steppedDraft(history, 'redo')!;

describe('a draft', () => {
  it('begins with nothing changed, goes back to it, and no further in either direction', () => {
    expect(draftAt(NO_DRAFT)).toEqual({ changes: NO_CHANGES, planId: null, canUndo: false, canRedo: false });
    const one = changed(NO_DRAFT, 20, 'p1');
    expect(draftAt(one)).toEqual({ changes: step(20), planId: 'p1', canUndo: true, canRedo: false });
    expect(draftAt(undo(one))).toEqual({ changes: NO_CHANGES, planId: null, canUndo: false, canRedo: true });
    expect(draftAt(redo(undo(one)))).toEqual(draftAt(one));
    expect([steppedDraft(one, 'redo'), steppedDraft(undo(one), 'undo')]).toEqual([null, null]);
  });

  it('forgets what had been taken back once it is changed again', () => {
    const two = changed(changed(NO_DRAFT, 20), 22);
    const other = changed(undo(two), 18);
    expect(draftAt(other)).toMatchObject({ changes: step(18), canUndo: true, canRedo: false });
    expect(draftAt(undo(other)).changes).toEqual(step(20));
  });

  it('remembers as many changes as the limit says, the newest ones', () => {
    const most = LIMITS.stepsOfDraft.most;
    let history = NO_DRAFT;
    for (let n = 1; n <= most + 30; n++) history = changed(history, n);
    expect(history.states).toHaveLength(most + 1);
    for (let n = 0; n < most; n++) history = undo(history);
    expect(draftAt(history)).toMatchObject({ changes: step(30), canUndo: false });
  });

  it('is changed in any of its parts', () => {
    expect([NO_CHANGES, step(20)].map(isChanged)).toEqual([false, true]);
    expect(isChanged({ ...NO_CHANGES, boxes: [{ deviceId: null, device: 'Merlin S8' }] })).toBe(true);
    expect(isChanged({ ...NO_CHANGES, loads: [{ pairId: 'p', load: 'none' }] })).toBe(true);
    expect(isChanged({ ...NO_CHANGES, feeds: [{ targetId: 't', side: 'mono', taps: [] }] })).toBe(true);
  });
});

import { NO_CHANGES, type PlanChanges } from '@ulpen/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { canUndo, changesKey, isChanged, useChangesStore } from './changes-store.ts';

const store = () => useChangesStore.getState();
const step = (loudestStep: number): PlanChanges => ({ ...NO_CHANGES, setup: { loudestStep } });
const [one, other] = [changesKey('job', 'sum'), changesKey('job', 'processor')];

describe('changes by hand', () => {
  beforeEach(() => useChangesStore.setState({ changes: {}, past: [] }));

  it('go back one at a time, each to its own way in', () => {
    store().change(one, step(20));
    store().change(other, step(18));
    store().change(one, step(22));
    store().undo('job');
    expect([store().changes[one], store().changes[other]]).toEqual([step(20), step(18)]);
    store().undo('job');
    store().undo('job');
    expect([store().changes[one], store().changes[other]].map(isChanged)).toEqual([false, false]);
    const before = store();
    store().undo('job');
    expect(store()).toBe(before);
  });

  it('of one job stay when another one’s are taken back', () => {
    const elsewhere = changesKey('job2', 'sum');
    store().change(one, step(20));
    store().change(elsewhere, step(12));
    expect([canUndo(store(), 'job'), canUndo(store(), 'job3')]).toEqual([true, false]);
    store().undo('job');
    expect([isChanged(store().changes[one]), store().changes[elsewhere]]).toEqual([false, step(12)]);
    expect([canUndo(store(), 'job'), canUndo(store(), 'job2')]).toEqual([false, true]);
  });

  it('are remembered fifty deep, no deeper', () => {
    for (let n = 1; n <= 80; n++) store().change(one, step(n));
    expect(store().past).toHaveLength(50);
    for (let n = 0; n < 80; n++) store().undo('job');
    expect(store().changes[one]).toEqual(step(30));
  });

  it('are seen in any of their parts', () => {
    expect(isChanged(NO_CHANGES)).toBe(false);
    expect(isChanged(step(20))).toBe(true);
    expect(isChanged({ ...NO_CHANGES, boxes: ['Merlin S8'] })).toBe(true);
    expect(isChanged({ ...NO_CHANGES, loads: [{ pairId: 'p', load: 'none' }] })).toBe(true);
  });
});

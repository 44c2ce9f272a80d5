// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useUndo, type PlanStep } from './useUndo';

/** A plan of one number, changed by steps. */
function setting() {
  const plan = { value: 0, fails: false };
  const set = (to: number): PlanStep => {
    const from = plan.value;
    plan.value = to;
    const go = (where: number) => async () => {
      if (plan.fails) throw new Error('The server cannot be reached.');
      plan.value = where;
    };
    return { label: `set ${to}`, undo: go(from), redo: go(to) };
  };
  const { result } = renderHook(() => useUndo());
  const now = () => result.current;
  const run = async (how: 'undo' | 'redo') => act(async () => now()[how]!());
  return { plan, now, run, push: (to: number) => act(() => now().push(set(to))) };
}

describe('taking back and doing again', () => {
  it('offers nothing where nothing was done', () => {
    const { now } = setting();
    expect([now().undo, now().redo, now().undoLabel, now().redoLabel]).toEqual([null, null, null, null]);
  });
  it('goes back in order, and forward again', async () => {
    const { plan, now, run, push } = setting();
    push(1);
    push(2);
    push(3);
    expect(now().undoLabel).toBe('set 3');
    await run('undo');
    await run('undo');
    expect([plan.value, now().undoLabel, now().redoLabel]).toEqual([1, 'set 1', 'set 2']);
    await run('redo');
    expect([plan.value, now().undoLabel, now().redoLabel]).toEqual([2, 'set 2', 'set 3']);
    await run('redo');
    expect([plan.value, now().redo]).toEqual([3, null]);
  });
  it('something new ends what could be done again', async () => {
    const { plan, now, run, push } = setting();
    push(1);
    push(2);
    await run('undo');
    push(7);
    expect(now().redo).toBeNull();
    await run('undo');
    expect(plan.value).toBe(1);
  });
  it('what cannot be taken back stays, to be tried again', async () => {
    const { plan, now, run, push } = setting();
    push(1);
    plan.fails = true;
    await run('undo');
    expect([plan.value, now().undoLabel, now().redo]).toEqual([1, 'set 1', null]);
    plan.fails = false;
    await run('undo');
    expect([plan.value, now().undo]).toEqual([0, null]);
  });
  it('takes one step at a time, however fast it is pressed', async () => {
    const { plan, now, run, push } = setting();
    push(1);
    push(2);
    const undo = now().undo!;
    await act(async () => {
      undo();
      undo();
    });
    expect([plan.value, now().undoLabel, now().redoLabel]).toEqual([1, 'set 1', 'set 2']);
    await run('redo');
    expect([plan.value, now().redo]).toEqual([2, null]);
  });
  it('remembers fifty steps', async () => {
    const { now, run, push } = setting();
    for (let n = 1; n <= 60; n++) push(n);
    let steps = 0;
    while (now().undo !== null && steps < 100) {
      await run('undo');
      steps++;
    }
    expect(steps).toBe(50);
  });
});

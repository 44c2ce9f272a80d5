import { useState } from 'react';
import { mutate } from 'swr';
import { cellRefusals, changeCells, type CellChange, type CellValue } from '../../../../contract/cells';
import { getGradebook } from '../../../../contract/gradebook';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { keyOf } from '../../../data/useApi';
import { putRows } from './putRows';

/** A change that was not kept, with what is in the way. */
export interface NotKept {
  readonly change: CellChange;
  readonly message: string;
  /** Someone else's newer value, which can be written over knowingly. */
  readonly newer: CellValue | undefined;
}

/** Changes cells; what could not be kept is told, and stays until it is written after all or left. */
export function useCells(course: string) {
  const [notKept, setNotKept] = useState<readonly NotKept[]>([]);
  const [busy, setBusy] = useState(0);
  const without = (list: readonly NotKept[], { item, student }: CellChange) =>
    list.filter((each) => each.change.item !== item || each.change.student !== student);
  /** Sends changes, and puts what comes back into the gradebook; where someone else's came first, it is read anew. */
  const send = async (changes: readonly CellChange[], why: string | null) => {
    setBusy((n) => n + 1);
    try {
      const { rows } = await call(changeCells, { course }, { changes: [...changes], why });
      if (rows === null) await mutate(keyOf(getGradebook, { course }));
      else putRows(course, rows);
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.status === 409)
        void mutate(keyOf(getGradebook, { course }));
      throw error;
    } finally {
      setBusy((n) => n - 1);
    }
  };
  const change = async (each: CellChange) => {
    try {
      await send([each], null);
      setNotKept((list) => without(list, each));
    } catch (error) {
      const [refusal] =
        error instanceof ApiProblem && error.problem.code === 'cells'
          ? cellRefusals.parse(error.problem.current)
          : [];
      const failed: NotKept = {
        change: each,
        message: refusal?.message ?? sentenceOf(error),
        newer: refusal?.conflict ? refusal.conflict.now : undefined,
      };
      setNotKept((list) => [...without(list, each), failed]);
    }
  };
  return {
    change,
    /** Many at once, all or none; answers why nothing was kept, or null. */
    changeMany: (changes: readonly CellChange[], why: string): Promise<string | null> =>
      send(changes, why).then(
        () => null,
        (error: unknown) => sentenceOf(error),
      ),
    busy: busy > 0,
    notKept,
    /** Writes it over what stands now. */
    insist: ({ change: each, newer }: NotKept) =>
      change(newer === undefined ? each : { ...each, before: newer }),
    leave: ({ change: each }: NotKept) => setNotKept((list) => without(list, each)),
  };
}

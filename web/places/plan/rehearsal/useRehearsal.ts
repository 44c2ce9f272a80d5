import { useEffect, useState } from 'react';
import { getRehearsal, rehearse, type RehearsalView } from '../../../../contract/rehearsal';
import type { ForumSettings } from '../../../../contract/forumSettings';
import { call, sentenceOf } from '../../../data/api';
import { newId } from '../../../data/newId';

/** How long typing has to rest before what is typed is rehearsed, ms. */
const REST = 350;
/** How often a long rehearsal is looked after, ms. */
const LOOK = 120;

export interface Rehearsed {
  /** What was found last; stays while something new is rehearsed. */
  readonly found: RehearsalView | null;
  /** How far what is rehearsed at the moment is, 0 to 1; null while nothing is. */
  readonly progress: number | null;
  readonly problem: string | null;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Rehearses settings as they are typed: what scores would move, asked of the server once typing rests.
 *
 * @param settings null: nothing is to be rehearsed
 */
export function useRehearsal(course: string, forum: string, settings: ForumSettings | null): Rehearsed {
  const [state, setState] = useState<Rehearsed>({ found: null, progress: null, problem: null });
  const typed = settings === null ? null : JSON.stringify(settings);
  useEffect(() => {
    if (typed === null) return;
    let over = false;
    const work = async () => {
      await wait(REST);
      if (over) return;
      setState(({ found }) => ({ found, progress: 0, problem: null }));
      try {
        const body = { id: newId(), settings: JSON.parse(typed) as ForumSettings };
        let now = await call(rehearse, { course, forum }, body);
        while (!over && now.moves === null) {
          const { done, of } = now;
          setState(({ found }) => ({ found, progress: done / Math.max(of, 1), problem: null }));
          await wait(LOOK);
          now = await call(getRehearsal, { course, rehearsal: body.id });
        }
        if (!over) setState({ found: now, progress: null, problem: null });
      } catch (error) {
        if (!over) setState(({ found }) => ({ found, progress: null, problem: sentenceOf(error) }));
      }
    };
    void work();
    return () => {
      over = true;
    };
  }, [course, forum, typed]);
  return state;
}

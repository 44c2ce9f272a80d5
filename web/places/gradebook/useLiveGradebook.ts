import { useCallback, useEffect, useMemo } from 'react';
import { FEW_ROWS, getGradebookRows } from '../../../contract/gradebook';
import type { LiveEvent } from '../../../contract/live';
import { call } from '../../data/api';
import { Gather } from '../../data/gather';
import { useLiveEvents } from '../../data/live';
import { withQuery } from '../../data/useApi';
import { putRows } from './cell/putRows';

/** Posts change only who is ready; what they change is asked for this much later, ms, for all of them at once. */
const POSTS_LATER = 20_000;

/** Keeps an open gradebook up to date: asks for the rows of students whose scores changed, and takes them in. */
export function useLiveGradebook(course: string, again: () => unknown): void {
  const scores = useMemo(
    () =>
      new Gather<string>((students) => {
        // Nobody by name: they are many, or it is not said whose.
        if (students.includes('') || students.length > FEW_ROWS) return void again();
        call(withQuery(getGradebookRows, { students: students.join(',') }), { course }).then(
          ({ rows }) => putRows(course, rows),
          () => void again(),
        );
      }),
    [course, again],
  );
  const posts = useMemo(() => new Gather<string>(() => void again()), [again]);
  useEffect(
    () => () => {
      scores.stop();
      posts.stop();
    },
    [scores, posts],
  );
  const hear = useCallback(
    (event: LiveEvent) => {
      if (!('course' in event) || event.course !== course) return;
      if (event.kind === 'scores') scores.add(event.students.length === 0 ? [''] : event.students);
      else if (event.kind === 'forum') posts.add([''], POSTS_LATER);
    },
    [course, scores, posts],
  );
  useLiveEvents(hear);
}

import { useMemo } from 'react';
import type { ForumView } from '../../../../contract/discuss';
import { inScope, type Placed, type Thread } from '../context/conversation';
import { rowsOfPosts, rowsOfThreads, type Row } from './rows';
import type { Folding } from './useFolding';

/** The rows of a forum: its posts in their threads, below their questions where it has some, or one by one. */
export function useRows(
  forum: ForumView | undefined,
  threads: readonly Thread[],
  apart: readonly Placed[] | null,
  { shownOf }: Folding,
): readonly Row[] {
  const questions = forum?.openings === 'answerQuestions' ? forum.questions : null;
  return useMemo(() => {
    if (apart !== null) return rowsOfPosts(apart);
    if (questions === null) return rowsOfThreads(threads, shownOf);
    return questions.flatMap((question, index): Row[] => {
      const here = inScope(threads, { questionId: question.id });
      if (question.retired && here.length === 0) return [];
      return [
        { kind: 'question', key: `question-${question.id}`, question, number: index + 1 },
        ...rowsOfThreads(here, shownOf),
      ];
    });
  }, [questions, threads, apart, shownOf]);
}

import type { Forum } from '../course/forum';

/**
 * Whether staff can mark a reply as the answer in a forum: where people ask and help each other, which is where nothing is required and
 * nothing is scored. (docs/rules §4, Moderating)
 *
 * @example marksAnswers(helpDesk) // true
 */
export function marksAnswers({
  evaluation,
  required,
  openings,
}: Pick<Forum, 'evaluation' | 'required' | 'openings'>): boolean {
  const isFree = openings === 'threadsFreely' || openings === 'oneThreadEach';
  return isFree && evaluation === null && required.initialRequired + required.replies + required.posts === 0;
}

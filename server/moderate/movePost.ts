import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { AnswerOf } from '../../contract/endpoint';
import type { movePost as endpoint } from '../../contract/moderate';
import { isRemovedAt } from '../../core/course/post';
import { branchBelow, moveBranch, type MoveRefusal } from '../../core/moderate/moveBranch';
import type { InCourse } from '../course/setup/inCourse';
import { openForum, readablePost } from '../course/access/openForum';
import { Problem, wrongField } from '../refusals/problem';
import { endHighlights } from './highlight';
import { refuseUnlessModerates } from '../course/access/moderates';

const REFUSALS: Record<MoveRefusal, string> = {
  belowItself:
    'A post cannot move under itself or one of its own replies. Choose a post outside this branch.',
  alreadyThere: 'It is there already.',
  otherSpace:
    'That post belongs to another section, group or journal; a branch stays where its authors can read it.',
  aside: 'An aside stays between its two sides: it moves only under an aside with the same student.',
  removed: 'That post is removed; restore it first, or choose another.',
};

/**
 * Moves a post with everything below it under another post, or out as a thread of its own. Times stay; what counts is worked out from
 * where it stands now. (rules §5)
 */
export function movePost(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  to: { parentId: string | null; questionId: string | null },
  now: number,
): Promise<AnswerOf<typeof endpoint>> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { post } = readablePost(opened, postId);
    // A branch is moved by who may moderate all that stands in it.
    for (const id of branchBelow([...opened.posts.values()], postId)) {
      const place = opened.placed.get(id);
      if (place) refuseUnlessModerates(opened, place, now);
    }
    const { forum } = opened;
    if (to.parentId !== null) {
      if (to.questionId !== null)
        throw wrongField('questionId', 'A reply belongs to the question of the post it replies to.');
      if (opened.sees.get(to.parentId) !== 'text')
        throw wrongField('parentId', 'The post it should move to no longer exists.');
    } else if (forum.openings === 'answerQuestions') {
      if (!forum.questions.some(({ id }) => id === to.questionId))
        throw wrongField('questionId', 'Choose the question the thread belongs to.');
    } else if (to.questionId !== null) throw wrongField('questionId', 'This forum has no questions.');
    const target =
      to.parentId === null ? { parentId: null, questionId: to.questionId } : { parentId: to.parentId };
    const move = moveBranch([...opened.posts.values()], postId, target, (each) => isRemovedAt(each, now));
    if ('no' in move) {
      if (move.no === 'alreadyThere')
        return { parentId: post.parentId, questionId: post.questionId, posts: 0 };
      throw new Problem(422, move.no, REFUSALS[move.no], [{ field: 'parentId', message: REFUSALS[move.no] }]);
    }
    for (const each of move.posts)
      await trx
        .updateTable('post')
        .set({
          parent_id: each.parentId,
          thread_id: each.threadId,
          thread_author_id: each.threadAuthorId,
          answers_author_id: each.answers?.authorId ?? null,
          answers_author_kind: each.answers?.authorKind ?? null,
          question_id: each.questionId,
          starter: each.starter ? 1 : 0,
        })
        .where('id', '=', each.id)
        .execute();
    // A thread that goes below another is frozen or not as that one is.
    await trx
      .updateTable('freeze')
      .set({ to: now })
      .where('thread_id', '=', postId)
      .where('to', 'is', null)
      .execute();
    // Nor is it pinned, or the answer, where it stands now.
    await endHighlights(change, postId, ['pinned', 'answer']);
    const before = { parentId: post.parentId, questionId: post.questionId };
    await change.record(
      'post.moved',
      { of: 'post', id: postId },
      { before, after: { parentId: to.parentId, questionId: move.posts[0]!.questionId } },
    );
    return { ...before, posts: move.posts.length };
  });
}

import type { DeskView, DocketRow, DocketView } from '../../contract/evaluate';
import type { Post } from '../../core/course/post';
import type { Covered } from '../course/covered/coverNames';
import { withoutCalls } from '../course/covered/withoutCalls';

/** A row of a docket without what tells whose it is. */
export const coveredRow = (row: DocketRow, { studentOf, covers }: Covered): DocketRow =>
  covers(studentOf(row.student.id))
    ? {
        ...row,
        section: null,
        groups: [],
        evaluator: null,
        slots: row.slots.map((slot) => ({ ...slot, postId: null })),
      }
    : row;

/** The docket without what tells whose rows they are: section, group and order. */
export function coveredDocket(
  view: Omit<DocketView, 'paging'>,
  covered: Covered,
): Omit<DocketView, 'paging'> {
  const { studentOf, position, names } = covered;
  if (names === 'shown') return view;
  const rows = view.rows
    .map((row) => ({ row, id: studentOf(row.student.id) }))
    .sort((a, b) => position(a.id) - position(b.id))
    .map(({ row }) => coveredRow(row, covered));
  return { ...view, forum: { ...view.forum, names }, rows };
}

/** The posts that a student's pages name: their own, what those answer, and what they quote. */
function postsNamed(view: DeskView): Set<string> {
  const quoted = [...JSON.stringify(view.posts).matchAll(/data-source=\\?"([\w-]+)/g)].map(([, id]) => id!);
  const above = view.from.done.counted.flatMap(({ parentId, threadId }) => [parentId ?? threadId, threadId]);
  return new Set([...view.posts.map(({ id }) => id), ...above, ...quoted]);
}

/** One student's pages without what tells whose they are. */
export function coveredDesk(view: DeskView, studentId: string, cover: Covered): DeskView {
  const { covers, shownId, hidePosts } = cover;
  if (cover.names === 'shown') return view;
  const post = (each: Post): Post => ({
    ...each,
    authorId: shownId(each.authorId),
    threadAuthorId: shownId(each.threadAuthorId),
    answers: each.answers && { ...each.answers, authorId: shownId(each.answers.authorId) },
    asideWith: each.asideWith && shownId(each.asideWith),
    spaceId: null,
  });
  const { forum, done, at } = view.from;
  const shown: DeskView = {
    ...view,
    posts: view.posts.map((each) => ({
      ...each,
      html: withoutCalls(each.html, cover),
      answers: each.answers && { ...each.answers, html: withoutCalls(each.answers.html, cover) },
    })),
    covered: covers(studentId),
    namesHidden: true,
    section: covers(studentId) ? null : view.section,
    groups: [],
    from: {
      forum: { ...forum, audience: { kind: 'everyone' } },
      done: { ...done, counted: done.counted.map(post) },
      at,
    },
  };
  return covers(studentId) ? hidePosts(shown, postsNamed(view)) : shown;
}

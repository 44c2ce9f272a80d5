import { standingVersion } from '../../core/course/approval';
import { endOf, isLive, isUnsent, type Assignment } from '../../core/course/assignment';
import { accessTo } from '../../core/access/accessTo';
import { mustNotMeet } from '../../core/review/mustNot';
import { takesPart } from '../../core/review/pool';
import { changeCourse } from '../course/change/changeCourse';
import { postsOfForum } from '../course/posts/forumPosts';
import { endAssignments } from '../course/reviews/keepAssignments';
import { newSeed, openReviewBook } from '../course/reviews/reviewBook';
import { forumIn, staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { notFound, Problem, refused, wrongField } from '../refusals/problem';
import { openReviewing } from './reviewing';
import { keepStep } from './steps';

/** Who is given whose post by hand, and what that takes the place of. */
export interface AssignOrder {
  readonly reviewerId: string;
  readonly authorId: string;
  readonly moves: string | null;
  readonly confirmed: boolean;
}

/** An unsent assignment of a forum that staff may end: by a student of theirs. */
function mayEnd(course: InCourse, assignments: readonly Assignment[], id: string, now: number): Assignment {
  const found = assignments.find((each) => each.id === id);
  if (!found || !worksWith(course, found.reviewerId)) throw notFound();
  if (!isLive(found, now))
    throw new Problem(409, 'conflict', 'This assignment has ended meanwhile; look at the list again.');
  if (!isUnsent(found, now))
    throw refused('sent', 'This review was sent already; an assignment is moved or taken back before that.');
  return found;
}

/** Gives a student a post to review by hand, or moves an assignment. (rules §9) */
export async function assignByHand(
  deps: Deps,
  course: InCourse,
  forumId: string,
  assignmentId: string,
  { reviewerId, authorId, moves, confirmed }: AssignOrder,
  now: number,
): Promise<void> {
  const { setup } = course;
  const { card } = forumIn(setup, forumId);
  if (!worksWith(course, reviewerId)) throw notFound();
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    if (card.rules.review === null) throw notFound();
    const known = await trx
      .selectFrom('assignment')
      .selectAll()
      .where('id', '=', assignmentId)
      .executeTakeFirst();
    if (known) {
      if (known.forum_id === forumId && known.reviewer_id === reviewerId && known.author_id === authorId)
        return;
      throw new Problem(409, 'idTaken', 'This id belongs to another assignment.');
    }
    await openReviewBook(trx, setup, forumId);
    const { forum, data, book, reviewers } = await openReviewing(trx, setup, forumId, now);
    const nameOf = (id: string) => setup.names.get(id)?.name ?? '';
    const reviewer = reviewers.get(reviewerId);
    const author = reviewers.get(authorId);
    if (!reviewer || !takesPart(forum, reviewer.student))
      throw wrongField('reviewerId', 'Choose a student of this forum.');
    if (!author || !takesPart(forum, author.student))
      throw wrongField('authorId', 'Choose a student of this forum.');
    if (reviewerId === authorId) throw wrongField('authorId', 'Nobody reviews their own post.');
    if (author.own === null)
      throw wrongField('authorId', `${nameOf(authorId)} has no post yet that can be reviewed.`);
    if (mustNotMeet(book.mustNots)(reviewerId, authorId))
      throw wrongField(
        'authorId',
        `${nameOf(reviewerId)} and ${nameOf(authorId)} must not review one another.`,
      );
    const moved = moves === null ? null : mayEnd(course, book.assignments, moves, now);
    const isThere = book.assignments.some(
      (each) =>
        each.reviewerId === reviewerId &&
        each.authorId === authorId &&
        (isLive(each, now) || each.sent.length > 0) &&
        each.id !== moves,
    );
    if (isThere) throw wrongField('authorId', `${nameOf(reviewerId)} reviews ${nameOf(authorId)} already.`);
    const access = accessTo(data, forum, { kind: 'student', ...reviewer.student }, now);
    if (!confirmed && access.kind === 'student' && access.sealed !== 'none')
      throw new Problem(
        409,
        'sealed',
        `${nameOf(reviewerId)} has not written their own post yet and is still sealed; with this review they read another’s first.`,
      );
    const by = { personId: course.person.id, at: now };
    if (moved) await endAssignments(trx, [moved], 'moved', by);
    const posts = await postsOfForum(trx, setup.id, forumId);
    await trx
      .insertInto('assignment')
      .values({
        id: assignmentId,
        forum_id: forumId,
        reviewer_id: reviewerId,
        author_id: authorId,
        post_id: author.own.post.id,
        post_number: standingVersion(posts.byId.get(author.own.post.id)!, now),
        made_at: now,
        made_by: course.person.id,
        ended_at: null,
        ended_how: null,
        ended_by: null,
        received_at: null,
      })
      .execute();
    await keepStep(change, course, forumId, {
      action: moved ? 'moved' : 'assigned',
      made: assignmentId,
      ended: moved ? [moved.id] : [],
    });
    await change.record(
      moved ? 'review.moved' : 'review.assigned',
      { of: 'review', id: assignmentId },
      {
        before: moved && { reviewerId: moved.reviewerId, authorId: moved.authorId },
        after: { reviewerId, authorId },
      },
    );
    change.concerns([reviewerId, ...(moved ? [moved.reviewerId] : []), ...staffOf(course)]);
  });
  deps.settling.settleAt(setup.id, now, [forumId]);
}

/** Takes back an assignment that is not sent; nothing takes its place. (rules §9) */
export async function withdrawByHand(
  deps: Deps,
  course: InCourse,
  forumId: string,
  assignmentId: string,
  now: number,
): Promise<void> {
  const { setup } = course;
  forumIn(setup, forumId);
  await changeCourse(deps, course, now, async (change) => {
    const { book } = await openReviewing(change.trx, setup, forumId, now);
    const known = book.assignments.find(({ id }) => id === assignmentId);
    if (known && endOf(known, now) === 'withdrawn' && worksWith(course, known.reviewerId)) return;
    const found = mayEnd(course, book.assignments, assignmentId, now);
    await endAssignments(change.trx, [found], 'withdrawn', { personId: course.person.id, at: now });
    await keepStep(change, course, forumId, { action: 'withdrawn', made: null, ended: [found.id] });
    await change.record(
      'review.withdrawn',
      { of: 'review', id: assignmentId },
      { before: { reviewerId: found.reviewerId, authorId: found.authorId } },
    );
    change.concerns([found.reviewerId, ...staffOf(course)]);
  });
  deps.settling.settleAt(setup.id, now, [forumId]);
}

/** Decides anew who reviews whom, with a new seed; all that is unsent ends. Not once a review was sent. (rules §9) */
export async function pairAnew(deps: Deps, course: InCourse, forumId: string, now: number): Promise<void> {
  const { setup } = course;
  forumIn(setup, forumId);
  await changeCourse(deps, course, now, async (change) => {
    const { forum, book } = await openReviewing(change.trx, setup, forumId, now);
    if (forum.review === null || forum.review.pairing === 'byHand')
      throw refused('forumRule', 'Staff assign by hand in this forum; there is nothing to draw.');
    if (book.pairedAt === null) throw refused('notYet', 'Partners have not been drawn yet.');
    if (book.assignments.some(({ sent }) => sent.length > 0))
      throw refused('sent', 'A review was sent already, so partners stay; move single assignments instead.');
    const live = book.assignments.filter((each) => isLive(each, now));
    await endAssignments(change.trx, live, 'pairedAnew', { personId: course.person.id, at: now });
    await change.trx
      .updateTable('review_book')
      .set({ seed: newSeed(), paired_at: null })
      .where('forum_id', '=', forumId)
      .execute();
    await keepStep(change, course, forumId, {
      action: 'pairedAnew',
      made: null,
      ended: live.map(({ id }) => id),
      book,
    });
    await change.record('reviewing.pairedAnew', { of: 'reviewing', forumId });
    change.concerns([...new Set(live.map(({ reviewerId }) => reviewerId)), ...staffOf(course)]);
  });
  deps.settling.settleAt(setup.id, now, [forumId]);
}

/** Says that two people must not review one another, in no forum of the course, or that they may. (rules §9) */
export async function setMustNot(
  deps: Deps,
  course: InCourse,
  {
    oneId,
    otherId,
    mayMeet,
  }: { readonly oneId: string; readonly otherId: string; readonly mayMeet: boolean },
  now: number,
): Promise<void> {
  const { setup } = course;
  for (const [field, id] of [
    ['oneId', oneId],
    ['otherId', otherId],
  ] as const)
    if (!setup.students.has(id)) throw wrongField(field, 'Choose a student of this course.');
  if (oneId === otherId) throw wrongField('otherId', 'Choose two different students.');
  const [one, other] = oneId < otherId ? [oneId, otherId] : [otherId, oneId];
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const pair = { course_id: setup.id, one_id: one, other_id: other };
    if (mayMeet)
      await trx
        .deleteFrom('must_not')
        .where('course_id', '=', setup.id)
        .where('one_id', '=', one)
        .where('other_id', '=', other)
        .execute();
    else
      await trx
        .insertInto('must_not')
        .values({ ...pair, by: course.person.id, at: now })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
    await change.record(
      mayMeet ? 'mustNot.dropped' : 'mustNot.named',
      { of: 'mustNots' },
      { after: [one, other] },
    );
    change.concerns(staffOf(course));
  });
  deps.settling.settleAt(setup.id, now);
}

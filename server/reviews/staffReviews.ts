import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type { getReviewsOf, StaffReview, withholdReview as withholding } from '../../contract/reviewing';
import { standingVersion } from '../../core/course/approval';
import { isReceived, sentAt, withholdingAt, type Assignment } from '../../core/course/assignment';
import { isFar } from '../../core/review/peers';
import { mayReadReview } from '../../core/review/mayReview';
import { asked } from '../../core/terms/asked';
import { isLate } from '../../core/time/dueDate';
import { openForum } from '../course/access/openForum';
import { changeCourse, type Change } from '../course/change/changeCourse';
import { receiveReviews } from '../course/reviews/keepAssignments';
import { forumIn, staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { notFound, refused } from '../refusals/problem';
import { openAssignment } from './openAssignment';
import { distancesOf, openReviewing } from './reviewing';
import { withheldWhy } from './reviewPage';
import { loadAnswers, loadReviews, shownReview } from './sentReviews';

/** The reviews a student wrote in a forum, and those of their post, as staff read them. (rules §9) */
export async function reviewsOf(
  db: Db,
  course: InCourse,
  forumId: string,
  studentId: string,
  now: number,
): Promise<AnswerOf<typeof getReviewsOf>> {
  const { setup } = course;
  if (!worksWith(course, studentId)) throw notFound();
  if (!setup.reviewed.has(forumId)) return { wrote: [], got: [] };
  const opened = await openForum(db, course, forumId, now);
  const { forum, book, reviewers } = await openReviewing(db, setup, forumId, now);
  const seen = book.assignments.filter(
    (each) =>
      (each.reviewerId === studentId || each.authorId === studentId) &&
      mayReadReview(opened.access, each, now),
  );
  const authors = new Set(seen.map(({ authorId }) => authorId));
  const around = book.assignments.filter(({ authorId }) => authors.has(authorId));
  const stored = await loadReviews(
    db,
    around.map(({ id }) => id),
    now,
  );
  const distances = distancesOf(book, stored);
  const answers = await loadAnswers(
    db,
    seen.map(({ id }) => id),
    now,
  );
  const read = (assignments: readonly Assignment[]) =>
    Promise.all(
      assignments.map(async (assignment): Promise<StaffReview> => {
        const review = stored.get(assignment.id)!;
        const { student, terms } = reviewers.get(assignment.reviewerId)!;
        const due = asked(forum, student, terms, setup.groups).reviewsDue;
        const at = sentAt(assignment, now) ?? review.at;
        const post = opened.posts.get(assignment.postId);
        const distance = distances.get(assignment.id) ?? null;
        return {
          ...(await shownReview(db, setup.id, review, false)),
          id: assignment.id,
          reviewer: setup.names.get(assignment.reviewerId)!,
          author: setup.names.get(assignment.authorId)!,
          at,
          number: review.number,
          late: isLate(at, due, forum.graceMinutes),
          received: isReceived(assignment, now),
          withheld: await withheldWhy(db, { assignment }, now),
          changedSince: post !== undefined && standingVersion(post, now) > review.postNumber,
          distance,
          far: isFar(distance),
          answer: answers.get(assignment.id) ?? null,
          filesCovered: 0,
        };
      }),
    );
  return {
    wrote: await read(seen.filter(({ reviewerId }) => reviewerId === studentId)),
    got: await read(seen.filter(({ authorId }) => authorId === studentId)),
  };
}

/** Takes note that a student's reviews count otherwise now. */
function touch(change: Change, course: InCourse, { forumId, reviewerId, authorId }: Assignment): void {
  const { itemId } = forumIn(course.setup, forumId).card;
  if (itemId !== null) change.touches([{ itemId, studentId: reviewerId }]);
  change.concerns([reviewerId, authorId, ...staffOf(course)]);
}

/** Keeps a review from its author, with a reason told to its reviewer, or lets it go. (rules §9) */
export async function withholdReview(
  deps: Deps,
  course: InCourse,
  forumId: string,
  assignmentId: string,
  asked: BodyOf<typeof withholding>,
  now: number,
): Promise<void> {
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const { assignment, opened } = await openAssignment(trx, course, assignmentId, now, forumId);
    const mayRead = mayReadReview(opened.access, assignment, now);
    if (!mayRead || !(worksWith(course, assignment.reviewerId) || worksWith(course, assignment.authorId)))
      throw notFound();
    const standing = withholdingAt(assignment, now);
    if (!asked.withheld) {
      if (standing === null) return;
      await trx
        .updateTable('withholding')
        .set({ to: now, lifted_by: course.person.id })
        .where('assignment_id', '=', assignmentId)
        .where('from', '=', standing.from)
        .execute();
      await change.record('review.letGo', { of: 'review', id: assignmentId });
    } else {
      if (standing !== null)
        throw refused('withheld', 'This review is kept from its author already; let it go first.');
      await trx
        .insertInto('withholding')
        .values({
          assignment_id: assignmentId,
          from: now,
          to: null,
          fills: asked.fills ? 1 : 0,
          reason: asked.reason,
          by: course.person.id,
          lifted_by: null,
        })
        .execute();
      await change.record(
        'review.withheld',
        { of: 'review', id: assignmentId },
        { after: { fills: asked.fills }, why: asked.reason },
      );
    }
    touch(change, course, assignment);
  });
  deps.settling.settleAt(course.setup.id, now, [forumId]);
}

/** Hands the reviews that were sent and are not withheld over to their authors, where staff decide when. (rules §9) */
export function handOver(deps: Deps, course: InCourse, forumId: string, now: number): Promise<number> {
  return changeCourse(deps, course, now, async (change) => {
    const { book } = await openReviewing(change.trx, course.setup, forumId, now);
    const ready = book.assignments.filter(
      (each) =>
        each.receivedAt === null &&
        sentAt(each, now) !== null &&
        withholdingAt(each, now) === null &&
        worksWith(course, each.authorId),
    );
    await receiveReviews(change.trx, ready, now);
    if (ready.length > 0)
      await change.record('reviewing.handedOver', { of: 'reviewing', forumId }, { after: ready.length });
    for (const each of ready) touch(change, course, each);
    return ready.length;
  });
}

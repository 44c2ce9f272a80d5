import type { AnswerOf } from '../../contract/endpoint';
import type { getReceived, ReceivedReview } from '../../contract/reviews';
import { mayDo } from '../../core/access/mayDo';
import { newestVersion, standingVersion } from '../../core/course/approval';
import { isReceived } from '../../core/course/assignment';
import { initialPostOf } from '../../core/participation/initialPost';
import { mayReadReview } from '../../core/review/mayReview';
import { reviewerLetters } from '../../core/review/reviewerLetters';
import type { RichNode } from '../../core/text/richText';
import { openForumQuietly } from '../course/access/openForum';
import { changeCourse } from '../course/change/changeCourse';
import { loadAssignments } from '../course/reviews/loadAssignments';
import { loadReviewBook } from '../course/reviews/reviewBook';
import { forumIn, staffOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { htmlForReader, struckIn } from '../discuss/quotes';
import type { Deps } from '../feature/deps';
import { notFound, refused, wrongField } from '../refusals/problem';
import { storedText } from '../text/toHtml';
import { openAssignment } from './openAssignment';
import { hidesReviewer } from './reviewedText';
import { loadAnswers, loadReviews, shownReview } from './sentReviews';

/** One's own initial post as it stands, to look at beside what others wrote about it. */
async function ownPost(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<AnswerOf<typeof getReceived>['post']> {
  const opened = await openForumQuietly(db, course, forumId, now);
  const { forum, access, data } = opened;
  if (access.kind !== 'student') return null;
  const { person } = course;
  const post = initialPostOf(data.postsBy(forumId, person.id), access.terms.numbers.initialMinWords, now);
  const place = post && opened.placed.get(post.id);
  if (!post || !place) return null;
  const row = await db
    .selectFrom('revision')
    .select('html')
    .where('post_id', '=', post.id)
    .where('number', '=', newestVersion(post, now))
    .executeTakeFirstOrThrow();
  const answered = opened.answered.has(post.id);
  return {
    id: post.id,
    html: htmlForReader(row.html, post.id, course, opened, await struckIn(db, [post.id]), now),
    mayEdit: mayDo(forum, access, { do: 'edit', place, post, answered }, now).yes,
  };
}

/** What a student has received about their post: who wrote it only where that is shown, and never when. (rules §9) */
export async function receivedReviews(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<AnswerOf<typeof getReceived>> {
  const { setup, person } = course;
  const { card } = forumIn(setup, forumId);
  const opened = await openForumQuietly(db, course, forumId, now);
  const all = (await loadAssignments(db, setup, { forumId })).filter(
    ({ authorId }) => authorId === person.id,
  );
  const got = all.filter((each) => mayReadReview(opened.access, each, now) && isReceived(each, now));
  // Where nothing was received, nothing says whether anybody reviews at all.
  if (got.length === 0 && opened.access.kind === 'student' && opened.access.phase === 'absent')
    throw notFound();
  const ids = got.map(({ id }) => id);
  const stored = await loadReviews(db, ids, now);
  const answers = await loadAnswers(db, ids, now);
  const isHidden = hidesReviewer({ card });
  const book = isHidden && got.length > 0 ? await loadReviewBook(db, setup, forumId) : null;
  const letters = book === null ? new Map<string, string>() : reviewerLetters(forumId, book.seed, all);
  const reviews: ReceivedReview[] = [];
  for (const each of got) {
    const review = stored.get(each.id);
    if (!review) continue;
    const post = opened.posts.get(each.postId);
    reviews.push({
      ...(await shownReview(db, setup.id, review, isHidden)),
      id: each.id,
      by: isHidden
        ? `Reviewer ${letters.get(each.id) ?? ''}`
        : (setup.names.get(each.reviewerId)?.name ?? ''),
      changedSince: post !== undefined && standingVersion(post, now) > review.postNumber,
      answer: answers.get(each.id) ?? null,
    });
  }
  // In the order of their letters or names: never in that of what was assigned.
  const order = (by: string) => [by.length, by] as const;
  reviews.sort((one, other) => {
    const [a, b] = [order(one.by), order(other.by)];
    return isHidden && a[0] !== b[0] ? a[0] - b[0] : one.by < other.by ? -1 : 1;
  });
  return {
    forum: { id: forumId, title: card.title },
    post: await ownPost(db, course, forumId, now),
    response: card.rules.review?.response ?? false,
    reviews,
  };
}

/** Answers a review of one's own post, once; its reviewer and staff read it. (rules §9) */
export async function answerReview(
  deps: Deps,
  course: InCourse,
  assignmentId: string,
  doc: RichNode,
  now: number,
): Promise<void> {
  const text = storedText(doc);
  if (text.words === 0) throw wrongField('doc', 'Write something first.');
  if (text.files.length > 0) throw wrongField('doc', 'An answer to a review holds words alone.');
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const { assignment, opened, card } = await openAssignment(trx, course, assignmentId, now);
    const mayRead =
      assignment.authorId === course.person.id &&
      isReceived(assignment, now) &&
      mayReadReview(opened.access, assignment, now);
    if (!mayRead) throw notFound();
    if (!card.rules.review?.response)
      throw refused('forumRule', 'This forum does not ask authors to answer their reviews.');
    if (opened.forum.frozen)
      throw refused('frozen', 'Staff have frozen this forum; nothing can be written here now.');
    const known = await trx
      .selectFrom('review_response')
      .select('doc')
      .where('assignment_id', '=', assignmentId)
      .executeTakeFirst();
    if (known) {
      if (known.doc === text.doc) return;
      throw refused('answered', 'You have answered this review already; a review is answered once.');
    }
    await trx
      .insertInto('review_response')
      .values({ assignment_id: assignmentId, at: now, doc: text.doc, html: text.html, words: text.words })
      .execute();
    change.concerns([course.person.id, assignment.reviewerId, ...staffOf(course)]);
  });
}

import type { Reviewing } from '../../contract/reviewing';
import { accessTo } from '../../core/access/accessTo';
import { endOf, isLive, isMadeBy, isReceived, sentAt, withholdingAt } from '../../core/course/assignment';
import type { CourseData } from '../../core/course/courseData';
import type { Forum } from '../../core/course/forum';
import { NO_BOOK, type ReviewBook } from '../../core/review/book';
import { mustNotMeet } from '../../core/review/mustNot';
import { distanceFromOthers, isFar } from '../../core/review/peers';
import { reviewersOf, takesPart, type Reviewer } from '../../core/review/pool';
import { pairUp, planUnits } from '../../core/review/pairUp';
import { topUp } from '../../core/review/topUp';
import { whyShort } from '../../core/review/whyShort';
import { pairingAt } from '../../core/terms/pairingAt';
import { asked } from '../../core/terms/asked';
import { CLASS_SPACE } from '../../core/terms/space';
import { isLate } from '../../core/time/dueDate';
import { forumData } from '../course/facts/forumData';
import { loadReviewBook } from '../course/reviews/reviewBook';
import { loadScores } from '../course/scores/loadScores';
import type { CourseSetup } from '../course/setup/courseCache';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import { lastStepOf } from './lastStep';
import { loadAnswers, loadReviews, type StoredReview } from './sentReviews';

/** A forum whose reviews staff look at, with everything the rules ask for. */
export interface OpenReviewing {
  readonly forum: Forum;
  readonly data: CourseData;
  readonly book: ReviewBook;
  readonly reviewers: ReadonlyMap<string, Reviewer>;
}

/** Opens the reviewing of a forum; 404 where its students do not review one another and never have. */
export async function openReviewing(
  db: Db,
  setup: CourseSetup,
  forumId: string,
  now: number,
): Promise<OpenReviewing> {
  const { forum, card } = forumIn(setup, forumId);
  if (!setup.reviewed.has(forumId)) throw notFound();
  const scores = await loadScores(db, setup, { itemId: card.itemId });
  const data = await forumData(db, setup, forumId, new Map(scores.map((each) => [each.studentId, each])));
  const book = (await loadReviewBook(db, setup, forumId)) ?? NO_BOOK;
  return { forum, data, book, reviewers: reviewersOf(data, forum, now) };
}

/** How far each review stands from the others of its post, by assignment. */
export function distancesOf(
  book: Pick<ReviewBook, 'assignments'>,
  stored: ReadonlyMap<string, StoredReview>,
): Map<string, number | null> {
  const byPost = new Map<string, StoredReview[]>();
  for (const { id, authorId } of book.assignments) {
    const review = stored.get(id);
    if (review) byPost.set(authorId, [...(byPost.get(authorId) ?? []), review]);
  }
  const distances = new Map<string, number | null>();
  for (const reviews of byPost.values())
    for (const review of reviews) {
      const others = reviews.filter((each) => each !== review).map(({ content }) => content);
      distances.set(review.assignmentId, distanceFromOthers(review.guide, review.content, others));
    }
  return distances;
}

/** Whom it would be, were it decided now. */
function previewOf({ forum, data, book, reviewers }: OpenReviewing, now: number): Reviewing['preview'] {
  const { review } = forum;
  if (review === null || review.pairing === 'byHand' || book.pairedAt !== null) return null;
  const mayNotMeet = mustNotMeet(book.mustNots);
  const live = book.assignments.filter((each) => isLive(each, now));
  const given = pairUp(forum, review.pairing, book, live, reviewers, mayNotMeet, now);
  const more = topUp(data, forum, {
    assignments: book.assignments,
    live,
    given,
    reviewers,
    mayNotMeet,
    pairedAt: null,
    t: now,
  });
  return [...given, ...more].map(({ reviewerId, authorId }) => ({ reviewerId, authorId }));
}

/** The people of each unit in the order of its ring. */
function unitsInOrder(
  { forum, book, reviewers }: OpenReviewing,
  setup: CourseSetup,
  now: number,
): Reviewing['units'] {
  const titleOf = (id: string) =>
    id === CLASS_SPACE
      ? 'The class'
      : (setup.groups.get(id)?.title ?? setup.sections.find((section) => section.id === id)?.title ?? '');
  const pairing = forum.review?.pairing === 'twoByTwo' ? 'twoByTwo' : 'round';
  const planned = planUnits(forum, pairing, book, [], reviewers, mustNotMeet(book.mustNots), now);
  return planned.map(({ id, order }) => ({ id, title: titleOf(id), order: [...order] }));
}

/** Who reviews whom in a forum, and who is short of reviews: of an assistant's students, and whoever they review or are reviewed by. */
export async function reviewingView(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<Reviewing> {
  const { setup } = course;
  const { card } = forumIn(setup, forumId);
  const open = await openReviewing(db, setup, forumId, now);
  const { forum, data, book, reviewers } = open;
  const settings = card.rules.review;
  if (settings === null) throw notFound();
  const isFor = (id: string) => worksWith(course, id);
  const made = book.assignments.filter(
    (each) => isMadeBy(each, now) && (isFor(each.reviewerId) || isFor(each.authorId)),
  );
  const seen = made.filter((each) => endOf(each, now) !== 'pairedAnew');
  const ids = made.map(({ id }) => id);
  const stored = await loadReviews(db, ids, now);
  const answers = await loadAnswers(db, ids, now);
  const distances = distancesOf(book, stored);
  const shown = new Set(seen.flatMap(({ reviewerId, authorId }) => [reviewerId, authorId]));
  const preview = previewOf(open, now);
  for (const { reviewerId, authorId } of preview ?? [])
    if (isFor(reviewerId) || isFor(authorId)) shown.add(reviewerId).add(authorId);
  const people = [...reviewers.values()].filter(
    ({ student }) => takesPart(forum, student) && (isFor(student.id) || shown.has(student.id)),
  );
  return {
    title: card.title,
    settings,
    number: forum.required.reviews,
    due: forum.schedule.reviewsDue,
    pairsAt: pairingAt(forum),
    pairedAt: book.pairedAt !== null && book.pairedAt <= now ? book.pairedAt : null,
    mayPairAnew:
      course.member.role === 'instructor' &&
      book.pairedAt !== null &&
      settings.pairing !== 'byHand' &&
      !book.assignments.some(({ sent }) => sent.length > 0),
    people: people.map(({ student, own, number }) => {
      const access = accessTo(data, forum, { kind: 'student', ...student }, now);
      return {
        person: setup.names.get(student.id)!,
        unit: own?.unitId ?? '',
        hasPost: own !== null,
        number,
        sealed: access.kind === 'student' && access.sealed !== 'none',
      };
    }),
    units: unitsInOrder(open, setup, now).filter(({ order }) =>
      order.some((id) => shown.has(id) || isFor(id)),
    ),
    assignments: seen.map((each) => {
      const end = endOf(each, now);
      const at = sentAt(each, now);
      const reviewer = setup.students.get(each.reviewerId);
      const terms = reviewers.get(each.reviewerId)?.terms;
      const due = reviewer && terms ? asked(forum, reviewer, terms, setup.groups).reviewsDue : null;
      const distance = distances.get(each.id) ?? null;
      return {
        id: each.id,
        reviewerId: each.reviewerId,
        authorId: each.authorId,
        madeAt: each.madeAt,
        byHand: each.byHand,
        state:
          end !== null && end !== 'pairedAnew'
            ? end
            : withholdingAt(each, now) !== null
              ? 'withheld'
              : isReceived(each, now)
                ? 'received'
                : at !== null
                  ? 'sent'
                  : 'toWrite',
        sentAt: at,
        endedAt: each.ended?.at ?? null,
        late: isLate(at ?? now, due, forum.graceMinutes) && end === null,
        distance,
        far: isFar(distance),
        answered: answers.has(each.id),
      };
    }),
    preview: preview?.filter(({ reviewerId, authorId }) => isFor(reviewerId) || isFor(authorId)) ?? null,
    short: whyShort(data, forum, book, now)
      .filter(({ studentId }) => isFor(studentId))
      .map((each) => ({ ...each })),
    mustNots: book.mustNots
      .filter(([one, other]) => isFor(one) && isFor(other))
      .map(([one, other]) => [one, other]),
    lastStep: await lastStepOf(db, course, forumId, book, now),
  };
}

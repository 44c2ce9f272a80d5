import type { ReviewPage } from '../../contract/reviews';
import type { StudentAccess } from '../../core/access/accessTo';
import { withholdingAt } from '../../core/course/assignment';
import { whyNoReview } from '../../core/review/mayReview';
import { askedOf } from '../../core/terms/asked';
import { loadAssignments } from '../course/reviews/loadAssignments';
import type { InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import { openAssignment, type OpenAssignment } from './openAssignment';
import { reviewedText, versionsForReviewer } from './reviewedText';
import { reviewLine, shownTo } from './reviewLines';
import { loadAnswers, loadReviews, shownReview } from './sentReviews';

/** A student's own assignment; 404 for everybody else's, and while its forum is not there for them. */
export async function ownAssignment(
  db: Db,
  course: InCourse,
  assignmentId: string,
  now: number,
): Promise<OpenAssignment & { readonly access: StudentAccess }> {
  const at = await openAssignment(db, course, assignmentId, now);
  const { access } = at.opened;
  if (access.kind !== 'student' || at.assignment.reviewerId !== course.person.id) throw notFound();
  const wasSent = at.assignment.sent.some((when) => when <= now);
  // One's own review stays readable in every phase, as one's own posts do.
  if (wasSent ? !access.ownPosts : access.phase === 'absent') throw notFound();
  return { ...at, access };
}

/** The reason told to the reviewer for keeping a review from its author. */
export async function withheldWhy(
  db: Db,
  at: Pick<OpenAssignment, 'assignment'>,
  now: number,
): Promise<ReviewPage['withheld']> {
  const standing = withholdingAt(at.assignment, now);
  if (standing === null) return null;
  const { reason } = await db
    .selectFrom('withholding')
    .select('reason')
    .where('assignment_id', '=', at.assignment.id)
    .where('from', '=', standing.from)
    .executeTakeFirstOrThrow();
  return { reason, fills: standing.fills };
}

/** The page on which a student writes a review: the post beside what was typed and sent. */
export async function reviewPage(
  db: Db,
  course: InCourse,
  assignmentId: string,
  now: number,
): Promise<ReviewPage> {
  const at = await ownAssignment(db, course, assignmentId, now);
  const { assignment, opened, card, access } = at;
  const { forum } = opened;
  const settings = card.rules.review;
  const [stands, was] = versionsForReviewer(at, now);
  const student = course.setup.students.get(course.person.id)!;
  const mine = shownTo(
    await loadAssignments(db, course.setup, { forumId: forum.id, reviewerId: course.person.id }),
    course.person.id,
    now,
  );
  const draft = course.vantage
    ? undefined
    : await db
        .selectFrom('review_draft')
        .selectAll()
        .where('assignment_id', '=', assignment.id)
        .executeTakeFirst();
  const sent = (await loadReviews(db, [assignment.id], now)).get(assignment.id);
  const answer = (await loadAnswers(db, [assignment.id], now)).get(assignment.id) ?? null;
  const line = reviewLine(
    assignment,
    {
      course,
      forum,
      access,
      due: askedOf(opened.data, forum, student, access.terms, now).reviewsDue,
      draftWords: draft?.words ?? null,
      answered: answer !== null,
      number: Math.max(1, mine.findIndex(({ id }) => id === assignment.id) + 1),
    },
    now,
  );
  return {
    line,
    promptHtml: card.promptHtml,
    guide: settings?.guide ?? null,
    minWords: settings?.minWords ?? 0,
    names: settings?.names ?? 'shown',
    received: settings?.received ?? 'atReviewsDate',
    response: settings?.response ?? false,
    why: course.vantage ? { code: 'ended' } : whyNoReview(forum, access, assignment, at.place, now),
    post: stands === undefined ? null : await reviewedText(db, course, at, stands, now),
    was: was === undefined ? null : await reviewedText(db, course, at, was, now),
    postNumber: stands ?? null,
    draft: draft ? { content: fromJson(draft.content), words: draft.words, savedAt: draft.saved_at } : null,
    sent: sent
      ? { ...(await shownReview(db, course.setup.id, sent, false)), at: sent.at, number: sent.number }
      : null,
    withheld: await withheldWhy(db, at, now),
    answer,
  };
}

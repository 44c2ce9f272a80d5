import type { AnswerOf } from '../../contract/endpoint';
import type { listReviews, ReviewLine } from '../../contract/reviews';
import type { StudentAccess } from '../../core/access/accessTo';
import { accessTo } from '../../core/access/accessTo';
import {
  isLive,
  isMadeBy,
  isReceived,
  sentAt,
  withholdingAt,
  type Assignment,
} from '../../core/course/assignment';
import type { Forum } from '../../core/course/forum';
import { askedOf } from '../../core/terms/asked';
import { reviewingClosesAt } from '../../core/terms/reviewsDate';
import { isLate } from '../../core/time/dueDate';
import { courseData } from '../course/facts/courseData';
import { loadAssignments } from '../course/reviews/loadAssignments';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { loadAnswers } from './sentReviews';

/** How a review stands for whoever writes it. */
export function stateOf(assignment: Assignment, now: number): ReviewLine['state'] {
  if (withholdingAt(assignment, now) !== null) return 'withheld';
  if (isReceived(assignment, now)) return 'received';
  if (sentAt(assignment, now) !== null) return 'sent';
  return isLive(assignment, now) ? 'toWrite' : 'ended';
}

/** What is said of a review in a list. */
export interface LineFacts {
  readonly course: InCourse;
  readonly forum: Forum;
  readonly access: StudentAccess;
  readonly due: number | null;
  readonly draftWords: number | null;
  readonly answered: boolean;
  /** Its place among those of its writer in the forum, from 1. */
  readonly number: number;
}

/** A review that a student writes, as a line. */
export function reviewLine(assignment: Assignment, about: LineFacts, now: number): ReviewLine {
  const { course, forum, access, due, draftWords, answered, number } = about;
  const { card } = forumIn(course.setup, forum.id);
  const state = stateOf(assignment, now);
  const isHidden = card.rules.review?.names === 'bothHidden';
  return {
    id: assignment.id,
    forum: { id: forum.id, title: card.title },
    number,
    author: isHidden ? null : (course.setup.names.get(assignment.authorId)?.name ?? null),
    due,
    overdue: sentAt(assignment, now) === null && isLate(now, due, forum.graceMinutes),
    closes: reviewingClosesAt(forum, access.terms),
    state,
    draftWords,
    answered,
  };
}

/** A student's assignments in one forum, in the order in which they were given, without those that ended unsent. */
export const shownTo = (assignments: readonly Assignment[], reviewerId: string, now: number): Assignment[] =>
  assignments.filter(
    (each) =>
      each.reviewerId === reviewerId &&
      isMadeBy(each, now) &&
      (isLive(each, now) || each.sent.some((at) => at <= now)),
  );

/** The reviews a student writes, in all forums, and where they received some. */
export async function reviewsOfStudent(
  db: Db,
  course: InCourse,
  now: number,
): Promise<AnswerOf<typeof listReviews>> {
  const { setup, person } = course;
  if (setup.reviewed.size === 0) return { write: [], received: [] };
  const data = await courseData(db, setup, { authorId: person.id });
  const all = await loadAssignments(db, setup, { personId: person.id });
  const mine = all.filter(({ reviewerId }) => reviewerId === person.id);
  const drafts = new Map(
    course.vantage || mine.length === 0
      ? []
      : (
          await db
            .selectFrom('review_draft')
            .select(['assignment_id', 'words'])
            .where(
              'assignment_id',
              'in',
              mine.map(({ id }) => id),
            )
            .execute()
        ).map(({ assignment_id, words }) => [assignment_id, words] as const),
  );
  const got = all.filter((each) => each.authorId === person.id && isReceived(each, now));
  const answers = await loadAnswers(
    db,
    [...mine, ...got].map(({ id }) => id),
    now,
  );
  const write: ReviewLine[] = [];
  const received: AnswerOf<typeof listReviews>['received'] = [];
  for (const forumId of setup.reviewed) {
    const forum = setup.forums.get(forumId);
    if (!forum) continue;
    const access = accessTo(data, forum, person, now) as StudentAccess;
    const { card } = forumIn(setup, forumId);
    const title = { id: forumId, title: card.title };
    const student = setup.students.get(person.id)!;
    const due = askedOf(data, forum, student, access.terms, now).reviewsDue;
    if (access.phase !== 'absent')
      shownTo(
        mine.filter((each) => each.forumId === forumId),
        person.id,
        now,
      ).forEach((each, index) =>
        write.push(
          reviewLine(
            each,
            {
              course,
              forum,
              access,
              due,
              draftWords: drafts.get(each.id) ?? null,
              answered: answers.has(each.id),
              number: index + 1,
            },
            now,
          ),
        ),
      );
    const here = got.filter((each) => each.forumId === forumId);
    if (here.length > 0 && access.ownPosts)
      received.push({
        forum: title,
        count: here.length,
        unanswered: card.rules.review?.response ? here.filter(({ id }) => !answers.has(id)).length : 0,
      });
  }
  return { write, received };
}

import { fromJson } from '../db/json';
import { storedScore } from '../course/scores/storedScore';
import { deskReading, isSecond, ownReading, readingsFor } from '../course/scores/readings';
import { looksAt, shownLook } from './secondLooks';
import type { DeskView } from '../../contract/evaluate';
import { deskPosts } from './deskPosts';
import { filesOf } from './scoreFiles';
import { docketState } from '../../core/participation/docketState';
import { participationOf } from '../../core/participation/participationOf';
import type { Post } from '../../core/course/post';
import { NO_DECISIONS, suggest } from '../../core/scoring/suggest';
import type { Kysely } from 'kysely';
import type { Database } from '../db/schema';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import { openForumQuietly } from '../course/access/openForum';
import { courseData } from '../course/facts/courseData';
import { notFound } from '../refusals/problem';

/** One student's contribution to a forum, with what is suggested and what is decided. */
export async function desk(
  db: Kysely<Database>,
  course: InCourse,
  forumId: string,
  studentId: string,
  now: number,
): Promise<DeskView> {
  const { setup } = course;
  const { forum, card } = forumIn(setup, forumId);
  const student = setup.students.get(studentId);
  if (forum.evaluation === null || !student || !worksWith(course, studentId)) throw notFound();
  const data = await courseData(db, setup, { forumId, authorId: studentId });
  const opened = await openForumQuietly(db, course, forumId, now);
  const own = data.postsBy(forumId, studentId);
  const part = participationOf(data, forum, student, now);
  const stored = await storedScore(db, card.itemId, studentId);
  const readings = forum.evaluation.secondReading ? await readingsFor(db, card.itemId, studentId) : null;
  // Who reads second is not to know what the first has given: they have a sheet of their own.
  const second =
    readings !== null && isSecond(readings, course.person.id) ? ownReading(readings, course.person.id) : null;
  const decisions = second?.decisions ?? (stored ? fromJson(stored.decisions) : NO_DECISIONS);
  const posts = await deskPosts(db, course, opened, {
    own,
    part,
    studentId,
    since: second === null && stored?.points != null ? stored.given_at : null,
    now,
  });
  const section = setup.sections.find(({ id }) => id === student.sectionId);
  const { dates, numbers } = part.terms;
  return {
    student: setup.names.get(studentId)!,
    covered: false,
    namesHidden: false,
    section: section?.title ?? null,
    groups: student.groupIds.flatMap((id) => {
      const group = setup.groups.get(id);
      const isOfPlan = forum.groupPlanId === null || group?.planId === forum.groupPlanId;
      return group && isOfPlan ? [{ id, title: group.title }] : [];
    }),
    forum: {
      id: forumId,
      title: card.title,
      maximum: forum.evaluation.maximum,
      aboveMaximum: forum.evaluation.aboveMaximum,
      parts: [...forum.evaluation.parts],
    },
    state: docketState(forum, part, own, data.scoreOf(forumId, studentId, now), now),
    notAsked: part.notAsked,
    dates: {
      postingFrom: dates.postingFrom,
      postingUntil: dates.postingUntil,
      initialDue: part.initialDue,
      repliesDue: part.repliesDue,
      reviewsDue: part.reviewsDue,
    },
    required: numbers,
    slots: [...part.slots],
    posts,
    suggestion: suggest(forum, part, decisions, now),
    from: {
      // Whose dates differ is nothing that scoring asks.
      forum: { ...forum, ownTerms: [] },
      done: { notAsked: part.notAsked, slots: part.slots, counted: part.counted.map(byItself) },
      at: now,
    },
    reading: readings && deskReading(course, readings),
    looks:
      second !== null
        ? []
        : (
            await looksAt(db, { itemIds: card.itemId === null ? [] : [card.itemId], studentId }, setup.names)
          ).map(shownLook),
    score: second
      ? { ...NOT_GIVEN, ...second }
      : {
          version: stored?.version ?? 0,
          decisions,
          remark: stored?.remark ? fromJson(stored.remark) : null,
          passages: stored ? [...fromJson(stored.passages)] : [],
          files: await filesOf(db, stored ? fromJson(stored.files) : []),
          points: stored?.points ?? null,
          lines: stored ? [...fromJson(stored.lines)] : [],
          givenAt: stored?.given_at ?? null,
          givenBy: stored?.given_by ? (setup.names.get(stored.given_by)?.name ?? null) : null,
          releasedAt: stored?.released_at ?? null,
          excused: stored?.excused === 1,
        },
  };
}

/** A sheet on which nothing is given yet. */
const NOT_GIVEN = {
  remark: null,
  passages: [],
  files: [],
  points: null,
  lines: [],
  givenAt: null,
  givenBy: null,
  releasedAt: null,
  excused: false,
};

/** A post without its place in the conversation. Scoring asks whom it answers, which is kept in `answers`, and never which post. */
function byItself(post: Post): Post {
  return { ...post, parentId: null, threadId: post.id };
}

import type { Forum } from '../../core/course/forum';
import type { Student } from '../../core/course/roster';
import type { LocalTime } from '../../core/insight/localTime';
import { rhythmIn, type ForumRhythm } from '../../core/insight/rhythm';
import { activityIn, type ForumActivity } from '../../core/insight/silence';
import { answersIn, type ForumAnswers } from '../../core/insight/talk';
import { writingIn, type ForumWriting } from '../../core/insight/writing';
import { lastChange } from '../course/posts/forumPosts';
import { whatIsRead } from '../course/access/whatIsRead';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { writtenIn } from './writtenPosts';

/** What is counted of one forum. */
export interface ForumCounts {
  readonly activity: ForumActivity;
  readonly answers: ForumAnswers;
  readonly rhythm: ForumRhythm;
  readonly writing: ForumWriting;
  /** Who has a post there that stands, and who has written anything at all. */
  readonly standing: ReadonlySet<string>;
  readonly authors: ReadonlySet<string>;
}

interface Kept {
  /** What they were counted from: the posts by the number of their last change, the students, the forum's settings. */
  readonly from: string;
  readonly counts: ForumCounts;
}

/** Counts of the forums that were asked for last, of whole classes; a thread that answers Insight keeps them while it runs. */
const keptOf = new WeakMap<Db, Map<string, Kept>>();
/** So many forums are kept. */
const MOST_KEPT = 400;

/** What of the students bears on what is counted: who they are, and what their dates follow from. */
const signOf = (students: readonly Student[]): string =>
  students
    .map(({ id, sectionId, groupIds, accommodationMinutes, enrolledFrom }) =>
      [id, sectionId, groupIds.join('+'), accommodationMinutes, enrolledFrom].join(),
    )
    .join(';');

/**
 * A way to count the forums of a course, for some students. What is counted is kept as long as nothing it was counted from changes, so that
 * only forums in which something happened are read again.
 */
export function counting(
  db: Db,
  course: InCourse,
  students: readonly Student[],
  localTime: (at: number) => LocalTime,
  now: number,
): (forum: Forum) => Promise<ForumCounts> {
  const { setup } = course;
  const own = new Set(students.map(({ id }) => id));
  const kept = keptOf.get(db) ?? new Map<string, Kept>();
  keptOf.set(db, kept);
  const sign = signOf(students);
  // What is kept was counted as whoever works with the whole course reads it, and is given to nobody else.
  const isWhole =
    course.member.sections === 'all' &&
    students.length === [...setup.students.values()].filter(({ removed }) => !removed).length;
  return async (forum) => {
    const from = `${await lastChange(db, forum.id)} ${setup.cards.get(forum.id)!.version} ${setup.zone} ${sign}`;
    const known = isWhole ? kept.get(forum.id) : undefined;
    if (known?.from === from) return known.counts;
    const { posts: all, authors } = await writtenIn(db, setup, forum);
    const mayKnow = await whatIsRead(db, course, forum.id, now);
    const posts = all.filter(({ id, authorId, byStaff }) => (byStaff || own.has(authorId)) && mayKnow(id));
    const counts: ForumCounts = {
      activity: activityIn(posts, localTime),
      answers: answersIn(posts),
      rhythm: rhythmIn(posts, localTime),
      writing: writingIn(posts, localTime),
      standing: new Set(all.map(({ authorId }) => authorId)),
      authors,
    };
    if (isWhole) {
      kept.delete(forum.id);
      kept.set(forum.id, { from, counts });
      if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
    }
    return counts;
  };
}

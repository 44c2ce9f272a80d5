import { accessTo } from '../access/accessTo';
import { mayRead, postsInPlace } from '../access/mayRead';
import { sealLiftsAt } from '../access/seal';
import { versionRead } from '../access/versionRead';
import type { CourseData } from '../course/courseData';
import type { Id } from '../course/id';
import { DATE_NAMES } from '../course/forum';
import type { Post } from '../course/post';
import { readsAsReviewer } from '../review/mayReview';
import { resolveTerms } from '../terms/resolveTerms';
import type { Instant } from '../time/instant';
import { endsAt, startsAt } from '../time/minute';

/** What is asked: whether a student could read a version of somebody's post at any moment in some time. */
export interface CouldReadAsked {
  readonly studentId: Id;
  /** The post with everything above it. */
  readonly line: readonly Post[];
  readonly postId: Id;
  /** From 1. */
  readonly number: number;
  /** Before this instant, UTC ms: what the student writes then opens nothing before. */
  readonly before: Instant;
}

/** Everything that has happened to a post. */
function eventsOf(post: Post): Instant[] {
  return [
    ...post.revisions.map(({ at }) => at),
    ...[...post.removals, ...(post.freezes ?? [])].flatMap(({ from, to }) =>
      to === null ? [from] : [from, to],
    ),
    ...post.approvals.map(({ at }) => at),
  ];
}

/**
 * Whether a student could read a version of a post at some moment before an instant: under the seal and all else that decides it (rules
 * §4), or as its reviewer (rules §9). It is looked at each moment at which that can have changed.
 *
 * @param courseAt the course as it stood at an instant, with the student's own posts in it
 * @param changes when settings, roster or groups changed, in any order
 * @example couldRead(() => course, [], { studentId: 'bram', line: [post], postId: post.id, number: 1, before: t })
 */
export function couldRead(
  courseAt: (t: Instant) => CourseData,
  changes: readonly Instant[],
  { studentId, line, postId, number, before }: CouldReadAsked,
): boolean {
  const post = line.find(({ id }) => id === postId)!;
  const since = post.revisions[number - 1]!.at;
  const reads = (t: Instant): boolean => {
    const course = courseAt(t);
    const forum = course.forums.get(post.forumId);
    const student = course.students.get(studentId);
    if (!forum || !student) return false;
    const access = accessTo(course, forum, { kind: 'student', ...student }, t);
    const place = postsInPlace(line, t).find(({ id }) => id === postId);
    if (access.kind !== 'student' || !place || place.removed) return false;
    if (versionRead(access, post, t) !== number) return false;
    return (
      mayRead(access, place).yes ||
      course
        .reviewsBy(post.forumId, studentId)
        .some((each) => each.postId === postId && readsAsReviewer(access, each, place, t))
    );
  };
  const now = courseAt(before - 1);
  const moments = new Set([since, before - 1, ...changes, ...line.flatMap(eventsOf)]);
  const first = now.forums.get(post.forumId)?.prerequisites.map(({ forumId }) => forumId) ?? [];
  for (const forumId of [post.forumId, ...first]) {
    for (const own of now.postsBy(forumId, studentId)) for (const at of eventsOf(own)) moments.add(at);
    for (const { madeAt, sent } of now.reviewsBy(forumId, studentId))
      for (const at of [madeAt, ...sent]) moments.add(at);
    for (const at of datesOf(now, forumId, studentId)) moments.add(at);
  }
  return [...moments].filter((at) => at >= since && at < before).some(reads);
}

/** When the clock alone may open a forum to a student, or close it. */
function datesOf(course: CourseData, forumId: Id, studentId: Id): Instant[] {
  const forum = course.forums.get(forumId);
  const student = course.students.get(studentId);
  if (!forum || !student) return [];
  const terms = resolveTerms(forum, student);
  const lifts = sealLiftsAt(forum, terms);
  return [
    ...(lifts === null ? [] : [lifts]),
    ...DATE_NAMES.flatMap((name) => {
      const at = terms.dates[name];
      return at === null ? [] : [startsAt(at), endsAt(at)];
    }),
  ];
}

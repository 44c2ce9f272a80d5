import { holdOf } from '../course/hold';
import { spaceOf } from '../terms/space';
import { standingVersion } from '../course/approval';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import type { Instant } from '../time/instant';
import { participationOf } from './participationOf';
import { isOfPost, requirements } from './requirements/requirements';
import type { Slot } from './slot';
import { usesOf, type UnusedReason } from './usesOf';

/** A post that is being written. */
export type Planned =
  | { readonly kind: 'open'; readonly questionId: Id | null }
  | { readonly kind: 'answer'; readonly to: Post }
  | { readonly kind: 'edit'; readonly post: Post };

/** What a post would count as from a number of words on. */
export interface WouldCount {
  readonly fromWords: number;
  /** The required post it would fill or stand for; null where none. */
  readonly slot: Pick<Slot, 'kind' | 'number' | 'state' | 'due' | 'daysLate'> | null;
  /** Why it would fill none. */
  readonly reason: UnusedReason | null;
}

const PLANNED = 'planned-post';

function planned(
  forum: Forum,
  course: CourseData,
  student: Student,
  plan: Planned,
  t: Instant,
  words: number,
): Post {
  const revision = { at: t, words, byStaff: false, attachments: 0 };
  if (plan.kind === 'edit') {
    const { post } = plan;
    const hold = holdOf(forum, course.postsBy(forum.id, student.id), post, t);
    const waits = { at: t, state: 'held' as const };
    return {
      ...post,
      revisions: [...post.revisions, { ...revision, attachments: post.revisions.at(-1)!.attachments }],
      approvals:
        hold === null
          ? post.approvals
          : [...post.approvals, hold === 'post' ? waits : { ...waits, standing: standingVersion(post, t) }],
    };
  }
  const above = plan.kind === 'answer' ? plan.to : null;
  const held = holdOf(forum, course.postsBy(forum.id, student.id), null, t) !== null;
  return {
    id: PLANNED,
    forumId: forum.id,
    authorId: student.id,
    authorKind: 'student',
    parentId: above?.id ?? null,
    threadId: above?.threadId ?? PLANNED,
    threadAuthorId: above?.threadAuthorId ?? student.id,
    answers: above && { authorId: above.authorId, authorKind: above.authorKind },
    spaceId: above?.spaceId ?? spaceOf(forum, student, course.groups),
    questionId: above ? above.questionId : plan.kind === 'open' ? plan.questionId : null,
    starter: false,
    asideWith: above?.asideWith ?? null,
    revisions: [revision],
    removals: [],
    approvals: held ? [{ at: t, state: 'held' }] : [],
  };
}

/**
 * What a post would count as if it were sent at *t*, for every number of words at which that changes: so that who writes it sees
 * beforehand which required post it fills, and is warned where it fills none. Nothing where nothing is required. (rules §5)
 *
 * @param plan what is written, and where
 * @returns in the order of words, from 1 on; what holds for n words is the last whose `fromWords` is at most n
 */
export function wouldCount(
  course: CourseData,
  forum: Forum,
  student: Student,
  plan: Planned,
  t: Instant,
): WouldCount[] {
  const { slots, terms } = participationOf(course, forum, student, t);
  if (slots.length === 0) return [];
  const needed = requirements.map(({ words }) => (words === null ? 0 : terms.numbers[words]));
  const thresholds = [...new Set([1, ...needed])].filter((words) => words > 0).sort((a, b) => a - b);
  const steps: WouldCount[] = [];
  for (const words of thresholds) {
    const post = planned(forum, course, student, plan, t, words);
    const others = course.postsBy(forum.id, student.id).filter(({ id }) => id !== post.id);
    const then: CourseData = {
      ...course,
      postsBy: (forumId, personId) =>
        forumId === forum.id && personId === student.id
          ? [...others, post]
          : course.postsBy(forumId, personId),
      scoreOf: course.scoreOf,
    };
    const slot = participationOf(then, forum, student, t).slots.find(
      (each) => each.postId === post.id && isOfPost(each),
    );
    const reason = slot
      ? null
      : (usesOf(then, forum, student, t).find(({ postId }) => postId === post.id)?.reason ?? 'notAsked');
    const step: WouldCount = {
      fromWords: words,
      slot: slot
        ? { kind: slot.kind, number: slot.number, state: slot.state, due: slot.due, daysLate: slot.daysLate }
        : null,
      reason,
    };
    const before = steps.at(-1);
    const same =
      before && JSON.stringify([before.slot, before.reason]) === JSON.stringify([step.slot, step.reason]);
    if (!same) steps.push(step);
  }
  return steps;
}

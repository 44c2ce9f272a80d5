import { asked } from '../terms/asked';
import { resolveTerms } from '../terms/resolveTerms';
import type { CourseData } from '../course/courseData';
import type { Id } from '../course/id';
import { HOUR, type Instant } from '../time/instant';
import type { Check, Member } from './check';
import { finding } from './finding';

const WINDOW = 48 * HOUR;
const MANY = 3;

interface Due {
  readonly at: Instant;
  readonly forumId: Id;
}

/** Worked out once a course. */
const byCourse = new WeakMap<CourseData, Map<Id, Due[]>>();

function isSame(a: readonly Due[], b: readonly Due[]): boolean {
  return a.length === b.length && a.every((due, i) => due.at === b[i]!.at && due.forumId === b[i]!.forumId);
}

/** When something of a forum is due for a student. */
function duesOf({ terms, ask }: Pick<Member, 'terms' | 'ask'>): Instant[] {
  const dues: Instant[] = [];
  if (ask.initialDue !== null) dues.push(ask.initialDue);
  if (ask.repliesDue !== null) dues.push(ask.repliesDue);
  if (ask.reviewsDue !== null && terms.numbers.reviews > 0) dues.push(ask.reviewsDue);
  return dues;
}

/** Every student's due dates over all published forums, in order of time. */
function dueDatesOf(course: CourseData): Map<Id, Due[]> {
  let all = byCourse.get(course);
  if (all) return all;
  all = new Map();
  // Most students have the very same dates: these share one list, and what follows from it is worked out once.
  const lists: { found: Due[]; inOrder: Due[] }[] = [];
  for (const student of course.students.values()) {
    const dues: Due[] = [];
    for (const forum of course.forums.values()) {
      if (forum.status !== 'published') continue;
      const { initialDue, repliesDue, reviewsDue } = forum.schedule;
      const isUndated = initialDue === null && repliesDue === null && reviewsDue === null;
      if (isUndated && forum.ownTerms.length === 0) continue;
      const terms = resolveTerms(forum, student);
      const ask = asked(forum, student, terms, course.groups);
      if (ask.notAsked !== null) continue;
      for (const at of duesOf({ terms, ask })) dues.push({ at, forumId: forum.id });
    }
    let shared = lists.find(({ found }) => isSame(found, dues));
    if (!shared) lists.push((shared = { found: dues, inOrder: dues.toSorted((a, b) => a.at - b.at) }));
    all.set(student.id, shared.inOrder);
  }
  byCourse.set(course, all);
  return all;
}

/** Where the first due date at or after an instant stands in a list in order of time. */
function firstFrom(dues: readonly Due[], at: Instant): number {
  let low = 0;
  let high = dues.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (dues[middle]!.at < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The due dates that crowd around one of this forum's for a member; empty where fewer than three do. */
function crowdAround(own: readonly Instant[], others: readonly Due[], forumId: Id): readonly Due[] {
  for (const due of own) {
    // Nothing is laid out for the many who have too few due dates near to crowd.
    let count = own.length;
    for (let i = firstFrom(others, due - WINDOW); i < others.length && others[i]!.at <= due + WINDOW; i++)
      if (others[i]!.forumId !== forumId) count++;
    if (count < MANY) continue;
    const near: Due[] = [];
    for (let i = firstFrom(others, due - WINDOW); i < others.length && others[i]!.at <= due + WINDOW; i++)
      if (others[i]!.forumId !== forumId) near.push(others[i]!);
    for (const at of own) near.push({ at, forumId });
    near.sort((x, y) => x.at - y.at);
    for (let first = 0; first < near.length && near[first]!.at <= due; first++) {
      const end = near[first]!.at + WINDOW;
      let last = first;
      while (last + 1 < near.length && near[last + 1]!.at <= end) last++;
      if (last - first + 1 >= MANY && due <= end) return near.slice(first, last + 1);
    }
  }
  return [];
}

/** Warning: three or more due dates within 48 hours for the same student, across forums. (rules §8) */
export const crowdedDueDates: Check = ({ course, forum, members, titles }) => {
  const dues = dueDatesOf(course);
  const crowded: Member[] = [];
  const answers: {
    others: readonly Due[];
    own: readonly Instant[];
    crowd: readonly Due[];
  }[] = [];
  for (const member of members) {
    const own = duesOf(member);
    if (own.length === 0) continue;
    const others = dues.get(member.student.id) ?? [];
    let answer = answers.find(
      (each) =>
        each.others === others &&
        each.own.length === own.length &&
        each.own.every((at, index) => at === own[index]),
    );
    if (!answer) {
      const crowd = crowdAround(own, others, forum.id);
      answers.push((answer = { others, own, crowd }));
    }
    const { crowd } = answer;
    if (crowd.length > 0) crowded.push(member);
  }
  if (crowded.length === 0) return [];
  const names = new Set<string>();
  for (const { crowd } of answers)
    for (const { forumId } of crowd) if (forumId !== forum.id) names.add(titles.get(forumId) ?? '');
  return [
    finding('warning', 'crowdedDueDates', 'initialDue', {
      of: crowded,
      params: { forums: [...names].join(', ') },
    }),
  ];
};

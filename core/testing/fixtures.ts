import type { Assignment } from '../course/assignment';
import { courseDataOf, type CourseData, type ScoreFacts } from '../course/courseData';
import type { Forum, OwnTerms, Required, Schedule } from '../course/forum';
import type { Post, Revision } from '../course/post';
import type { Person, Student } from '../course/roster';
import { CLASS_SPACE } from '../terms/space';
import { fromWallClock } from '../time/wallClock';

/** The zone of every example. */
export const ZONE = 'Europe/Lisbon';

/** A wall-clock minute of 2026 in Lisbon: `at('03-04 23:59')`. */
export function at(monthDayTime: string): number {
  return fromWallClock(`2026-${monthDayTime.replace(' ', 'T')}`, ZONE);
}

const NO_DATES: Schedule = {
  visibleFrom: null,
  visibleUntil: null,
  postingFrom: null,
  postingUntil: null,
  initialDue: null,
  repliesDue: null,
  reviewsDue: null,
};

const NOTHING_REQUIRED: Required = {
  initialRequired: 0,
  initialMinWords: 0,
  replyMinWords: 0,
  postMinWords: 0,
  replies: 0,
  different: null,
  reviews: 0,
  posts: 0,
  attachment: 0,
  ownThreadCounts: true,
  questions: null,
};

/** What a test says of a forum; everything else is open and unlimited. */
export type ForumSketch = Partial<Omit<Forum, 'schedule' | 'required' | 'allowed'>> & {
  schedule?: Partial<Schedule>;
  required?: Partial<Required>;
  allowed?: Partial<Forum['allowed']>;
};

export function forum(sketch: ForumSketch = {}): Forum {
  return {
    id: 'forum',
    status: 'published',
    openings: 'answerPrompt',
    readers: 'class',
    groupPlanId: null,
    openSpacesAfterClose: false,
    audience: { kind: 'everyone' },
    graceMinutes: 0,
    seal: null,
    review: null,
    questions: [],
    ownTerms: [],
    prerequisites: [],
    frozen: false,
    hold: 'none',
    ready: { when: 'complete', afterLastDue: true },
    evaluation: null,
    ...sketch,
    schedule: { ...NO_DATES, ...sketch.schedule },
    required: { ...NOTHING_REQUIRED, ...sketch.required },
    allowed: {
      postAfterDue: true,
      edit: 'untilPostingCloses',
      remove: 'untilAnswered',
      attach: true,
      quote: true,
      approve: 'off',
      ...sketch.allowed,
    },
  };
}

export function student(id: string, sketch: Partial<Student> = {}): Student {
  return {
    id,
    sectionId: null,
    groupIds: [],
    enrolledFrom: at('01-26 08:00'),
    removed: false,
    accommodationMinutes: 0,
    ...sketch,
  };
}

export const asPerson = (who: Student): Person => ({ kind: 'student', ...who });
export const instructor: Person = { kind: 'staff', id: 'teodora', role: 'instructor', sections: 'all' };

export function terms(id: string, sketch: Partial<OwnTerms>): OwnTerms {
  return { id, targets: { kind: 'students', ids: [] }, dates: {}, numbers: {}, ...sketch };
}

export const revision = (when: number, words: number, sketch: Partial<Revision> = {}): Revision => ({
  at: when,
  words,
  byStaff: false,
  attachments: 0,
  ...sketch,
});

/** A post by a student; `answers` is the post it answers. */
export function post(
  id: string,
  authorId: string,
  revisions: Revision[],
  sketch: Partial<Post> & { to?: Post } = {},
): Post {
  const { to, ...rest } = sketch;
  return {
    id,
    forumId: 'forum',
    authorId,
    authorKind: 'student',
    parentId: to?.id ?? null,
    threadId: to?.threadId ?? id,
    threadAuthorId: to?.threadAuthorId ?? authorId,
    answers: to ? { authorId: to.authorId, authorKind: to.authorKind } : null,
    spaceId: CLASS_SPACE,
    questionId: null,
    starter: false,
    asideWith: null,
    revisions,
    removals: [],
    approvals: [],
    ...rest,
  };
}

export function course(parts: {
  students: Student[];
  forums: Forum[];
  posts?: Post[];
  scores?: (ScoreFacts & { forumId: string; studentId: string })[];
  groups?: { id: string; planId: string }[];
  assignments?: Assignment[];
}): CourseData {
  return courseDataOf({ zone: ZONE, posts: [], ...parts });
}

import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Person } from '../course/roster';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';
import { phaseFor, type Phase, type PhaseReason } from './phase';
import { resolveTerms, type ResolvedTerms } from './resolveTerms';
import { sealedScopes, type SealedScopes } from './seal';
import { spaceOf } from './space';

/** What a member of staff may receive in a forum. (rules §3) */
export interface StaffAccess {
  readonly kind: 'staff';
  readonly personId: Id;
  readonly role: 'instructor' | 'assistant';
  readonly journal: boolean;
  /** Whose asides and journals: everyone's, or those of the students named. */
  readonly students: 'all' | readonly Id[];
}

/** What a student may receive in a forum. A small plain value; {@link mayRead} applies it to a post. (rules §3, §4) */
export interface StudentAccess {
  readonly kind: 'student';
  readonly personId: Id;
  readonly phase: Phase;
  readonly reason: PhaseReason;
  /** false when nothing of a forum reaches its former or would-be reader: a draft, or removed from the roster. */
  readonly ownPosts: boolean;
  readonly spaceId: Id | null;
  readonly sealed: SealedScopes;
  /** Whether posts of other spaces are open to this student where they are not sealed. */
  readonly otherSpaces: boolean;
  readonly terms: ResolvedTerms;
}

export type Access = StaffAccess | StudentAccess;

/**
 * The one decision about what a person may receive in a forum at *t*, as a plain value. Every way out of the server
 * applies it with {@link mayRead}. (rules §3, §4)
 *
 * @param course settings, roster (where a student is looked up as they stand there) and the person's own posts
 * @param t instant asked for, UTC ms
 */
export function accessTo(course: CourseData, forum: Forum, person: Person, t: Instant): Access {
  if (person.kind === 'staff') {
    let students: 'all' | Id[] = 'all';
    if (person.role === 'assistant' && person.sections !== 'all') {
      const { sections } = person;
      students = [...course.students.values()]
        .filter((student) => student.sectionId !== null && sections.includes(student.sectionId))
        .map((student) => student.id);
    }
    return {
      kind: 'staff',
      personId: person.id,
      role: person.role,
      journal: forum.readers === 'staff',
      students,
    };
  }
  const student = course.students.get(person.id) ?? person;
  const terms = resolveTerms(forum, student);
  const { phase, reason } = phaseFor(course, forum, student, terms, t);
  const spaceId = spaceOf(forum, student, course.groups);
  const reads = phase === 'open' || phase === 'readOnly';
  return {
    kind: 'student',
    personId: person.id,
    phase,
    reason,
    ownPosts: forum.status === 'published' && !student.removed,
    spaceId,
    sealed:
      forum.seal === null || spaceId === null || !reads
        ? 'none'
        : sealedScopes(forum, terms, course.postsBy(forum.id, person.id), spaceId, t),
    otherSpaces: reads && forum.openSpacesAfterClose && hasEnded(terms.dates.postingUntil, t),
    terms,
  };
}

import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Person, Student } from '../course/roster';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';
import { askedOf } from '../terms/asked';
import { phaseFor, type Phase, type PhaseReason } from './phase';
import { resolveTerms, type ResolvedTerms } from '../terms/resolveTerms';
import { sealedScopes, type SealedScopes } from './seal';
import { spaceOf } from '../terms/space';

/** What a member of staff may receive in a forum. (rules §3) */
export interface StaffAccess {
  readonly kind: 'staff';
  readonly personId: Id;
  readonly role: 'instructor' | 'assistant';
  readonly journal: boolean;
  /** Whose asides and journals: everyone's, or those of the students named. */
  readonly students: 'all' | readonly Id[];
  /** In which spaces they write: in all, also what is for all, or in those where students of theirs are. */
  readonly spaces: 'all' | readonly Id[];
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
  /** By when posts are due as far as that counts for the student: after it a forum may take none. UTC ms. */
  readonly due: { readonly initial: Instant | null; readonly replies: Instant | null };
}

export type Access = StaffAccess | StudentAccess;

/** The students an assistant works with. */
function ofSections(course: CourseData, sections: 'all' | readonly Id[]): 'all' | Student[] {
  if (sections === 'all') return 'all';
  return [...course.students.values()].filter(
    ({ sectionId }) => sectionId !== null && sections.includes(sectionId),
  );
}

/** The spaces of a forum in which some students are. */
function spacesOf(course: CourseData, forum: Forum, students: readonly Student[]): Id[] {
  const spaces = students.map((student) => spaceOf(forum, student, course.groups));
  return [...new Set(spaces.filter((space) => space !== null))];
}

/**
 * The one decision about what a person may receive in a forum at *t*, as a plain value. Every way out of the server
 * applies it with {@link mayRead}. (rules §3, §4)
 *
 * @param course settings, roster (where a student is looked up as they stand there) and the person's own posts
 * @param t instant asked for, UTC ms
 */
export function accessTo(course: CourseData, forum: Forum, person: Person, t: Instant): Access {
  if (person.kind === 'staff') {
    const theirs = person.role === 'assistant' ? ofSections(course, person.sections) : 'all';
    const students = theirs === 'all' ? 'all' : theirs.map(({ id }) => id);
    return {
      kind: 'staff',
      personId: person.id,
      role: person.role,
      journal: forum.readers === 'staff',
      students,
      spaces: theirs === 'all' || forum.readers === 'class' ? 'all' : spacesOf(course, forum, theirs),
    };
  }
  const student = course.students.get(person.id) ?? person;
  const terms = resolveTerms(forum, student);
  const { phase, reason } = phaseFor(course, forum, student, terms, t);
  const spaceId = spaceOf(forum, student, course.groups);
  const { initialDue, repliesDue } = askedOf(course, forum, student, terms, t);
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
    due: { initial: initialDue, replies: repliesDue },
  };
}

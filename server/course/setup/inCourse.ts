import { dateWords, type DateWriter, type Hours, hoursOr24 } from '../../../words/dates';
import type { Forum } from '../../../core/course/forum';
import type { Person, Student } from '../../../core/course/roster';
import type { Db } from '../../db/open';
import { notFound } from '../../refusals/problem';
import type { CourseCache, CourseSetup, ForumCard, Member } from './courseCache';

/** A member in their course: what handlers of a course are given. */
export interface InCourse {
  readonly setup: CourseSetup;
  readonly member: Member;
  /** The member as the rules see them. */
  readonly person: Person;
  /** The hours that whoever asks reads times in; none where Juror itself asks. */
  readonly hours?: Hours | undefined;
  /** Someone of the staff looks as this person: nothing private of theirs (drafts) is shown. */
  readonly vantage?: true;
}

type Who = 'member' | 'staff' | 'instructor' | 'student';

/** A place of the course does not exist for members it is not for, nor for who was removed. */
export function refuseOthers(member: Member, who: Who): void {
  const isStudent = member.role === 'student';
  if (member.removed) throw notFound();
  if (who === 'student' && !isStudent) throw notFound();
  if ((who === 'staff' || who === 'instructor') && isStudent) throw notFound();
  if (who === 'instructor' && member.role !== 'instructor') throw notFound();
}

/** A member as the rules see them. */
export function personOf(setup: CourseSetup, member: Member): Person {
  return member.role === 'student'
    ? { kind: 'student', ...setup.students.get(member.personId)! }
    : { kind: 'staff', id: member.personId, role: member.role, sections: member.sections };
}

/** The course for a member with the right part in it; for everyone else it does not exist. */
export async function courseFor(
  deps: { readonly courses: CourseCache; readonly db: Db },
  session: { readonly personId: string; readonly hours?: Hours },
  courseId: string,
  who: Who,
): Promise<InCourse> {
  const setup = await deps.courses.get(deps.db, courseId);
  const member = setup?.members.get(session.personId);
  if (!setup || !member) throw notFound();
  refuseOthers(member, who);
  const person = personOf(setup, member);
  return { setup, member, person, hours: session.hours };
}

/** How dates are written for whoever asks: in the zone of the course, in their hours. */
export const datesFor =
  ({ setup, hours }: Pick<InCourse, 'setup' | 'hours'>, now: number): DateWriter =>
  (at) =>
    dateWords(at, setup.zone, now, hoursOr24(hours));

/** A forum of the course; 404 where there is none. */
export function forumIn(setup: CourseSetup, forumId: string): { forum: Forum; card: ForumCard } {
  const forum = setup.forums.get(forumId);
  const card = setup.cards.get(forumId);
  if (!forum || !card) throw notFound();
  return { forum, card };
}

/** Whether a member of staff works with a student: everyone's, or those of an assistant's sections; a student works with none. (rules §3) */
export function worksWith(course: InCourse, studentId: string): boolean {
  const student = course.setup.students.get(studentId);
  if (!student || course.member.role === 'student') return false;
  const { sections } = course.member;
  return sections === 'all' || (student.sectionId !== null && sections.includes(student.sectionId));
}

/** The students whom a member of staff works with, in the order of the roster. */
export function studentsOf(course: InCourse): Student[] {
  const { names, students } = course.setup;
  return [...names.keys()].flatMap((id) => {
    const student = students.get(id);
    return student && !student.removed && worksWith(course, id) ? [student] : [];
  });
}

/** Everyone of the course who teaches in it. */
export const staffOf = ({ setup }: Pick<InCourse, 'setup'>): string[] =>
  [...setup.members.values()].flatMap(({ personId, role }) => (role === 'student' ? [] : [personId]));

import { instant } from '../../contract/basics';
import type { Person } from '../../core/course/roster';
import { worksWith, type InCourse } from '../course/inCourse';
import type { Deps } from '../deps';
import { notFound, wrongField } from '../http/problem';
import { setupAt } from './setupAt';

/**
 * The course as another person has it at another moment, for staff who may look as them: instructors as anyone, an
 * assistant as students they work with. Settings and roster stand as they did then; posts and scores are asked as of then.
 */
export async function asSeenBy(
  deps: Deps,
  course: InCourse,
  personId: string,
  at: number,
  now: number,
): Promise<InCourse> {
  if (course.person.kind !== 'staff') throw notFound();
  const asStudent = course.setup.students.has(personId);
  if (asStudent ? !worksWith(course, personId) : course.person.role !== 'instructor') throw notFound();
  const setup = at < now ? await setupAt(deps.db, course.setup, at) : course.setup;
  const member = setup.members.get(personId);
  const student = setup.students.get(personId);
  if (!member) throw notFound();
  const person: Person =
    member.role === 'student' && student
      ? { kind: 'student', ...student }
      : {
          kind: 'staff',
          id: personId,
          role: member.role as 'instructor' | 'assistant',
          sections: member.sections,
        };
  return { setup, member, person, vantage: true };
}

/** The person and moment a request asks to be seen from; null for an ordinary one. */
export function vantageOf(query: Record<string, unknown>): { as: string; at: number } | null {
  if (query.as === undefined && query.at === undefined) return null;
  const at = instant.safeParse(Number(query.at));
  if (typeof query.as !== 'string' || !at.success)
    throw wrongField('at', 'Send whose eyes (as) and which moment (at, in milliseconds) together.');
  return { as: query.as, at: at.data };
}

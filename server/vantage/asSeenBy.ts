import { instant } from '../../contract/basics';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import { recordReading } from '../course/record/recordReading';
import type { Deps } from '../feature/deps';
import { notFound, wrongField } from '../refusals/problem';
import { setupAt } from '../course/past/setupAt';

/**
 * The course as a student has it at another moment, for staff who work with them. Settings and roster stand as they did
 * then; posts and scores are asked as of then. It looks as students only, and as people who are students today and were
 * then: through the eyes of staff one would see what is theirs alone, and through a part someone once had more than one
 * may see oneself. Looking is written down. (rules §3)
 *
 * @throws {Problem} 404 for everyone else, whether they are there or not
 */
export async function asSeenBy(
  deps: Deps,
  course: InCourse,
  personId: string,
  at: number,
  now: number,
): Promise<InCourse> {
  if (course.person.kind !== 'staff') throw notFound();
  if (!worksWith(course, personId)) throw notFound();
  const setup = at < now ? await setupAt(deps.db, course.setup, at) : course.setup;
  const member = setup.members.get(personId);
  const student = setup.students.get(personId);
  if (member?.role !== 'student' || !student) throw notFound();
  await recordReading(
    deps.db,
    {
      courseId: setup.id,
      actorId: course.person.id,
      what: 'vantage.looked',
      subject: `vantage:${personId}`,
      after: { at },
    },
    now,
    { onceAnHour: true },
  );
  return { setup, member, person: { kind: 'student', ...student }, hours: course.hours, vantage: true };
}

/** The person and moment a request asks to be seen from; null for an ordinary one. */
export function vantageOf(query: Record<string, unknown>): { as: string; at: number } | null {
  if (query.as === undefined && query.at === undefined) return null;
  const at = instant.safeParse(Number(query.at));
  if (typeof query.as !== 'string' || !at.success)
    throw wrongField('at', 'Send both whose view it is (as) and the moment (at, in milliseconds).');
  return { as: query.as, at: at.data };
}

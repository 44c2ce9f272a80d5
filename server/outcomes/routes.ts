import * as contract from '../../contract/outcomes';
import { worksWith } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound } from '../refusals/problem';
import { classAttainment, studentAttainment } from './attainment';

/** How far the outcomes of a course are reached, for staff. What a student reads of it stands with their scores. */
export function outcomeRoutes(serve: Serve, { db }: Deps): void {
  serve(contract.getAttainment, ({ course }) => classAttainment(db, course));
  serve(contract.getStudentAttainment, async ({ course, params, now }) => {
    const { setup } = course;
    const student = setup.students.get(params.student);
    if (!student || student.removed || !worksWith(course, student.id)) throw notFound();
    return {
      student: setup.names.get(student.id)!,
      outcomes: await studentAttainment(db, course, student, now),
    };
  });
}

import type { Id } from '../../course/id';
import { decimal, type Points } from '../../course/points';
import type { TableRow, Tables } from './tables';

/** A course as it goes out. Days are those of the course's calendar, `2026-02-23`. */
export interface CourseOut {
  readonly id: Id;
  readonly title: string;
  readonly code: string;
  readonly firstDay: string;
  readonly lastDay: string;
  readonly sections: readonly { readonly id: Id; readonly title: string }[];
  readonly people: readonly PersonOut[];
  readonly categories: readonly { readonly id: Id; readonly title: string }[];
  readonly items: readonly ItemOut[];
  readonly scores: readonly ScoreOut[];
}
export interface PersonOut {
  readonly id: Id;
  readonly role: 'instructor' | 'assistant' | 'student';
  readonly givenName: string;
  readonly familyName: string;
  readonly email: string;
  readonly studentNumber: string | null;
  readonly sectionId: Id | null;
}
export interface ItemOut {
  readonly id: Id;
  readonly title: string;
  readonly categoryId: Id | null;
  readonly maximum: Points;
  readonly assignDay: string;
  readonly dueDay: string;
}
export interface ScoreOut {
  readonly itemId: Id;
  readonly studentId: Id;
  /** null: excused. */
  readonly points: Points | null;
  readonly day: string;
  readonly remark: string;
}

/** The category of what stands in none; the format knows no item without one. */
export const NO_CATEGORY = 'no-category';

const ROLES = { instructor: 'teacher', assistant: 'aide', student: 'student' } as const;
const ENROLLED = { instructor: 'teacher', assistant: 'teacher', student: 'student' } as const;

/**
 * A course as OneRoster tables. The course is one class, and so is each section, whose students are enrolled in both; the items stand in the
 * class of the course. An exempt result carries a score of 0, because the format wants one. (docs/formats)
 */
export function fromCourse(course: CourseOut): Tables {
  const school = `school-of-${course.id}`;
  const term = `term-of-${course.id}`;
  const classRow = (id: string, title: string, code: string): TableRow => ({
    sourcedId: id,
    title,
    courseSourcedId: course.id,
    classCode: code,
    classType: 'scheduled',
    schoolSourcedId: school,
    termSourcedIds: term,
  });
  const enrolled = (person: PersonOut, classId: string): TableRow => ({
    sourcedId: `${classId}.${person.id}`,
    classSourcedId: classId,
    schoolSourcedId: school,
    userSourcedId: person.id,
    role: ENROLLED[person.role],
    primary: String(person.role === 'instructor'),
  });
  const needsNone = course.items.some(({ categoryId }) => categoryId === null);
  return {
    orgs: [{ sourcedId: school, name: `The school of ${course.title}`, type: 'school' }],
    academicSessions: [
      {
        sourcedId: term,
        title: `The term of ${course.title}`,
        type: 'term',
        startDate: course.firstDay,
        endDate: course.lastDay,
        schoolYear: course.lastDay.slice(0, 4),
      },
    ],
    courses: [{ sourcedId: course.id, title: course.title, courseCode: course.code, orgSourcedId: school }],
    classes: [
      classRow(course.id, course.title, course.code),
      ...course.sections.map(({ id, title }) => classRow(id, title, course.code)),
    ],
    users: course.people.map((person) => ({
      sourcedId: person.id,
      enabledUser: 'true',
      orgSourcedIds: school,
      role: ROLES[person.role],
      username: person.email,
      givenName: person.givenName,
      familyName: person.familyName || person.givenName,
      identifier: person.studentNumber ?? '',
      email: person.email,
    })),
    enrollments: course.people.flatMap((person) => [
      enrolled(person, course.id),
      ...(person.sectionId === null ? [] : [enrolled(person, person.sectionId)]),
    ]),
    categories: [
      ...course.categories.map(({ id, title }) => ({ sourcedId: id, title })),
      ...(needsNone ? [{ sourcedId: NO_CATEGORY, title: 'In no category' }] : []),
    ],
    lineItems: course.items.map((item) => ({
      sourcedId: item.id,
      title: item.title,
      assignDate: item.assignDay,
      dueDate: item.dueDay,
      classSourcedId: course.id,
      categorySourcedId: item.categoryId ?? NO_CATEGORY,
      gradingPeriodSourcedId: term,
      resultValueMin: '0.00',
      resultValueMax: decimal(item.maximum),
    })),
    results: course.scores.map(({ itemId, studentId, points, day, remark }) => ({
      sourcedId: `${itemId}.${studentId}`,
      lineItemSourcedId: itemId,
      studentSourcedId: studentId,
      scoreStatus: points === null ? 'exempt' : 'fully graded',
      score: decimal(points ?? 0),
      scoreDate: day,
      comment: remark,
    })),
  };
}

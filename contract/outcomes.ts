import { z } from 'zod';
import { courseParams, id, instant, percent, personName, points } from './basics';
import { endpoint } from './endpoint';
import { outcome } from './outcomeList';

/** How far an outcome is reached; by how many criteria that is known. */
const attainment = z.object({ points, of: points, criteria: z.int().min(1) });

/** A criterion behind an attainment, with the posts it was judged by. */
const criterionBehind = z.object({
  forumId: id,
  forum: z.string(),
  criterion: z.string(),
  /** null where points were given in place of a level. */
  level: z.string().nullable(),
  points,
  of: points,
  posts: z.array(z.object({ id, at: instant })),
});

/** An outcome as one student reaches it; null where no criterion of a released score names it. */
export const reachedOutcome = z.object({
  ...outcome.shape,
  reached: attainment.nullable(),
  criteria: z.array(criterionBehind),
});
export type ReachedOutcome = z.infer<typeof reachedOutcome>;

export const getAttainment = endpoint({
  method: 'get',
  path: '/api/courses/:course/attainment',
  who: 'staff',
  staleOn: ['scores'],
  summary: 'How far each student reaches each outcome of the course, by released scores (staff)',
  params: courseParams,
  answer: z.object({
    outcomes: z.array(
      z.object({
        ...outcome.shape,
        /** Students of whom something is known about it, and how many of these lie in each tenth. */
        students: z.int(),
        stretches: z.array(z.int()),
        /** The mean of their shares; null without any. */
        mean: percent.nullable(),
      }),
    ),
    rows: z.array(
      z.object({
        student: personName,
        studentNumber: z.string().nullable(),
        sectionId: id.nullable(),
        groupIds: z.array(id),
        /** One for each outcome, in their order. */
        reached: z.array(attainment.nullable()),
      }),
    ),
  }),
});

export const getStudentAttainment = endpoint({
  method: 'get',
  path: '/api/courses/:course/students/:student/attainment',
  who: 'staff',
  staleOn: ['scores'],
  summary: 'How far one student reaches each outcome, with the criteria and posts behind it (staff)',
  params: z.strictObject({ course: id, student: id }),
  answer: z.object({ student: personName, outcomes: z.array(reachedOutcome) }),
});

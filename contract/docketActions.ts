import { z } from 'zod';
import { done, forumParams, id, instant, personName, points, studentParams, version } from './basics';
import { endpoint } from './endpoint';
import { names } from './evaluate';
import { richText } from './richText';

/** Something that is done to many students of a docket at once. */
export const docketAction = z.enum(['accept', 'zero', 'excuse', 'remark']);
export type DocketAction = z.infer<typeof docketAction>;

/** What something that is done to many students comes to. */
const actedOn = z.object({
  /** Whom it is done to, and the points they then have; null where there are none. */
  changes: z.array(
    z.object({
      student: personName,
      before: points.nullable(),
      after: points.nullable(),
      excused: z.boolean(),
    }),
  ),
  /** The others, by what was in the way. */
  passed: z.array(z.object({ why: z.string(), students: z.array(personName) })),
});

export const actOnDocket = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/docket',
  who: 'staff',
  changes: ['scores', 'ready'],
  coversNames: true,
  summary:
    'Accept suggestions, give 0, excuse, or remark on many students at once (staff); first as a preview, then done, and undone in one step',
  params: forumParams,
  body: z
    .strictObject({
      /** Made by the client; undoing names it. */
      id,
      action: docketAction,
      /** Whom; `nothing`: everyone who has written nothing; `ready`: everyone who is ready. */
      students: z.union([
        z.enum(['nothing', 'ready']),
        z.array(id).min(1, 'Choose at least one student.').max(5000),
      ]),
      /** What is remarked, with places in braces; read by the students with the score. */
      remark: richText.nullable().default(null),
      /** Only says what it would do. */
      preview: z.boolean(),
      names,
    })
    .refine(({ action, remark }) => action !== 'remark' || remark !== null, {
      path: ['remark'],
      message: 'Write the remark.',
    }),
  answer: actedOn,
});

export const giveToGroup = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/docket/:student/score/group',
  who: 'staff',
  changes: ['scores', 'ready'],
  coversNames: true,
  summary:
    'Give the sheet kept for a student to everyone of a group of theirs (staff); first as a preview, then done, and undone in one step',
  params: studentParams,
  body: z.strictObject({
    /** Made by the client; undoing names it. */
    id,
    group: id,
    /** The version of the student’s score. */
    version,
    /** Whether the remark goes to everyone, too. */
    withRemark: z.boolean(),
    /** Only says what it would do. */
    preview: z.boolean(),
    names,
  }),
  answer: actedOn,
});

export const shareDocket = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/shares',
  who: 'instructor',
  changes: ['shares', 'scores'],
  summary: 'Share a docket out among evaluators, or preview it (instructor)',
  params: forumParams,
  body: z.strictObject({
    by: z.enum(['number', 'sections', 'groups']),
    evaluators: z.array(id).min(1, 'Choose at least one evaluator.').max(100),
    /** Whoever is with an evaluator already stays there. */
    keep: z.boolean(),
    /** Only says what it would come to. */
    preview: z.boolean(),
  }),
  answer: z.object({
    shares: z.array(z.object({ evaluator: personName, students: z.int() })),
    /** Students whom none of them works with. */
    left: z.int(),
  }),
});

export const assignStudents = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/docket/evaluator',
  who: 'instructor',
  changes: ['shares', 'scores'],
  coversNames: true,
  summary: 'Give some students of a docket to an evaluator, or to nobody (instructor)',
  params: forumParams,
  body: z.strictObject({
    students: z.array(id).min(1, 'Choose at least one student.').max(5000),
    evaluator: id.nullable(),
    names,
  }),
  answer: done,
});

export const undoDocketAction = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/docket/actions/:action',
  who: 'staff',
  changes: ['scores', 'ready'],
  coversNames: true,
  summary: 'Undo what was done to many students at once; those who were scored since are passed over (staff)',
  params: z.strictObject({ course: id, forum: id, action: id }),
  query: z.strictObject({ names }),
  answer: z.object({ undone: z.int(), passed: z.array(personName) }),
});

export const planRelease = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/release-at',
  who: 'staff',
  changes: ['scores'],
  summary: 'Release what is given by a moment to come, by itself; null takes the plan back (staff)',
  params: forumParams,
  body: z.strictObject({ at: instant.nullable() }),
  answer: done,
});

export const release = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/released',
  who: 'staff',
  changes: ['scores'],
  summary: 'Release given scores to students, or take them back (staff)',
  params: forumParams,
  body: z.strictObject({
    students: z.union([z.literal('all'), z.array(id).max(5000)]),
    released: z.boolean(),
  }),
  answer: z.object({
    changed: z.int(),
    /** Scores that two evaluators see differently: they are settled before all are released. */
    unsettled: z.int(),
  }),
});

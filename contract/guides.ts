import { z } from 'zod';
import { courseParams, done, id, version } from './basics';
import { endpoint } from './endpoint';
import { guide } from './parts';

/** The JSON file of a guide. */
export const guideFile = z.strictObject({ juror: z.literal('guide'), version: z.literal(1), guide });

/** A guide of the library, with the forums that use it. */
export const keptGuide = z.object({
  id,
  guide,
  of: z.enum(['course', 'mine']),
  version,
  usedIn: z.array(
    z.object({
      forumId: id,
      title: z.string(),
      version,
      published: z.boolean(),
      /** Given scores there. */
      given: z.int(),
      /** Someone has changed it in this forum. */
      differs: z.boolean(),
    }),
  ),
});
export type KeptGuide = z.infer<typeof keptGuide>;

const guideParams = z.strictObject({ course: id, guide: id });

export const listGuides = endpoint({
  method: 'get',
  path: '/api/courses/:course/guides',
  who: 'staff',
  staleAfter: ['library'],
  summary: "The rubrics, checklists and scales of the library: one's own and the course's (staff)",
  params: courseParams,
  answer: z.object({ guides: z.array(keptGuide) }),
});

export const saveGuide = endpoint({
  method: 'put',
  path: '/api/courses/:course/guides/:guide',
  who: 'instructor',
  changes: ['library', 'course', 'scores'],
  summary:
    'Keep a rubric, a checklist or a scale in the library; forums that are named take it over as well (instructor)',
  params: guideParams,
  body: z.strictObject({
    /** 0 to make it. */
    version,
    guide,
    forCourse: z.boolean(),
    /** Forums that use it and are to be judged by it from now on; others keep what they have. */
    forums: z
      .array(
        z.strictObject({
          id,
          version,
          /** What becomes of given scores that it would move. */
          scores: z.strictObject({ give: z.enum(['stay', 'anew']), overrides: z.boolean() }),
        }),
      )
      .max(200)
      .default([]),
  }),
  answer: done,
});

export const dropGuide = endpoint({
  method: 'delete',
  path: '/api/courses/:course/guides/:guide',
  who: 'instructor',
  changes: ['library'],
  summary: 'Throw a guide of the library away; forums keep what they took from it (instructor)',
  params: guideParams,
  answer: done,
});

import { z } from 'zod';
import { forumParams, id, personName, points } from './basics';
import { endpoint } from './endpoint';
import { names } from './evaluate';
import { distribution } from './coreValues';

export const getGiven = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket/given',
  who: 'staff',
  staleAfter: ['scores'],
  summary: 'How what was given in a forum is spread, by evaluator (staff)',
  params: forumParams,
  answer: z.object({
    maximum: points,
    all: distribution,
    evaluators: z.array(z.object({ name: z.string(), given: distribution })),
  }),
  staleOn: ['posts'],
});

export const listAlike = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/docket/alike',
  who: 'staff',
  staleAfter: ['scores'],
  coversNames: true,
  summary: 'Other students whose work was given the same level, with the posts it was given for (staff)',
  params: forumParams,
  query: z.strictObject({
    part: id,
    criterion: id.optional(),
    level: id,
    /** The student at hand, who is left out. */
    without: id.optional(),
    names,
  }),
  answer: z.object({
    /** How many there are; the latest are listed. */
    of: z.int(),
    students: z.array(
      z.object({
        student: personName,
        points,
        /** Where a criterion is asked about: what it was given. */
        here: points.nullable(),
        comment: z.string().nullable(),
        posts: z.array(z.object({ id, words: z.int(), html: z.string() })),
      }),
    ),
  }),
  staleOn: ['posts'],
});

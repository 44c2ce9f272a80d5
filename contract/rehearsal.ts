import { z } from 'zod';
import { forumParams, id, personName, points } from './basics';
import { endpoint } from './endpoint';
import { forumSettings } from './forumSettings';

const stays = z.enum(['overridden', 'changed', 'incomplete', 'notAsked']);

/** What a change of rules does to one score. */
export const rehearsedMove = z.object({
  student: personName,
  stands: z.enum(['given', 'suggested']),
  before: points.nullable(),
  after: points.nullable(),
  /** Why a given score stays though it would be another; null where it moves. */
  stays: stays.nullable(),
  released: z.boolean(),
});
export type RehearsedMove = z.infer<typeof rehearsedMove>;

/** A rehearsal on its way: how many students are done, and at its end what would move. */
export const rehearsal = z.object({
  id,
  done: z.int(),
  of: z.int(),
  moves: z.array(rehearsedMove).nullable(),
});
export type RehearsalView = z.infer<typeof rehearsal>;

export const rehearse = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/rehearsals',
  who: 'instructor',
  changes: [],
  coversNames: true,
  summary: 'Rehearse changed settings of a forum: which scores would move, from what to what (instructor)',
  params: forumParams,
  body: z.strictObject({ id, settings: forumSettings }),
  answer: rehearsal,
});

export const getRehearsal = endpoint({
  method: 'get',
  path: '/api/courses/:course/rehearsals/:rehearsal',
  who: 'instructor',
  summary: 'How far a rehearsal is, and what it found (instructor)',
  params: z.strictObject({ course: id, rehearsal: id }),
  answer: rehearsal,
});

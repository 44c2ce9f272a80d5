import { z } from 'zod';
import { done, id, instant, personName, points, version } from './basics';
import { endpoint } from './endpoint';
import { gradebookItem } from './gradebook';

export const itemParams = z.strictObject({ course: id, item: id });

/** What can be set about an item. Where a forum feeds it, the forum's category and, if it follows, its name and maximum stand. */
export const itemFields = z.strictObject({
  title: z.string().trim().min(1, 'Give the item a name.').max(200, 'At most 200 characters.'),
  categoryId: id.nullable(),
  maximum: points.min(1, 'The maximum must be above 0.').max(1_000_000, 'At most 10,000 points.'),
  display: z.enum(['points', 'percent', 'letter', 'done']),
  counts: z.boolean(),
  extraCredit: z.boolean(),
  dueAt: instant.nullable(),
});
export type ItemFields = z.infer<typeof itemFields>;

export const saveItem = endpoint({
  method: 'put',
  path: '/api/courses/:course/gradebook/items/:item',
  who: 'instructor',
  changes: ['course'],
  summary: 'Make an item by hand, or change one (instructor)',
  params: itemParams,
  body: z.strictObject({
    /** 0 to make it; else the version that was edited. */
    version,
    fields: itemFields,
  }),
  answer: gradebookItem,
});

export const setItemRemoved = endpoint({
  method: 'put',
  path: '/api/courses/:course/gradebook/items/:item/removed',
  who: 'instructor',
  changes: ['course'],
  summary: 'Take away an item made by hand, or bring it back with its scores (instructor)',
  params: itemParams,
  body: z.strictObject({ removed: z.boolean() }),
  answer: done,
});

export const linkItem = endpoint({
  method: 'put',
  path: '/api/courses/:course/gradebook/items/:item/forum',
  who: 'instructor',
  changes: ['course', 'scores'],
  summary: 'Let a forum feed an item, or no longer; its scores stay (instructor)',
  params: itemParams,
  body: z.strictObject({
    version,
    /** null: no forum feeds it any more. */
    forumId: id.nullable(),
    /** Only says what it would do. */
    preview: z.boolean(),
  }),
  answer: z.object({
    /** How many scores are carried over. */
    scores: z.int(),
    /** Students whose points cannot stand exactly on the other scale, with what they become on the item's. */
    rounded: z.array(z.object({ student: personName, before: points, after: points })),
    /** The column of the forum that goes, empty. */
    replaces: z.string().nullable(),
  }),
});

export const itemAction = z.enum(['release', 'takeBack', 'zero', 'excuse', 'excuseNoMore']);
export type ItemAction = z.infer<typeof itemAction>;

export const actOnItem = endpoint({
  method: 'post',
  path: '/api/courses/:course/gradebook/items/:item/actions',
  who: 'staff',
  changes: ['scores'],
  summary: 'Release a column, take it back, give 0 or excuse (staff); first as a preview, then done',
  params: itemParams,
  body: z.strictObject({
    /** Made by the client. */
    id,
    action: itemAction,
    /** Whom; `missing`: who has nothing and nothing given, once it was due. */
    students: z.union([
      z.enum(['all', 'missing']),
      z.array(id).min(1, 'Choose at least one student.').max(5000),
    ]),
    preview: z.boolean(),
  }),
  answer: z.object({ students: z.array(personName), unsettled: z.int() }),
});

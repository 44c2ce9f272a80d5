import { z } from 'zod';
import {
  courseParams,
  id,
  instant,
  page,
  paging,
  percent,
  personName,
  points,
  someIds,
  version,
} from './basics';
import { endpoint } from './endpoint';
import { display } from './coreValues';

/** An item of the gradebook: one that a forum feeds, or one made by hand. */
export const gradebookItem = z.object({
  id,
  version,
  forumId: id.nullable(),
  title: z.string(),
  categoryId: id.nullable(),
  maximum: points,
  display: display,
  counts: z.boolean(),
  extraCredit: z.boolean(),
  /** Of an item made by hand. */
  dueAt: instant.nullable(),
  /** Whether name and maximum are those of the forum. */
  follows: z.boolean(),
  /** Whether posting has opened by the forum's own date; before that an empty cell says nothing. */
  opened: z.boolean(),
});
export type GradebookItem = z.infer<typeof gradebookItem>;

/** A cell: what is given, or what keeps it empty. What is not so is left out. */
export const gradebookCell = z.object({
  state: z.enum(['notAsked', 'excused', 'changed', 'released', 'given', 'nothing', 'ready', 'waiting']),
  /** In hundredths, on the item's scale; left out while nothing is given. */
  points: points.optional(),
  released: z.literal(true).optional(),
  /** Counts as 0 in the total because nothing came and the category says so. */
  zero: z.literal(true).optional(),
  /** Dropped in its category, so that what stays is the best possible. */
  dropped: z.literal(true).optional(),
  /** A remark goes with it. */
  remarked: z.literal(true).optional(),
});
export type GradebookCell = z.infer<typeof gradebookCell>;

export const letters = z.array(z.object({ letter: z.string(), from: percent }));
export const sum = z.object({ percent: z.int().nullable(), items: z.int(), of: z.int() });

/** A student's total, with the letter where the course gives letters. */
export const total = sum.extend({ letter: z.string().nullable() });

export const gradebookRow = z.object({
  student: personName,
  studentNumber: z.string().nullable(),
  email: z.string(),
  sectionId: id.nullable(),
  groupIds: z.array(id),
  /** One for each item, in their order. */
  cells: z.array(gradebookCell),
  /** One for each category, in their order. */
  categories: z.array(sum),
  total,
});
export type GradebookRow = z.infer<typeof gradebookRow>;

export const gradebookView = z.object({
  mode: z.enum(['weighted', 'byPoints']),
  categories: z.array(
    z.object({
      id,
      title: z.string(),
      weight: percent,
      zeroForMissing: z.boolean(),
      drop: z.int(),
    }),
  ),
  items: z.array(gradebookItem),
  /** The letter scale, for items shown as a letter. */
  letters,
  groups: z.array(z.object({ id, title: z.string(), plan: z.string() })),
  rows: z.array(gradebookRow),
  paging,
});
export type GradebookView = z.infer<typeof gradebookView>;

/** So many rows come by name at most; with more the gradebook is better read anew. */
export const FEW_ROWS = 100;

export const getGradebookRows = endpoint({
  method: 'get',
  path: '/api/courses/:course/gradebook/rows',
  who: 'staff',
  summary: 'The rows of some students; those one does not work with are left out (staff)',
  params: courseParams,
  query: z.strictObject({
    /** Up to 100 ids, with commas between them. */
    students: someIds('student', FEW_ROWS),
  }),
  answer: z.object({ rows: z.array(gradebookRow) }),
});

export const getGradebook = endpoint({
  method: 'get',
  path: '/api/courses/:course/gradebook',
  who: 'staff',
  staleAfter: ['scores'],
  summary: 'Students by items, with totals (staff)',
  params: courseParams,
  query: page,
  answer: gradebookView,
});

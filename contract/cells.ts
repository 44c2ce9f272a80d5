import { z } from 'zod';
import { courseParams, done, id, instant, personName, points } from './basics';
import { endpoint, WHOLE_FILE } from './endpoint';
import { gradebookRow } from './gradebook';

/** What stands in a cell: points in hundredths on the item's scale, `excused`, or nothing. */
export const cellValue = z.union([points.min(0, 'Points are 0 or more.'), z.literal('excused'), z.null()]);
export type CellValue = z.infer<typeof cellValue>;

/** One cell that is to change, with what stood there when it was decided: so nobody's newer score is written over. */
export const cellChange = z.strictObject({ item: id, student: id, before: cellValue, after: cellValue });
export type CellChange = z.infer<typeof cellChange>;

/** A cell that someone changed in between, or that cannot be changed so. */
export const cellRefusal = z.object({
  item: id,
  student: id,
  /** What is in the way, and what would be right. */
  message: z.string(),
  /** Someone changed it in between: what stands there now. */
  conflict: z.object({ now: cellValue, by: z.string().nullable(), at: instant.nullable() }).nullable(),
});
export type CellRefusal = z.infer<typeof cellRefusal>;

/** What comes with the problem `cells`: nothing was written. */
export const cellRefusals = z.array(cellRefusal);

export const changeCells = endpoint({
  method: 'post',
  path: '/api/courses/:course/gradebook/cells',
  who: 'staff',
  changes: ['scores'],
  bringsChanges: true,
  largest: WHOLE_FILE,
  summary: 'Enter scores, excuse or clear in cells; all of them or none (staff)',
  params: courseParams,
  body: z.strictObject({
    changes: z.array(cellChange).min(1).max(20_000, 'At most 20,000 cells at once.'),
    /** Kept in the history; with a score of a forum it is the reason that the student reads. */
    why: z.string().trim().max(300, 'At most 300 characters.').nullable(),
  }),
  answer: z.object({
    changed: z.int(),
    /** The rows of those concerned as they are now; left out (null) when they are more than a hundred. */
    rows: z.array(gradebookRow).nullable(),
  }),
});

const cellParams = z.strictObject({ course: id, item: id, student: id });

/** One thing that happened to a cell. */
export const cellEvent = z.object({
  at: instant,
  by: z.string(),
  what: z.string(),
  /** Points before and after, on the scale they were given on; null where nothing stood, or it is not about points. */
  before: points.nullable(),
  after: points.nullable(),
  why: z.string().nullable(),
});

export const cellDetail = z.object({
  student: personName,
  value: cellValue,
  released: z.boolean(),
  /** What goes with the score, read by the student once it is released. */
  remarkHtml: z.string().nullable(),
  /** The same as plain text. */
  remark: z.string(),
  /** Newest first. */
  history: z.array(cellEvent),
});
export type CellDetail = z.infer<typeof cellDetail>;

export const getCell = endpoint({
  method: 'get',
  path: '/api/courses/:course/gradebook/items/:item/cells/:student',
  who: 'staff',
  staleAfter: ['scores'],
  summary: 'A cell with its remark and its history (staff)',
  params: cellParams,
  answer: cellDetail,
});

export const remarkCell = endpoint({
  method: 'put',
  path: '/api/courses/:course/gradebook/items/:item/cells/:student/remark',
  who: 'staff',
  changes: ['scores'],
  summary: 'Write the remark of a cell entered by hand (staff)',
  params: cellParams,
  body: z.strictObject({
    /** What it said when it was opened. */
    before: z.string().max(8000),
    remark: z.string().trim().max(8000, 'At most 8,000 characters.'),
  }),
  answer: done,
});

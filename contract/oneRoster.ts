import { z } from 'zod';
import { courseParams } from './basics';
import { cellValue } from './cells';
import { endpoint, WHOLE_FILE } from './endpoint';
import { moveChange } from './roster';

/** Something wrong in a file, and what would be right. */
const finding = z.object({
  file: z.string(),
  line: z.int().nullable(),
  column: z.string().nullable(),
  message: z.string(),
});

export const readOneRoster = endpoint({
  method: 'post',
  path: '/api/courses/:course/gradebook/oneroster',
  who: 'instructor',
  changes: ['course', 'scores'],
  largest: WHOLE_FILE,
  summary:
    'Read roster, items and results from OneRoster CSV 1.1: first what would happen, then, confirmed, written (instructor)',
  params: courseParams,
  body: z.strictObject({
    /** The text of each file by its name. */
    files: z.record(z.string().max(60), z.string().max(16_000_000)),
    /** Which class is read; null: the one with the most items. */
    classId: z.string().max(255).nullable(),
    /** Whether scores of the files are written over others that stand; else they only fill empty cells. */
    overwrite: z.boolean(),
    confirm: z.boolean(),
  }),
  answer: z.object({
    /** What is wrong in the files; with anything, nothing else is said and nothing can be written. */
    findings: z.array(finding),
    findingCount: z.int(),
    classes: z.array(z.object({ id: z.string(), title: z.string(), items: z.int() })),
    classId: z.string().nullable(),
    students: z.object({ new: z.int(), changed: z.int(), same: z.int() }),
    /** Rows of people that are left out, with the reason. */
    peopleLeft: z.array(z.object({ name: z.string(), notes: z.array(z.string()) })),
    /** What changes of section mean in forums under way. */
    moves: z.array(moveChange),
    /** Staff of the files; they are not read. */
    staff: z.int(),
    categories: z.array(z.object({ title: z.string(), kind: z.enum(['new', 'same']) })),
    items: z.array(
      z.object({ title: z.string(), kind: z.enum(['new', 'same', 'otherMaximum']), scores: z.int() }),
    ),
    /** Scores that are written, with what they replace. */
    scores: z.array(z.object({ student: z.string(), item: z.string(), before: cellValue, after: cellValue })),
    /** Scores that are left as they stand, and others that cannot be written. */
    stand: z.int(),
    scoresLeft: z.array(z.object({ student: z.string(), item: z.string(), message: z.string() })),
    written: z.boolean(),
  }),
});
export type OneRosterRead = z.infer<(typeof readOneRoster)['answer']>;

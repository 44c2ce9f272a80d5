import { z } from 'zod';
import { courseParams, id, personName } from './basics';
import { cellValue } from './cells';
import { endpoint, WHOLE_FILE } from './endpoint';

/** Something in a file that is not read, and what would be right. */
const fileProblem = z.object({
  /** Line in the file, from 1. */
  line: z.int(),
  column: z.string().nullable(),
  message: z.string(),
});

export const readGradebookFile = endpoint({
  method: 'post',
  path: '/api/courses/:course/gradebook/file',
  who: 'staff',
  changes: [],
  largest: WHOLE_FILE,
  summary: 'Read scores from CSV: says every change it would make, and writes nothing (staff)',
  params: courseParams,
  body: z.strictObject({
    text: z.string().min(1, 'The file is empty.').max(16_000_000, 'The file is too large.'),
  }),
  answer: z.object({
    /** Whether the file says when it was exported, so that newer scores can be told. */
    stamped: z.boolean(),
    columns: z.array(
      z.object({
        head: z.string(),
        item: id.nullable(),
        /** Why it is not read; null: it is, or it names the students. */
        note: z.string().nullable(),
      }),
    ),
    changes: z.array(
      z.object({
        line: z.int(),
        student: personName,
        item: id,
        /** What stood when the file was exported; what stands now; what the file says. */
        base: cellValue,
        before: cellValue,
        after: cellValue,
        /** `conflict`: it was changed in Juror as well since the file was exported. */
        kind: z.enum(['change', 'conflict']),
      }),
    ),
    problems: z.array(fileProblem),
    /** How many problems there are, of which the first are listed. */
    problemCount: z.int(),
    /** Cells that say what stands; cells not touched in the file where a newer score stands; empty cells, which leave what stands. */
    counts: z.object({ students: z.int(), same: z.int(), stands: z.int(), empty: z.int() }),
  }),
});
export type GradebookFileRead = z.infer<(typeof readGradebookFile)['answer']>;

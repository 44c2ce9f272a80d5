import { z } from 'zod';
import { courseParams, done, id } from './basics';
import { endpoint } from './endpoint';

/** A remark kept to be used again, with places in braces that are filled in for each student. */
export const savedRemark = z.object({
  id,
  text: z.string(),
  shared: z.boolean(),
  mine: z.boolean(),
  /** How often it was used with something chosen: part, criterion and level, as the Desk names them. */
  uses: z.record(z.string(), z.int()),
});
export type SavedRemark = z.infer<typeof savedRemark>;

export const listRemarks = endpoint({
  method: 'get',
  path: '/api/courses/:course/remarks',
  who: 'staff',
  staleAfter: ['remarks'],
  summary: "Saved remarks: one's own and those shared with the staff of the course (staff)",
  params: courseParams,
  answer: z.object({ remarks: z.array(savedRemark) }),
});

const remarkParams = z.strictObject({ course: id, remark: id });

export const saveRemark = endpoint({
  method: 'put',
  path: '/api/courses/:course/remarks/:remark',
  who: 'staff',
  changes: ['remarks'],
  summary: 'Keep a remark to be used again, or change one of one’s own (staff)',
  params: remarkParams,
  body: z.strictObject({
    text: z.string().trim().min(1, 'Write the remark.').max(8000, 'At most 8,000 characters.'),
    /** Whether all staff of the course may use it. */
    shared: z.boolean(),
  }),
  answer: done,
});

export const dropRemark = endpoint({
  method: 'delete',
  path: '/api/courses/:course/remarks/:remark',
  who: 'staff',
  changes: ['remarks'],
  summary: 'Throw a saved remark of one’s own away (staff)',
  params: remarkParams,
  answer: done,
});

export const noteRemarkUsed = endpoint({
  method: 'post',
  path: '/api/courses/:course/remarks/:remark/uses',
  who: 'staff',
  changes: ['remarks'],
  summary: 'Take note of what a saved remark was used with, so that it is offered there again (staff)',
  params: remarkParams,
  body: z.strictObject({ choices: z.array(z.string().min(1).max(130)).max(60) }),
  answer: done,
});

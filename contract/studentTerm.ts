import { z } from 'zod';
import { id, instant, personName, points, version } from './basics';
import { endpoint } from './endpoint';
import { visits } from './visits';
import { gradebookCell, letters, sum, total } from './gradebook';
import { secondLook } from './secondLooks';
import { phase, slot, standing, termName, termSource } from './coreValues';

/** What a date or a number is for this student, and where that comes from. */
const ownTerm = z.object({
  name: termName,
  /** An instant for a date, null for no limit; a number for a requirement. */
  value: z.int().nullable(),
  source: termSource,
});

/** One forum as it went for a student. */
export const termForum = z.object({
  id,
  title: z.string(),
  unitId: id.nullable(),
  phase,
  /** Whether it is asked of the student. */
  asked: z.boolean(),
  slots: z.array(slot),
  standing: standing,
  lastDue: instant.nullable(),
  posts: z.int(),
  held: z.int(),
  /** Peer replies written, and by how many answers of how many classmates they were answered. */
  answersGiven: z.int(),
  answersReceived: z.int(),
  answeredBy: z.int(),
  asides: z.int(),
  /** Reviews of others they sent, and of their own post they received. */
  reviewsSent: z.int(),
  reviewsReceived: z.int(),
  /** null where nothing is to be reviewed, or by no day. */
  reviewsDue: instant.nullable(),
  visits,
  ownTerms: z.array(ownTerm),
  looks: z.array(secondLook),
  /** Missed, and so was the one before or after it. */
  missedInARow: z.boolean(),
  /** null where it is not evaluated. */
  item: z.object({ id, maximum: points }).nullable(),
});
export type TermForum = z.infer<typeof termForum>;

export const studentTerm = z.object({
  student: personName,
  email: z.string(),
  studentNumber: z.string().nullable(),
  section: z.string().nullable(),
  groups: z.array(z.object({ plan: z.string(), title: z.string() })),
  enrolledFrom: instant,
  accommodation: z.object({ minutes: z.int(), reason: z.string().nullable() }).nullable(),
  forums: z.array(termForum),
  /** Every item of the gradebook with this student's cell. */
  items: z.array(
    z.object({
      id,
      forumId: id.nullable(),
      title: z.string(),
      category: z.string().nullable(),
      maximum: points,
      display: z.enum(['points', 'percent', 'letter', 'done']),
      opened: z.boolean(),
      cell: gradebookCell,
    }),
  ),
  letters,
  categories: z.array(z.object({ id, title: z.string(), sum })),
  total,
  /** What staff note about the student among themselves. */
  note: z.object({
    version,
    text: z.string(),
    by: z.string().nullable(),
    at: instant.nullable(),
  }),
});
export type StudentTerm = z.infer<typeof studentTerm>;

const studentInCourse = z.strictObject({ course: id, student: id });

export const getStudentTerm = endpoint({
  method: 'get',
  path: '/api/courses/:course/students/:student/term',
  who: 'staff',
  summary: 'One student’s whole term (staff)',
  params: studentInCourse,
  answer: studentTerm,
  staleOn: ['scores'],
});

export const saveStudentNote = endpoint({
  method: 'put',
  path: '/api/courses/:course/students/:student/note',
  who: 'staff',
  changes: [],
  summary: 'Write what staff note about a student among themselves (staff)',
  params: studentInCourse,
  body: z.strictObject({ version, text: z.string().trim().max(8000, 'At most 8,000 characters.') }),
  answer: studentTerm.shape.note,
});

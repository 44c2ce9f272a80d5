import { z } from 'zod';
import { courseParams, done, id, instant, personName, version } from './basics';
import { endpoint } from './endpoint';
import { evidenceOf } from './moderate';
import { inCommonPair } from './textInCommon';

const count = z.int().min(0);
const title = z
  .string()
  .trim()
  .min(1, 'Give the case a name, such as “Two posts about the weir”.')
  .max(120, 'At most 120 characters.');
const said = (empty: string) => z.string().trim().min(1, empty).max(20_000, 'At most 20,000 characters.');

/** A file as a case keeps it: by its name, and by the digest of what is in it. */
const keptFile = z.object({ id, name: z.string(), type: z.string(), size: count, sha256: z.string() });
export type KeptFile = z.infer<typeof keptFile>;

/** A post with all its versions, as it stood. */
const keptPost = z.object({
  kind: z.literal('post'),
  forum: z.object({ id, title: z.string() }),
  postId: id,
  author: personName,
  answers: z.object({ author: personName, text: z.string() }).nullable(),
  versions: z.array(
    z.object({
      number: z.int(),
      at: instant,
      words: count,
      byStaff: z.boolean(),
      text: z.string(),
      /** When its last draft was kept before it was sent. */
      draftKeptAt: instant.nullable(),
      files: z.array(keptFile),
    }),
  ),
  removals: z.array(z.object({ from: instant, to: instant.nullable() })),
  /** Posts of others in its forum that had reached its author, in any version, before its last version, each with when. */
  received: z.array(z.object({ postId: id, author: personName, at: instant })),
});

/** What was put into a case. It is a copy: what becomes of the post, the pair or the evidence later changes nothing in it. */
export const caseContent = z.discriminatedUnion('kind', [
  keptPost,
  z.object({ kind: z.literal('pair'), pair: inCommonPair }),
  z.object({ kind: z.literal('evidence'), forum: z.object({ id, title: z.string() }), evidence: evidenceOf }),
  z.object({ kind: z.literal('note'), text: z.string() }),
  z.object({ kind: z.literal('file'), file: keptFile }),
  /** To a student; what a student answers. */
  z.object({ kind: z.literal('message'), to: personName, text: z.string() }),
  z.object({ kind: z.literal('answer'), from: personName, text: z.string() }),
  z.object({ kind: z.literal('opened'), title: z.string() }),
  z.object({ kind: z.literal('named'), person: personName, part: z.enum(['staff', 'student']) }),
  z.object({ kind: z.literal('unnamed'), person: personName }),
  z.object({ kind: z.literal('decided'), decision: z.string(), reason: z.string() }),
  z.object({ kind: z.literal('reopened'), reason: z.string() }),
]);
export type CaseContent = z.infer<typeof caseContent>;

const caseEntry = z.object({ id, number: z.int(), at: instant, by: personName, content: caseContent });
export type CaseEntry = z.infer<typeof caseEntry>;

const caseLine = z.object({
  id,
  title: z.string(),
  students: z.array(personName),
  staff: z.array(personName),
  openedAt: instant,
  decidedAt: instant.nullable(),
  /** When something was put into it last. */
  lastAt: instant,
  entryCount: count,
  /** Students who were asked something last and have not answered. */
  waiting: count,
});
export type CaseLine = z.infer<typeof caseLine>;

export const caseView = caseLine.extend({
  version,
  entries: z.array(caseEntry),
  /** Colleagues who could be named: they work with every student in it. */
  others: z.array(personName),
  /** When it will be removed by the course's rule; null: not by itself. */
  removedAt: instant.nullable(),
  /** SHA-256 of the record as a JSON file. */
  digest: z.string(),
});
export type CaseView = z.infer<typeof caseView>;

const caseParams = courseParams.extend({ case: id });

/** Something that is put into a case. */
const toAdd = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('post'), forum: id, post: id }),
  z.strictObject({ kind: z.literal('pair'), one: id, other: id }),
  z.strictObject({ kind: z.literal('evidence'), forum: id, student: id, question: id.nullable() }),
  z.strictObject({ kind: z.literal('note'), text: said('Write the note.') }),
  z.strictObject({ kind: z.literal('file'), file: id }),
  z.strictObject({ kind: z.literal('message'), to: id, text: said('Write what you ask the student.') }),
]);
export type ToAdd = z.infer<typeof toAdd>;

export const listCases = endpoint({
  method: 'get',
  path: '/api/courses/:course/cases',
  who: 'staff',
  summary: 'The cases one is named in (staff)',
  params: courseParams,
  answer: z.object({ cases: z.array(caseLine) }),
  staleAfter: ['cases'],
});

export const openCase = endpoint({
  method: 'post',
  path: '/api/courses/:course/cases',
  who: 'staff',
  changes: ['cases'],
  summary: 'Open a case with one or more students, with what it begins with (staff)',
  params: courseParams,
  body: z.strictObject({
    id,
    title,
    students: z.array(id).min(1, 'Choose at least one student.').max(20, 'At most 20 students.'),
    first: toAdd.nullable(),
  }),
  answer: done,
});

export const getCase = endpoint({
  method: 'get',
  path: '/api/courses/:course/cases/:case',
  who: 'staff',
  summary: 'A case with everything in it, for staff named in it (staff)',
  params: caseParams,
  answer: caseView,
  staleAfter: ['cases'],
});

export const addToCase = endpoint({
  method: 'post',
  path: '/api/courses/:course/cases/:case/entries',
  who: 'staff',
  changes: ['cases'],
  summary: 'Put something into a case as it stands now, or write to a student in it (staff)',
  params: caseParams,
  body: z.strictObject({ id, add: toAdd }),
  answer: done,
});

export const nameInCase = endpoint({
  method: 'put',
  path: '/api/courses/:course/cases/:case/people/:person',
  who: 'staff',
  changes: ['cases'],
  summary: 'Name a colleague in a case, who reads it from then on, add a student, or remove someone (staff)',
  params: caseParams.extend({ person: id }),
  body: z.strictObject({ named: z.boolean() }),
  answer: done,
});

export const decideCase = endpoint({
  method: 'put',
  path: '/api/courses/:course/cases/:case/decision',
  who: 'staff',
  changes: ['cases'],
  summary: 'Decide a case with a reason, or open it again with one (staff)',
  params: caseParams,
  body: z.strictObject({
    version,
    /** null: it is opened again. */
    decision: said('Write what you decided.').nullable(),
    reason: said('Write the reason.'),
  }),
  answer: done,
});

export const removeCase = endpoint({
  method: 'delete',
  path: '/api/courses/:course/cases/:case',
  who: 'staff',
  changes: ['cases'],
  summary: 'Remove a decided case with everything in it, for good (staff)',
  params: caseParams,
  answer: done,
});

const asked = z.object({
  id,
  /** The staff who read what is written here. */
  readers: z.array(personName),
  messages: z.array(z.object({ id, at: instant, from: personName, mine: z.boolean(), text: z.string() })),
  /** Whether an answer can still be written. */
  open: z.boolean(),
});
export type Asked = z.infer<typeof asked>;

export const listAsked = endpoint({
  method: 'get',
  path: '/api/courses/:course/asked',
  who: 'student',
  summary: 'What staff asked a student, and what they answered; nobody else reads it (student)',
  params: courseParams,
  answer: z.object({ asked: z.array(asked) }),
  staleAfter: ['cases'],
});

export const answerAsked = endpoint({
  method: 'post',
  path: '/api/courses/:course/asked/:case',
  who: 'student',
  changes: ['cases'],
  summary: 'Answer what staff asked (student)',
  params: caseParams,
  body: z.strictObject({ id, text: said('Write your answer.') }),
  answer: done,
});

import { z } from 'zod';
import { courseParams, done, forumParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';
import { changedDates, noticeKind } from './coreValues';

/** Things told together: answers to the same post, or one thing by itself. */
const noticeGroup = z.object({
  /** All of them, for marking them read together. */
  keys: z.array(z.string()),
  kind: noticeKind,
  at: instant,
  forumId: id,
  forum: z.string(),
  /** The post it leads to. */
  postId: id.nullable(),
  /** Who did it, the newest first. */
  actors: z.array(personName),
  /** How many posts it stands for. */
  count: z.int(),
  /** A reason or a line written for the person. */
  line: z.string().nullable(),
  due: instant.nullable(),
  dates: changedDates.nullable(),
  read: z.boolean(),
});
export type NoticeGroup = z.infer<typeof noticeGroup>;

const mailChoice = z.enum(['atOnce', 'daily', 'none']);
export type MailChoice = z.infer<typeof mailChoice>;

export const getNotices = endpoint({
  method: 'get',
  path: '/api/courses/:course/notices',
  who: 'member',
  summary:
    'What concerns the person in a course, the newest first; only what they may know of at this moment',
  params: courseParams,
  answer: z.object({ unread: z.int(), groups: z.array(noticeGroup), mail: mailChoice }),
  staleOn: ['notices'],
});

export const readNotices = endpoint({
  method: 'put',
  path: '/api/courses/:course/notices/read',
  who: 'member',
  changes: ['notices'],
  summary: 'Mark notices as read, by their keys, or all of them',
  params: courseParams,
  body: z.strictObject({ keys: z.union([z.literal('all'), z.array(z.string().max(200)).min(1).max(1000)]) }),
  answer: done,
});

export const setFollow = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/follow',
  who: 'member',
  changes: ['follows'],
  summary: 'Be told of new posts of a forum, or no longer',
  params: forumParams,
  body: z.strictObject({ follow: z.boolean() }),
  answer: done,
});

export const send = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/sendings',
  who: 'member',
  changes: ['notices'],
  summary:
    'Send a forum, or one of its posts, to people with a line of your own; the same id sent twice is one',
  params: forumParams,
  body: z.strictObject({
    id,
    postId: id.nullable(),
    to: z.array(id).min(1, 'Choose at least one person.').max(2000),
    line: z
      .string()
      .trim()
      .max(2000, 'At most 2,000 characters.')
      .transform((text) => (text === '' ? null : text)),
  }),
  answer: z.object({ sent: z.int() }),
});

export const getMailChoice = endpoint({
  method: 'get',
  path: '/api/mail/choice',
  who: 'person',
  staleAfter: ['notices'],
  summary: 'When one is sent mail',
  answer: z.object({
    choice: mailChoice,
    /** Whether they want a letter each week about the courses they teach. */
    letter: z.boolean(),
  }),
});

export const setLetter = endpoint({
  method: 'put',
  path: '/api/mail/letter',
  who: 'person',
  changes: ['notices'],
  summary: 'Choose to be sent a letter each Monday about the courses one teaches, or none',
  body: z.strictObject({ letter: z.boolean() }),
  answer: done,
});

export const setMailChoice = endpoint({
  method: 'put',
  path: '/api/mail/choice',
  who: 'person',
  changes: ['notices'],
  summary: 'Choose when to be sent mail: at once, once a day, or never',
  body: z.strictObject({ choice: mailChoice }),
  answer: done,
});

const outboxMail = z.object({
  id,
  to: personName.extend({ email: z.string() }),
  course: z.string(),
  kind: z.enum(['atOnce', 'daily', 'weekly', 'invitation']),
  state: z.enum(['waiting', 'sent', 'dropped']),
  madeAt: instant,
  sentAt: instant.nullable(),
  tries: z.int(),
  /** What the last try met with. */
  error: z.string().nullable(),
  /** null until it is sent: what a mail says is decided then. */
  subject: z.string().nullable(),
  text: z.string().nullable(),
});
export type OutboxMail = z.infer<typeof outboxMail>;

export const getOutbox = endpoint({
  method: 'get',
  path: '/api/mail/outbox',
  who: 'person',
  summary: 'Mail that Juror made: an administrator reads all of it, everyone else what was made for them',
  answer: z.object({
    mails: z.array(outboxMail),
    /** Whether mail stays in the data folder, or goes to a mail server. */
    goes: z.enum(['folder', 'server']),
    everyones: z.boolean(),
  }),
});

export const getMailFile = endpoint({
  method: 'get',
  path: '/api/mail/outbox/:mail',
  who: 'person',
  summary: 'The file of a mail that was sent, as it stands in the outbox (message/rfc822)',
  params: z.strictObject({ mail: id }),
  answer: z.any(),
});

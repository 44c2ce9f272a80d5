import { z } from 'zod';
import { courseParams, id, instant, personName } from './basics';
import { endpoint } from './endpoint';
import { role } from './roster';

/**
 * How someone can be brought in: with a link to choose a password; told that they are in the course, because they have a password
 * already; or by the administrator alone, because their account is not the instructor's to open.
 */
export const comesIn = z.enum(['link', 'password', 'administrator']);

/** The last time someone was invited. */
const invited = z.object({
  /** By mail, or with a link that was handed over. */
  by: z.enum(['mail', 'link']),
  at: instant,
  /** Of a mail: it has gone out, waits its turn, was not accepted yet and is tried again, or had nothing to say any more. */
  state: z.enum(['sent', 'waiting', 'failing', 'dropped']),
  /** What the last try of a mail met with. */
  error: z.string().nullable(),
});

const invitation = personName.extend({
  email: z.string(),
  role,
  studentNumber: z.string().nullable(),
  sectionId: id.nullable(),
  comesIn,
  invited: invited.nullable(),
});
export type Invitation = z.infer<typeof invitation>;

export const getInvitations = endpoint({
  method: 'get',
  path: '/api/courses/:course/invitations',
  who: 'instructor',
  staleAfter: ['invitations'],
  summary: 'Who of the roster was invited, and how each can be (instructor)',
  params: courseParams,
  answer: z.object({
    people: z.array(invitation),
    /** Whether mail stays in the data folder, or goes to a mail server. */
    goes: z.enum(['folder', 'server']),
  }),
});

const chosen = z.array(id).min(1, 'Choose at least one person.').max(5000, 'At most 5,000 people at once.');

export const sendInvitations = endpoint({
  method: 'post',
  path: '/api/courses/:course/invitations',
  who: 'instructor',
  changes: ['invitations'],
  summary: 'Invite people of the roster by mail (instructor)',
  params: courseParams,
  largest: 300_000,
  body: z.strictObject({
    people: chosen,
    /** A line of the instructor's own. */
    note: z
      .string()
      .trim()
      .max(2000, 'At most 2,000 characters.')
      .transform((text) => (text === '' ? null : text)),
  }),
  answer: z.object({
    /** How many mails were made. */
    made: z.int(),
    /** How many of those chosen only the administrator can invite, or are in the course no more. */
    leftOut: z.int(),
  }),
});

const handedLink = personName.extend({
  email: z.string(),
  studentNumber: z.string().nullable(),
  section: z.string().nullable(),
  /** Within Juror. */
  address: z.string(),
  expiresAt: instant,
});
export type HandedLink = z.infer<typeof handedLink>;

export const makeInvitationLinks = endpoint({
  method: 'post',
  path: '/api/courses/:course/invitations/links',
  who: 'instructor',
  changes: ['invitations'],
  summary: 'One-time links for people of the roster who have no password yet, to be handed over (instructor)',
  params: courseParams,
  largest: 300_000,
  body: z.strictObject({ people: chosen }),
  answer: z.object({
    links: z.array(handedLink),
    /** How many of those chosen get none: they have a password, or only the administrator can make them one. */
    leftOut: z.int(),
  }),
});

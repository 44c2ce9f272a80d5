import { z } from 'zod';
import { newPassword } from './account';
import { day, done, id, instant, page, paging, personName } from './basics';
import { endpoint } from './endpoint';
import { memberFields, passwordLink, role } from './roster';
import { isZone } from '../core/time/isZone';

const adminCourse = z.object({
  id,
  title: z.string(),
  code: z.string(),
  zone: z.string(),
  instructors: z.array(z.string()),
  students: z.int(),
  forums: z.int(),
  posts: z.int(),
  /** First and last instant of the term. */
  termStart: instant,
  termEnd: instant,
  /** When someone last wrote in it or changed it; null: never. */
  lastUsed: instant.nullable(),
  putAway: z.boolean(),
});

export const listAllCourses = endpoint({
  method: 'get',
  path: '/api/admin/courses',
  who: 'admin',
  staleAfter: ['people'],
  summary: 'Every course (administrator)',
  query: page,
  answer: z.object({ rows: z.array(adminCourse), paging }),
});

export const makeCourse = endpoint({
  method: 'put',
  path: '/api/admin/courses/:course',
  who: 'admin',
  changes: ['people'],
  summary: 'Make a course; the same id sent twice is one course (administrator)',
  params: z.strictObject({ course: id }),
  body: z
    .strictObject({
      title: z.string().trim().min(1, 'Give the course a title.').max(120, 'At most 120 characters.'),
      code: z.string().trim().min(1, 'Give the course a code.').max(30, 'At most 30 characters.'),
      zone: z.string().refine(isZone, 'Choose a time zone such as Europe/Lisbon.'),
      firstDay: day,
      lastDay: day,
    })
    .refine(({ firstDay, lastDay }) => lastDay >= firstDay, {
      path: ['lastDay'],
      message: 'The last day of the term comes before the first.',
    }),
  answer: z.object({ id }),
});

export const putCourseAway = endpoint({
  method: 'put',
  path: '/api/admin/courses/:course/put-away',
  who: 'admin',
  changes: ['people'],
  summary:
    'Put a course away, so that it stands in nobody’s list, or bring it back; nothing in it is lost (administrator)',
  params: z.strictObject({ course: id }),
  body: z.strictObject({ putAway: z.boolean() }),
  answer: done,
});

const adminPerson = personName.extend({
  givenName: z.string(),
  familyName: z.string(),
  preferredName: z.string().nullable(),
  email: z.string(),
  administrator: z.boolean(),
  canSignIn: z.boolean(),
  courses: z.array(z.object({ id, code: z.string(), role, removed: z.boolean() })),
});
export type AdminPerson = z.infer<typeof adminPerson>;

export const listAllPeople = endpoint({
  method: 'get',
  path: '/api/admin/people',
  who: 'admin',
  staleAfter: ['people'],
  summary: 'Every person (administrator)',
  query: page,
  answer: z.object({ rows: z.array(adminPerson), paging }),
});

const personParams = z.strictObject({ person: id });

export const savePerson = endpoint({
  method: 'put',
  path: '/api/admin/people/:person',
  who: 'admin',
  changes: ['people'],
  summary: 'Make or change a person (administrator)',
  params: personParams,
  body: memberFields
    .pick({ givenName: true, familyName: true, preferredName: true, sortableName: true, email: true })
    .extend({ administrator: z.boolean() }),
  answer: adminPerson,
});

export const setRole = endpoint({
  method: 'put',
  path: '/api/admin/people/:person/roles',
  who: 'admin',
  changes: ['people', 'course'],
  summary: 'Give a person a role in a course, or none (administrator)',
  params: personParams,
  body: z.strictObject({ courseId: id, role: role.nullable() }),
  answer: adminPerson,
});

export const makePersonLink = endpoint({
  method: 'post',
  path: '/api/admin/people/:person/link',
  who: 'admin',
  changes: ['people'],
  summary: 'A one-time link to set a password; with reset, the old one stops working at once (administrator)',
  params: personParams,
  body: z.strictObject({ reset: z.boolean() }),
  answer: passwordLink,
});

const linkParams = z.strictObject({ token: z.string().regex(/^[A-Za-z0-9_-]{20,80}$/) });

export const readLink = endpoint({
  method: 'get',
  path: '/api/links/:token',
  who: 'open',
  summary: 'Whose one-time link this is',
  params: linkParams,
  answer: z.object({
    name: z.string(),
    email: z.string(),
    expiresAt: instant,
    /** Given to them by someone, or asked for because they forgot theirs. */
    purpose: z.enum(['invite', 'reset']),
  }),
});

export const setPassword = endpoint({
  method: 'post',
  path: '/api/links/:token',
  who: 'open',
  changes: [],
  summary: 'Set a password with a one-time link',
  params: linkParams,
  body: z.strictObject({
    password: newPassword,
  }),
  answer: z.object({ email: z.string() }),
});

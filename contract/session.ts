import { z } from 'zod';
import { done, id, instant, personName } from './basics';
import { endpoint } from './endpoint';

const courseLink = z.object({
  id,
  title: z.string(),
  code: z.string(),
  role: z.enum(['instructor', 'assistant', 'student']),
});

/** The hours a person reads and writes times in: 12 with am and pm, or 24. */
export const hours = z.literal([12, 24]);

/** Who is signed in, and what the browser needs to begin. */
export const sessionState = z.object({
  person: personName
    .extend({
      email: z.string(),
      administrator: z.boolean(),
      hours,
      zone: z.string().nullable(),
      family: z.string(),
      familyFirst: z.boolean(),
    })
    .nullable(),
  courses: z.array(courseLink),
  /** Goes into the header X-Juror-Token of every write. */
  token: z.string().nullable(),
  /** The server's course clock, UTC ms. */
  now: instant,
  demo: z.boolean(),
  /** Whether a forgotten password can be asked for by mail. */
  mailsPasswords: z.boolean(),
  /** Origins whose material may be shown in place in texts; none for who is not signed in. */
  shows: z.array(z.string()),
});
export type SessionState = z.infer<typeof sessionState>;

export const getSession = endpoint({
  method: 'get',
  path: '/api/session',
  who: 'open',
  summary: 'Who is signed in',
  answer: sessionState,
});

export const signIn = endpoint({
  method: 'post',
  path: '/api/session',
  who: 'open',
  changes: [],
  summary: 'Sign in with e-mail and password',
  largest: 4096,
  body: z.strictObject({
    email: z.string().trim().min(1, 'Write your e-mail address.').max(200),
    password: z.string().min(1, 'Write your password.').max(200),
  }),
  answer: sessionState,
});

export const signOut = endpoint({
  method: 'delete',
  path: '/api/session',
  who: 'person',
  changes: [],
  summary: 'Sign out',
  answer: done,
});

export const demoPeople = endpoint({
  method: 'get',
  path: '/api/demo/people',
  who: 'open',
  summary: 'The people of the demo course (demo only)',
  answer: z.object({
    people: z.array(
      personName.extend({ email: z.string(), role: z.string(), section: z.string().nullable() }),
    ),
    password: z.string(),
  }),
});

export const demoSignIn = endpoint({
  method: 'post',
  path: '/api/demo/session',
  who: 'open',
  changes: [],
  summary: 'Sign in as a person of the demo (demo only)',
  body: z.strictObject({ personId: id }),
  answer: sessionState,
});

export const moveClock = endpoint({
  method: 'put',
  path: '/api/demo/clock',
  who: 'person',
  changes: ['course'],
  summary: 'Move the course clock (demo only, staff)',
  body: z.strictObject({ to: instant }),
  answer: z.object({ now: instant }),
});

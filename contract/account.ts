import { z } from 'zod';
import { isZone } from '../core/time/isZone';
import { done, instant } from './basics';
import { endpoint } from './endpoint';
import { hours } from './session';

/** A password as it is chosen. */
export const newPassword = z
  .string()
  .min(10, 'A password has at least 10 characters.')
  .max(200, 'At most 200 characters.');

export const chooseHours = endpoint({
  method: 'put',
  path: '/api/session/hours',
  who: 'person',
  changes: [],
  summary: 'Choose the hours one reads and writes times in',
  body: z.strictObject({ hours }),
  answer: done,
});

export const chooseZone = endpoint({
  method: 'put',
  path: '/api/session/zone',
  who: 'person',
  changes: [],
  summary: 'Choose the time zone one lives in; null: the browser’s',
  body: z.strictObject({
    zone: z.string().refine(isZone, 'Choose a time zone such as Europe/Lisbon.').nullable(),
  }),
  answer: done,
});

export const chooseNameOrder = endpoint({
  method: 'put',
  path: '/api/session/name',
  who: 'person',
  changes: ['people', 'course'],
  summary: 'Choose whether one’s family name is written before the given name',
  body: z.strictObject({ familyFirst: z.boolean() }),
  answer: z.object({ name: z.string() }),
});

export const changePassword = endpoint({
  method: 'put',
  path: '/api/session/password',
  who: 'person',
  changes: ['sessions'],
  summary: 'Change one’s own password; every other session ends',
  largest: 4096,
  body: z.strictObject({
    current: z.string().min(1, 'Write your current password.').max(200),
    password: newPassword,
  }),
  answer: done,
});

export const listSessions = endpoint({
  method: 'get',
  path: '/api/session/all',
  who: 'person',
  staleAfter: ['sessions'],
  summary: 'Where one is signed in',
  answer: z.object({
    sessions: z.array(
      z.object({
        id: z.string(),
        browser: z.string(),
        /** Machine time, UTC ms. */
        startedAt: instant,
        seenAt: instant,
        /** Whether it is the one that asks. */
        isThis: z.boolean(),
      }),
    ),
  }),
});

export const endOneSession = endpoint({
  method: 'delete',
  path: '/api/session/all/:session',
  who: 'person',
  changes: ['sessions'],
  summary: 'End one of one’s other sessions',
  params: z.strictObject({ session: z.string().regex(/^[0-9a-f]{24}$/) }),
  answer: done,
});

export const endOtherSessions = endpoint({
  method: 'delete',
  path: '/api/session/all',
  who: 'person',
  changes: ['sessions'],
  summary: 'End every session of one’s own but this one',
  answer: done,
});

export const askForPassword = endpoint({
  method: 'post',
  path: '/api/session/forgotten',
  who: 'open',
  changes: [],
  summary:
    'Be sent a link to choose a new password; the answer is the same whether the address is known or not',
  largest: 4096,
  body: z.strictObject({
    email: z.email('Write an e-mail address such as ines@fenwick-hollow.example.').max(200),
  }),
  answer: done,
});

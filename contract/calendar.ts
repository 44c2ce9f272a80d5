import { z } from 'zod';
import { CALENDAR_DATES } from '../core/calendar/entry';
import { courseParams, done, id, instant } from './basics';
import { slot } from './coreValues';
import { endpoint } from './endpoint';

/** A date of a forum as whoever asks has it. */
export const calendarEntry = z.object({
  /** What it is known by, whatever becomes of it. */
  key: z.string(),
  course: z.object({ id, title: z.string(), code: z.string(), zone: z.string() }),
  forum: z.object({ id, title: z.string() }),
  date: z.enum(CALENDAR_DATES),
  /** What it is called in its forum: "Initial post due". */
  name: z.string(),
  at: instant,
  /** Of a student: what is due then, and how it stands. */
  slots: z.array(slot),
  /** Of staff: of how many students’ own terms it is; null: it is the forum’s. */
  students: z.int().nullable(),
});
export type CalendarEntry = z.infer<typeof calendarEntry>;

const entries = z.object({ entries: z.array(calendarEntry) });

export const getCalendar = endpoint({
  method: 'get',
  path: '/api/courses/:course/calendar',
  who: 'member',
  staleOn: ['posts'],
  summary: 'The dates of a course as whoever asks has them: what opens, what is due, what closes',
  params: courseParams,
  answer: entries,
});

export const getOwnCalendar = endpoint({
  method: 'get',
  path: '/api/calendar',
  who: 'person',
  staleOn: ['posts'],
  summary: 'The dates of all courses of whoever asks',
  answer: entries,
});

/** So many minutes before something is due a reminder sounds. */
export const ALARMS = [60, 180, 1440, 2880] as const;
const alarm = z.literal(ALARMS).nullable();

export const subscription = z.object({
  /** When its address was made; null: there is none. */
  madeAt: instant.nullable(),
  /** Minutes before what is due; null: none. */
  alarm,
});
export type Subscription = z.infer<typeof subscription>;

export const getSubscription = endpoint({
  method: 'get',
  path: '/api/calendar/subscription',
  who: 'person',
  staleAfter: ['calendar'],
  summary: 'Whether one’s calendar can be subscribed to, and when it reminds',
  answer: subscription,
});

export const makeSubscription = endpoint({
  method: 'post',
  path: '/api/calendar/subscription',
  who: 'person',
  changes: ['calendar'],
  summary: 'Make the secret address of one’s calendar; one that was made before stops working',
  /** Told once: it is kept only as a hash. */
  answer: z.object({ address: z.string() }),
});

export const withdrawSubscription = endpoint({
  method: 'delete',
  path: '/api/calendar/subscription',
  who: 'person',
  changes: ['calendar'],
  summary: 'Withdraw the secret address of one’s calendar',
  answer: done,
});

export const setAlarm = endpoint({
  method: 'put',
  path: '/api/calendar/alarm',
  who: 'person',
  changes: ['calendar'],
  summary: 'Choose when one’s calendar reminds of what is due',
  body: z.strictObject({ alarm }),
  answer: done,
});

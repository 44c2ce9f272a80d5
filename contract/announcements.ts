import { z } from 'zod';
import { courseParams, done, id, instant, personName, version } from './basics';
import { endpoint } from './endpoint';

/** Whom an announcement is for: everyone, or the students of these sections and groups. */
export const announcedTo = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('everyone') }),
  z.strictObject({
    kind: z.literal('listed'),
    sectionIds: z.array(id).max(200),
    groupIds: z.array(id).max(500),
  }),
]);
export type AnnouncedTo = z.infer<typeof announcedTo>;

const title = z.string().trim().min(1, 'Give it a title.').max(120, 'At most 120 characters.');
const text = z.string().trim().min(1, 'Write what you announce.').max(5000, 'At most 5,000 characters.');

export const announcement = z.object({
  id,
  title: z.string(),
  text: z.string(),
  by: personName,
  at: instant,
  /** For staff: whom it is for; null for students. */
  to: announcedTo.nullable(),
  /** Its moment has not come. */
  planned: z.boolean(),
  /** Whether whoever asks may change it. */
  mayChange: z.boolean(),
  version,
});
export type Announcement = z.infer<typeof announcement>;

export const listAnnouncements = endpoint({
  method: 'get',
  path: '/api/courses/:course/announcements',
  who: 'member',
  staleOn: ['notices'],
  summary: 'What staff announced to whoever asks, the newest first; to staff also what is planned',
  params: courseParams,
  answer: z.object({
    announcements: z.array(announcement),
    /** For staff: the groups there are, by their plan. */
    groups: z.array(z.object({ id, title: z.string() })),
  }),
});

const announcementParams = z.strictObject({ course: id, announcement: id });

export const saveAnnouncement = endpoint({
  method: 'put',
  path: '/api/courses/:course/announcements/:announcement',
  who: 'staff',
  changes: ['notices'],
  summary:
    'Announce something to a class, a section or a group, now or at a moment to come, or change that (staff)',
  params: announcementParams,
  body: z.strictObject({
    version,
    title,
    text,
    to: announcedTo,
    /** null: now, or when it was. */
    at: instant.nullable(),
  }),
  answer: announcement,
});

export const removeAnnouncement = endpoint({
  method: 'delete',
  path: '/api/courses/:course/announcements/:announcement',
  who: 'staff',
  changes: ['notices'],
  summary: 'Remove an announcement; whoever has not read it does not any more (staff)',
  params: announcementParams,
  answer: done,
});

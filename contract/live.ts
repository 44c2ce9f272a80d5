import { z } from 'zod';
import { forumParams, id, personName } from './basics';
import { endpoint } from './endpoint';
import { postBody, postLine } from './posts';

/** Where the stream of what changes is (server-sent events, one `data:` line each). */
export const LIVE_PATH = '/api/live';

/**
 * Changed posts as they stand now, the same for everyone with the same access. It says nothing of what is a reader's own: whether they have
 * read or marked a post, nodded to it or reported it.
 */
export const forumChange = z.object({
  /** The lines of those posts that are there; the others are gone. */
  posts: z.array(postLine),
  /** Those of them that were not there before. */
  fresh: z.array(id),
  bodies: z.array(postBody),
  /** The people named in them. */
  people: z.array(personName),
  /** How many posts the seal keeps back; null where there is none. */
  sealedPosts: z.int().nullable(),
  questions: z.array(z.object({ id, sealedPosts: z.int() })),
});
export type ForumChange = z.infer<typeof forumChange>;

/**
 * Something changed for the person whose stream it is; what it is now is asked for as everything else is. It is sent to those
 * whom it concerns and who may know of it at that moment, and to nobody else.
 */
export const liveEvent = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('forum'),
    course: id,
    forum: id,
    /** The posts that were written or changed, as far as the person reads or read them. */
    posts: z.array(id),
    /** Something the person is told of came with it. */
    notices: z.boolean(),
    /** Over how long browsers spread asking for it, ms: the more of them there are, the longer. */
    spread: z.int(),
    /** The posts themselves, for a browser that has the forum open; left out where it has to ask, because the answer is the person's own. */
    change: forumChange.optional(),
  }),
  /** Scores were given, changed, excused or released; for staff, of the students they work with. */
  z.object({
    kind: z.literal('scores'),
    course: id,
    /** The forums they belong to; items made by hand have none. */
    forums: z.array(id),
    /** Whose they are; empty where they are many, or a forum hides whose. */
    students: z.array(id),
  }),
  /** Settings, roster, dates, scores or the clock changed what the course is to the person. */
  z.object({ kind: z.literal('course'), course: id }),
  /** What happened while nobody listened is not known any more: everything has to be asked for anew. */
  z.object({ kind: z.literal('reset') }),
  /** The session is over. */
  z.object({ kind: z.literal('signedOut') }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;

/** What the first event of a stream says. */
export const streamOpened = z.object({ stream: z.string() });

export const haveOpen = endpoint({
  method: 'put',
  path: '/api/live/forums',
  who: 'person',
  changes: [],
  summary: 'Say which forums are open in a browser, so that what changes in them comes with its stream',
  largest: 8192,
  body: z.strictObject({
    /** The stream's name, from its first event. */
    stream: z.string().max(60),
    /** All that are open now; they take the place of those said before. */
    forums: z.array(forumParams).max(20, 'at most 20 forums'),
  }),
  /** A stream that is not there any more hears nothing. */
  answer: z.object({ heard: z.boolean() }),
});

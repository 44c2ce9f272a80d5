import { z } from 'zod';
import {
  someIds,
  courseParams,
  done,
  forumParams,
  id,
  instant,
  page,
  paging,
  personName,
  points,
  postParams,
  version,
} from './basics';
import { endpoint } from './endpoint';
import { requiredNumbers } from './requirements';
import { attachedFile, fileView } from './files';
import { may, postBody, postLine } from './posts';
import { postText } from './richText';
import { part, phase, phaseReason, slot, storedText, use, wouldCount } from './coreValues';

/** A forum in a list. */
export const forumLine = z.object({
  id,
  title: z.string(),
  unitId: id.nullable(),
  phase: phase.nullable(),
  draft: z.boolean(),
  sealed: z.boolean(),
  frozen: z.boolean(),
  pinned: z.boolean(),
  /** Posts the person may read. */
  posts: z.int(),
  /** Those of them, by others, that the person has not read yet. */
  unread: z.int(),
  /** Posts the seal keeps from the person. */
  sealedPosts: z.int(),
  lastAt: instant.nullable(),
  opensAt: instant.nullable(),
  slots: z.array(slot),
  /** The due dates that count for the student; the forum's own for staff. */
  initialDue: instant.nullable(),
  repliesDue: instant.nullable(),
  reviewsDue: instant.nullable(),
  closesAt: instant.nullable(),
  /** The newest posts of others that the person may read, where the forum shows them. */
  recent: z.array(z.object({ id, author: z.string(), at: instant })),
});
export type ForumLine = z.infer<typeof forumLine>;

export const listForums = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums',
  who: 'member',
  staleAfter: ['marks', 'drafts', 'follows'],
  summary: 'The forums a person may open',
  params: courseParams,
  answer: z.object({ forums: z.array(forumLine) }),
  staleOn: ['posts'],
});

/** A draft as the server keeps it. */
export const draftView = z.object({
  /** `open` or `starter`, with `:<question or space>` where there are several; `answer:<post>`; `aside:<post>`; `edit:<post>`. */
  key: z.string(),
  doc: storedText,
  savedAt: instant,
  attachments: z.array(fileView),
  /** The id the post will have. */
  postId: id.nullable(),
});
export type DraftView = z.infer<typeof draftView>;

/** A forum as one person sees it. */
export const forumView = z.object({
  id,
  title: z.string(),
  unitId: id.nullable(),
  status: z.enum(['draft', 'published']),
  frozen: z.boolean(),
  phase: phase.nullable(),
  reason: phaseReason.nullable(),
  openings: z.enum(['answerPrompt', 'answerQuestions', 'oneThreadEach', 'threadsFreely']),
  readers: z.enum(['class', 'section', 'group', 'staff']),
  threading: z.enum(['nested', 'oneLevel']),
  hold: z.enum(['none', 'all', 'first']),
  /** Where students answer each question: the questions, each sealed on its own. */
  questions: z.array(
    z.object({
      id,
      html: z.string(),
      retired: z.boolean(),
      sealed: z.boolean(),
      /** Posts the seal of this question keeps back. */
      sealedPosts: z.int(),
    }),
  ),
  /** The spaces a person may look into, in order: for staff all of theirs, for a student their own and those opened. */
  spaces: z.array(z.object({ id, title: z.string(), posts: z.int(), mine: z.boolean() })),
  /** What is still to do elsewhere first, by the forum's title; only when locked. */
  unmet: z.array(z.object({ forumId: id, title: z.string(), condition: z.string() })),
  promptHtml: z.string(),
  dates: z.object({
    postingFrom: instant.nullable(),
    postingUntil: instant.nullable(),
    visibleUntil: instant.nullable(),
    initialDue: instant.nullable(),
    repliesDue: instant.nullable(),
    reviewsDue: instant.nullable(),
  }),
  /** What is required of the person, as it holds for them. */
  required: requiredNumbers,
  /** Whether students may post sound or film here, so that there may be something to listen to. */
  hears: z.boolean(),
  /** Whether one may subscribe to a feed of it. */
  feed: z.boolean(),
  /** Whether students review one another's posts here. */
  reviews: z.boolean(),
  /** How many of the questions are to be answered; null for all. */
  questionsRequired: z.int().nullable(),
  /** Words that are wished for; null: none. */
  recommended: z.object({
    initial: z.int().nullable(),
    reply: z.int().nullable(),
    post: z.int().nullable(),
  }),
  sealed: z
    .object({
      posts: z.int(),
      minWords: z.int(),
      liftsAt: instant.nullable(),
      lifts: z.enum(['never', 'posting', 'initialDue', 'at']),
    })
    .nullable(),
  /** For staff: whether a reply can be marked as the answer here. */
  marksAnswers: z.boolean(),
  /** Whether the forum has a seal at all, so that staff can tell a starter apart. */
  hasSeal: z.boolean(),
  /** How it is scored, which students read before they write; null where nothing is, or nothing may be known yet. */
  scoring: z.object({ maximum: points, parts: z.array(part) }).nullable(),
  slots: z.array(slot),
  /** Who reads. */
  me: id,
  /** Whether the person is told of new posts here. */
  followed: z.boolean(),
  /** For staff: how many posts wait for approval, how many students reported, and how many are marked for how they opened the seal. */
  care: z.object({ waiting: z.int(), reported: z.int(), marked: z.int() }).nullable(),
  /** Everyone who wrote one of the posts. */
  people: z.array(personName),
  /** For staff: the sections and groups those are in, to read only what one of them wrote. */
  groupings: z.array(
    z.object({ id, title: z.string(), kind: z.enum(['section', 'group']), people: z.array(id) }),
  ),
  /** What each of a student's own posts does for what is required, and why some do nothing. */
  uses: z.array(use),
  /** All posts the person may read, in reading order, without their texts. */
  posts: z.array(postLine),
  /** The texts of the first of them. */
  bodies: z.array(postBody),
  openThread: may,
  /** What files a post may carry; null for none. */
  attach: z.object({ kinds: z.array(z.string()), number: z.int(), megabytes: z.int() }).nullable(),
  approve: z.enum(['off', 'nods', 'ratings']),
  drafts: z.array(draftView),
});
export type ForumView = z.infer<typeof forumView>;

export const getForum = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum',
  who: 'member',
  staleAfter: ['posts', 'follows'],
  summary: 'A forum with the posts a person may read',
  params: forumParams,
  answer: forumView,
});

export const getChanged = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/changed',
  who: 'member',
  summary: 'A forum with only those of its posts that changed; those a person may not read are left out',
  params: forumParams,
  query: z.strictObject({
    /** Up to 100 ids, with commas between them. */
    posts: someIds('post'),
  }),
  answer: forumView,
});

export const getBodies = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/bodies',
  who: 'member',
  summary: 'What some posts of a forum say; those a person may not read are left out',
  params: forumParams,
  query: z.strictObject({
    /** Up to 100 ids, with commas between them. */
    posts: someIds('post'),
  }),
  answer: z.object({ bodies: z.array(postBody) }),
});

export const writePost = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/posts',
  who: 'member',
  changes: ['posts', 'drafts'],
  summary: 'Write a post; the same id sent twice is one post',
  params: forumParams,
  body: z.strictObject({
    id,
    parentId: id.nullable(),
    /** Where students answer each question, the one an opening post answers. */
    questionId: id.nullable().default(null),
    /** Staff opening a thread: the space it is for; null for all. In a journal, whose. */
    spaceId: id.nullable().default(null),
    doc: postText,
    attachments: z.array(attachedFile).max(20, 'at most 20 files').default([]),
    /** Staff only: a thread that is visible under the seal. */
    starter: z.boolean(),
    /** Staff only: only the author of the post answered and staff read it. */
    aside: z.boolean().default(false),
    /** The draft that becomes this post. */
    draft: z.string().max(60).nullable(),
  }),
  answer: z.object({ id, words: z.int(), unsealed: z.boolean() }),
});

export const editPost = endpoint({
  method: 'patch',
  path: '/api/courses/:course/forums/:forum/posts/:post',
  who: 'member',
  changes: ['posts', 'drafts'],
  summary: 'Change a post; the version before is kept',
  params: postParams,
  body: z.strictObject({
    version,
    doc: postText,
    attachments: z.array(attachedFile).max(20, 'at most 20 files').default([]),
  }),
  answer: z.object({ id, words: z.int(), unsealed: z.boolean() }),
});

export const removePost = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/posts/:post',
  who: 'member',
  changes: ['posts', 'ready'],
  summary: 'Remove a post',
  params: postParams,
  answer: done,
});

export const restorePost = endpoint({
  method: 'post',
  path: '/api/courses/:course/forums/:forum/posts/:post/restore',
  who: 'member',
  changes: ['posts', 'ready'],
  summary: 'Put a removed post back: staff any, a student what they removed themselves',
  params: postParams,
  answer: done,
});

export const getWouldCount = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/would',
  who: 'member',
  staleAfter: ['posts'],
  summary:
    'What a post would count as if a student sent it now, by its words; nothing where nothing is required',
  params: forumParams,
  query: z.strictObject({
    /** The post that is answered, or the own post that is changed; neither for an opening post. */
    answers: id.optional(),
    edits: id.optional(),
    question: id.optional(),
  }),
  answer: z.object({ steps: z.array(wouldCount) }),
});

export const strikeQuote = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/quoted/:source',
  who: 'staff',
  changes: ['posts'],
  summary: 'Strike what a post quotes from another, or bring it back (staff)',
  params: postParams.extend({ source: id }),
  body: z.strictObject({ struck: z.boolean() }),
  answer: done,
});

export const getMentionable = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/people',
  who: 'member',
  summary: 'Who can be mentioned in a post: those who read the conversation it stands in',
  params: forumParams,
  query: z.strictObject({
    /** The post that is answered. */
    answers: id.optional(),
    /** Staff opening a thread: the space it is for. */
    space: id.optional(),
  }),
  answer: z.object({ people: z.array(personName) }),
});

export const setNod = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/posts/:post/nod',
  who: 'member',
  changes: ['posts'],
  summary: 'Nod to a post (1) or rate it from 1 to 5; null takes it back',
  params: postParams,
  body: z.strictObject({ value: z.int().min(1).max(5).nullable() }),
  answer: done,
});

/** Every version of a post, the first one first. */
export const postVersions = z.object({
  paging,
  revisions: z.array(
    z.object({
      number: z.int(),
      at: instant,
      words: z.int(),
      html: z.string(),
      author: personName,
      byStaff: z.boolean(),
      /** When its last draft was kept before it was sent. */
      draftKeptAt: instant.nullable(),
    }),
  ),
});
export type PostVersions = z.infer<typeof postVersions>;

export const getRevisions = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/posts/:post/revisions',
  who: 'member',
  staleAfter: ['posts'],
  summary: 'Every version of a post (staff, and its author)',
  params: postParams,
  query: page,
  answer: postVersions,
});

/** For the editor: the text of one's own post as it stands. */
export const getPostDoc = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/posts/:post/doc',
  who: 'member',
  summary: 'A post as its author edits it',
  params: postParams,
  answer: z.object({ version, doc: storedText, attachments: z.array(fileView) }),
});

const draftParams = z.strictObject({
  course: id,
  forum: id,
  key: z.string().regex(/^((open|starter)(:[A-Za-z0-9_-]{4,40})?|(answer|aside|edit):[A-Za-z0-9_-]{4,40})$/),
});

export const keepDraft = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/drafts/:key',
  who: 'member',
  changes: ['drafts'],
  summary: 'Keep a draft',
  params: draftParams,
  body: z.strictObject({
    doc: postText,
    attachments: z.array(attachedFile).max(20, 'at most 20 files').default([]),
    /** The id the post will have; kept with the draft. */
    postId: id.nullable().default(null),
    /** When the draft this one goes on from was kept; null: there was none. Left out, nothing is compared. */
    after: instant.nullable().optional(),
    /** Of a change: the version of the post it began with. */
    version: version.optional(),
  }),
  /** `sent`: the post or change was sent meanwhile; nothing was kept. Another draft in this place since `after`: 409 with it. */
  answer: z.object({ savedAt: instant, sent: z.boolean() }),
});

export const dropDraft = endpoint({
  method: 'delete',
  path: '/api/courses/:course/forums/:forum/drafts/:key',
  who: 'member',
  changes: ['drafts'],
  summary: 'Throw a draft away',
  params: draftParams,
  answer: done,
});

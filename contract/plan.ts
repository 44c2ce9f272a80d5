import { z } from 'zod';
import { courseParams, done, forumParams, id, instant, personName, version } from './basics';
import { endpoint } from './endpoint';
import { forumSettings, ownTerms, schedule } from './forumSettings';
import { forumFacts, student } from './coreValues';

/** A forum of the plan. */
export const plannedForum = z.object({
  id,
  title: z.string(),
  unitId: id.nullable(),
  categoryId: id.nullable(),
  version,
  /** The forum as the core's rules read it. */
  forum: forumFacts,
  posts: z.int(),
  asked: z.int(),
  /** Its place among the forums on top; null: it stands in its unit. */
  pinned: z.int().nullable(),
  itemId: id.nullable(),
  /** Whether something stands in its prompt. */
  hasPrompt: z.boolean(),
});
export type PlannedForum = z.infer<typeof plannedForum>;

/** The plan: every forum, and the students whose terms the checks and the preview work out. */
export const planView = z.object({
  forums: z.array(plannedForum),
  students: z.array(z.object({ name: personName, facts: student })),
  groups: z.array(z.object({ id, planId: id, title: z.string() })),
  groupPlans: z.array(z.object({ id, title: z.string() })),
  /** Pairs of students who must not review one another. */
  mustNots: z.array(z.tuple([id, id])),
  /** Gradebook items, with what each holds: the forum that feeds it, and how many scores. */
  items: z.array(
    z.object({ id, title: z.string(), maximum: z.int(), forumId: id.nullable(), scores: z.int() }),
  ),
  /** Findings that staff have put aside, each as long as its facts stay. */
  dismissed: z.array(
    z.object({ forumId: id, code: z.string(), facts: z.string(), reason: z.string(), by: z.string() }),
  ),
  /** Why nobody has a total, whatever is scored. */
  noTotal: z.enum(['noCategories', 'noWeights', 'nothingInCategories']).nullable(),
  binned: z.int(),
});
export type PlanView = z.infer<typeof planView>;

export const getPlan = endpoint({
  method: 'get',
  path: '/api/courses/:course/plan',
  who: 'staff',
  staleAfter: ['library', 'findings', 'reviews'],
  summary: 'All forums of the plan (staff)',
  params: courseParams,
  answer: planView,
});

/** One forum as it is edited. */
export const forumForEdit = z.object({
  id,
  version,
  status: z.enum(['draft', 'published']),
  frozen: z.boolean(),
  posts: z.int(),
  settings: forumSettings,
  promptHtml: z.string(),
  /** Whether the starter that was written with the forum stands in it. */
  starterPosted: z.boolean(),
});
export type ForumForEdit = z.infer<typeof forumForEdit>;

export const getForumSettings = endpoint({
  method: 'get',
  path: '/api/courses/:course/forums/:forum/settings',
  who: 'staff',
  summary: 'The settings of a forum (staff)',
  params: forumParams,
  answer: forumForEdit,
});

/** What comes with the problem `sealChanges`: whom a change would reseal or unseal, by name. */
export const sealChangeNames = z.object({ reseals: z.array(z.string()), unseals: z.array(z.string()) });

/** What comes with the problem `scoresMove`: how many given scores the change would move, and how many stand in place of what is computed. */
export const scoresMoveCounts = z.object({ moves: z.int(), overridden: z.int(), left: z.int() });

export const saveForum = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/settings',
  who: 'instructor',
  changes: ['course', 'posts', 'scores'],
  summary: 'Make a forum, or change its settings (instructor)',
  params: forumParams,
  body: z.strictObject({
    /** 0 to make the forum; else the version that was edited. */
    version,
    settings: forumSettings,
    /** Publish in the same step. */
    publish: z.boolean(),
    /** The names of those whom the change reseals or unseals have been seen. */
    confirmed: z.boolean().default(false),
    /**
     * What becomes of given scores that the changed rules would move: they stay, or are given anew, and then also those that were
     * given in place of what is computed. Left out: asked first (problem `scoresMove`).
     */
    scores: z.strictObject({ give: z.enum(['stay', 'anew']), overrides: z.boolean() }).optional(),
  }),
  answer: forumForEdit,
});

export const setForumStatus = endpoint({
  method: 'put',
  path: '/api/courses/:course/forums/:forum/status',
  who: 'instructor',
  changes: ['course'],
  summary: 'Publish, take back to draft, freeze or unfreeze a forum (instructor)',
  params: forumParams,
  body: z.strictObject({ version, to: z.enum(['published', 'draft', 'frozen', 'unfrozen']) }),
  answer: forumForEdit,
});

/** New dates of one forum. */
const datesChange = z.strictObject({
  forumId: id,
  version,
  schedule,
  ownTerms: z.array(ownTerms).max(500),
  /** The instant at which its seal lifts, where it lifts on a date of its own. */
  sealLiftsAt: instant.nullable().default(null),
  /** The last day for asking for another look, where there is one; left out, it stays. */
  lookUntil: instant.optional(),
  /** When it is decided who reviews whom, where that is a date of its own; left out, it stays. */
  pairAt: instant.optional(),
});
export type DatesChange = z.input<typeof datesChange>;

export const moveDates = endpoint({
  method: 'put',
  path: '/api/courses/:course/plan/dates',
  who: 'instructor',
  changes: ['course'],
  summary: 'Change the dates and own terms of forums, all or none (instructor)',
  params: courseParams,
  body: z.strictObject({
    changes: z.array(datesChange).min(1).max(500),
    /** What is being done, for the course record: moved, shifted, undone. */
    what: z.enum(['moved', 'shifted', 'undone', 'ownTerms']),
    confirmed: z.boolean().default(false),
  }),
  answer: z.object({ versions: z.record(z.string(), version) }),
});

export const setTimeAway = endpoint({
  method: 'put',
  path: '/api/courses/:course/people/:person/away',
  who: 'instructor',
  changes: ['course', 'scores'],
  summary:
    'Move or excuse what is due for a student while they are away, all or none, or undo it (instructor)',
  params: z.strictObject({ course: id, person: id }),
  body: z
    .strictObject({
      changes: z.array(datesChange).max(200),
      /** Forums they are excused from, or, undone, no longer. */
      excuse: z.array(z.strictObject({ forumId: id, excused: z.boolean() })).max(200),
      /** Why, for the course record. */
      reason: z.string().trim().max(1000, 'At most 1,000 characters.').default(''),
      confirmed: z.boolean().default(false),
    })
    .refine(({ changes, excuse }) => changes.length + excuse.length > 0, {
      path: ['changes'],
      error: 'Choose at least one forum.',
    }),
  answer: z.object({
    /** The new version of each forum whose terms changed. */
    versions: z.record(id, version),
    /** Forums for which excusing changed something; who was excused before stays so when it is undone. */
    excused: z.array(id),
  }),
});

export const orderForums = endpoint({
  method: 'put',
  path: '/api/courses/:course/plan/order',
  who: 'instructor',
  changes: ['course'],
  summary: 'The order of units and forums, and which stand on top (instructor)',
  params: courseParams,
  body: z.strictObject({
    units: z.array(id).max(60),
    /** Every forum once, in order, with the unit it stands in. */
    forums: z.array(z.strictObject({ id, unitId: id.nullable() })).max(500),
    pinned: z.array(id).max(500),
  }),
  answer: done,
});

export const setForumsRemoved = endpoint({
  method: 'put',
  path: '/api/courses/:course/plan/removed',
  who: 'instructor',
  changes: ['course'],
  summary: 'Put forums in the bin, or bring them back, all or none (instructor)',
  params: courseParams,
  body: z.strictObject({
    forums: z.array(z.strictObject({ id, version })).min(1, 'Choose a forum.').max(500),
    removed: z.boolean(),
  }),
  answer: z.object({ versions: z.record(z.string(), version) }),
});

export const getBin = endpoint({
  method: 'get',
  path: '/api/courses/:course/bin',
  who: 'staff',
  summary: 'Forums in the bin, with what they hold (staff)',
  params: courseParams,
  answer: z.object({
    forums: z.array(
      z.object({ id, title: z.string(), removedAt: instant, posts: z.int(), scores: z.int(), version }),
    ),
  }),
});

export const duplicateForums = endpoint({
  method: 'post',
  path: '/api/courses/:course/plan/duplicates',
  who: 'instructor',
  changes: ['course'],
  summary: 'Duplicate forums as drafts, with all dates moved by days (instructor)',
  params: courseParams,
  body: z.strictObject({
    copies: z
      .array(z.strictObject({ from: id, to: id }))
      .min(1)
      .max(60),
    /** The unit the copies stand in; null: that of the original. */
    unitId: id.nullable(),
    days: z.int().min(-730).max(730),
    /** What would fall on a day without classes goes on to the next with. */
    toClassDays: z.boolean().default(false),
  }),
  answer: done,
});

export const dismissFinding = endpoint({
  method: 'put',
  path: '/api/courses/:course/plan/dismissals',
  who: 'instructor',
  changes: ['findings'],
  summary:
    'Put a finding aside with a reason, or take it up again; it returns when its facts change (instructor)',
  params: courseParams,
  body: z.strictObject({
    forumId: id,
    code: z.string().min(1).max(60),
    facts: z.string().min(1).max(60_000),
    /** null takes it up again. */
    reason: z.string().trim().min(1, 'Say why it can stay.').max(300, 'At most 300 characters.').nullable(),
  }),
  answer: done,
});

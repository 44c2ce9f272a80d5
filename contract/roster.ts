import { z } from 'zod';
import { ROSTER_COLUMNS } from '../core/roster/readRoster';
import { courseParams, done, id, instant, personName, version } from './basics';
import { endpoint, WHOLE_FILE } from './endpoint';

export const role = z.enum(['instructor', 'assistant', 'student']);

/** A person of a course. */
export const rosterPerson = personName.extend({
  version,
  role,
  givenName: z.string(),
  familyName: z.string(),
  preferredName: z.string().nullable(),
  email: z.string(),
  studentNumber: z.string().nullable(),
  sectionId: id.nullable(),
  /** The sections an assistant is limited to. */
  sections: z.union([z.literal('all'), z.array(id)]),
  enrolledFrom: instant,
  removed: z.boolean(),
  accommodationMinutes: z.int(),
  accommodationReason: z.string().nullable(),
  /** Whether they have set a password yet. */
  canSignIn: z.boolean(),
  /** Whether an instructor may change name and e-mail: not of people who are in courses of others too. */
  mayRename: z.boolean(),
});
export type RosterPerson = z.infer<typeof rosterPerson>;

const groupMember = z.strictObject({ id, locked: z.boolean() });
const group = z.strictObject({
  id,
  title: z.string().trim().min(1, 'Give the group a name.').max(80, 'At most 80 characters.'),
  members: z.array(groupMember).max(5000),
});

/** A split of the roster into small groups. */
export const groupPlan = z.object({
  id,
  title: z.string(),
  version,
  groups: z.array(group),
  /** Forums whose conversations run in these groups, by title. */
  usedBy: z.array(z.string()),
});
export type GroupPlanView = z.infer<typeof groupPlan>;

export const rosterView = z.object({
  people: z.array(rosterPerson),
  sections: z.array(z.object({ id, title: z.string() })),
  plans: z.array(groupPlan),
});
export type RosterView = z.infer<typeof rosterView>;

export const getRoster = endpoint({
  method: 'get',
  path: '/api/courses/:course/roster',
  who: 'staff',
  summary: 'People, sections and group plans (staff; an assistant limited to sections sees those)',
  params: courseParams,
  answer: rosterView,
});

const name = (what: string, least: number) =>
  z.string().trim().min(least, `Write the ${what}.`).max(80, 'At most 80 characters.');

/** A person's part in a course, as it is typed. */
export const memberFields = z.strictObject({
  role,
  givenName: name('given name', 1),
  familyName: name('family name', 0),
  preferredName: name('preferred name', 1).nullable(),
  /** null: family name, then given name. */
  sortableName: name('sortable name', 1).nullable(),
  email: z.email('Write an e-mail address such as ines@fenwick-hollow.example.').max(200),
  studentNumber: z.string().trim().min(1).max(40, 'At most 40 characters.').nullable(),
  sectionId: id.nullable(),
  sections: z.union([z.literal('all'), z.array(id).max(100)]),
  enrolledFrom: instant,
  accommodationMinutes: z
    .int()
    .min(0, 'An accommodation adds time; 0 for none.')
    .max(525_600, 'At most a year.'),
  accommodationReason: z.string().trim().max(500, 'At most 500 characters.').nullable(),
});
export type MemberFields = z.infer<typeof memberFields>;

const memberParams = z.strictObject({ course: id, person: id });

export const saveMember = endpoint({
  method: 'put',
  path: '/api/courses/:course/roster/:person',
  who: 'instructor',
  changes: ['course'],
  summary: 'Add a person to a course, or change their part in it (instructor)',
  params: memberParams,
  body: z.strictObject({
    /** 0 to add; else the version that was edited. */
    version,
    fields: memberFields,
    /** What the change means in forums under way has been seen. */
    confirmed: z.boolean().default(false),
  }),
  answer: rosterPerson,
});

export const setMemberRemoved = endpoint({
  method: 'put',
  path: '/api/courses/:course/roster/:person/removed',
  who: 'instructor',
  changes: ['course'],
  summary: 'Remove a person from a course, or bring them back (instructor)',
  params: memberParams,
  body: z.strictObject({ version, removed: z.boolean() }),
  answer: rosterPerson,
});

export const saveSections = endpoint({
  method: 'put',
  path: '/api/courses/:course/sections',
  who: 'instructor',
  changes: ['course'],
  summary: 'Make, rename, order and take away sections (instructor)',
  params: courseParams,
  body: z.strictObject({
    sections: z
      .array(
        z.strictObject({
          id,
          title: z.string().trim().min(1, 'Give the section a name.').max(80, 'At most 80 characters.'),
        }),
      )
      .max(100),
  }),
  answer: done,
});

/** What a move of students means in a forum under way. */
export const moveChange = z.object({
  student: z.string(),
  forum: z.string(),
  from: z.string().nullable(),
  to: z.string().nullable(),
  /** Own posts that stay in the space left. */
  posts: z.int(),
  /** How what they may read changes. */
  reading: z.enum(['same', 'reseals', 'unseals', 'loses', 'gains']),
});
export type MoveChangeView = z.infer<typeof moveChange>;
/** What comes with the problem `moveChanges`. */
export const moveChanges = z.array(moveChange);

const planParams = z.strictObject({ course: id, plan: id });

export const saveGroupPlan = endpoint({
  method: 'put',
  path: '/api/courses/:course/group-plans/:plan',
  who: 'instructor',
  changes: ['course'],
  summary: 'Make or change a group plan as a whole (instructor)',
  params: planParams,
  body: z.strictObject({
    version,
    title: z.string().trim().min(1, 'Give the group plan a name.').max(80, 'At most 80 characters.'),
    groups: z.array(group).max(500, 'At most 500 groups.'),
    confirmed: z.boolean().default(false),
  }),
  answer: groupPlan,
});

export const dropGroupPlan = endpoint({
  method: 'delete',
  path: '/api/courses/:course/group-plans/:plan',
  who: 'instructor',
  changes: ['course'],
  summary: 'Take a group plan away that no forum uses (instructor)',
  params: planParams,
  answer: done,
});

/** The columns a roster file may have. */
export const rosterColumn = z.enum(ROSTER_COLUMNS);

export const importRoster = endpoint({
  method: 'post',
  path: '/api/courses/:course/roster/import',
  who: 'instructor',
  changes: ['course'],
  largest: WHOLE_FILE,
  summary: 'Read a roster from CSV: first what would happen, then, confirmed, written (instructor)',
  params: courseParams,
  body: z.strictObject({
    text: z.string().min(1, 'The file is empty.').max(16_000_000, 'The file is too large.'),
    /** Which column holds what, by its place from 0; null: matched by the names in the first row. */
    columns: z.partialRecord(rosterColumn, z.int().min(0).max(200)).nullable(),
    confirm: z.boolean(),
  }),
  answer: z.object({
    heads: z.array(z.string()),
    columns: z.partialRecord(rosterColumn, z.int()),
    rows: z.array(
      z.object({
        /** Line in the file, from 1. */
        line: z.int(),
        kind: z.enum(['new', 'changed', 'same', 'error']),
        name: z.string(),
        /** What changes, or what is wrong. */
        notes: z.array(z.string()),
      }),
    ),
    counts: z.object({ new: z.int(), changed: z.int(), same: z.int(), error: z.int() }),
    /** What changes of section mean in forums under way. */
    moves: z.array(moveChange),
    written: z.boolean(),
  }),
});

/** A one-time link with which a person sets a password. */
export const passwordLink = z.object({ address: z.string(), expiresAt: instant });

export const makeMemberLink = endpoint({
  method: 'post',
  path: '/api/courses/:course/roster/:person/link',
  who: 'instructor',
  changes: ['invitations'],
  summary:
    'A one-time link to set a password, also in place of a forgotten one, for a student of one’s own (instructor)',
  params: memberParams,
  answer: passwordLink,
});

import { z } from 'zod';
import { MOST_OUTCOMES } from '../core/course/outcome';
import { isZone } from '../core/time/isZone';
import { courseParams, day, id, percent, version } from './basics';
import { endpoint } from './endpoint';
import { outcome } from './outcomeList';

const title = (what: string) =>
  z.string().trim().min(1, `Give the ${what} a name.`).max(120, 'At most 120 characters.');

const unit = z.strictObject({ id, title: title('unit') });
const category = z.strictObject({
  id,
  title: title('category'),
  weight: percent,
  zeroForMissing: z.boolean(),
  /** How many of a student's items are dropped, so that what stays is the best possible. */
  drop: z.int().min(0, 'Drop 0 or more.').max(50, 'Drop at most 50.').optional(),
});
const letter = z.strictObject({ letter: z.string().trim().min(1, 'Write a letter.').max(8), from: percent });

/** A day without classes, and what it is called. */
export const freeDay = z.strictObject({
  day,
  title: z.string().trim().max(80, 'At most 80 characters.'),
});

/** Everything about a course that its instructors set. */
export const courseSettings = z
  .strictObject({
    title: title('course'),
    code: z.string().trim().min(1, 'Give the course a code.').max(30, 'At most 30 characters.'),
    zone: z.string().refine(isZone, 'Choose a time zone such as Europe/Lisbon.'),
    /** First and last day of the term, by the course's calendar. */
    firstDay: day,
    lastDay: day,
    /** Whether it is kept how often students open each forum. */
    visits: z.boolean(),
    /** So many months after its decision a case is removed; null: only by hand. */
    caseMonths: z
      .int('Write a whole number of months.')
      .min(1, 'At least 1 month.')
      .max(240, 'At most 240 months.')
      .nullable()
      .default(null),
    freeDays: z.array(freeDay).max(200, 'At most 200 days without classes.'),
    units: z.array(unit).max(60),
    categories: z.array(category).max(40),
    mode: z.enum(['weighted', 'byPoints']),
    letters: z.array(letter).max(30),
    outcomes: z.array(outcome).max(MOST_OUTCOMES, `At most ${MOST_OUTCOMES} outcomes.`),
  })
  .superRefine((settings, context) => {
    const refuse = (field: string, message: string) =>
      context.addIssue({ code: 'custom', message, path: field.split('.') });
    if (settings.lastDay < settings.firstDay)
      refuse('lastDay', 'The last day of the term comes before the first.');
    const days = (Date.parse(settings.lastDay) - Date.parse(settings.firstDay)) / 86_400_000;
    if (days > 400) refuse('lastDay', 'A term has at most 400 days.');
    const letters = [...settings.letters].sort((a, b) => a.from - b.from);
    if (letters.length > 0 && letters[0]!.from !== 0)
      refuse('letters', 'The lowest letter starts at 0 %, so that every total has one.');
    if (letters.some(({ from }, index) => index > 0 && letters[index - 1]!.from === from))
      refuse('letters', 'Two letters start at the same percentage.');
    if (new Set(settings.freeDays.map(({ day }) => day)).size < settings.freeDays.length)
      refuse('freeDays', 'The same day appears here twice.');
    const codes = settings.outcomes.map(({ code }) => code.toLowerCase());
    codes.forEach((code, index) => {
      if (codes.indexOf(code) < index)
        refuse(`outcomes.${index}.code`, 'Another outcome has this code already.');
    });
    for (const [field, list] of [
      ['units', settings.units],
      ['categories', settings.categories],
      ['outcomes', settings.outcomes],
    ] as const)
      if (new Set(list.map((each) => each.id)).size < list.length)
        refuse(field, 'The same id appears here twice.');
  });
export type CourseSettings = z.infer<typeof courseSettings>;

const settingsView = z.object({
  version,
  settings: courseSettings,
  /** Forums that stand in each unit and category, the bin included. */
  used: z.object({
    units: z.record(z.string(), z.int()),
    categories: z.record(z.string(), z.int()),
    /** Criteria that name each outcome. */
    outcomes: z.record(z.string(), z.int()),
  }),
});
export type CourseSettingsView = z.infer<typeof settingsView>;

export const getCourseSettings = endpoint({
  method: 'get',
  path: '/api/courses/:course/settings',
  who: 'staff',
  summary: 'The settings of a course (staff)',
  params: courseParams,
  answer: settingsView,
});

export const saveCourseSettings = endpoint({
  method: 'put',
  path: '/api/courses/:course/settings',
  who: 'instructor',
  changes: ['course'],
  summary: 'Change the settings of a course (instructor)',
  params: courseParams,
  body: z.strictObject({
    version,
    settings: courseSettings,
    /** With another zone: whether dates keep their wall-clock times (the default) or their instants. */
    keepWallClock: z.boolean().default(true),
  }),
  answer: settingsView,
});

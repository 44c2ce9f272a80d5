import { z } from 'zod';
import { courseSettings, type CourseSettings } from '../../../contract/courseSettings';
import { addDays, mondayOf } from '../../../core/time/calendarDay';
import { percentText, wholeText } from '../../forms/codecs';

const { shape } = courseSettings;
const category = shape.categories.element.shape;

/** A course's settings as they are typed: percentages and numbers are texts. */
const fields = z.object({
  ...shape,
  categories: z.array(
    z.object({
      ...category,
      weight: percentText,
      drop: wholeText(category.drop.unwrap(), 'Write how many are dropped, from 0 to 50.'),
    }),
  ),
  letters: z.array(z.object({ ...shape.letters.element.shape, from: percentText })),
  /** With another zone: whether dates keep their times of day, or their moments. */
  keepWallClock: z.boolean(),
});
export type SettingsForm = z.input<typeof fields>;

/** Reads what is typed, and says what is wrong across its fields too. */
export const settingsForm = fields.superRefine(({ keepWallClock: _, ...settings }, context) => {
  for (const { path, message } of courseSettings.safeParse(settings).error?.issues ?? [])
    context.addIssue({ code: 'custom', path, message });
});

/** What is typed for settings as they are; letters from the highest to the lowest. */
export const shownSettings = (settings: CourseSettings): SettingsForm =>
  fields.encode({
    ...settings,
    categories: settings.categories.map((each) => ({ ...each, drop: each.drop ?? 0 })),
    letters: [...settings.letters].sort((a, b) => b.from - a.from),
    keepWallClock: true,
  });

/** The Mondays of a term, from that of its first day; none while a day is not written out. */
export function weeksOf(firstDay: string, lastDay: string): string[] {
  const isDay = (text: string) => /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text));
  if (!isDay(firstDay) || !isDay(lastDay)) return [];
  const weeks: string[] = [];
  for (let monday = mondayOf(firstDay); monday <= lastDay && weeks.length < 60; monday = addDays(monday, 7))
    weeks.push(monday);
  return weeks;
}

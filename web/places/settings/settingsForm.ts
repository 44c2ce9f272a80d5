import type { Path } from 'react-hook-form';
import type { CourseSettings } from '../../../contract/courseSettings';
import { addDays, mondayOf } from '../../../core/time/calendarDay';
import { readPoints } from '../../forms/readPoints';

/** A course's settings as they are typed: percentages are texts. */
export interface SettingsForm extends Omit<CourseSettings, 'categories' | 'letters'> {
  categories: { id: string; title: string; weight: string; zeroForMissing: boolean; drop: string }[];
  letters: { letter: string; from: string }[];
  /** With another zone: whether dates keep their times of day, or their moments. */
  keepWallClock: boolean;
}

/** What is typed for settings as they are; letters from the highest to the lowest. */
export function toSettingsForm(settings: CourseSettings): SettingsForm {
  return {
    ...settings,
    categories: settings.categories.map((each) => ({
      ...each,
      weight: String(each.weight / 100),
      drop: String(each.drop ?? 0),
    })),
    letters: [...settings.letters]
      .sort((a, b) => b.from - a.from)
      .map((each) => ({ letter: each.letter, from: String(each.from / 100) })),
    keepWallClock: true,
  };
}

/**
 * The settings that were typed, and the fields that cannot be read, each with the remedy. Where there are any, the
 * settings are not to be saved.
 */
export function fromSettingsForm(form: SettingsForm): {
  settings: CourseSettings;
  problems: { field: Path<SettingsForm>; message: string }[];
} {
  const problems: { field: Path<SettingsForm>; message: string }[] = [];
  const percent = (text: string, field: Path<SettingsForm>): number => {
    const read = readPoints(text);
    if (typeof read === 'number' && read >= 0 && read <= 10_000) return read;
    problems.push({ field, message: 'Write a percentage from 0 to 100.' });
    return 0;
  };
  const count = (text: string, field: Path<SettingsForm>): number => {
    if (/^\d{1,2}$/.test(text.trim()) && Number(text) <= 50) return Number(text);
    problems.push({ field, message: 'Write how many are dropped, from 0 to 50.' });
    return 0;
  };
  const { title, code, zone, firstDay, lastDay, freeWeeks, units, mode } = form;
  const settings = {
    title,
    code,
    zone,
    firstDay,
    lastDay,
    freeWeeks,
    units,
    mode,
    categories: form.categories.map((each, at) => ({
      ...each,
      weight: percent(each.weight, `categories.${at}.weight`),
      drop: count(each.drop, `categories.${at}.drop`),
    })),
    letters: form.letters.map((each, at) => ({ ...each, from: percent(each.from, `letters.${at}.from`) })),
  };
  return { settings, problems };
}

/** The Mondays of a term, from that of its first day; none while a day is not written out. */
export function weeksOf(firstDay: string, lastDay: string): string[] {
  const isDay = (text: string) => /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text));
  if (!isDay(firstDay) || !isDay(lastDay)) return [];
  const weeks: string[] = [];
  for (let monday = mondayOf(firstDay); monday <= lastDay && weeks.length < 60; monday = addDays(monday, 7))
    weeks.push(monday);
  return weeks;
}

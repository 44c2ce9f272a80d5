import { describe, expect, it } from 'vitest';
import { courseSettings, type CourseSettings } from '../../../contract/courseSettings';
import { settingsForm, shownSettings, weeksOf, type SettingsForm } from './settingsForm';

const settings: CourseSettings = {
  title: 'Rivers and Cities',
  code: 'RVC 210',
  zone: 'Europe/Lisbon',
  firstDay: '2026-02-02',
  lastDay: '2026-03-29',
  freeDays: [{ day: '2026-02-16', title: 'Founders’ day' }],
  visits: false,
  caseMonths: null,
  units: [{ id: 'unit-1', title: 'Where water goes' }],
  categories: [
    { id: 'hearings', title: 'Hearings', weight: 6250, zeroForMissing: true, drop: 2 },
    { id: 'journals', title: 'Journals', weight: 3750, zeroForMissing: false, drop: 0 },
  ],
  mode: 'weighted',
  outcomes: [{ id: 'argues', code: 'R1', text: 'Argues a position' }],
  letters: [
    { letter: 'C', from: 0 },
    { letter: 'A', from: 8950 },
  ],
};

const problems = (form: SettingsForm) =>
  settingsForm
    .safeDecode(form)
    .error?.issues.map(({ path, message }) => ({ field: path.join('.'), message })) ?? [];

describe('the form of a course’s settings', () => {
  it('says what it was given', () => {
    const { keepWallClock, ...read } = settingsForm.decode(shownSettings(settings));
    expect(keepWallClock).toBe(true);
    expect(read).toEqual({ ...settings, letters: [...settings.letters].reverse() });
    expect(courseSettings.safeParse(read).success).toBe(true);
  });
  it('shows percentages as people write them, and letters from the best down', () => {
    const form = shownSettings(settings);
    expect(form.categories.map(({ weight }) => weight)).toEqual(['62.5', '37.5']);
    expect(form.letters).toEqual([
      { letter: 'A', from: '89.5' },
      { letter: 'C', from: '0' },
    ]);
    expect(form.keepWallClock).toBe(true);
  });
  it.each(['', '51', '-1', '1.5'])('names the field of how many are dropped for “%s”', (typed) => {
    const form = shownSettings(settings);
    form.categories[0]!.drop = typed;
    expect(problems(form)).toEqual([
      { field: 'categories.0.drop', message: 'Write how many are dropped, from 0 to 50.' },
    ]);
  });
  it('takes a decimal comma', () => {
    const form = shownSettings(settings);
    form.categories[0]!.weight = '62,5';
    expect(settingsForm.decode(form).categories[0]!.weight).toBe(6250);
  });
  it.each(['', 'a lot', '-5', '100.5', '1e9'])('names the field for “%s”', (typed) => {
    const form = shownSettings(settings);
    form.categories[1]!.weight = typed;
    form.letters[0]!.from = typed;
    expect(problems(form)).toEqual([
      { field: 'categories.1.weight', message: 'Write a percentage from 0 to 100.' },
      { field: 'letters.0.from', message: 'Write a percentage from 0 to 100.' },
    ]);
  });
  it('names what no single field can see', () => {
    const form = shownSettings({ ...settings, lastDay: '2026-01-01' });
    form.letters = [{ letter: 'A', from: '50' }];
    expect(problems(form).map(({ field }) => field)).toEqual(['lastDay', 'letters']);
  });
});

describe('the weeks of a term', () => {
  it('are named by their Mondays, the first even where the term starts later in it', () => {
    expect(weeksOf('2026-02-04', '2026-02-22')).toEqual(['2026-02-02', '2026-02-09', '2026-02-16']);
  });
  it('end with the week of the last day', () => {
    expect(weeksOf('2026-02-02', '2026-02-16').at(-1)).toBe('2026-02-16');
    expect(weeksOf('2026-02-02', '2026-02-15').at(-1)).toBe('2026-02-09');
  });
  it('go over a clock change and a year’s end without losing one', () => {
    expect(weeksOf('2026-03-23', '2026-04-12')).toEqual(['2026-03-23', '2026-03-30', '2026-04-06']);
    expect(weeksOf('2025-12-29', '2026-01-11')).toEqual(['2025-12-29', '2026-01-05']);
  });
  it('are none while a day is being typed, and never without end', () => {
    expect(weeksOf('', '2026-02-16')).toEqual([]);
    expect(weeksOf('2026-02-02', '2026-02')).toEqual([]);
    expect(weeksOf('2026-02-31', '2026-13-45')).toEqual([]);
    expect(weeksOf('2026-02-02', '2099-01-01')).toHaveLength(60);
    expect(weeksOf('2026-03-02', '2026-02-02')).toEqual([]);
  });
});

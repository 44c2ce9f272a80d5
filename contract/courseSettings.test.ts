import { describe, expect, it } from 'vitest';
import { courseSettings, type CourseSettings } from './courseSettings';

const sound: CourseSettings = {
  title: 'Rivers and Cities',
  code: 'RVC 210',
  zone: 'Europe/Lisbon',
  firstDay: '2026-02-02',
  lastDay: '2026-03-29',
  freeDays: [{ day: '2026-02-16', title: 'Founders’ day' }],
  visits: false,
  caseMonths: null,
  units: [{ id: 'unit-1', title: 'Where water goes' }],
  categories: [{ id: 'cat-1', title: 'Hearings', weight: 7000, zeroForMissing: false }],
  mode: 'weighted',
  outcomes: [{ id: 'argues', code: 'R1', text: 'Argues a position' }],
  letters: [
    { letter: 'A', from: 9000 },
    { letter: 'B', from: 0 },
  ],
};
/** The fields that are refused, with what is said of them. */
const refused = (change: Partial<Record<keyof CourseSettings, unknown>>) => {
  const result = courseSettings.safeParse({ ...sound, ...change });
  return result.success
    ? {}
    : Object.fromEntries(result.error.issues.map(({ path, message }) => [path.join('.'), message]));
};

describe('settings of a course', () => {
  it('are taken where they make sense', () => {
    expect(refused({})).toEqual({});
    expect(refused({ letters: [], units: [], categories: [], freeDays: [] })).toEqual({});
    expect(refused({ lastDay: sound.firstDay })).toEqual({});
  });
  it.each<[string, keyof CourseSettings, unknown, RegExp]>([
    ['no title', 'title', '  ', /name/],
    ['a title without end', 'title', 'x'.repeat(121), /120/],
    ['no code', 'code', '', /code/],
    ['a zone nobody lives in', 'zone', 'Atlantis/Centre', /time zone/],
    ['an offset in place of a zone', 'zone', '', /time zone/],
    ['a day that is no day', 'firstDay', '2 February', /2026-02-02/],
    ['a day that February does not have', 'firstDay', '2026-02-30', /2026-02-02/],
    ['a term that ends before it begins', 'lastDay', '2026-02-01', /before the first|400 days/],
    ['a term of years', 'lastDay', '2028-01-01', /400 days/],
    ['a free day that is no day', 'freeDays', [{ day: '2026-02-30', title: '' }], /2026-02-02/],
    [
      'a free day twice',
      'freeDays',
      [
        { day: '2026-02-16', title: '' },
        { day: '2026-02-16', title: 'Again' },
      ],
      /twice/,
    ],
    ['a scale without a lowest letter', 'letters', [{ letter: 'A', from: 5000 }], /0 %/],
    [
      'two letters at one percentage',
      'letters',
      [
        { letter: 'A', from: 0 },
        { letter: 'B', from: 0 },
      ],
      /same percentage/,
    ],
    ['the same unit twice', 'units', [sound.units[0], sound.units[0]], /twice/],
    ['the same category twice', 'categories', [sound.categories[0], sound.categories[0]], /twice/],
  ])('%s: the field is named, with the remedy', (_, field, value, says) => {
    const problems = refused({ [field]: value });
    expect(Object.keys(problems).map((path) => path.split('.')[0])).toEqual([field]);
    expect(Object.values(problems)[0]).toMatch(says);
  });
  it('a weight over 100 % and a unit without a name are found in their row', () => {
    const heavy = { ...sound.categories[0]!, weight: 10_001 };
    expect(Object.keys(refused({ categories: [sound.categories[0]!, { ...heavy, id: 'cat-2' }] }))).toEqual([
      'categories.1.weight',
    ]);
    expect(Object.keys(refused({ units: [{ id: 'unit-1', title: '' }] }))).toEqual(['units.0.title']);
  });
});

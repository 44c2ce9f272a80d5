import { describe, expect, it } from 'vitest';
import type { OwnTerms } from '../../../../core/course/forum';
import { at, forum } from '../../../../core/testing/fixtures';
import { ownTermsCodec, type TypedOwnTerms } from './ownTermsForm';

const f = forum({ schedule: { initialDue: at('03-04 23:59') } });
const codec = ownTermsCodec(f, 'own', 'Europe/Lisbon');
const terms: OwnTerms = {
  id: 'own',
  targets: { kind: 'students', ids: ['ines'] },
  dates: {
    initialDue: { plusMinutes: 2880 },
    repliesDue: 'none',
    postingUntil: { at: at('03-10 23:59') },
  },
  numbers: { replies: 1, initialMinWords: 0 },
};
const shown = codec.encode(terms);
const problems = (change: Partial<TypedOwnTerms>) =>
  codec
    .safeDecode({ ...shown, ...change })
    .error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) ?? [];

describe('the form of own terms', () => {
  it('says what it was given, and nothing of what is as for everyone', () => {
    expect(shown.dates.initialDue).toMatchObject({ say: 'plus', plus: { amount: '2', unit: 'days' } });
    expect(shown.dates.visibleFrom.say).toBe('inherit');
    expect(shown.numbers).toMatchObject({ replies: '1', initialMinWords: '0', posts: '' });
    expect(codec.decode(shown)).toEqual(terms);
  });
  it('begins a date where it stands for everyone', () => {
    expect(codec.encode({ ...terms, dates: {} }).dates.initialDue.at).toBe('2026-03-04T23:59');
  });
  it('names what cannot be read', () => {
    const { dates, numbers } = shown;
    const late = { ...dates.initialDue, plus: { amount: 'two', unit: 'days' as const } };
    expect(problems({ dates: { ...dates, initialDue: late } })[0]).toMatch(
      /^dates.initialDue.plus.amount: .*at most a year/,
    );
    const open = { ...dates.postingFrom, say: 'at' as const, at: '' };
    expect(problems({ dates: { ...dates, postingFrom: open } })[0]).toMatch(
      /^dates.postingFrom.at: .*write a date/,
    );
    expect(problems({ numbers: { ...numbers, replies: '51' } })[0]).toMatch(/^numbers.replies: .*up to 50/);
    expect(problems({ targets: { kind: 'students', ids: [] } })[0]).toMatch(/^targets: Choose whom/);
  });
  it('says so where nothing differs', () => {
    const none = codec.encode({ ...terms, dates: {}, numbers: {} });
    expect(problems(none)).toEqual(['dates: Nothing differs yet; change a date or a number.']);
  });
});

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Finding } from '../core/checks/check';
import { fromWallClock } from '../core/time/wallClock';
import { dateWords } from './dates';
import { findingWords, type FindingWords } from './findings';

const CHECKS = join(import.meta.dirname, '../core/checks');
/** Every code that a check in core can give, read from the checks themselves. */
const codes = new Set(
  readdirSync(CHECKS)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .flatMap((name) =>
      [
        ...readFileSync(join(CHECKS, name), 'utf8').matchAll(/finding\(\s*'(?:error|warning)',\s*'(\w+)'/g),
        // What the kinds of parts find stands in a table.
        ...readFileSync(join(CHECKS, name), 'utf8').matchAll(/^ {2}(\w+): '(?:error|warning)',$/gm),
      ].map(([, code]) => code!),
    ),
);
const due = fromWallClock('2026-03-04T23:59', 'Europe/Lisbon');
const words: FindingWords = {
  date: (at) => dateWords(at, 'Europe/Lisbon', due, 24),
  nameOf: (id) => ({ ines: 'Inês Duarte', bram: 'Bram Oyelaran' })[id] ?? `Student ${id}`,
  groupOf: (id) => (id === 'linnet' ? 'Linnet' : null),
  asked: 36,
};
const finding = (code: string, rest: Partial<Finding> = {}): Finding => ({
  code,
  severity: 'warning',
  field: 'posting',
  students: [],
  params: {},
  repair: null,
  ...rest,
});
const all = {
  window: 'posting',
  due,
  until: due,
  others: due,
  visibleUntil: due,
  postingUntil: due,
  forum: 'The weir hearing',
  forums: 'The weir hearing',
  sum: 900,
  most: 800,
  maximum: 1000,
  part: 'Replies',
  space: 'linnet',
  students: 3,
  different: 4,
  pairs: due,
  from: due,
  reviews: 2,
};

describe('findings in words', () => {
  it('the checks give codes', () => expect(codes.size).toBeGreaterThan(20));
  it.each([...codes])('%s has a heading and a sentence of its own', (code) => {
    const { title, text } = findingWords(finding(code, { params: all }), words);
    expect(title).not.toBe('Something to look at.');
    expect(title).toMatch(/^[A-Z].*[.]$/);
    expect(text).toMatch(/[.]$/);
    expect(`${title} ${text}`).not.toMatch(/undefined|NaN|Invalid|\bnull\b/);
  });
  it('an unknown code is shown rather than hidden', () => {
    expect(findingWords(finding('somethingNew'), words).text).toBe('somethingNew');
  });
  it('names up to three students, and one of more', () => {
    const of = (...students: string[]) =>
      findingWords(finding('outsideCategory', { students }), words).text.split('total.')[1];
    expect(of()).toBe('');
    expect(of('ines')).toBe(' Concerns Inês Duarte.');
    expect(of('ines', 'bram', 'x')).toBe(' Concerns Inês Duarte, Bram Oyelaran, Student x.');
    expect(of('ines', 'bram', 'x', 'y')).toBe(' Concerns 4 students, among them Inês Duarte.');
  });
  it('names nobody where everyone who is asked is concerned', () => {
    const everyone = Array.from({ length: 36 }, (_, n) => `s${n}`);
    expect(findingWords(finding('outsideCategory', { students: everyone }), words).text).not.toContain(
      'Concerns',
    );
  });
  it('writes dates on the course’s clock, and points as points', () => {
    expect(findingWords(finding('dueBeforePosting', { params: { due } }), words).text).toContain(
      'Wed 4 Mar, 23:59',
    );
    const parts = findingWords(finding('partsDoNotAddUp', { params: { sum: 950, maximum: 1000 } }), words);
    expect(parts.text).toBe('They come to 9.50, the maximum is 10.00.');
  });
  it('says which group is too small, and that it is the class where there are none', () => {
    const params = { space: 'linnet', students: 2, different: 2 };
    expect(findingWords(finding('spaceTooSmall', { params }), words).title).toBe('Linnet is too small.');
    expect(
      findingWords(finding('spaceTooSmall', { params: { ...params, space: 'class' } }), words).title,
    ).toBe('The class is too small.');
  });
  it('tells sections from groups where someone is in none', () => {
    const of = (readers: string) => findingWords(finding('inNoGroup', { params: { readers } }), words).title;
    expect([of('section'), of('group')]).toEqual(['In no section.', 'In no group.']);
  });
});

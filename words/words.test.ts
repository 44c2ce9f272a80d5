import { describe, expect, it } from 'vitest';
import type { Finding } from '../core/checks/check';
import type { Part } from '../core/course/evaluation';
import type { ExplanationLine } from '../core/scoring/kinds/explanation';
import { DAY, HOUR, MINUTE } from '../core/time/instant';
import { fromWallClock } from '../core/time/wallClock';
import {
  dateWords,
  dayWords,
  exactWords,
  fromNow,
  lengthWords,
  sameDay,
  secondsWords,
  shortDay,
  timeWords,
} from './dates';
import { amountWords, explanationWords } from './explanation';
import { findingWords } from './findings';
import { plural, maximumWords, percentWords, pointWords } from './numbers';
import { slotName, tallyWords } from './tally';

const zone = 'Europe/Lisbon';
const due = fromWallClock('2026-03-04T23:59', zone);

describe('dates in words', () => {
  it('stand in the zone of the course', () => {
    expect(dateWords(due, zone, due, 24)).toBe('Wed 4 Mar, 23:59');
    expect(dateWords(due, 'Asia/Tokyo', due, 24)).toBe('Thu 5 Mar, 08:59');
    expect(dayWords(due, zone, due)).toBe('Wed 4 Mar');
    expect(shortDay(due, zone)).toBe('4 Mar');
    expect(exactWords(due + 7000, zone, 24)).toBe('Wednesday 4 March 2026, 23:59:07 (Europe/Lisbon)');
  });
  it('are told in the hours of whoever reads', () => {
    expect(dateWords(due, zone, due, 12)).toBe('Wed 4 Mar, 11:59\u00a0pm');
    expect(exactWords(due + 7000, zone, 12)).toBe('Wednesday 4 March 2026, 11:59:07\u00a0pm (Europe/Lisbon)');
    const at = (time: string) => timeWords(fromWallClock(`2026-03-04T${time}`, zone), zone, 12);
    expect(['00:00', '00:05', '09:30', '12:00', '13:00'].map(at)).toEqual([
      '12:00\u00a0am',
      '12:05\u00a0am',
      '9:30\u00a0am',
      '12:00\u00a0pm',
      '1:00\u00a0pm',
    ]);
  });
  it.each([
    [30_000, 'less than a minute'],
    [5 * MINUTE, '5 min'],
    [HOUR, '1 h'],
    [7 * HOUR + 39 * MINUTE, '7 h 39 min'],
    [DAY, '1 day'],
    [2 * DAY + HOUR, '2 days'],
    [-5, 'less than a minute'],
  ])('%i ms is %s', (ms, words) => expect(lengthWords(ms)).toBe(words));
  it('say whether something is to come or was', () => {
    expect(fromNow(due, due - 2 * DAY)).toBe('in 2 days');
    expect(fromNow(due, due + 3 * HOUR)).toBe('3 h ago');
  });
  it('of a recording are minutes and seconds', () => {
    expect([0, 7.4, 59.6, 247].map(secondsWords)).toEqual(['0:00', '0:07', '1:00', '4:07']);
  });
  it('know the days of the course, not of the machine', () => {
    expect(sameDay(due, due + MINUTE, zone)).toBe(false);
    expect(sameDay(due, due + MINUTE, 'America/New_York')).toBe(true);
  });
});

describe('points in words', () => {
  it('have two decimals, maxima none they do not need', () => {
    expect([
      pointWords(850),
      pointWords(0),
      maximumWords(1000),
      maximumWords(750),
      percentWords(7625),
    ]).toEqual(['8.50', '0.00', '10', '7.5', '76.25 %']);
  });
  it('count things', () => {
    expect([plural(1, 'reply', 'replies'), plural(2, 'reply', 'replies'), plural(2000, 'post')]).toEqual([
      '1 reply',
      '2 replies',
      '2,000 posts',
    ]);
  });
});

describe('the Tally in words', () => {
  const mark = (
    kind: 'initial' | 'reply',
    number: number,
    state: Parameters<typeof tallyWords>[0][number]['state'],
    daysLate = 0,
  ) => ({ kind, number, state, daysLate });
  it('names each required post and how it stands', () => {
    const slots = [
      mark('initial', 1, 'metLate', 2),
      mark('reply', 1, 'met'),
      mark('reply', 2, 'short'),
      mark('reply', 3, 'pending'),
    ];
    expect(tallyWords(slots)).toBe(
      'Initial post: done, 2 days late. Reply 1: done. Reply 2: too short. Reply 3: waiting for approval',
    );
    expect(tallyWords([{ ...mark('initial', 1, 'open'), overdue: true }])).toBe('Initial post: overdue');
    expect(tallyWords([mark('initial', 1, 'open'), mark('reply', 1, 'missed')])).toBe(
      'Initial post: open. Reply: missed',
    );
    expect(slotName({ kind: 'reply', number: 2 }, 3)).toBe('reply 2');
  });
});

describe('explanations in words', () => {
  const parts: Part[] = [
    { id: 'i', title: 'Initial post', maximum: 600, basis: 'initial', kind: 'direct' },
    { id: 'r', title: 'Replies', maximum: 400, basis: 'replies', kind: 'completion', allOrNothing: false },
    { id: 'w', title: 'Reviews', maximum: 400, basis: 'reviews', kind: 'completion', allOrNothing: false },
  ];
  const line = (
    code: ExplanationLine['code'],
    partId: string | null,
    amount: number,
    params: ExplanationLine['params'] = {},
  ): ExplanationLine => ({ code, partId, amount, params, postIds: [] });
  it.each([
    [line('given', 'i', 550), 'Initial post: given', '5.50'],
    [line('notYetGiven', 'i', 0), 'Initial post: not given yet', '0.00'],
    [line('together', null, 0, { group: 'Osier Run', changed: false }), 'Given to Osier Run as a group', ''],
    [
      line('together', null, 0, { group: 'Osier Run', changed: true }),
      'Given to Osier Run as a group, then changed for one person',
      '',
    ],
    [line('completion', 'w', 200, { made: 1, of: 2 }), 'Reviews: 1 of 2 required reviews sent', '2.00'],
    [line('completion', 'r', 267, { made: 2, of: 3 }), 'Replies: 2 of 3 required posts made', '2.67'],
    [
      line('lateness', 'i', -120, { late: 1, of: 1, days: 2, percent: 2000 }),
      'Initial post: 2 days late, 20 % of 6',
      '−1.20',
    ],
    [
      line('lateness', 'r', -13, { late: 1, of: 3, days: 1, percent: 1000 }),
      'Replies: 1 day late, 10 % of its share',
      '−0.13',
    ],
    [
      line('gateReplies', 'r', -254),
      'Replies: no initial post on time, so the replies earn nothing',
      '−2.54',
    ],
    [line('adjustment', null, 50, { reason: 'a map' }), 'Adjusted: a map', '+0.50'],
    [
      line('override', null, 100, { computed: 600, reason: 'read aloud' }),
      'Given instead of 6.00: read aloud',
      '+1.00',
    ],
    [line('heldWithin', null, -500, { maximum: 1000 }), 'Kept between 0 and 10.00', '−5.00'],
    [line('allWaived', 'r', 400), 'Replies: nothing was required, counted in full', '4.00'],
  ])('%#', (each, words, amount) => {
    expect(explanationWords(each, parts)).toBe(words);
    expect(amountWords(each)).toBe(amount);
  });
});

describe('findings in words', () => {
  const words = {
    date: (at: number) => dateWords(at, zone, due, 24),
    asked: 36,
    nameOf: (id: string) => `Student ${id}`,
    groupOf: (id: string) => (id === 'osier' ? 'Osier Run' : null),
  };
  const finding = (code: string, params: Finding['params'] = {}, students: string[] = []): Finding => ({
    code,
    severity: 'warning',
    field: 'posting',
    students,
    params,
    repair: null,
  });
  it('say what is wrong, with dates and names', () => {
    expect(findingWords(finding('dueBeforePosting', { due }, ['a']), words)).toEqual({
      title: 'Due before anyone can post.',
      text: 'Wed 4 Mar, 23:59 lies before posting opens. Move the due date or open earlier. Concerns Student a.',
    });
    expect(
      findingWords(finding('spaceTooSmall', { space: 'osier', students: 2, different: 2 }), words).title,
    ).toBe('Osier Run is too small.');
    expect(findingWords(finding('partsDoNotAddUp', { sum: 400, maximum: 1000 }), words).text).toBe(
      'They come to 4.00, the maximum is 10.00.',
    );
  });
  it('name nobody when everyone is concerned, and not a crowd', () => {
    const everyone = Array.from({ length: 36 }, (_, i) => `s${i}`);
    expect(findingWords(finding('repliesTooSoon', {}, everyone), words).text).not.toContain('Concerns');
    expect(findingWords(finding('repliesTooSoon', {}, everyone.slice(0, 9)), words).text).toContain(
      'Concerns 9 students, among them Student s0.',
    );
  });
  it('have a sentence for every code there is', () => {
    const codes = [
      'windowEndsBeforeStart',
      'prerequisiteCycle',
      'noMaximum',
      'completionOfNothing',
      'cannotReach',
      'sumOfNothing',
      'initialPartWithoutInitial',
      'ratingsOff',
      'emptyAudience',
      'noQuestions',
      'dueOutsidePosting',
      'postingAfterInvisible',
      'initialAfterOthersReplies',
      'worseTerms',
      'sealWithoutInitial',
      'sealOpensAtOneWord',
      'dueInClockChange',
      'dueOnFreeDay',
      'crowdedDueDates',
      'enrolledAfterDue',
      'outsideCategory',
      'weightsDoNotAddUp',
    ];
    for (const code of codes) {
      const params = {
        due,
        until: due,
        others: due,
        visibleUntil: due,
        most: 300,
        sum: 9000,
        forums: 'x',
        forum: 'x',
        part: 'x',
        window: 'posting',
      };
      expect(findingWords(finding(code, params), words).title).not.toBe('Something to look at.');
    }
  });
});

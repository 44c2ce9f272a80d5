import { describe, expect, it } from 'vitest';
import { at, course, forum, student } from '../testing/fixtures';
import { experienceOf } from './experienceOf';

const bram = student('bram');
const paying = forum({
  status: 'draft',
  seal: { minWords: 120, lift: 'whenPostingCloses' },
  required: { initialRequired: 1, initialMinWords: 120, replies: 3, different: 2, replyMinWords: 20 },
  schedule: {
    visibleFrom: at('03-16 08:00'),
    visibleUntil: at('03-24 23:59'),
    postingUntil: at('03-30 23:59'),
    initialDue: at('03-20 23:59'),
    repliesDue: at('03-28 23:59'),
  },
  evaluation: {
    maximum: 1000,
    parts: [
      { id: 'i', title: 'Initial post', maximum: 600, basis: 'initial', kind: 'direct' },
      { id: 'r', title: 'Replies', maximum: 400, basis: 'replies', kind: 'completion', allOrNothing: false },
    ],
    lateness: { kind: 'perDay', percent: 1000, atMost: 5000 },
    gate: 'replies',
    aboveMaximum: false,
  },
});
const data = course({
  students: [bram, student('ines'), student('chidi'), student('gone', { removed: true })],
  forums: [paying],
});

describe('what a student will live through', () => {
  it('is told in order of time, with what each thing costs', () => {
    const steps = experienceOf(data, paying, bram);
    expect(steps.map((step) => step.code)).toEqual([
      'appears',
      'sealed',
      'initialDue',
      'disappears',
      'repliesDue',
      'ready',
    ]);
    expect(steps[0]).toMatchObject({ posts: 4, initial: true, at: at('03-16 08:00') });
    expect(steps[1]).toMatchObject({ classmates: 2, words: 120 });
    expect(steps[2]).toMatchObject({
      late: { kind: 'perDay', aDay: 60, atMost: 300, of: 600 },
      gate: 'replies',
    });
    expect(steps[3]).toMatchObject({ before: 'repliesDue' });
  });
  it('says why a forum is not asked', () => {
    expect(experienceOf(data, paying, { ...bram, enrolledFrom: at('04-01 08:00') })).toEqual([
      { code: 'notAsked', at: null, reason: 'enrolledAfterEnd' },
    ]);
  });
  it('tells an open forum without dates', () => {
    const open = forum({ required: { replies: 1 } });
    expect(experienceOf(data, open, bram).map((step) => step.code)).toEqual(['appears', 'repliesDue']);
  });
});

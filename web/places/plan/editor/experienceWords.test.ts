import { createElement, Fragment } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { Experience } from '../../../../core/plan/experienceOf';
import { fromWallClock } from '../../../../core/time/wallClock';
import { experienceWords } from './experienceWords';

const zone = 'Europe/Lisbon';
const at = (text: string) => fromWallClock(`2026-${text}`, zone);
const say = (step: Experience) =>
  renderToStaticMarkup(createElement(Fragment, null, experienceWords(step, 'Bram', zone)))
    .replace(/<[^>]+>/g, '')
    .replaceAll('&#x27;', '’');

describe('what a student will see, in sentences', () => {
  it.each<[Experience, string]>([
    [
      { code: 'appears', at: at('03-16T08:00'), posts: 4, initial: true, reviews: 0 },
      'From Mon 16 Mar, 08:00, Bram finds this in My work with 4 posts to make. The initial post comes first.',
    ],
    [
      { code: 'appears', at: null, posts: 0, reviews: 0, initial: false },
      'At once, Bram finds this in My work, with nothing required.',
    ],
    [
      { code: 'sealed', at: null, classmates: 35, words: 120, questions: 0, lifts: 1 },
      '35 classmates are asked too. None of their posts can be read until Bram’s own has 120 words; then all of them, at once.',
    ],
    [
      { code: 'sealed', at: null, classmates: 1, words: 1, questions: 0, lifts: null },
      '1 classmate is asked too. None of their posts can be read until Bram’s own has 1 word; then all of them, at once. Whoever never writes one never reads them.',
    ],
    [
      {
        code: 'initialDue',
        at: at('03-20T23:59'),
        words: 120,
        late: { kind: 'perDay', aDay: 60, atMost: 300, of: 600 },
        gate: 'replies',
        accepted: true,
      },
      'After Fri 20 Mar, 23:59 the initial post is late: 0.60 of 6 points a day, 3.00 at most, and the replies earn nothing.',
    ],
    [
      { code: 'initialDue', at: at('03-20T23:59'), words: 0, late: null, gate: 'none', accepted: false },
      'After Fri 20 Mar, 23:59 the initial post is late. No initial post is taken after it.',
    ],
    [
      {
        code: 'repliesDue',
        at: at('03-28T23:59'),
        replies: 3,
        different: 2,
        words: 20,
        late: null,
        accepted: true,
      },
      '3 replies to at least 2 different people, 20 words each, are due Sat 28 Mar, 23:59.',
    ],
    [
      { code: 'repliesDue', at: null, replies: 1, different: 1, words: 0, late: null, accepted: true },
      '1 reply to 1 person have no due date.'.replace('have', 'has'),
    ],
    [
      { code: 'disappears', at: at('03-24T23:59'), before: 'repliesDue' },
      'On Tue 24 Mar, 23:59 the forum is gone from Bram’s list, before the replies are due.',
    ],
    [
      { code: 'postingCloses', at: at('03-30T23:59') },
      'Posting closes Mon 30 Mar, 23:59; what was written can still be read.',
    ],
    [
      { code: 'postingOpens', at: at('03-17T08:00') },
      'Posting opens Tue 17 Mar, 08:00; until then the prompt can be read.',
    ],
    [
      { code: 'sealLifts', at: at('03-20T00:00') },
      'On Fri 20 Mar, 00:00 the seal lifts for everyone who has not written.',
    ],
    [
      { code: 'ready', at: at('03-28T23:59'), when: 'complete', posts: 4, reviews: 0 },
      'Bram comes up for evaluation when all 4 posts are made, or after Sat 28 Mar, 23:59 with whatever has been written by then.',
    ],
    [
      { code: 'ready', at: null, when: { atLeast: 2 }, posts: 4, reviews: 0 },
      'Bram comes up for evaluation with 2 posts.',
    ],
    [
      { code: 'notAsked', at: null, reason: 'noSpace' },
      'Bram is not asked for this: they are in no group or section of it.',
    ],
  ])('%#', (step, sentence) => expect(say(step)).toBe(sentence));
});

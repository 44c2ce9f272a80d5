import { describe, expect, it } from 'vitest';
import { fairnessOf } from '../core/insight/fairness';
import type { Rhythm } from '../core/insight/rhythm';
import type { Silence } from '../core/insight/silence';
import type { Talk } from '../core/insight/talk';
import type { Writing } from '../core/insight/writing';
import { HOUR } from '../core/time/instant';
import { fairnessWords, rhythmWords, silenceWords, talkWords, writingWords } from './insight';

const day = (monday: string) => `Mon ${monday.slice(8)}`;
const silence: Silence = {
  ...{ weeks: [], students: [], since: '2026-02-23', silent: 5, of: 36, missing: 1, told: true },
};
const talk: Talk = {
  ...{ people: [], pairs: [], replies: 90, byStaff: 10, alone: ['a', 'b'], groups: null, told: true },
  sections: { of: 50, across: 6, expected: 4800 },
};
const rhythm: Rhythm = {
  ...{ week: [], posts: 120, told: true, due: { of: 100, early: 1, before: 40, lastDay: 50, after: 9 } },
  threads: { of: 40, unanswered: 10, waited: 14 * HOUR },
};
const lengths = (posts: number, middle: number) => ({ posts, low: 1, middle, high: 200 });
const writing: Writing = {
  ...{ opening: lengths(30, 110), replies: lengths(50, 46), byWeek: [], depths: [10, 10, 5, 5, 0, 0] },
  ...{ asking: 10, bringing: 19, branches: [], told: true },
};

describe('the sentences of Insight', () => {
  it('name their numbers', () => {
    expect(silenceWords(silence, day)).toBe(
      '5 of 36 students have written nothing since Mon 23. 1 student has missed two forums or more in a row.',
    );
    expect(silenceWords({ ...silence, silent: 0, missing: 0 }, day)).toBe(
      'Nobody has fallen silent: all of the 36 students have written since Mon 23.',
    );
    expect(talkWords(talk)).toBe(
      '2 students neither answered a classmate nor were answered by one. Staff wrote 10 % of the 100 replies to students. 12 % of the replies everyone could give go to another section; it would be 48 % if nobody looked at sections.',
    );
    expect(rhythmWords(rhythm)).toBe(
      '50 % of the posts come in the last day before they are due, and 9 % after it. A thread waits 14 h for its first reply, and 25 % of 40 got none.',
    );
    expect(writingWords(writing)).toBe(
      'Half of the opening posts have 110 words or more, half of the replies 46. 38 % of the replies ask something or bring a link, a file or a quotation. 33 % of 30 threads go on past the first reply.',
    );
  });
  it('say that there is too little to tell from', () => {
    const none = fairnessOf([]);
    for (const said of [
      silenceWords({ ...silence, told: false }, day),
      talkWords({ ...talk, told: false }),
      rhythmWords({ ...rhythm, told: false, posts: 1 }),
      writingWords({ ...writing, told: false }),
      fairnessWords(none, String),
    ])
      expect(said).toMatch(/^Too few to tell/);
    expect(rhythmWords({ ...rhythm, due: { ...rhythm.due, of: 3 } })).toMatch(/^Too few of the 120 posts/);
  });
  it('say of evaluators what differs, and what is no more than chance', () => {
    const given = (byId: string, share: number) => ({
      ...{ forumId: 'weir', studentId: 's', points: share * 10, maximum: 1000, byId, hour: 10 },
      ...{ sectionId: null, late: 0, criteria: [] },
    });
    const twelve = (byId: string, share: (at: number) => number) =>
      Array.from({ length: 12 }, (_, at) => given(byId, share(at)));
    expect(
      fairnessWords(fairnessOf([...twelve('Teodora', () => 80), ...twelve('Anselm', () => 74)]), String),
    ).toBe(
      'In the same forums Teodora gives 6.0 points of 100 more than Anselm. Lateness cost nobody anything.',
    );
    const chance = [
      ...twelve('Teodora', (at) => 50 + 40 * (at % 2)),
      ...twelve('Anselm', (at) => 51 + 40 * (at % 2)),
    ];
    expect(fairnessWords(fairnessOf(chance), String)).toMatch(
      /differ by 1\.0 points of 100 at most, which is no more than chance/,
    );
    expect(fairnessWords(fairnessOf(twelve('Teodora', () => 80)), String)).toMatch(
      /^One person gave all of the 12 scores/,
    );
  });
});

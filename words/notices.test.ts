import { describe, expect, it } from 'vitest';
import type { Notice } from '../core/notices/notice';
import { dateWords } from './dates';
import { dateChanges, noticeAddress, noticeWords, type Told } from './notices';

const date = (at: number) => dateWords(at, 'Europe/Lisbon', Date.UTC(2026, 2, 4), 24);
type Sample = Told & Pick<Notice, 'forumId'>;
const person = (name: string) => ({ name });
const notice = (more: Partial<Sample>): Sample => ({
  kind: 'answer',
  forumId: 'floodplain',
  postId: 'p1',
  actors: [person('Bram')],
  count: 1,
  due: null,
  ...more,
});
const words = (more: Partial<Sample>) => noticeWords(notice(more), date);

describe('a notice in words', () => {
  it('names one, two, or one and the others', () => {
    expect(words({})).toBe('Bram replied to your post');
    expect(words({ actors: [person('Bram'), person('Emi')], count: 2 })).toBe(
      'Bram and Emi replied to your post',
    );
    expect(words({ actors: ['Bram', 'Emi', 'Noor'].map(person), count: 5 })).toBe(
      'Bram and 2 others replied to your post, 5 replies',
    );
    expect(words({ actors: [] })).toBe('Someone replied to your post');
  });
  it.each<[Partial<Sample>, string]>([
    [{ kind: 'aside' }, 'Bram wrote you an aside'],
    [{ kind: 'mention' }, 'Bram mentioned you'],
    [{ kind: 'followed', count: 3 }, '3 new posts'],
    [{ kind: 'followed' }, 'Bram wrote here'],
    [{ kind: 'sent', postId: null }, 'Bram sent you this forum'],
    [{ kind: 'held', count: 2 }, '2 posts wait for approval'],
    [{ kind: 'timeAsked', count: 2 }, '2 students ask for more time'],
    [{ kind: 'looks', count: 2 }, '2 students ask for another look at their scores'],
    [{ kind: 'reviewsGiven', count: 2 }, 'You have 2 posts to review'],
    [{ kind: 'reviewed' }, 'You received a review of your post'],
    [{ kind: 'looked' }, 'Your score was looked at again'],
    [{ kind: 'due', due: Date.UTC(2026, 2, 4, 23, 59) }, 'One of your posts is due Wed 4 Mar, 23:59'],
    [{ kind: 'returned' }, 'Your post was returned to you to revise'],
  ])('says what happened: %o', (more, said) => {
    expect(words(more)).toBe(said);
  });
  it('tells each date that is other than before', () => {
    const none = {
      postingFrom: null,
      postingUntil: null,
      initialDue: null,
      repliesDue: null,
      reviewsDue: null,
    };
    const after = { ...none, repliesDue: Date.UTC(2026, 2, 8, 23, 59) };
    expect(dateChanges({ before: none, after }, date)).toEqual([
      { label: 'Replies due', before: 'no date', after: 'Sun 8 Mar, 23:59' },
    ]);
  });
  it('leads to the post, the forum, the scores or what waits', () => {
    expect(noticeAddress(notice({}), 'rvc')).toBe('/c/rvc/discuss/floodplain#post-p1');
    expect(noticeAddress(notice({ postId: null }), 'rvc')).toBe('/c/rvc/discuss/floodplain');
    expect(noticeAddress(notice({ kind: 'released' }), 'rvc')).toBe('/c/rvc/scores');
    expect(noticeAddress(notice({ kind: 'looked' }), 'rvc')).toBe('/c/rvc/scores');
    expect(noticeAddress(notice({ kind: 'looks' }), 'rvc')).toBe('/c/rvc/evaluate/floodplain?state=asks');
    expect(noticeAddress(notice({ kind: 'held' }), 'rvc')).toBe('/c/rvc/discuss/floodplain/moderate');
  });
});

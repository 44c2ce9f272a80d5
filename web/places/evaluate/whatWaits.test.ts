import { describe, expect, it } from 'vitest';
import { waitingIn, whatWaits } from './whatWaits';

const forum = (id: string, counts: Record<string, number>, lastDue: number | null = 100) => ({
  id,
  title: id,
  unitId: null,
  maximum: 1000,
  counts,
  lastDue,
});
const ids = (list: readonly { forum: { id: string } }[]) => list.map((each) => each.forum.id);

describe('what waits to be evaluated', () => {
  it('comes first where somebody is ready, a post changed, a wish waits or a score is not released', () => {
    const forums = [
      forum('over', { released: 3, nothing: 1 }, 10),
      forum('later', { nothing: 4 }, 300),
      forum('ready', { ready: 1, nothing: 3 }, 200),
      forum('toRelease', { given: 2 }, 50),
      forum('changed', { changed: 1, released: 3 }, 60),
      forum('wished', { released: 4 }, 40),
      forum('soon', { nothing: 4 }, 250),
    ];
    const looks = [
      { state: 'asked' as const, forum: { id: 'wished', title: '' } },
      { state: 'answered' as const, forum: { id: 'over', title: '' } },
    ];
    const { now, later, finished } = whatWaits(forums, looks, 100);
    expect(ids(now)).toEqual(['wished', 'toRelease', 'changed', 'ready']);
    expect(ids(later)).toEqual(['soon', 'later']);
    expect(ids(finished)).toEqual(['over']);
  });
  it('is under way as long as something is begun or due, and the latest that is over comes first', () => {
    const forums = [
      forum('first', { released: 4 }, 10),
      forum('second', { released: 4 }, 20),
      forum('begun', { waiting: 1, released: 3 }, 30),
      forum('endless', { nothing: 2 }, null),
    ];
    const { later, finished } = whatWaits(forums, [], 100);
    expect(ids(later)).toEqual(['begun', 'endless']);
    expect(ids(finished)).toEqual(['second', 'first']);
  });
  it('counts who is to be given a score without those who are excused', () => {
    const counts = { excused: 2, given: 1, released: 2, changed: 1, nothing: 4 };
    expect(waitingIn(forum('weir', counts), 0)).toMatchObject({ students: 8, given: 4, nothing: 4 });
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import { conversation, groups, hasUnsealed, people, rows, T } from '../testing/conversations';
import { course, forum, post, revision, asPerson, at } from '../testing/fixtures';
import { accessTo, type StudentAccess } from './accessTo';
import { postsInPlace } from './mayRead';
import { nextChange } from './nextChange';
import { readable, readsText, sealedCount } from './readable';
import { holdOf } from '../course/hold';
import { spaceOf } from '../terms/space';

describe('secrecy, in every kind of forum', () => {
  it('one post asked of alone reaches a person with its text exactly where it does among all', () => {
    fc.assert(
      fc.property(conversation, ({ f, posts }) => {
        const data = course({ students: people, forums: [f], posts, groups });
        for (const who of people) {
          const access = accessTo(data, f, asPerson(who), T);
          const places = postsInPlace(posts, T);
          const sees = readable(access, places);
          for (const place of places) expect(readsText(access, place)).toBe(sees.get(place.id) === 'text');
        }
      }),
    );
  });

  it('a student receives nothing of another space, journal, sealed question, aside, held or returned post', () => {
    fc.assert(
      fc.property(conversation, ({ f, posts }) => {
        const data = course({ students: people, forums: [f], posts, groups });
        const byId = new Map(posts.map((p) => [p.id, p]));
        for (const who of people) {
          const access = accessTo(data, f, asPerson(who), T) as StudentAccess;
          const sees = readable(access, postsInPlace(posts, T));
          const space = spaceOf(f, who, rows);
          for (const [id, as] of sees) {
            const seen = byId.get(id)!;
            if (seen.authorId === who.id) continue;
            if (seen.asideWith !== null) {
              expect(seen.asideWith).toBe(who.id);
              continue;
            }
            if (seen.authorKind === 'staff' && seen.answers?.authorId === who.id) continue;
            expect(space).not.toBeNull();
            const opened = f.openSpacesAfterClose && f.schedule.postingUntil !== null;
            expect(seen.spaceId === null || seen.spaceId === space || (opened && f.readers !== 'staff')).toBe(
              true,
            );
            const sealed = f.seal !== null && !hasUnsealed(f, posts, who, seen.questionId);
            if (sealed) expect([seen.starter, seen.parentId]).toEqual([true, null]);
            for (let up: Post | undefined = seen; up; up = up.parentId ? byId.get(up.parentId) : undefined)
              expect(
                up.authorId === who.id || up.approvals.every(({ standing }) => standing !== undefined),
              ).toBe(true);
            if (seen.removals.length > 0) expect(as).toBe('place');
          }
        }
      }),
      { numRuns: 400 },
    );
  });
  it('what unsealing would show is counted, and is exactly what unsealing then shows', () => {
    fc.assert(
      fc.property(conversation, ({ f, posts }) => {
        const data = course({ students: people, forums: [f], posts, groups });
        const placed = postsInPlace(posts, T);
        for (const who of people) {
          const access = accessTo(data, f, asPerson(who), T);
          const open = { ...access, sealed: 'none' } as StudentAccess;
          const removed = new Set(placed.filter((place) => place.removed).map(({ id }) => id));
          const texts = (of: StudentAccess) =>
            [...readable(of, placed)].filter(([id, as]) => as === 'text' && !removed.has(id)).length;
          expect(sealedCount(access, placed)).toBe(texts(open) - texts(access as StudentAccess));
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('what waits for approval', () => {
  const first = post('one', 'ines', [revision(at('03-02 10:00'), 30)]);
  const held = (state: 'held' | 'approved' | 'returned') => ({
    ...first,
    approvals: [{ at: at('03-02 10:00'), state }],
  });
  const t = at('03-03 10:00');
  it('is everything, or each student’s posts until one was approved', () => {
    expect(holdOf({ hold: 'none' }, [], null, t)).toBeNull();
    expect(holdOf({ hold: 'all' }, [held('approved')], null, t)).toBe('post');
    expect(holdOf({ hold: 'first' }, [], null, t)).toBe('post');
    expect(holdOf({ hold: 'first' }, [held('held')], null, t)).toBe('post');
    expect(holdOf({ hold: 'first' }, [held('approved')], null, t)).toBeNull();
  });
  it('a returned post waits again when it is sent again', () => {
    expect(holdOf({ hold: 'none' }, [], held('returned'), t)).toBe('post');
  });
  it('a change to an approved post waits where the forum holds all, and nowhere else', () => {
    expect(holdOf({ hold: 'all' }, [], held('approved'), t)).toBe('change');
    expect(holdOf({ hold: 'all' }, [], first, t)).toBe('change');
    expect(holdOf({ hold: 'first' }, [], held('approved'), t)).toBeNull();
    expect(holdOf({ hold: 'all' }, [], { ...first, asideWith: 'ines' }, t)).toBeNull();
  });
  it('what waits goes on waiting when it is changed again; a change given back waits anew', () => {
    const changed = (state: 'held' | 'returned') => ({
      ...first,
      approvals: [{ at: at('03-02 11:00'), state, standing: 1 }],
    });
    expect(holdOf({ hold: 'all' }, [], held('held'), t)).toBeNull();
    expect(holdOf({ hold: 'all' }, [], changed('held'), t)).toBeNull();
    expect(holdOf({ hold: 'none' }, [], changed('returned'), t)).toBe('change');
  });
});

describe('the next change', () => {
  const [ines] = people;
  const f = forum({
    seal: { minWords: 10, lift: 'atInitialDue' },
    graceMinutes: 30,
    schedule: {
      visibleFrom: at('03-01 08:00'),
      postingFrom: at('03-02 08:00'),
      initialDue: at('03-04 23:59'),
      postingUntil: at('03-10 23:59'),
      visibleUntil: at('03-20 23:59'),
    },
  });
  it('comes at the dates that change something, the lift with its grace among them', () => {
    const data = course({ students: people, forums: [f], groups });
    const turns: [number, string][] = [];
    let t = at('02-20 08:00');
    for (
      let next = nextChange(data, f, asPerson(ines!), t);
      next;
      next = nextChange(data, f, asPerson(ines!), t)
    ) {
      turns.push([next.at, `${next.access.phase} ${String(next.access.sealed)}`]);
      t = next.at;
    }
    expect(turns).toEqual([
      [at('03-01 08:00'), 'announced none'],
      [at('03-02 08:00'), 'open forum'],
      [at('03-05 00:30'), 'open none'],
      [at('03-11 00:00'), 'readOnly none'],
      [at('03-21 00:00'), 'absent none'],
    ]);
  });
  it('is none for a draft', () => {
    const draft = { ...f, status: 'draft' as const };
    const data = course({ students: people, forums: [draft], groups });
    expect(nextChange(data, draft, asPerson(ines!), at('02-20 08:00'))).toBeNull();
  });
});

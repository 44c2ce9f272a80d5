import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import { participationOf } from '../participation/participationOf';
import { conversation } from '../testing/conversations';
import { at, course, forum, post, revision, student } from '../testing/fixtures';
import { branchBelow, moveBranch, type Standing } from './moveBranch';

const r = (minute: number) => [revision(at('03-02 10:00') + minute * 60_000, 40)];
const never = () => false;
const ines = post('ines', 'ines', r(0));
const bram = post('bram', 'bram', r(1));
const reply = post('reply', 'chidi', r(2), { to: ines });
const below = post('below', 'dalia', r(3), { to: reply });
const posts = [ines, bram, reply, below];

const applied = (all: readonly Post[], moved: readonly Standing[]): Post[] => {
  const changes = new Map(moved.map((each) => [each.id, each]));
  return all.map((each) => ({ ...each, ...changes.get(each.id) }));
};

describe('moving a branch', () => {
  it('has the post answer another, and takes along what stands below it', () => {
    const move = moveBranch(posts, 'reply', { parentId: 'bram' }, never);
    expect(move).toMatchObject({
      posts: [
        {
          id: 'reply',
          parentId: 'bram',
          threadId: 'bram',
          threadAuthorId: 'bram',
          answers: { authorId: 'bram', authorKind: 'student' },
        },
        { id: 'below', parentId: 'reply', threadId: 'bram', answers: { authorId: 'chidi' } },
      ],
    });
  });
  it('makes it a thread of its own, by its author', () => {
    expect(moveBranch(posts, 'reply', { parentId: null, questionId: null }, never)).toMatchObject({
      posts: [
        { id: 'reply', parentId: null, threadId: 'reply', threadAuthorId: 'chidi', answers: null },
        { id: 'below', parentId: 'reply', threadId: 'reply', threadAuthorId: 'chidi' },
      ],
    });
  });
  it('gives the branch the question of where it goes', () => {
    const peak = post('peak', 'ines', r(0), { questionId: 'peak' });
    const cause = post('cause', 'bram', r(1), { questionId: 'cause' });
    const answer = post('answer', 'chidi', r(2), { to: peak, questionId: 'peak' });
    expect(moveBranch([peak, cause, answer], 'answer', { parentId: 'cause' }, never)).toMatchObject({
      posts: [{ questionId: 'cause' }],
    });
    expect(
      moveBranch([peak, cause, answer], 'answer', { parentId: null, questionId: 'cause' }, never),
    ).toMatchObject({ posts: [{ questionId: 'cause', parentId: null }] });
  });
  it.each([
    ['belowItself', 'reply', 'below', {}],
    ['alreadyThere', 'reply', 'ines', {}],
    ['removed', 'reply', 'bram', { removed: 'bram' }],
  ])('is refused: %s', (no, root, parentId, { removed }: { removed?: string }) => {
    expect(moveBranch(posts, root, { parentId }, ({ id }) => id === removed)).toEqual({ no });
  });
  it('stays in its space, and an aside between its two sides', () => {
    const far = post('far', 'eyo', r(4), { spaceId: 'marl' });
    const aside = post('aside', 'teodora', r(5), { to: ines, authorKind: 'staff', asideWith: 'ines' });
    const all = [...posts, far, aside];
    expect(moveBranch(all, 'reply', { parentId: 'far' }, never)).toEqual({ no: 'otherSpace' });
    expect(moveBranch(all, 'reply', { parentId: 'aside' }, never)).toEqual({ no: 'aside' });
    expect(moveBranch(all, 'aside', { parentId: 'bram' }, never)).toEqual({ no: 'aside' });
    expect(moveBranch(all, 'aside', { parentId: null, questionId: null }, never)).toEqual({ no: 'aside' });
  });
  it('changes what counts: an answer moved under another student fills a reply slot', () => {
    const students = ['ines', 'bram', 'chidi', 'dalia'].map((id) => student(id));
    const f = forum({ required: { replies: 1 } });
    const toStaff = post('toStaff', 'chidi', r(6), {
      to: post('staff', 'teodora', r(5), { authorKind: 'staff' }),
    });
    const all = [...posts.filter(({ id }) => id !== 'reply' && id !== 'below'), toStaff];
    const standing = (now: readonly Post[]) =>
      participationOf(course({ students, forums: [f], posts: [...now] }), f, students[2]!, at('03-09 12:00'))
        .standing;
    expect(standing(all)).toBe('partial');
    const move = moveBranch(all, 'toStaff', { parentId: 'bram' }, never);
    expect(standing(applied(all, (move as { posts: Standing[] }).posts))).toBe('complete');
  });
  it('keeps every conversation whole: nothing is lost, threads lead to their openings, and back is where it was', () => {
    fc.assert(
      fc.property(conversation, fc.nat(), fc.nat(), ({ posts: all }, which, where) => {
        fc.pre(all.length > 1);
        const root = all[which % all.length]!;
        const to = all[where % all.length]!;
        const move = moveBranch(all, root.id, { parentId: to.id }, never);
        if ('no' in move) return;
        const after = applied(all, move.posts);
        const byId = new Map(after.map((each) => [each.id, each]));
        for (const each of after) {
          let top = each;
          for (let steps = 0; top.parentId !== null; steps++) {
            expect(steps).toBeLessThan(100);
            top = byId.get(top.parentId)!;
          }
          expect(each.threadId).toBe(top.id);
          expect(each.asideWith).toBe(all.find(({ id }) => id === each.id)!.asideWith);
        }
        expect(branchBelow(after, root.id)).toEqual(branchBelow(all, root.id));
        const back = moveBranch(
          after,
          root.id,
          root.parentId === null
            ? { parentId: null, questionId: root.questionId }
            : { parentId: root.parentId },
          never,
        );
        if ('posts' in back)
          expect(applied(after, back.posts).map(({ id, parentId }) => [id, parentId])).toEqual(
            all.map(({ id, parentId }) => [id, parentId]),
          );
      }),
    );
  });
});

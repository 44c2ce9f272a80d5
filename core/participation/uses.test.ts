import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import { at, course, forum, post, revision, student, type ForumSketch } from '../testing/fixtures';
import { participationOf } from './participationOf';
import { usesOf } from './usesOf';
import { wouldCount, type Planned } from './wouldCount';

const ines = student('ines');
const by = (id: string) => post(`of-${id}`, id, [revision(1, 60)]);
const staffPost = post('of-staff', 'teodora', [revision(1, 60)], { authorKind: 'staff' });
const mine = post('mine', 'ines', [revision(at('03-02 09:00'), 60)]);
const answer = (id: string, to: Post, words = 30, more: Partial<Post> = {}) =>
  post(id, 'ines', [revision(at('03-03 10:00') + id.charCodeAt(0), words)], { to, ...more });

const rule: ForumSketch = {
  required: {
    initialRequired: 1,
    initialMinWords: 50,
    replies: 2,
    different: 2,
    replyMinWords: 20,
    ownThreadCounts: false,
  },
  schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') },
};
const NOW = at('03-05 12:00');
function ground(posts: Post[], sketch: ForumSketch = rule) {
  const f = forum(sketch);
  return [course({ students: [ines], forums: [f], posts }), f] as const;
}
const reasons = (posts: Post[], sketch = rule) =>
  Object.fromEntries(
    usesOf(...ground(posts, sketch), ines, NOW).map(({ postId, kind, reason }) => [postId, kind ?? reason]),
  );

describe('what each post does for what is required', () => {
  it('fills a required post, or says why it fills none', () => {
    const toMe = post('of-dalia', 'dalia', [revision(1, 60)], { to: mine });
    expect(
      reasons([
        mine,
        post('again', 'ines', [revision(at('03-02 10:00'), 60)]),
        answer('a', by('bram')),
        answer('b', by('bram')),
        answer('c', staffPost),
        answer('d', mine),
        answer('e', toMe),
        answer('f', by('chidi'), 30, { removals: [{ from: at('03-04 10:00'), to: null }] }),
        answer('g', by('chidi'), 30, { asideWith: 'ines' }),
        answer('h', by('chidi'), 30, {
          approvals: [
            { at: 5, state: 'held' },
            { at: 6, state: 'returned' },
          ],
        }),
      ]),
    ).toEqual({
      mine: 'initial',
      again: 'further',
      a: 'reply',
      b: 'answeredAlready',
      c: 'toStaff',
      d: 'toOneself',
      e: 'ownThread',
      f: 'removed',
      g: 'aside',
      h: 'returned',
    });
  });
  it('comes on top once everything of its kind is there', () => {
    expect(
      reasons([answer('a', by('bram')), answer('b', by('chidi')), answer('c', by('dalia'))]),
    ).toMatchObject({ c: 'enough' });
    expect(
      reasons([mine, post('more', 'ines', [revision(at('03-02 11:00'), 60)])], {
        required: { posts: 1, postMinWords: 10 },
      }),
    ).toEqual({ mine: 'post', more: 'enough' });
  });
  it('says nothing where nothing is required, and that nothing of the kind is asked for', () => {
    expect(usesOf(...ground([mine], {}), ines, NOW)).toEqual([]);
    expect(reasons([mine, answer('a', by('bram'))], { required: { initialRequired: 1 } })).toMatchObject({
      a: 'notAsked',
    });
  });
});

describe('what a post would count as', () => {
  const would = (posts: Post[], plan: Planned, sketch = rule, t = NOW) =>
    wouldCount(...ground(posts, sketch), ines, plan, t).map(({ fromWords, slot, reason }) => [
      fromWords,
      slot ? `${slot.kind} ${slot.number} ${slot.state}` : reason,
    ]);
  const open: Planned = { kind: 'open', questionId: null };
  it('changes with its words', () => {
    expect(would([], open, rule, at('03-04 10:00'))).toEqual([
      [1, 'initial 1 short'],
      [50, 'initial 1 met'],
    ]);
    expect(would([mine], { kind: 'answer', to: by('bram') })).toEqual([
      [1, 'reply 1 short'],
      [20, 'reply 1 met'],
    ]);
  });
  it('is late after its due date', () => {
    expect(would([], open)).toEqual([
      [1, 'initial 1 short'],
      [50, 'initial 1 metLate'],
    ]);
  });
  it('is nothing where it fills nothing, with the reason', () => {
    expect(would([mine, answer('a', by('bram'))], { kind: 'answer', to: by('bram') })).toEqual([
      [1, 'answeredAlready'],
    ]);
    expect(would([mine], { kind: 'answer', to: staffPost })).toEqual([[1, 'toStaff']]);
    expect(would([mine], open)).toEqual([[1, 'further']]);
    expect(would([mine], open, {})).toEqual([]);
  });
  it('waits for approval where staff approve first', () => {
    expect(would([], open, { ...rule, hold: 'all' }, at('03-04 10:00'))).toEqual([
      [1, 'held'],
      [50, 'initial 1 pending'],
    ]);
  });
  it('of an edit is what the post would be with these words', () => {
    const short = post('short', 'ines', [revision(at('03-02 09:00'), 3)]);
    expect(would([short], { kind: 'edit', post: short }, rule, at('03-04 10:00'))).toEqual([
      [1, 'initial 1 short'],
      [50, 'initial 1 met'],
    ]);
  });
  it('is exactly what it then counts as, whatever was written before', () => {
    const sketch = fc.record({
      to: fc.constantFrom('bram', 'chidi', 'dalia', 'teodora', 'prompt'),
      words: fc.nat({ max: 60 }),
    });
    const target = (to: string) => (to === 'prompt' ? null : to === 'teodora' ? staffPost : by(to));
    fc.assert(
      fc.property(fc.array(sketch, { maxLength: 6 }), sketch, (before, last) => {
        const write = ({ to, words }: typeof last, n: number) =>
          post(`p${n}`, 'ines', [revision(at('03-03 10:00') + n, words)], { to: target(to) ?? undefined });
        const posts = before.map(write);
        const t = at('03-03 10:00') + before.length;
        const above = target(last.to);
        const plan: Planned = above ? { kind: 'answer', to: above } : open;
        const words = Math.max(1, last.words);
        const told = wouldCount(...ground(posts), ines, plan, t).findLast(
          ({ fromWords }) => fromWords <= words,
        );
        const sent = write({ ...last, words }, before.length);
        const slot = participationOf(...ground([...posts, sent]), ines, t).slots.find(
          ({ postId }) => postId === sent.id,
        );
        expect(told?.slot?.kind ?? null).toBe(slot?.kind ?? null);
        expect(told?.slot?.number ?? null).toBe(slot?.number ?? null);
        expect(told?.slot?.state ?? null).toBe(slot?.state ?? null);
      }),
    );
  });
});

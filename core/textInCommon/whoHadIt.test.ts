import { describe, expect, it } from 'vitest';
import type { Assignment } from '../course/assignment';
import type { Post } from '../course/post';
import { at, course, forum, post, revision, student } from '../testing/fixtures';
import type { ComparedPost, HeldVersion } from './comparedPost';
import { couldRead } from './couldRead';
import { linkedGroups } from './linkedGroups';
import { Vocabulary } from './vocabulary';
import { reachOf, whoHadIt, type Reading } from './whoHadIt';

const vocabulary = new Vocabulary();
const numbers = (text: string) => vocabulary.numbersOf(text.split(' '));
const SAID = 'the river runs under the market and nobody hears it';

function written(
  id: string,
  authorId: string,
  texts: readonly (readonly [when: number, text: string])[],
): HeldVersion[] {
  const versions = texts.map(([when, text], index) => ({
    ...{ number: index + 1, at: when, byStaff: false },
    text: { words: numbers(text), breaks: new Set<number>() },
  }));
  const of: ComparedPost = {
    ...{ id, forumId: 'forum', parentId: null, authorId, isAside: false, versions },
    authorKind: 'student',
  };
  return versions.map((version) => ({ post: of, version }));
}

describe('who had it first', () => {
  it('is whose earliest version in any post holds it, whatever stands in the pair', () => {
    const ines = [...written('i1', 'ines', [[5, `so ${SAID} now`]]), ...written('i2', 'ines', [[9, SAID]])];
    const bram = written('b1', 'bram', [
      [3, 'something else'],
      [7, SAID],
      [8, `${SAID} again`],
    ]);
    const who = whoHadIt(numbers(SAID), bram, ines);
    expect(who).toMatchObject({ first: 'ines', other: 'bram' });
    expect(who.then.version).toMatchObject({ number: 2, at: 7 });
    expect(who.versions.map(({ post: of }) => of.id)).toEqual(['i1']);
  });
  it('of the same moment is who wrote the earlier post, then by its id', () => {
    const [one] = [written('b', 'bram', [[4, SAID]])];
    expect(whoHadIt(numbers(SAID), one, written('a', 'ines', [[4, SAID]])).first).toBe('ines');
  });
});

describe('what of it the other had before', () => {
  const ines = written('i1', 'ines', [
    [1, SAID],
    [3, `${SAID} twice`],
  ]);
  const who = whoHadIt(numbers(SAID), ines, written('b1', 'bram', [[10, SAID]]));
  const reading = (more: Partial<Reading>): Reading => ({
    receivedAt: () => null,
    someReceivedAt: () => null,
    couldRead: () => false,
    ...more,
  });
  it('is the first that applies: received, could read, not known, could not', () => {
    expect(reachOf(who, reading({ receivedAt: ({ version }) => (version.number === 2 ? 9 : null) }))).toBe(
      'received',
    );
    // What reached them when they had written it already says nothing.
    expect(reachOf(who, reading({ receivedAt: () => 10 }))).toBe('couldNot');
    expect(reachOf(who, reading({ couldRead: (_, before) => before === 10, someReceivedAt: () => 2 }))).toBe(
      'couldRead',
    );
    expect(reachOf(who, reading({ someReceivedAt: () => 2 }))).toBe('notKnown');
    expect(reachOf(who, reading({}))).toBe('couldNot');
  });
});

describe('whether a version was open to a student at some moment', () => {
  const bram = student('bram');
  const ines = student('ines');
  const sealed = forum({ seal: { minWords: 5, lift: 'never' } });
  const hers = post('i1', 'ines', [revision(at('03-02 10:00'), 60), revision(at('03-03 10:00'), 60)]);
  const asked = (
    posts: Post[],
    {
      f = sealed,
      number = 1,
      before = at('03-04 10:00'),
      line = [hers],
      assignments = [] as Assignment[],
    } = {},
  ) =>
    couldRead(
      () => ({ ...course({ students: [bram, ines], forums: [f], posts }), reviewsBy: () => assignments }),
      [],
      { studentId: 'bram', line, postId: 'i1', number, before },
    );
  const his = (when: string, words = 9) => post('b1', 'bram', [revision(at(when), words)]);

  it('is not while a seal keeps it, and what is written then opens nothing before', () => {
    expect(asked([hers])).toBe(false);
    expect(asked([hers, his('03-04 10:00')])).toBe(false);
    expect(asked([hers, his('03-02 12:00')])).toBe(true);
    // Too few words open nothing.
    expect(asked([hers, his('03-02 12:00', 2)])).toBe(false);
  });
  it('is not of a version that had gone before, or came only after', () => {
    expect(asked([hers, his('03-03 12:00')], { number: 1 })).toBe(false);
    expect(asked([hers, his('03-03 12:00')], { number: 2 })).toBe(true);
    expect(asked([hers, his('03-02 12:00')], { number: 2, before: at('03-03 10:00') })).toBe(false);
  });
  it('is in some hours between, however it stands at the end', () => {
    const gone = { ...hers, removals: [{ from: at('03-02 18:00'), to: null }] };
    expect(asked([gone, his('03-02 12:00')], { line: [gone] })).toBe(true);
    const hidden = { ...hers, removals: [{ from: at('03-02 10:00'), to: at('03-02 11:00') }] };
    expect(asked([hidden, his('03-02 12:00')], { line: [hidden], before: at('03-02 11:00') })).toBe(false);
    const lifting = forum({ seal: { minWords: 5, lift: { at: at('03-02 15:00') } } });
    expect(asked([hers], { f: lifting })).toBe(true);
    expect(asked([hers], { f: lifting, before: at('03-02 14:00') })).toBe(false);
  });
  it('is for who was given it to review', () => {
    const assignment: Assignment = {
      ...{ id: 'a1', forumId: 'forum', reviewerId: 'bram', authorId: 'ines', postId: 'i1' },
      ...{ madeAt: at('03-02 12:00'), byHand: false, ended: null, sent: [], withheld: [], receivedAt: null },
    };
    expect(asked([hers], { assignments: [assignment] })).toBe(true);
    expect(asked([hers], { assignments: [{ ...assignment, madeAt: at('03-05 12:00') }] })).toBe(false);
  });
  it('follows settings as they stood then', () => {
    const before = course({ students: [bram, ines], forums: [forum()], posts: [hers] });
    const after = course({ students: [bram, ines], forums: [sealed], posts: [hers] });
    const change = at('03-02 20:00');
    const courseAt = (t: number) => (t < change ? before : after);
    const what = { studentId: 'bram', line: [hers], postId: 'i1', before: at('03-04 10:00') };
    expect(couldRead(courseAt, [change], { ...what, number: 1 })).toBe(true);
    expect(couldRead(courseAt, [change], { ...what, number: 2 })).toBe(false);
  });
});

describe('posts that hang together', () => {
  const of = (id: string, authorId: string): ComparedPost => written(id, authorId, [[1, SAID]])[0]!.post;
  it('are a group from three students on, the largest first', () => {
    const [a, b, c, d, e, f] = ['ines', 'bram', 'chidi', 'dalia', 'emi', 'bram'].map((who, n) =>
      of(`p${n}`, who),
    );
    const groups = linkedGroups([
      [d!, e!],
      [a!, b!],
      [b!, c!],
      [f!, a!],
    ]);
    expect(groups.sizes).toEqual([3]);
    expect([...groups.of.keys()].sort()).toEqual(['p0', 'p1', 'p2', 'p5']);
    expect(linkedGroups([]).sizes).toEqual([]);
  });
});

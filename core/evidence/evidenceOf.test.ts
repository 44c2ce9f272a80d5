import { describe, expect, it } from 'vitest';
import { resolveTerms } from '../terms/resolveTerms';
import type { Post } from '../course/post';
import { at, forum, post, revision, student } from '../testing/fixtures';
import { evidenceOf, type Version } from './evidenceOf';

const bram = student('bram');
const sealed = forum({
  seal: { minWords: 2, lift: 'never' },
  required: { initialRequired: 1, initialMinWords: 50 },
});
const T = at('03-09 12:00');
const FAR = { words: 60, share: 0.9 };

function evidence(own: Post[], { f = sealed, distance = FAR, t = T } = {}) {
  const asked: [Version, Version][] = [];
  const found = evidenceOf(
    f,
    resolveTerms(f, bram),
    own,
    'class',
    (first, last) => {
      asked.push([first, last]);
      return distance;
    },
    t,
  );
  return { found, marks: found.map(({ marks }) => marks), asked };
}

describe('how a seal was opened', () => {
  it('marks a placeholder that was replaced once it had opened the seal', () => {
    const own = [post('p', 'bram', [revision(at('03-02 10:00'), 2), revision(at('03-02 11:00'), 90)])];
    const { found, marks } = evidence(own);
    expect(marks).toEqual([['changed', 'fewWords']]);
    expect(found[0]!.unsealing).toMatchObject({ revision: 0, at: at('03-02 10:00') });
    expect(found[0]!.final).toMatchObject({ revision: 1, at: at('03-02 11:00') });
  });
  it('marks nothing of a full post, nor of one that was changed by a little', () => {
    const whole = [post('p', 'bram', [revision(at('03-02 10:00'), 90)])];
    expect(evidence(whole).marks).toEqual([[]]);
    expect(evidence(whole).asked).toEqual([]);
    const mended = [post('p', 'bram', [revision(at('03-02 10:00'), 90), revision(at('03-02 11:00'), 92)])];
    expect(evidence(mended, { distance: { words: 9, share: 0.3 } }).marks).toEqual([[]]);
    expect(evidence(mended, { distance: { words: 30, share: 0.19 } }).marks).toEqual([[]]);
    expect(evidence(mended, { distance: { words: 10, share: 0.2 } }).marks).toEqual([['changed']]);
  });
  it('marks a post that was removed and written anew', () => {
    const own = [
      post('p', 'bram', [revision(at('03-02 10:00'), 60)], {
        removals: [{ from: at('03-02 10:30'), to: null }],
      }),
      post('q', 'bram', [revision(at('03-02 11:00'), 80)]),
    ];
    const { found, marks } = evidence(own);
    expect(marks).toEqual([['writtenAnew']]);
    expect(found[0]!.final!.post.id).toBe('q');
  });
  it('has no final version where nothing stands', () => {
    const own = [
      post('p', 'bram', [revision(at('03-02 10:00'), 60)], {
        removals: [{ from: at('03-02 10:30'), to: null }],
      }),
    ];
    expect(evidence(own).found[0]!.final).toBeNull();
  });
  it('looks at the student’s own versions only, and at none before words were enough', () => {
    const own = [
      post('p', 'bram', [
        revision(at('03-02 09:00'), 1),
        revision(at('03-02 10:00'), 70),
        revision(at('03-02 12:00'), 10, { byStaff: true }),
      ]),
    ];
    const { found } = evidence(own);
    expect(found[0]!.unsealing.revision).toBe(1);
    expect(found[0]!.final).toMatchObject({ revision: 1 });
  });
  it('takes words as few below what an initial post needs, and below twenty where it needs none', () => {
    const free = forum({ seal: { minWords: 1, lift: 'never' } });
    const of = (words: number) => [post('p', 'bram', [revision(at('03-02 10:00'), words)])];
    expect(evidence(of(49)).marks).toEqual([['fewWords']]);
    expect(evidence(of(50)).marks).toEqual([[]]);
    expect(evidence(of(19), { f: free }).marks).toEqual([['fewWords']]);
    expect(evidence(of(20), { f: free }).marks).toEqual([[]]);
  });
  it('is asked for each question apart, and not once the seal had lifted', () => {
    const questions = forum({
      ...sealed,
      openings: 'answerQuestions',
      questions: [
        { id: 'peak', retired: false },
        { id: 'cause', retired: false },
      ],
    });
    const own = [
      post('p', 'bram', [revision(at('03-02 10:00'), 60)], { questionId: 'peak' }),
      post('q', 'bram', [revision(at('03-02 10:05'), 60)], { questionId: 'cause' }),
    ];
    expect(evidence(own, { f: questions }).found.map(({ unsealing }) => unsealing.questionId)).toEqual([
      'peak',
      'cause',
    ]);
    const lifted = forum({ ...sealed, seal: { minWords: 2, lift: { at: at('03-02 09:00') } } });
    expect(evidence([own[0]!], { f: lifted }).found).toEqual([]);
    expect(evidence([own[0]!], { f: forum() }).found).toEqual([]);
  });
  it('is as of the instant asked for', () => {
    const own = [post('p', 'bram', [revision(at('03-02 10:00'), 2), revision(at('03-02 11:00'), 90)])];
    expect(evidence(own, { t: at('03-02 10:30') }).marks).toEqual([['fewWords']]);
    expect(evidence(own, { t: at('03-02 09:30') }).found).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import { at, course, forum, post, revision, student } from '../testing/fixtures';
import { sealChanges } from './sealChanges';

const noon = at('03-02 12:00');
const before = forum({ seal: { minWords: 50, lift: 'never' }, required: { initialRequired: 1 } });
const students = [student('ines'), student('bram'), student('chidi', { removed: true })];
const posts = [post('p', 'ines', [revision(1, 60)])];
const data = course({ students, forums: [before], posts });

describe('what a change of settings does to the seal', () => {
  it('names whom more words would seal again', () => {
    const after = { ...before, seal: { minWords: 61, lift: 'never' as const } };
    expect(sealChanges(data, before, after, noon)).toEqual({ reseals: ['ines'], unseals: [] });
  });
  it('names whom fewer words, a lift, or no seal at all would unseal', () => {
    const open = { reseals: [], unseals: ['bram'] };
    expect(sealChanges(data, before, { ...before, seal: null }, noon)).toEqual(open);
    expect(
      sealChanges(data, before, { ...before, seal: { minWords: 50, lift: { at: noon } } }, noon),
    ).toEqual(open);
    expect(sealChanges(data, { ...before, seal: null }, before, noon)).toEqual({
      reseals: ['bram'],
      unseals: [],
    });
  });
  it('names nobody where nothing changes, or where the forum is not open to them', () => {
    expect(sealChanges(data, before, before, noon)).toEqual({ reseals: [], unseals: [] });
    const later = forum({ ...before, schedule: { postingFrom: noon + 1e9 } });
    expect(sealChanges(data, before, later, noon)).toEqual({ reseals: [], unseals: [] });
  });
  it('counts questions one by one', () => {
    const questions = ['q1', 'q2'].map((id) => ({ id, retired: false }));
    const asked = { ...before, openings: 'answerQuestions' as const, questions };
    const answered = course({
      students,
      forums: [asked],
      posts: [post('p', 'ines', [revision(1, 60)], { questionId: 'q1' })],
    });
    const after = { ...asked, seal: { minWords: 61, lift: 'never' as const } };
    expect(sealChanges(answered, asked, after, noon)).toEqual({ reseals: ['ines'], unseals: [] });
  });
});

// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../../../contract/discuss';
import type { WouldCount } from '../../../../core/participation/wouldCount';
import { countingWords, stepAt } from './RequirementLine';

const forum = {
  readers: 'class',
  required: { different: 2 },
  slots: [{ kind: 'initial' }, { kind: 'reply' }, { kind: 'reply' }],
} as unknown as ForumView;
const due = () => 'due Wed 4 Mar, 23:59 (in 2 days)';
const slot = (state: string, kind = 'reply', daysLate = 0) =>
  ({ fromWords: 1, slot: { kind, number: 2, state, due: 5, daysLate }, reason: null }) as WouldCount;
const none = (reason: string) => ({ fromWords: 1, slot: null, reason }) as WouldCount;
const says = (step: WouldCount, of = forum) => countingWords(step, 20, of, due);

describe('what a post will count as, in words', () => {
  it('names the required post it fills, and its due date', () => {
    expect(says(slot('met'))).toEqual({
      text: 'Counts as reply 2 of 2 · due Wed 4 Mar, 23:59 (in 2 days)',
      tone: 'done',
      warning: false,
    });
    expect(says(slot('met', 'initial'))!.text).toContain('Counts as your initial post');
    const questions = {
      ...forum,
      openings: 'answerQuestions',
      slots: [{ kind: 'initial' }, { kind: 'initial' }],
    };
    expect(says(slot('met', 'initial'), questions as never)!.text).toContain('Counts as answer 2 of 2');
    expect(says(slot('pending'))!.text).toContain('once staff approve it');
    expect(says(slot('metLate', 'reply', 1))!.text).toContain('1 day late: it due');
    const journal = {
      ...forum,
      readers: 'staff',
      slots: [{ kind: 'post' }, { kind: 'post' }],
    } as unknown as ForumView;
    expect(says(slot('met', 'post'), journal)!.text).toContain('Counts as entry 2 of 2');
  });
  it.each(['ownThread', 'answeredAlready'])('warns of what will not count: %s', (reason) => {
    expect(says(none(reason))).toMatchObject({ tone: 'late', warning: true });
    expect(says(none(reason))!.text).toMatch(/^Will not count/);
  });
  it('warns of what is too short yet', () => {
    expect(says(slot('short'))).toMatchObject({ warning: true });
    expect(says(slot('short'))!.text).toContain('Counts as reply 2 of 2 once it has 20 words');
  });
  it.each(['toStaff', 'toOneself', 'enough', 'further', 'held'])('only notes: %s', (reason) => {
    expect(says(none(reason))).toMatchObject({ tone: 'quiet', warning: false });
  });
  it('says nothing where nothing of the kind is asked for', () => {
    expect(says(none('notAsked'))).toBeNull();
  });
  it('holds for the words that are there', () => {
    const steps = [
      { ...slot('short'), fromWords: 1 },
      { ...slot('met'), fromWords: 20 },
    ];
    expect(stepAt(steps, 0)!.slot!.state).toBe('short');
    expect(stepAt(steps, 19)!.slot!.state).toBe('short');
    expect(stepAt(steps, 20)!.slot!.state).toBe('met');
    expect(stepAt([], 20)).toBeNull();
  });
});

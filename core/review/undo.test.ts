import { describe, expect, it } from 'vitest';
import type { Assignment } from '../course/assignment';
import { newAssignment } from './keep';
import { endsWithUndo, whyNotUndone, type ReviewingStep } from './undo';

const T = 1000;
const given = (id: string, reviewerId: string, authorId: string, more: Partial<Assignment> = {}) => ({
  ...newAssignment({
    ...{ id, forumId: 'briefs', reviewerId, authorId, postId: `by-${authorId}` },
    madeAt: 10,
    byHand: false,
  }),
  ...more,
});
const ids = (assignments: readonly Assignment[]) => assignments.map(({ id }) => id);

/** Ines had Bram’s draft; at 100 staff gave it to Chidi, and Juror then gave Ines Dalia’s. */
const moved: ReviewingStep = { action: 'moved', at: 100, made: 'chidi-bram', ended: ['ines-bram'] };
const afterMove = [
  given('ines-bram', 'ines', 'bram', { ended: { at: 100, how: 'moved' } }),
  given('ines-emi', 'ines', 'emi'),
  given('chidi-bram', 'chidi', 'bram', { madeAt: 100, byHand: true }),
  given('ines-dalia', 'ines', 'dalia', { madeAt: 101 }),
];
const two = () => 2;

describe('undoing what staff did with who reviews whom', () => {
  it('takes away what it made, and what Juror gave in the meantime beyond what is asked', () => {
    expect(whyNotUndone(afterMove, moved, T)).toBeNull();
    expect(ids(endsWithUndo(afterMove, moved, two, T))).toEqual(['chidi-bram', 'ines-dalia']);
    expect(ids(endsWithUndo(afterMove, moved, () => 3, T))).toEqual(['chidi-bram']);
  });
  it('leaves what was given before it, by hand, or sent', () => {
    const stays = afterMove.map((each) => (each.id === 'ines-dalia' ? { ...each, sent: [200] } : each));
    expect(ids(endsWithUndo(stays, moved, two, T))).toEqual(['chidi-bram']);
    const byHand = afterMove.map((each) => (each.id === 'ines-dalia' ? { ...each, byHand: true } : each));
    expect(ids(endsWithUndo(byHand, moved, two, T))).toEqual(['chidi-bram']);
  });
  it('is not possible once a review was sent by what it made', () => {
    const sent = afterMove.map((each) => (each.id === 'chidi-bram' ? { ...each, sent: [200] } : each));
    expect(whyNotUndone(sent, moved, T)).toBe('sent');
  });
  it('is not possible where what it made was changed again, or what it ended is given anew', () => {
    const again = afterMove.map((each) =>
      each.id === 'chidi-bram' ? { ...each, ended: { at: 300, how: 'moved' as const } } : each,
    );
    expect(whyNotUndone(again, moved, T)).toBe('changed');
    const taken = [...afterMove, given('again', 'ines', 'bram', { madeAt: 300, byHand: true })];
    expect(whyNotUndone(taken, moved, T)).toBe('changed');
    const back = afterMove.map((each) => (each.id === 'ines-bram' ? { ...each, ended: null } : each));
    expect(whyNotUndone(back, moved, T)).toBe('changed');
  });
  it('of drawing anew takes away everything that stands, until a review is sent', () => {
    const anew: ReviewingStep = { action: 'pairedAnew', at: 100, made: null, ended: ['before'] };
    const after = [
      given('before', 'ines', 'bram', { ended: { at: 100, how: 'pairedAnew' } }),
      given('drawn', 'ines', 'bram', { madeAt: 101 }),
      given('by-hand', 'bram', 'ines', { madeAt: 150, byHand: true }),
    ];
    expect(whyNotUndone(after, anew, T)).toBeNull();
    expect(ids(endsWithUndo(after, anew, two, T))).toEqual(['drawn', 'by-hand']);
    const sent = after.map((each) => (each.id === 'drawn' ? { ...each, sent: [200] } : each));
    expect(whyNotUndone(sent, anew, T)).toBe('sent');
  });
});

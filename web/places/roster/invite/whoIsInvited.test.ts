import { describe, expect, it } from 'vitest';
import type { Invitation } from '../../../../contract/invitations';
import { countStandings, leftOutFirst, shownFirst, standingOf } from './whoIsInvited';

const invited = { by: 'mail', at: 0, state: 'sent', error: null } as const;
const person = (comesIn: Invitation['comesIn'], last: Invitation['invited'] = null): Invitation => ({
  id: 'ines',
  name: 'Ines Duarte',
  given: 'Ines',
  sortable: 'Duarte, Ines',
  email: 'ines@fenwick-hollow.example',
  role: 'student',
  studentNumber: null,
  sectionId: null,
  comesIn,
  invited: last,
});

describe('who is invited', () => {
  it('tells who was not, who has not come, and who can sign in', () => {
    expect(standingOf(person('link'))).toBe('notInvited');
    expect(standingOf(person('link', invited))).toBe('notCome');
    expect(standingOf(person('link', { ...invited, state: 'failing' }))).toBe('notCome');
    expect(standingOf(person('password', invited))).toBe('canSignIn');
    expect(standingOf(person('administrator'))).toBe('administrator');
  });
  it('takes an invitation that never went out for none', () => {
    expect(standingOf(person('link', { ...invited, state: 'dropped' }))).toBe('notInvited');
  });
  it('ticks nobody who can sign in', () => {
    const people = [person('password'), person('link')];
    expect(leftOutFirst(people, 'canSignIn').has('ines')).toBe(true);
    expect(leftOutFirst(people, 'notInvited').size).toBe(0);
  });
  it('begins with those still to be invited', () => {
    expect(shownFirst([person('password'), person('link', invited), person('link')])).toBe('notInvited');
    expect(shownFirst([person('password'), person('link', invited)])).toBe('notCome');
    expect(shownFirst([person('password')])).toBe('canSignIn');
    expect(shownFirst([])).toBe('administrator');
    expect(countStandings([person('link'), person('link', invited), person('link')])).toMatchObject({
      notInvited: 2,
      notCome: 1,
    });
  });
});

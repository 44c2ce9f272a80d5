import { describe, expect, it } from 'vitest';
import { memberFields } from '../../../contract/roster';
import { memberOf, personForm, type PersonForm } from './personForm';

const codec = personForm('Europe/Lisbon');
const NOW = Date.UTC(2026, 1, 2, 8, 0);
const start = codec.encode(memberOf(null, NOW));
const ines: PersonForm = {
  ...start,
  givenName: ' Inês ',
  familyName: 'Vardanyan',
  email: 'ines@fenwick-hollow.example',
};
const problems = (change: Partial<PersonForm>) =>
  codec.safeDecode({ ...ines, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('the form of a person', () => {
  it('begins as a student who is enrolled now and works with everyone', () => {
    expect(start).toMatchObject({
      role: 'student',
      sections: [],
      enrolledFrom: '2026-02-02T08:00',
      accommodationMinutes: { amount: '0', unit: 'days' },
    });
  });
  it('makes fields the server takes', () => {
    const fields = codec.decode(ines);
    expect(fields).toMatchObject({ givenName: 'Inês', preferredName: null, sections: 'all' });
    expect(memberFields.safeParse(fields).success).toBe(true);
    expect(codec.encode(codec.decode({ ...ines, sections: ['evening'] })).sections).toEqual(['evening']);
  });
  it('names what cannot be read', () => {
    expect(problems({ enrolledFrom: '' })).toEqual(['enrolledFrom']);
    expect(problems({ enrolledFrom: 'soon' })).toEqual(['enrolledFrom']);
    expect(problems({ accommodationMinutes: { amount: '-1', unit: 'days' } })).toEqual([
      'accommodationMinutes.amount',
    ]);
  });
});

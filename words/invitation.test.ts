import { describe, expect, it } from 'vitest';
import { changedPasswordMail, resetMail } from './account';
import { invitationMail } from './invitation';

const facts = {
  given: 'Ines',
  by: 'Teodora Maric',
  course: { title: 'Rivers and Cities', code: 'RVC 210' },
  note: null,
};

describe('an invitation', () => {
  it('brings a link, until when it works, and whom to ask for another', () => {
    const link = 'https://juror.example/set-password/abc';
    const { subject, text } = invitationMail({
      ...facts,
      comeIn: { with: 'link', link, until: 'Thu 12 Mar, 09:00' },
    });
    expect(subject).toBe('You are in Rivers and Cities (RVC 210)');
    expect(text).toContain(`Choose a password to sign in:\n${link}\n`);
    expect(text).toContain(
      'until Thu 12 Mar, 09:00. If it no longer works, ask Teodora Maric for a new one.',
    );
  });
  it('says a line of one’s own, and nothing of a link to who has a password', () => {
    const { text } = invitationMail({
      ...facts,
      note: 'We begin on Monday.',
      comeIn: { with: 'password', signIn: 'https://juror.example/sign-in' },
    });
    expect(text).toContain('\n\nWe begin on Monday.\n\n');
    expect(text).toContain('the password you already have:\nhttps://juror.example/sign-in');
    expect(text).not.toContain('works once');
  });
});

it('a mail about a password names no password, and says what to do if it was not you', () => {
  expect(resetMail('Ines', 'https://juror.example/x').text).toContain('If it was not you, do nothing');
  expect(changedPasswordMail('Ines').text).toContain('If it was not you');
});

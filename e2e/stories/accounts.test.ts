import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, describe, expect, it } from 'vitest';
import type { OutgoingMail } from '../../demo/start';
import { story } from '../story';

describe('accounts', () => {
  const mails: OutgoingMail[] = [];
  const s = story(undefined, { goes: 'server', send: (mail) => Promise.resolve(void mails.push(mail)) });
  const folder = mkdtempSync(join(tmpdir(), 'juror-accounts-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const linkIn = (text: string) => /\/set-password\/[\w-]+/.exec(text)![0];
  const mailTo = async (address: string, subject: string) => {
    let found: OutgoingMail | undefined;
    await s.page.until(async () => {
      found = mails.find((mail) => mail.to.address === address && mail.subject === subject);
      return Promise.resolve(found !== undefined);
    }, `mail to ${address}`);
    return found!;
  };
  const choose = async (page: typeof s.page, password: string) => {
    await page.type('Password', password);
    await page.type('Password again', password);
    await page.click('button', 'Save and sign in');
  };

  it('thirty people are imported, invited at once, and come in through their links', async () => {
    const { page } = s;
    const path = join(folder, 'roster.csv');
    const rows = Array.from(
      { length: 30 },
      (_, i) => `New,Person ${i},new${i}@fenwick-hollow.example,Morning`,
    );
    writeFileSync(path, ['Given name,Family name,E-mail,Section', ...rows].join('\r\n'));
    await page.enter('Teodora Maric', '/c/rvc210/roster?view=import');
    await page.sees('Import a roster');
    await page.driver.findElement({ css: 'input[type=file]' }).sendKeys(path);
    await page.click('button', 'Write 30 students');
    await page.click('link', 'Invite the new people');
    await page.sees('30 not invited yet');
    await page.click('button', 'Invite 30 people by mail');
    await page.type('Your own message, if you like', 'We begin on Monday.');
    await page.sees('Teodora Maric has added you to Rivers and Cities (RVC 210) in Juror');
    await page.click('button', 'Send 30 invitations');
    await page.sees('30 invited, no password yet');
    const mail = await mailTo('new7@fenwick-hollow.example', 'You are in Rivers and Cities (RVC 210)');
    expect(mail.text).toContain('We begin on Monday.');
    const other = await s.anotherPage();
    await other.go(linkIn(mail.text));
    await other.sees('Welcome, New Person 7');
    await choose(other, 'a sentence to remember');
    await other.sees('My work');
    await page.until(async () => {
      await page.go('/c/rvc210/roster?view=invite');
      await page.sees('29 invited, no password yet');
      return true;
    }, 'one of them to have come');
    // And on paper, for who is left.
    await page.click('button', 'Make 29 links to hand over');
    await page.sees('Links they were given before stop working.');
    await page.click('button', 'Make 29 links');
    await page.sees('29 links to hand over');
    expect(await page.text()).toMatch(/\/set-password\/([a-z2-9]{4}-){4}[a-z2-9]{4}\b/);
  });

  it('a forgotten password is asked for by mail, and the answer tells nobody who has an account', async () => {
    const page = await s.anotherPage();
    await page.go('/sign-in');
    await page.click('link', 'Forgot your password?');
    await page.type('E-mail', 'nobody@fenwick-hollow.example');
    await page.click('button', 'Send the link');
    await page.sees('If nobody@fenwick-hollow.example belongs to an account, a link is on its way.');
    await page.click('link', 'Back to sign-in');
    await page.click('link', 'Forgot your password?');
    await page.type('E-mail', 'bram.oyelaran@fenwick-hollow.example');
    await page.click('button', 'Send the link');
    await page.sees('If bram.oyelaran@fenwick-hollow.example belongs to an account, a link is on its way.');
    const mail = await mailTo('bram.oyelaran@fenwick-hollow.example', 'Choose a new password for Juror');
    await page.go(linkIn(mail.text));
    await page.sees('Choose a new password');
    await choose(page, 'short');
    await page.sees('A password has at least 10 characters.');
    await page.go(linkIn(mail.text));
    await choose(page, 'rivers run to the sea');
    await page.sees('My work');
    await page.go(linkIn(mail.text));
    await page.sees('This link no longer works');
  });

  it('a password is changed by its owner, which ends the session in another browser', async () => {
    const { page } = s;
    await page.enter('Chidi Halloran');
    const other = await s.anotherPage();
    await other.enter('Chidi Halloran');
    await page.go('/account');
    await page.click('button', 'Change your password');
    await page.type('Current password', 'not this one at all');
    await page.type('New password, at least 10 characters', 'rivers run to the sea');
    await page.type('New password again', 'rivers run to the sea');
    await page.click('button', 'Change password');
    await page.sees('This is not your current password.');
    await page.type('Current password', 'rivers-and-cities', { clear: true });
    await page.click('button', 'Change password');
    await page.sees('Everywhere else you are signed out.');
    await other.go('/c/rvc210/my-work');
    await other.until(async () => (await other.path()).startsWith('/sign-in'), 'to be signed out');
    await other.type('E-mail', 'chidi.halloran@fenwick-hollow.example');
    await other.type('Password', 'rivers run to the sea');
    await other.click('button', 'Sign in');
    await other.sees('My work');
    await page.go('/account');
    await page.click('button', 'Sign out everywhere else');
    await page.sees('You are signed out everywhere else.');
    await other.go('/c/rvc210/my-work');
    await other.until(async () => (await other.path()).startsWith('/sign-in'), 'to be signed out again');
  });

  it('shortcuts of a single key are changed, and turned off', async () => {
    const page = await s.anotherPage();
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.sees('The plan');
    await page.press('?');
    await page.click('button', 'Change the key to start a forum');
    await page.sees('Press the new key');
    await page.press('s');
    await page.sees('S is already the key to shift dates.');
    await page.press('g', Key.ESCAPE);
    await page.press('n');
    expect(await page.has('dialog', 'Start a forum')).toBe(false);
    await page.press('g');
    await page.find('dialog', 'Start a forum');
    await page.press(Key.ESCAPE);
    await page.go('/account');
    await page.click('radio', /^Off/);
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.press('g', 's', '?');
    expect(await page.has('dialog', /./)).toBe(false);
  });
});

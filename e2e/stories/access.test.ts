import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { story } from '../story';

describe('who finds what', () => {
  const s = story();
  it.each([
    '/c/rvc210/plan',
    '/c/rvc210/plan/new',
    '/c/rvc210/evaluate/floodplain',
    '/c/rvc210/gradebook',
    '/c/rvc210/discuss/letters',
    '/c/rvc210/discuss/paying',
    '/c/nowhere/plan',
  ])('a student at %s finds nothing', async (path) => {
    if (!(await s.page.driver.getCurrentUrl()).startsWith('http')) await s.page.enter('Ines Vardanyan', path);
    await s.page.sees('There is nothing here');
  });

  it('an address leads on after signing in; a wrong password is told at the form; the back button works', async () => {
    const page = await s.anotherPage();
    await page.go('/c/rvc210/discuss/floodplain');
    await page.type('E-mail', 'ines.vardanyan@fenwick-hollow.example');
    await page.type('Password', 'not this one');
    await page.click('button', 'Sign in');
    await page.sees('do not match');
    await page.type('Password', 'rivers-and-cities', { clear: true });
    await page.click('button', 'Sign in');
    await page.sees('Who owns the floodplain?');
    expect(await page.path()).toBe('/c/rvc210/discuss/floodplain');
    expect(await page.driver.getTitle()).toBe(
      'Who owns the floodplain? · Discuss · Rivers and Cities · Juror',
    );
    await page.click('link', 'Scores');
    await page.sees('so far');
    await page.driver.navigate().back();
    await page.sees('A floodplain is dry land');
    await page.driver.navigate().refresh();
    await page.sees('A floodplain is dry land');
  });

  it('what is locked, closed or removed says so', async () => {
    const page = await s.anotherPage();
    await page.enter('Sade Nkemelu');
    await page.sees('Opens Mon 9 Mar, 08:00, after your part in The weir hearing.');
    await page.go('/c/rvc210/discuss/river-under');
    await page.sees('This opens when you have made your initial post in The weir hearing');
    await page.go('/c/rvc210/discuss/floodplain');
    await page.sees('Posting closed Sun 1 Mar, 23:59');
    expect(await page.has('button', /^Reply to/)).toBe(false);
    expect(await page.text()).not.toContain('also I was angry');
  });

  it('staff read what was removed and every version; keys are listed on ?', async () => {
    const page = await s.anotherPage();
    await page.enter('Anselm Okonjo', '/c/rvc210/discuss/floodplain');
    await page.sees('also I was angry');
    const view = (await page.fetch('get', '/api/courses/rvc210/forums/floodplain')).body as ForumView;
    const changed = view.posts.find(({ editedAt }) => editedAt !== undefined);
    await page.inMenuAt(`/c/rvc210/discuss/floodplain#post-${changed!.id}`, '2 versions');
    await page.sees('Version 1');
    await page.click('button', 'Close');
    await page.press('?');
    await page.sees('go to the next post');
  });

  it('signing out ends it', async () => {
    const page = await s.anotherPage();
    await page.enter('Wei Liu');
    await page.click('button', 'Wei Liu: menu');
    await page.click('menuitem', 'Sign out');
    await page.sees('Or enter the demo as');
    expect((await page.fetch('get', '/api/courses/rvc210/my-work')).status).toBe(401);
  });
});

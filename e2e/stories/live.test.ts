import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { OutboxMail } from '../../contract/notices';
import { when } from '../times';
import { story } from '../story';

const DESK = '/c/rvc210/discuss/help-desk';
const RIVERS = '/c/rvc210/discuss/small-rivers';
const MAIL = 60_000;

describe('what changes while people read', () => {
  const s = story();

  it('a post written in one browser is announced in another, which shows it without a reload', async () => {
    const { page } = s;
    await page.enter('Lucie Vondráčková', DESK);
    await page.find('feed', 'Posts');
    const tomas = await s.anotherPage();
    await tomas.enter('Tomás Abreu', DESK);
    await tomas.click('button', 'Open a thread');
    await tomas.type(/thread/, 'The pump by the church runs again since Tuesday.');
    await tomas.click('button', 'Open the thread');
    await tomas.sees('The pump by the church runs again');
    await page.click('button', /^1 new post/);
    await page.sees('The pump by the church runs again');
    // It came with the stream; nothing was asked for.
    const asked = await page.driver.executeScript<string[]>(
      "return performance.getEntriesByType('resource').map(({ name }) => name).filter((name) => name.includes('/changed?'))",
    );
    expect(asked).toEqual([]);
    await tomas.press('.');
    await tomas.click('menuitem', 'Remove');
    await page.until(
      async () => !(await page.text()).includes('The pump by the church'),
      'the post to be gone',
    );
  });

  it('an answer rings the bell, and its notice leads to it', async () => {
    const { page } = s;
    const tomas = await s.anotherPage();
    await tomas.enter('Tomás Abreu', '/c/rvc210/my-work');
    await tomas.find('link', /^Notices/);
    await page.go(`${DESK}?author=tomas-abreu`);
    await page.click('button', 'Reply to Tomás');
    await page.type('Your reply to Tomás', 'Who mended it, do you know?');
    await page.click('button', 'Reply to Tomás');
    await page.click('button', 'Show it');
    await page.sees('Who mended it, do you know?');
    await tomas.click('link', /^Notices, \d+ unread/);
    await tomas.click('link', /Lucie Vondráčková replied to your post/);
    await tomas.sees('Who mended it, do you know?');
  });

  it('someone whose seal is closed sees the number grow, and what stands behind it when the clock opens it', async () => {
    const { page } = s;
    await page.enter('Sade Nkemelu', RIVERS);
    await page.sees(/\d+ posts are sealed/);
    const forum = async () =>
      (await page.fetch('get', '/api/courses/rvc210/forums/small-rivers')).body as ForumView;
    const before = (await forum()).sealed!.posts;
    const noor = await s.anotherPage();
    await noor.enter('Noor van Dijk', RIVERS);
    await noor.type('Your initial post', Array.from({ length: 85 }, (_, n) => `sluice${n}`).join(' '));
    await noor.click('button', 'Post your initial post');
    await noor.sees('sluice84');
    await page.sees(`${before + 1} posts are sealed.`);
    expect(await page.text()).not.toContain('sluice');
    s.demo.clock.move(when('03-14 00:01'));
    await page.sees('sluice84');
    await page.sees('The seal is open: everyone’s posts are here now.');
    s.demo.clock.move(when('03-05 17:00'));
  });

  it('two tabs share one stream, and one goes on when the other is closed', async () => {
    const { page } = s;
    const { driver } = page;
    await page.enter('Lucie Vondráčková', DESK);
    await page.find('feed', 'Posts');
    const first = await driver.getWindowHandle();
    await driver.switchTo().newWindow('tab');
    await page.go(DESK);
    await page.find('feed', 'Posts');
    const second = await driver.getWindowHandle();
    await driver.switchTo().window(first);
    await driver.close();
    await driver.switchTo().window(second);
    const tomas = await s.anotherPage();
    await tomas.enter('Tomás Abreu', DESK);
    await tomas.click('button', 'Open a thread');
    await tomas.type(/thread/, 'Ours comes from under the tram depot.');
    await tomas.click('button', 'Open the thread');
    await page.click('button', /^1 new post/);
    await page.sees('Ours comes from under the tram depot.');
  });

  it('a mail a day gathers what happened, once the clock shows seven', async () => {
    const { page } = s;
    await page.enter('Tomás Abreu', '/c/rvc210/notices');
    await page.click('radio', 'Never');
    await page.sees('You are sent no mail.');
    await page.click('radio', 'Once a day');
    await page.sees('You are sent one mail a day.');
    const lucie = await s.anotherPage();
    await lucie.enter('Lucie Vondráčková', `${DESK}?author=tomas-abreu`);
    await lucie.click('button', 'Reply to Tomás');
    await lucie.type('Your reply to Tomás', 'Is it cold enough to cool a house?');
    await lucie.click('button', 'Reply to Tomás');
    await lucie.click('button', 'Show it');
    await lucie.sees('Is it cold enough to cool a house?');
    const mails = async () =>
      ((await page.fetch('get', '/api/mail/outbox')).body as { mails: OutboxMail[] }).mails;
    // The clock has been past the fourteenth in a story before this one: that day’s mail may have gone out, and is not this one.
    const earlier = new Set((await mails()).map(({ id }) => id));
    const daily = async () => (await mails()).filter(({ kind, id }) => kind === 'daily' && !earlier.has(id));
    const staff = await s.anotherPage();
    await staff.enter('Teodora Maric');
    await staff.fetch('put', '/api/demo/clock', { to: when('03-16 07:01') });
    // Others get mail at once in these seconds; what is waited for is the one of the day.
    await page.until(
      async () => (await daily()).some(({ state }) => state !== 'waiting'),
      'the mail of the day to be sent',
      MAIL,
    );
    await page.go('/outbox');
    const [mail, ...more] = await daily();
    expect(mail).toMatchObject({ state: 'sent' });
    expect(more).toEqual([]);
    expect(mail!.text).toContain('Lucie Vondráčková replied to your post in “Course help desk”.');
    expect(mail!.text).not.toContain('cool a house');
    await page.driver.navigate().refresh();
    await page.find('heading', 'Outbox');
    await page.sees(mail!.subject!);
  });
});

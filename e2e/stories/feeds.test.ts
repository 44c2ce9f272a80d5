import { describe, expect, it } from 'vitest';
import type { Page } from '../page';
import { story } from '../story';

const FORUM = '/c/rvc210/discuss/weir-hearing';
const shown = async (page: Page, label: string) =>
  (await (await page.find('textbox', label)).getAttribute('value'))!;
const read = async (address: string) => {
  const answer = await fetch(address);
  return { status: answer.status, text: await answer.text() };
};

describe('a feed under the seal', () => {
  const s = story();

  it('is offered by the instructor, and holds for a student what the seal lets through', async () => {
    const { page } = s;
    await page.enter('Sade Nkemelu', FORUM);
    await page.sees('sealed');
    expect(await page.has('button', 'Feed')).toBe(false);
    await page.enter('Teodora Maric', '/c/rvc210/plan/weir-hearing/edit');
    await page.click('button', /^Finer rules/);
    await page.click('checkbox', /Readers may subscribe to a feed/);
    await page.click('button', 'Save');
    await page.until(async () => (await page.path()).startsWith('/c/rvc210/plan?'), 'the plan');
    await page.enter('Sade Nkemelu', FORUM);
    await page.click('button', 'Feed');
    await page.click('button', 'Make addresses');
    const posts = await shown(page, 'Address of the posts');
    const recordings = await shown(page, 'Address of the recordings');
    await page.click('button', 'Close');
    const sealed = await read(posts);
    expect(sealed.status).toBe(200);
    expect(sealed.text).toMatch(/\d+ posts are sealed until your own initial post\./);
    const before = sealed.text.split('<entry>').length;
    expect((await read(recordings)).text).toContain('<rss version="2.0"');
    // Once she has written, her reader brings what the others wrote.
    await page.type(
      'Your initial post',
      Array.from({ length: 130 }, (_, n) => `The weir holds back water number ${n}`).join('. '),
    );
    await page.click('button', 'Post your initial post');
    await page.sees('Your initial post is done.');
    const open = await read(posts);
    expect(open.text.split('<entry>').length).toBeGreaterThan(before);
    expect(open.text).not.toContain('sealed until');
    await page.click('button', 'Feed');
    await page.sees('You made addresses');
    await page.click('button', 'Withdraw them');
    await page.until(async () => (await read(posts)).status === 404, 'the feed to be gone');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { story } from '../story';

const FORUM = '/c/rvc210/discuss/small-rivers';

describe('a conversation', () => {
  const s = story();

  it('staff open a starter that sealed students read, and nothing else of theirs', async () => {
    const { page } = s;
    await page.enter('Anselm Okonjo', FORUM);
    await page.click('button', 'Open a starter');
    await page.type(/^A starter/, 'Which of you has heard it run?');
    await page.click('button', 'Open the starter for everyone');
    await page.sees('Which of you has heard it run?');
    await page.click('button', 'Open a thread');
    await page.type('A new thread', 'For those who have written: bring a map on Monday.');
    await page.click('button', 'Open the thread');
    await page.sees('bring a map on Monday');
    const student = await s.anotherPage();
    await student.enter('Wei Liu', FORUM);
    await student.sees('Which of you has heard it run?');
    expect(await student.text()).not.toContain('bring a map');
    expect(await student.has('button', /^Reply to/)).toBe(false);
  });

  it('a student removes a post nobody has answered, and the seal closes again', async () => {
    const page = await s.anotherPage();
    await page.enter('Deniz Uzun', FORUM);
    const words = Array.from({ length: 85 }, (_, i) => `water${i}`).join(' ');
    await page.type('Your initial post', words);
    await page.click('button', 'Post your initial post');
    await page.sees('bring a map on Monday');
    await page.inMenuOf('Deniz Uzun', 'Remove');
    await page.sees('the seal is closed again');
    await page.sees('posts are sealed.');
    await page.sees('removed');
    expect(await page.text()).not.toContain('bring a map');
  });

  it('an answered post can no longer be removed, and says why', async () => {
    const page = await s.anotherPage();
    await page.enter('Bram Oyelaran', FORUM);
    const menu = async () => {
      await page.click('button', 'More to do with Bram Oyelaran’s post');
      await page.find('menuitem', 'Bookmark');
      let can = false;
      await page.until(async () => {
        can = await page.has('menuitem', 'Remove');
        return true;
      }, 'the menu');
      await page.press(Key.ESCAPE);
      return can;
    };
    expect(await menu()).toBe(true);
    const staff = s.page;
    await staff.go(FORUM);
    await staff.click('button', 'Reply to Bram');
    await staff.type('Your reply to Bram', 'Where exactly is the chemist?');
    await staff.chord(Key.CONTROL, Key.ENTER);
    await staff.sees('replies to Bram');
    await page.driver.navigate().refresh();
    await page.sees('Where exactly is the chemist?');
    await page.sees('Someone has replied to this post, so it can no longer be removed.');
    expect(await menu()).toBe(false);
    await page.click('button', 'Reply to Anselm');
    await page.sees('Replies to staff do not count towards your required replies.');
    await page.click('button', 'Discard');
  });

  it('staff take a post away and put it back; a removed post keeps its place', async () => {
    const staff = s.page;
    await staff.go(FORUM);
    await staff.sees('Little Marl');
    await staff.click('button', 'More to do with Bram Oyelaran’s post');
    await staff.click('menuitem', 'Remove …');
    await staff.type(/^Why\?/, 'Let us hear the others first.');
    await staff.click('button', 'Remove it');
    await staff.sees('1 post removed.');
    await staff.sees('Let us hear the others first.');
    const emi = await s.anotherPage();
    await emi.enter('Emi Sato', FORUM);
    await emi.sees('A post was removed here.');
    await emi.sees('Where exactly is the chemist?');
    expect(await emi.text()).not.toContain('Little Marl');
    await staff.click('button', 'Restore');
    await staff.sees('The post is back.');
    await emi.driver.navigate().refresh();
    await emi.sees('Little Marl');
  });

  it('is walked through by keyboard; every post has an address', async () => {
    const page = await s.anotherPage();
    await page.enter('Emi Sato', FORUM);
    await page.sees('Little Marl');
    await page.press('j');
    await page.until(async () => (await page.path()).includes('#post-'), 'the first post to be marked');
    const first = await page.path();
    await page.press('j');
    await page.until(async () => (await page.path()) !== first, 'the next post');
    await page.press('k');
    await page.until(async () => (await page.path()) === first, 'the post before');
    const address = await page.path();
    await page.go(address);
    await page.sees('Little Marl');
    await page.press('r');
    await page.find('textbox', /^Your reply to|^Your addition/);
    await page.press('jjj kk r');
    await page.sees('jjj kk r');
    await page.press(Key.ESCAPE);
    await page.press('?');
    await page.sees('reply to the marked post');
  });

  it('two edits of one post: the second is told and keeps its text', async () => {
    const page = await s.anotherPage();
    await page.enter('Hana Lindqvist', FORUM);
    await page.inMenuOf('Hana Lindqvist', 'Edit');
    await page.find('textbox', 'Your post');
    const forum = (await page.fetch('get', '/api/courses/rvc210/forums/small-rivers')).body as ForumView;
    const own = forum.posts.find((post) => post.authorId === forum.me)!;
    const mine = forum.bodies.find((body) => body.id === own.id)!;
    const doc = {
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Changed on my phone meanwhile.' }] }],
    };
    expect(
      (
        await page.fetch('patch', `/api/courses/rvc210/forums/small-rivers/posts/${mine.id}`, {
          version: mine.version,
          doc,
        })
      ).status,
    ).toBe(200);
    await page.type('Your post', ' And here is what I add.');
    await page.click('button', 'Save the change');
    await page.sees('This post was changed elsewhere since you opened it.');
    await page.click('button', 'Save the change');
    await page.sees('And here is what I add.');
    await page.inMenuOf('Hana Lindqvist', '3 versions');
    await page.sees('Changed on my phone meanwhile.');
  });
});

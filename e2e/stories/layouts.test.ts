import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { postsOf } from '../../contract/posts';
import { story } from '../story';
import { settled } from '../settled';

const FORUM = '/c/rvc210/discuss/floodplain';

describe('a conversation laid out otherwise', () => {
  const s = story();
  const view = async () =>
    postsOf((await s.page.fetch('get', '/api/courses/rvc210/forums/floodplain')).body as ForumView);
  const shown = (prefix = 'post') =>
    settled(() =>
      s.page.driver.executeScript<string[]>(
        'return [...document.querySelectorAll(`article[id^=${arguments[0]}-]`)].map((e) => e.id.slice(arguments[0].length + 1))',
        prefix,
      ),
    );

  it('posts are picked, read as a stack, and marked all together', async () => {
    const { page } = s;
    await page.enter('Anselm Okonjo');
    const posts = (await view()).filter(({ as, mine }) => as === 'text' && !mine);
    const chosen = [posts[0]!, posts.find(({ parentId }) => parentId !== null)!].map(({ id }) => id);
    for (const id of chosen) {
      await page.go(`${FORUM}#post-${id}`);
      await page.until(async () => (await shown()).includes(id), 'the post');
    }
    // A pick is of this visit; both are made without leaving.
    for (const id of chosen) {
      await page.driver.executeScript('location.hash = arguments[0]', `post-${id}`);
      await page.press('x');
    }
    await page.sees('2 posts picked');
    await page.click('link', 'Read as a stack');
    await page.sees('A stack of 2 posts');
    expect(await shown()).toEqual(chosen);
    await page.sees(/To [A-Z].*: “/);
    await page.driver.navigate().refresh();
    await page.sees('A stack of 2 posts');
    await page.click('button', 'Bookmark all');
    await page.until(
      async () => (await view()).filter(({ bookmarked }) => bookmarked).length === 2,
      'two bookmarks',
    );
    await page.click('link', 'The conversation');
    await page.until(async () => (await shown()).length === (await view()).length, 'the conversation');
    await page.click('button', 'Bookmarked 2');
    await page.click('button', 'Read as a stack');
    await page.sees('A stack of 2 posts');
  });

  it('a stack is printed without anything to press', async () => {
    const { page } = s;
    await page.go(`${FORUM}?view=stack&show=unanswered`);
    await page.sees(/A stack of \d+ posts/);
    const chromium = page.driver as typeof page.driver & {
      sendDevToolsCommand(command: string, params: object): Promise<void>;
    };
    await chromium.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: 'print' });
    const text = await page.text();
    expect(text).toMatch(/A stack of \d+ posts/);
    for (const pressed of [
      'Bookmark',
      'Reply to',
      'Pick',
      'Read it in the conversation',
      'Next of',
      'Vantage',
    ])
      expect(text).not.toContain(pressed);
    await chromium.sendDevToolsCommand('Emulation.setEmulatedMedia', { media: '' });
  });

  it('staff remove what is on a stack, and take it back', async () => {
    const { page } = s;
    const [first, second] = (await view()).filter(
      ({ as, removed, mine }) => as === 'text' && !removed && !mine,
    );
    await page.go(`${FORUM}?view=stack&posts=${first!.id}.${second!.id}`);
    await page.click('button', 'Remove all');
    await page.click('button', 'Remove 2 posts');
    await page.sees('2 posts removed.');
    await page.pointAt('button', 'Undo');
    const removed = async () =>
      (await view()).filter(({ id, removed: gone }) => gone && [first!.id, second!.id].includes(id)).length;
    expect(await removed()).toBe(2);
    await page.click('button', 'Undo');
    await page.until(async () => (await removed()) === 0, 'both again');
  });

  it('a branch is opened beside the rest by keyboard, gone up in, and closed again', async () => {
    const { page } = s;
    const posts = await view();
    const deep = posts.find(
      ({ parentId }) => parentId !== null && posts.some((post) => post.parentId !== null),
    )!;
    await page.go(`${FORUM}#post-${deep.id}`);
    await page.until(async () => (await shown()).includes(deep.id), 'the post');
    await page.press('o');
    await page.until(async () => (await shown('beside'))[0] === deep.id, 'the branch');
    expect(await page.path()).toContain(`beside=${deep.id}`);
    expect((await shown()).length).toBe(posts.length);
    await page.click('button', 'Up one level');
    await page.until(async () => (await shown('beside'))[0] === deep.parentId, 'what it answers');
    await page.driver.navigate().back();
    await page.until(async () => (await shown('beside'))[0] === deep.id, 'the branch again');
    const isRead = async () => (await view()).find(({ id }) => id === deep.id)!.read;
    if (await page.has('button', 'Mark branch read')) await page.click('button', 'Mark branch read');
    await page.until(isRead, 'the branch to be read');
    await page.click('button', 'Mark branch unread');
    await page.until(async () => !(await isRead()), 'the branch to be unread');
    await page.press(Key.ESCAPE);
    await page.until(async () => (await shown('beside')).length === 0, 'the branch to be closed');
  });

  it('posts are read in one stream, and those of one section alone', async () => {
    const { page } = s;
    await page.go(FORUM);
    await page.choose('View', 'one by one');
    await page.until(async () => (await page.path()).includes('view=stream'), 'the view in the address');
    const byTime = (await view())
      .filter(({ as }) => as === 'text')
      .sort((a, b) => a.createdAt - b.createdAt)
      .map(({ createdAt }) => createdAt);
    const times = async () => {
      const at = new Map((await view()).map(({ id, createdAt }) => [id, createdAt]));
      return (await shown()).map((id) => at.get(id));
    };
    await page.until(async () => (await times()).join() === byTime.join(), 'the oldest first');
    await page.choose('Order', 'newest first');
    await page.until(async () => (await times()).join() === byTime.toReversed().join(), 'the newest first');
    await page.choose('Section or group', 'Evening');
    await page.sees(/\d+ posts of \d+/);
    expect((await shown()).length).toBeLessThan(byTime.length);
  });

  it('Ctrl F finds over every post, laid out or not', async () => {
    const { page } = s;
    await page.go(FORUM);
    await page.find('combobox', 'Order');
    await page.chord(Key.CONTROL, 'f');
    const name = await page.driver.switchTo().activeElement().getAccessibleName();
    expect(name).toBe('Find in this forum');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { story } from '../story';
import type { Page } from '../page';

const FLOODPLAIN = '/c/rvc210/discuss/floodplain';
const API = '/api/courses/rvc210/forums/floodplain';

describe('keeping a discussion healthy', () => {
  const s = story();
  const forum = async (page: Page) => (await page.fetch('get', API)).body as ForumView;

  it('an aside says so before it is sent and after, and is seen by its two sides and nobody else', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', `${FLOODPLAIN}?author=sade-nkemelu`);
    await page.inMenuOf('Sade Nkemelu', 'Aside to Sade');
    await page.sees('An aside: only Sade Nkemelu and staff read what you write here.');
    await page.type('Your aside to Sade', 'Come and see me about the map of 1954.');
    await page.click('button', 'Send the aside to Sade');
    await page.click('button', 'Show it');
    await page.sees('An aside: only Sade Nkemelu and staff read this');
    const sade = await s.anotherPage();
    await sade.enter('Sade Nkemelu', '/c/rvc210/notices');
    await sade.click('link', /Teodora Maric wrote you an aside/);
    await sade.sees('Come and see me about the map of 1954.');
    await sade.sees('An aside: only you and staff read this');
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', FLOODPLAIN);
    await bram.find('feed', 'Posts');
    expect(await bram.text()).not.toContain('map of 1954');
    expect(JSON.stringify((await bram.fetch('get', `${API}/found?find=1954`)).body)).toContain('posts');
    expect((await forum(bram)).posts.some(({ asideWith }) => asideWith !== undefined)).toBe(false);
  });

  it('a placeholder that was edited after unsealing is found, and compared word by word', async () => {
    const { page } = s;
    await page.go(`${FLOODPLAIN}?author=rafael-osei`);
    await page.click('link', 'changed after unsealing');
    await page.sees('the seal opened, with 2 words');
    await page.sees(/32 posts could be read, 21 reached their browser/);
    const [taken, added] = await page.driver.executeScript<[string, string]>(
      "return ['del', 'ins'].map((name) => document.querySelector(name).textContent)",
    );
    expect(taken).toContain('coming soon');
    expect(added).toContain('I am an engineer by training');
    await page.click('button', 'Everyone who opened the seal');
    await page.find('link', 'Osei, Rafael');
    const sade = await s.anotherPage();
    await sade.enter('Sade Nkemelu');
    expect((await sade.fetch('get', `${API}/evidence`)).status).toBe(404);
    await sade.go(FLOODPLAIN);
    await sade.find('feed', 'Posts');
    expect(await sade.text()).not.toContain('after unsealing');
  });

  it('any two versions of a post are compared', async () => {
    const { page } = s;
    const edited = (await forum(page)).posts.filter(
      ({ authorId, editedAt }) => authorId === 'sunniva-quist' && editedAt !== undefined,
    );
    expect(edited).toHaveLength(1);
    await page.inMenuAt(`${FLOODPLAIN}#post-${edited[0]!.id}`, '2 versions');
    await page.click('tab', 'Compared');
    const added = await page.driver.executeScript<string>(
      "return document.querySelector('dialog ins').textContent",
    );
    expect(added).toContain('It cannot be cancelled at the end of the year.');
    await page.press(Key.ESCAPE);
  });

  it('many posts are picked by a filter and removed at once, with a reason and with undo', async () => {
    const { page } = s;
    await page.go(`${FLOODPLAIN}?author=bram-oyelaran`);
    await page.click('button', 'Pick these');
    await page.sees('3 posts picked');
    await page.click('button', 'Remove all');
    await page.type(/^Why\?/, 'Only to try it.');
    await page.click('button', 'Remove 3 posts');
    await page.sees('3 posts removed.');
    await page.pointAt('button', 'Undo');
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/notices');
    await bram.sees('Teodora Maric removed your post');
    await bram.sees('Only to try it.');
    await page.click('button', 'Undo');
    await page.sees('3 posts restored.');
    // Without a reload: what is not so any more is told no more.
    await bram.until(
      async () => !(await bram.text()).includes('removed your post'),
      'the removals to be told no more',
    );
    expect((await forum(bram)).posts.filter(({ removed }) => removed)).toEqual([]);
  });

  it('a branch is moved to another thread and out as its own; what counts follows, and undo brings it back', async () => {
    const { page } = s;
    const ines = await s.anotherPage();
    await ines.enter('Ines Vardanyan');
    const made = async () =>
      (await forum(ines)).slots.filter(({ kind, state }) => kind === 'reply' && state.startsWith('met'))
        .length;
    const before = await made();
    const moved = (await forum(ines)).posts.find(
      ({ authorId, parentId }) => authorId === 'ines-vardanyan' && parentId,
    )!;
    await page.go(`${FLOODPLAIN}#post-${moved.id}`);
    const branch = async () => (await forum(page)).posts.find(({ id }) => id === moved.id)!.parentId;
    await page.until(
      () =>
        page.driver.executeScript<boolean>(
          `const post = document.activeElement;
           return post.id === arguments[0] && post.querySelector('button[aria-haspopup=menu]') !== null;`,
          `post-${moved.id}`,
        ),
      'the post to be gone to',
    );
    // By keyboard alone.
    await page.driver.executeScript(
      "document.activeElement.querySelector('button[aria-haspopup=menu]').focus()",
    );
    await page.press(Key.ENTER);
    await page.click('menuitem', 'Move …');
    await page.type('Find by author', 'Teodora');
    await page.press(Key.TAB, Key.ARROW_DOWN);
    await page.click('button', 'Move it there');
    await page.sees(/\d posts? moved\. What counts follows\./);
    await page.pointAt('button', 'Undo');
    expect(await branch()).not.toBe(moved.parentId);
    expect(await made()).toBe(before - 1);
    await page.click('button', 'Undo');
    await page.sees('It is back where it was.');
    expect(await branch()).toBe(moved.parentId);
    expect(await made()).toBe(before);
  });

  it('a student reports a post; staff read who and why, and settle it; its author learns nothing', async () => {
    const { page } = s;
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', `${FLOODPLAIN}?author=ines-vardanyan`);
    await bram.inMenuOf('Ines Vardanyan', 'Report to staff');
    await bram.click('button', 'Report it');
    await bram.sees('Say what is wrong with the post');
    await bram.type(/^What is wrong with it/, 'It names where a classmate lives.');
    await bram.click('button', 'Report it');
    await bram.sees('Reported. Staff will look at it.');
    await bram.sees('reported to staff');
    await page.go(FLOODPLAIN);
    await page.sees('(1 reported)');
    await page.go(`${FLOODPLAIN}/moderate?view=reported`);
    await page.sees('It names where a classmate lives.');
    await page.sees('Bram Oyelaran');
    const ines = await s.anotherPage();
    await ines.enter('Ines Vardanyan', '/c/rvc210/notices');
    await ines.find('heading', 'Notices');
    expect(await ines.text()).not.toMatch(/report/i);
    await page.click('button', 'Mark as settled');
    await page.sees('Nothing is reported');
  });

  it('who has written nothing is found and written to: a notice that leads there', async () => {
    const { page } = s;
    await page.go('/c/rvc210/discuss/weir-hearing/moderate?view=people');
    await page.click('button', /^Posted nothing yet/);
    await page.click('checkbox', 'Choose Sade Nkemelu');
    await page.click('button', 'Write to 1 student');
    await page.type('Your message', 'The hearing needs a farmer. Is something in the way?');
    await page.click('button', 'Send to 1 person');
    await page.sees('Sent to 1 person.');
    const sade = await s.anotherPage();
    await sade.enter('Sade Nkemelu', '/c/rvc210/notices');
    await sade.sees('The hearing needs a farmer. Is something in the way?');
    await sade.click('link', /Teodora Maric sent you this forum/);
    await sade.sees('Your stream hears the case of the weir');
  });

  it('a frozen thread is read and not written in, until it goes on', async () => {
    const { page } = s;
    await page.go('/c/rvc210/discuss/nearest-water');
    await page.click('button', /^More to do with/);
    await page.click('menuitem', 'Freeze the thread');
    await page.sees('The thread is frozen: only staff write in it.');
    const ines = await s.anotherPage();
    await ines.enter('Emi Sato', '/c/rvc210/discuss/nearest-water');
    await ines.sees('thread frozen');
    await page.click('button', /^More to do with/);
    await page.click('menuitem', 'Unfreeze the thread');
    await page.sees('Students can write in the thread again.');
    await ines.until(
      async () => !(await ines.text()).includes('thread frozen'),
      'the thread to go on, without a reload',
    );
  });
});

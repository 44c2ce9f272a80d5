import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { postsOf } from '../../contract/posts';
import { story } from '../story';
import { settled } from '../settled';

const C = '/api/courses/rvc210';
/** A text of one paragraph, as the composer sends it. */
const paragraph = (text: string) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});
const FLOODPLAIN = '/c/rvc210/discuss/floodplain';

describe('reading', () => {
  const s = story();
  const view = async (forum = 'floodplain', page = s.page) => ({
    posts: postsOf((await page.fetch('get', `${C}/forums/${forum}`)).body as ForumView),
  });
  const unread = async () =>
    (await view()).posts.filter(({ read, as }) => !read && as === 'text').map(({ id }) => id);
  const shown = () =>
    settled(() =>
      s.page.driver.executeScript<string[]>(
        "return [...document.querySelectorAll('article[id^=post-]')].map((e) => e.id.slice(5))",
      ),
    );
  const current = async () => (await s.page.path()).split('#post-')[1] ?? null;

  it('forty unread posts are gone through and marked by keyboard alone', async () => {
    const { page } = s;
    await page.enter('Anselm Okonjo');
    const all = (await view()).posts.filter(({ mine }) => !mine).map(({ id }) => id);
    await page.fetch('put', `${C}/forums/floodplain/read`, { posts: all, read: false });
    const before = await unread();
    expect(before.length).toBeGreaterThan(40);
    await page.go(FLOODPLAIN);
    await page.find('button', /^Next of \d+ unread/);
    await page.press('u');
    const visited: string[] = [];
    for (let n = 0; n < 40; n++) {
      const at = await current();
      expect(before).toContain(at);
      expect(visited).not.toContain(at);
      visited.push(at!);
      await page.press('m');
    }
    await page.until(
      async () => (await unread()).every((id) => !visited.includes(id)),
      'forty posts to be read',
    );
    await page.press('k', 'M');
    await page.until(async () => (await unread()).includes((await current())!), 'one to be unread again');
  });

  it('a post that stays on screen long enough counts as read', async () => {
    const { page } = s;
    const shortest = (await view()).posts
      .filter(({ read, as }) => !read && as === 'text')
      .sort((a, b) => a.words - b.words)[0]!;
    await page.go(`${FLOODPLAIN}#post-${shortest.id}`);
    await page.until(async () => !(await unread()).includes(shortest.id), 'the post to count as read');
  });

  it('with the fewest answers first, who waits for an answer comes first; the address keeps it', async () => {
    const { page } = s;
    await page.go(FLOODPLAIN);
    await page.choose('Order', 'fewest replies first');
    await page.until(async () => (await page.path()).includes('order=fewest'), 'the order in the address');
    const posts = (await view()).posts;
    const answered = new Set(posts.map(({ parentId }) => parentId));
    await page.until(async () => !answered.has((await shown())[0]!), 'someone unanswered first');
    await page.driver.navigate().refresh();
    await page.find('combobox', 'Order');
    expect(answered.has((await shown())[0]!)).toBe(false);
    await page.until(async () => (await shown()).length === posts.length, 'all of them');
  });

  it('filters combine, show how many are left, and are left by one press', async () => {
    const { page } = s;
    await page.go(FLOODPLAIN);
    await page.click('button', /^Unanswered \d+$/);
    await page.sees(/\d+ posts of \d+/);
    const alone = (await shown()).length;
    await page.click('button', /^Too short \d+$/);
    await page.until(async () => (await shown()).length < alone, 'fewer posts');
    expect(await page.path()).toContain('show=unanswered%2Cshort');
    await page.click('button', 'Show everything');
    await page.until(async () => (await shown()).length === (await view()).posts.length, 'everything again');
    await page.choose('Author', 'Oyelaran');
    await page.until(
      async () =>
        (await shown()).length ===
        (await view()).posts.filter(({ author }) => author?.id === 'bram-oyelaran').length,
      'the posts of one author',
    );
  });

  it('words are found whatever their accents, and a post is read where it stands', async () => {
    const { page } = s;
    await page.go(FLOODPLAIN);
    await page.find('combobox', 'Order');
    await page.press('/');
    await page.driver.switchTo().activeElement().sendKeys('lévees ');
    await page.sees(/\d+ posts? of \d+/);
    await page.until(async () => {
      const texts = await page.driver.executeScript<string[]>(
        "return [...document.querySelectorAll('article[id^=post-] .prose-juror')].map((e) => e.textContent.toLowerCase())",
      );
      return texts.length > 0 && texts.every((text) => text.includes('levees'));
    }, 'only posts with the word');
    const [first] = await shown();
    await page.click('link', 'Read it in the conversation');
    await page.until(async () => (await current()) === first, 'the post in its place');
    await page.until(
      async () => (await shown()).length === (await view()).posts.length,
      'the whole conversation',
    );
    await page.type('Find in this forum', 'xylophone');
    await page.sees('No post matches.');
  });

  it('search must not find what is sealed', async () => {
    const sade = await s.anotherPage();
    await sade.enter('Sade Nkemelu');
    const hits = async (page = sade, forum = 'weir-hearing') =>
      ((await page.fetch('get', `${C}/search?find=weir&forum=${forum}`)).body as { total: number }).total;
    expect(await hits()).toBe(0);
    await sade.go('/c/rvc210/discuss/weir-hearing');
    await sade.sees('posts are sealed.');
    expect(await sade.has('textbox', 'Find in this forum')).toBe(false);
    const words = Array.from({ length: 90 }, (_, i) => `word${i}`).join(' ');
    await sade.fetch('post', `${C}/forums/weir-hearing/posts`, {
      id: 'sade-opens',
      parentId: null,
      doc: paragraph(words),
      starter: false,
      draft: null,
    });
    expect(await hits()).toBeGreaterThan(0);
  });

  it('answers are folded away and back; an address inside what is folded unfolds it', async () => {
    const { page } = s;
    await page.go(FLOODPLAIN);
    await page.find('combobox', 'Order');
    const posts = (await view()).posts;
    await page.until(async () => (await shown()).length === posts.length, 'all of them');
    const all = await shown();
    const answer = posts.find(({ parentId, as }) => parentId !== null && as === 'text')!;
    await page.click('button', 'Fold all replies');
    await page.until(
      async () => (await shown()).length === posts.filter(({ parentId }) => parentId === null).length,
      'the openings alone',
    );
    await page.driver.executeScript('location.hash = arguments[0]', `post-${answer.id}`);
    await page.until(async () => (await shown()).includes(answer.id), 'the answer to be unfolded');
    await page.click('button', 'Unfold everything');
    await page.until(async () => (await shown()).length === all.length, 'everything again');
    await page.click('button', /^\d+ (reply|replies)$/);
    await page.until(async () => (await shown()).length < all.length, 'one branch folded');
    await page.click('button', /folded away$/);
    await page.until(async () => (await shown()).length === all.length, 'the branch again');
  });

  it('the whole course is searched, and a find leads to its post', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan');
    await page.click('link', 'Search the course');
    await page.type('Search the course', 'drew boundary stones');
    await page.sees(/\b1 post\b/i);
    expect(await page.path()).toContain('find=drew+boundary+stones');
    await page.click('link', /^Who owns the floodplain\? Sade Nkemelu/);
    await page.sees('My grandfather drew boundary stones');
    expect(await current()).not.toBeNull();
    await page.go('/c/rvc210/search?find=xylophone');
    await page.sees(/No post that you may read contains these words/i);
  });

  it('a bookmark is one’s own', async () => {
    const { page } = s;
    const [post] = (await view()).posts.filter(({ as }) => as === 'text');
    await page.go(`${FLOODPLAIN}#post-${post!.id}`);
    await page.find('button', /^More to do with/);
    await page.press('b');
    await page.click('button', 'Bookmarked 1');
    await page.until(async () => (await shown()).join() === post!.id, 'the bookmarked post');
    const teodora = await s.anotherPage();
    await teodora.enter('Teodora Maric');
    expect((await view('floodplain', teodora)).posts.some(({ bookmarked }) => bookmarked)).toBe(false);
  });

  it('what comes while someone reads is announced, and moves nothing until it is asked for', async () => {
    const { page } = s;
    await page.go('/c/rvc210/discuss/small-rivers');
    await page.find('combobox', 'Order');
    const before = await shown();
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran');
    const answer = await bram.fetch('post', `${C}/forums/small-rivers/posts`, {
      id: 'bram-meanwhile',
      parentId: before[0]!,
      doc: paragraph(
        'A word that comes while someone else is reading, and waits its turn like everyone else.',
      ),
      starter: false,
      draft: null,
    });
    expect(answer.status).toBe(200);
    await page.until(async () => {
      await page.driver.executeScript("window.dispatchEvent(new Event('focus'))");
      return page.has('button', /1 new post · show/);
    }, 'the announcement');
    expect(await shown()).toEqual(before);
    await page.press('n');
    await page.until(async () => (await shown()).includes('bram-meanwhile'), 'the new post');
    expect(await current()).toBe('bram-meanwhile');
    expect(await page.has('button', /new post · show/)).toBe(false);
    await page.press(Key.ESCAPE);
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { addLargeForum } from '../../demo/largeForum';
import { story } from '../story';

const POSTS = 1500;
/** So long laying out all of them may take on a machine that runs other browsers at the same time. */
const LAYING_OUT_ALL = 90_000;
const FORUM = '/c/large-course/discuss/large-forum';

describe('a forum of 1,500 posts', () => {
  const s = story((data) => addLargeForum(data, { posts: POSTS, students: 120 }));
  const run = <T>(js: string, ...args: unknown[]) => s.page.driver.executeScript<T>(js, ...args);
  const elements = () => run<number>("return document.querySelectorAll('*').length");
  /** Articles in the window, and how many of them have their text. */
  const inWindow = () =>
    run<[number, number]>(
      `const seen = [...document.querySelectorAll('article[id^=post-]')].filter((article) => {
         const { top, bottom } = article.getBoundingClientRect();
         return bottom > 60 && top < innerHeight;
       });
       return [seen.length, seen.filter((article) => article.querySelector('.prose-juror')).length];`,
    );

  it('opens with few elements, each told its place among all', async () => {
    const { page } = s;
    await page.fetch('post', '/api/demo/session', { personId: 'large-s7' });
    await page.go(FORUM);
    await page.find('feed', 'Posts');
    await page.until(async () => (await inWindow())[1]! > 0, 'the first texts');
    expect(await elements()).toBeLessThan(1500);
    expect(await run<string>("return document.querySelector('article').getAttribute('aria-setsize')")).toBe(
      String(POSTS),
    );
  });

  it('is scrolled from end to end without a blank stretch or too many elements', async () => {
    const { page } = s;
    for (let share = 0.05; share <= 1; share += 0.19) {
      await run('scrollTo(0, document.documentElement.scrollHeight * arguments[0])', share);
      await page.until(async () => {
        const [seen, withText] = await inWindow();
        return seen! > 0 && seen === withText;
      }, `texts at ${share}`);
      expect(await elements()).toBeLessThan(1500);
    }
  });

  it('an address deep inside leads to its post, which stays there while texts come', async () => {
    const { page } = s;
    for (const id of ['large-p1450', 'large-p40', 'large-p877']) {
      await run('location.hash = arguments[0]', `post-${id}`);
      const top = () =>
        run<number>(
          'return document.getElementById(arguments[0])?.getBoundingClientRect().top ?? -1',
          `post-${id}`,
        );
      await page.until(async () => Math.abs((await top()) - 80) < 30, `${id} at the top`);
    }
    await page.press('j');
    await page.until(async () => !(await page.path()).endsWith('large-p877'), 'the next post');
  });

  it('is found in by words over every post, laid out or not', async () => {
    const { page } = s;
    await page.chord(Key.CONTROL, 'f');
    await page.driver.switchTo().activeElement().sendKeys('grandfather');
    await page.sees(/\d+ posts of 1,500/);
    await page.driver.switchTo().activeElement().clear();
    await page.driver.switchTo().activeElement().sendKeys(Key.ESCAPE);
  });

  it('one of many authors is chosen; they are laid out only while one chooses', async () => {
    const { page } = s;
    await page.go(FORUM);
    const author = await page.find('combobox', 'Author');
    const options = async () => (await author.findElements({ css: 'option' })).length;
    expect(await options()).toBe(1);
    await author.sendKeys('Example, large-s7');
    await page.sees(/\d+ posts of 1,500/);
    expect(await page.path()).toContain('author=large-s7');
    await page.press(Key.TAB);
    await page.until(async () => (await options()) === 1, 'the list to be put away');
  });

  it('is laid out whole to be printed', async () => {
    const { page } = s;
    await page.go(FORUM);
    await page.find('feed', 'Posts');
    await run(
      "window.print = () => { dispatchEvent(new Event('beforeprint')); window.printed = document.querySelectorAll('article[id^=post-] .prose-juror').length; dispatchEvent(new Event('afterprint')); }",
    );
    await page.chord(Key.CONTROL, 'p');
    await page.until(
      async () => (await run<number>('return window.printed ?? 0')) === POSTS,
      'every text on paper',
      LAYING_OUT_ALL,
    );
    await page.until(async () => (await elements()) < 1500, 'the screen as before', LAYING_OUT_ALL);
  });

  it('its docket draws the students that are near, and finds any of them', async () => {
    const { page } = s;
    await page.fetch('post', '/api/demo/session', { personId: 'large-instructor' });
    await page.go('/c/large-course/evaluate/large-forum');
    await page.find('link', /Example/);
    const drawn = () =>
      run<[number, string]>(
        `const rows = [...document.querySelectorAll('[aria-label=Docket] li')];
         return [rows.length, rows[0].getAttribute('aria-setsize')];`,
      );
    const [rows, of] = await drawn();
    expect(of).toBe('120');
    expect(rows).toBeLessThan(80);
    await page.click('button', 'Everyone (120), by family name');
    await page.type('Find a student', 'large-s119');
    await page.find('link', /large-s119/);
    await page.until(async () => (await drawn())[0] === 1, 'the one that is found');
  });

  it('its text in common is listed, the first of very many, and scrolled to the end at once', async () => {
    const { page } = s;
    await page.fetch('post', '/api/demo/session', { personId: 'large-instructor' });
    await page.go('/c/large-course/in-common');
    await page.until(
      async () => (await page.text()).includes('These are the first 500 of'),
      'the pairs',
      LAYING_OUT_ALL,
    );
    const longest = await run<number>(
      `let longest = 0;
       new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => { longest = Math.max(longest, duration); }))
         .observe({ type: 'longtask' });
       const end = document.documentElement.scrollHeight;
       return new Promise((done) => {
         let at = 0;
         const step = () => {
           scrollTo(0, (at += 400));
           if (at < end) requestAnimationFrame(step);
           else setTimeout(() => done(longest), 300);
         };
         requestAnimationFrame(step);
       });`,
    );
    // Twice what a person notices, on a machine that runs other browsers at the same time.
    expect(longest).toBeLessThan(200);
    await page.click('link', /Example and|Example/);
    await page.find('heading', /Example/);
    await page.find('button', 'Put aside …');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { postsOf } from '../../contract/posts';
import type { Page } from '../page';
import { story } from '../story';

const FORUM = '/c/rvc210/discuss/small-rivers';
const API = '/api/courses/rvc210/forums/small-rivers';

describe('writing', () => {
  const s = story();
  const view = async (page: Page) => (await page.fetch('get', API)).body as ForumView;
  const select = (page: Page, words: string) =>
    page.driver.executeScript(
      `const walker = document.createTreeWalker(document.querySelector('[role=feed]'), NodeFilter.SHOW_TEXT);
       for (let node = walker.nextNode(); node; node = walker.nextNode()) {
         const at = node.data.indexOf(arguments[0]);
         if (at < 0) continue;
         const range = document.createRange();
         range.setStart(node, at);
         range.setEnd(node, at + arguments[0].length);
         node.parentElement.scrollIntoView({ block: 'center' });
         getSelection().removeAllRanges();
         getSelection().addRange(range);
         return true;
       }
       return false;`,
      words,
    );

  it('a passage is selected, quoted and answered, and someone mentioned by name', async () => {
    const { page } = s;
    await page.enter('Bram Oyelaran', FORUM);
    await page.sees('A river in a pipe is a river with a fever.');
    expect(await select(page, 'A river in a pipe is a river with a fever.')).toBe(true);
    await page.click('button', 'Quote this');
    await page.until(
      () => page.driver.executeScript<boolean>('return document.activeElement.isContentEditable'),
      'the editor to have the focus',
    );
    await page.press('Then who takes its temperature? @han');
    await page.find('listbox', 'People who can be mentioned');
    await page.press(Key.ENTER);
    await page.sees('@Hana Lindqvist');
    await page.sees('Counts as reply 1 of 2 once it has 20 words');
    await page.press(
      'has measured hers for years, every morning, and it would be good to know what she found out.',
    );
    await page.sees('Counts as reply 1 of 2 · due');
    await page.click('button', 'Reply to Emi');
    await page.sees('replies to Emi');
    const forum = await view(page);
    const mine = postsOf(forum).find((post) => post.mine && post.parentId !== null)!;
    const { html } = forum.bodies.find(({ id }) => id === mine.id)!;
    // Neither the quoted words nor anything else of them counts.
    expect(mine.words, html).toBe(25);
    expect(html).toContain('A river in a pipe is a river with a fever.');
    expect(html).toContain('@Hana Lindqvist');

    const staff = await s.anotherPage();
    await staff.enter('Teodora Maric', `${FORUM}#post-${mine.id}`);
    await staff.click('button', 'Strike');
    await staff.sees('struck');
    expect((await view(page)).bodies.find(({ id }) => id === mine.id)!.html).not.toContain('fever');
    await staff.click('button', 'Restore');
    await staff.until(
      async () => (await view(page)).bodies.find(({ id }) => id === mine.id)!.html.includes('fever'),
      'the passage again',
    );
  });

  it('a draft survives a crash, and an expired session', async () => {
    const page = await s.anotherPage();
    await page.enter('Noor van Dijk', FORUM);
    await page.type('Your initial post', 'The Tannery Cut runs below the bus station');
    // Gone before anything could be sent.
    await page.driver.get('about:blank');
    await page.go(FORUM);
    await page.sees('The Tannery Cut runs below the bus station');
    // As the others see it: signed in, until the server says no.
    await page.driver.manage().deleteAllCookies();
    await page.type('Your initial post', ' and comes out behind the tannery');
    await page.until(async () => (await page.path()).startsWith('/sign-in'), 'to be asked to sign in');
    await page.click('button', /^Noor van Dijk/);
    await page.until(async () => (await page.path()).startsWith(FORUM), 'the forum again');
    await page.sees('bus station and comes out behind the tannery');
    await page.type('Your initial post', '.');
    await page.until(async () => (await view(page)).drafts.length > 0, 'the draft on the server');
    await page.go('/c/rvc210/my-work');
    await page.sees('Drafts not sent yet');
    await page.sees('The Tannery Cut runs below the bus station');
    await page.click('link', /^Go on writing: A post in Small rivers/);
    await page.sees('comes out behind the tannery');
  });

  it('a post that is sent without a connection waits, and is sent once', async () => {
    const page = await s.anotherPage();
    await page.enter('Hana Lindqvist', FORUM);
    const before = (await view(page)).posts.length;
    await page.click('button', 'Reply to Emi');
    await page.type(
      'Your reply to Emi',
      'I have measured the same outfall on colder mornings and found it warmer still, which I cannot explain to anybody.',
    );
    await page.cutOff(true);
    await page.click('button', 'Reply to Emi');
    await page.sees('Your post waits: the server cannot be reached.');
    await page.sees('I have measured the same outfall');
    await page.cutOff(false);
    await page.sees('The connection is back: your post is sent.');
    await page.until(async () => !(await page.has('region', 'Waiting to be sent')), 'nothing to wait');
    await page.go(FORUM);
    await page.sees('warmer still');
    const { posts } = await view(page);
    expect(posts).toHaveLength(before + 1);
    expect((await view(page)).drafts).toEqual([]);
  });

  it('sound is recorded, heard, taken again and played by others, with its length', async () => {
    const page = await s.anotherPage();
    await page.enter('Emi Sato', FORUM);
    await page.click('button', 'Reply to Bram');
    await page.click('button', 'Record sound');
    await page.sees('a simulated one is used');
    const record = async () => {
      await page.click('button', 'Begin');
      // At least two seconds of it; on a slow machine one second is easily not seen.
      await page.sees(/0:(0[2-9]|[1-5]\d) of at most 10:00/);
      await page.click('button', 'Stop');
      await page.find('button', 'Use this recording');
    };
    await record();
    await page.click('button', 'Record again');
    await record();
    await page.click('button', 'Use this recording');
    await page.sees('recording.webm');
    await page.click('button', 'Record video');
    await record();
    const seen = () =>
      page.driver.executeScript<number>(
        'return document.querySelector(\'video[aria-label="Your recording"]\').duration',
      );
    await page.until(async () => (await seen()) > 1, 'a video of a known length');
    await page.click('button', 'Cancel');
    await page.sees('recording.webm');
    await page.until(async () => !(await page.has('progressbar', /Sending/)), 'the recording to be sent');
    await page.type(/^What is said\?/, 'Rain on iron, and a bus.');
    await page.type(
      'Your reply to Bram',
      'Listen to this, it is the grate in front of our door in the rain, recorded on Tuesday morning at about seven.',
    );
    await page.click('button', 'Reply to Bram');
    await page.until(
      async () => postsOf(await view(page)).some((post) => post.mine && !post.opens),
      'the reply',
    );
    const other = await s.anotherPage();
    await other.enter('Teodora Maric', FORUM);
    await other.sees('recording.webm');
    const played = () =>
      other.driver.executeScript<number[]>(
        "const a = document.querySelector('audio'); return [a?.duration ?? 0, a?.currentTime ?? 0];",
      );
    await other.until(async () => (await played())[0]! > 1.5, 'a known length');
    expect((await played())[0]).toBeLessThan(10);
    await other.driver.executeScript("document.querySelector('audio').currentTime = 1.2");
    await other.until(async () => Math.abs((await played())[1]! - 1.2) < 0.3, 'to be elsewhere in it');
    // The whole forum is listened to, as fast as one likes, with what is said.
    await other.click('button', 'Listen');
    await other.sees('1 of 1');
    await other.choose('How fast it plays', '2 ×');
    const rate = () =>
      other.driver.executeScript<number>(
        'return document.querySelector(\'[aria-label="Listening"] audio\').playbackRate',
      );
    await other.until(async () => (await rate()) === 2, 'to play twice as fast');
    await other.click('button', 'Stop listening');
    await other.until(async () => !(await other.has('region', 'Listening')), 'the player to be gone');
  });

  it('files are dropped in, and one that is refused says why', async () => {
    const { page } = s;
    await page.enter('Bram Oyelaran', FORUM);
    await page.click('button', 'Reply to Hana');
    await page.find('button', 'Bold');
    const drop = (name: string, type: string, size: number) =>
      page.driver.executeScript(
        `const data = new DataTransfer();
         data.items.add(new File(['river '.repeat(arguments[2])], arguments[0], { type: arguments[1] }));
         document.querySelector('[aria-label="Your reply to Hana"]').dispatchEvent(
           new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));`,
        name,
        type,
        size,
      );
    await drop('levels.txt', 'text/plain', 20);
    await page.find('button', 'Remove levels.txt');
    await drop('tables.exe', 'application/octet-stream', 5_000_000);
    await page.sees('tables.exe is too large (30.0 MB): at most 25 MB a file here.');
    await page.click('button', 'Remove levels.txt');
    await page.click('button', 'Discard');
  });
});

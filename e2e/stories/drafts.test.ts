import type { IncomingMessage, ServerResponse } from 'node:http';
import { describe, expect, it } from 'vitest';
import { story } from '../story';

describe('drafts', () => {
  const s = story();
  it('survive a closed tab, in the browser and on the server', async () => {
    const { page } = s;
    await page.enter('Noor van Dijk', '/c/rvc210/discuss/small-rivers');
    await page.type('Your initial post', 'The Tannery Cut runs below the bus station and');
    await page.sees('draft saved');
    await page.driver.switchTo().newWindow('tab');
    const [first, second] = await page.driver.getAllWindowHandles();
    await page.driver.switchTo().window(first!);
    await page.driver.close();
    await page.driver.switchTo().window(second!);
    await page.go('/c/rvc210/my-work');
    await page.sees('You have a draft of 9.');
    await page.click('link', 'Go on writing');
    await page.sees('The Tannery Cut runs below the bus station and');

    // On another machine only the server's copy is there.
    const elsewhere = await s.anotherPage();
    await elsewhere.enter('Noor van Dijk', '/c/rvc210/discuss/small-rivers');
    await elsewhere.sees('The Tannery Cut runs below the bus station and');
  });

  it('lose nothing when the server is slow and the page is left while it saves, and come back from no post', async () => {
    const { page } = s;
    await page.enter('Noor van Dijk', '/c/rvc210/discuss/small-rivers');
    await page.type('Your initial post', 'The first half stands here');
    const slow = page.driver as unknown as {
      setNetworkConditions(conditions: object): Promise<void>;
      deleteNetworkConditions(): Promise<void>;
    };
    await slow.setNetworkConditions({
      offline: false,
      latency: 700,
      download_throughput: 10_000_000,
      upload_throughput: 10_000_000,
    });
    await page.sees('saving');
    await page.type('Your initial post', ', and the second half was typed while it was saved');
    await page.click('link', 'My work');
    await slow.deleteNetworkConditions();
    await page.sees('You have a draft of');
    await page.click('link', 'Go on writing');
    await page.sees('and the second half was typed while it was saved');
    await page.type('Your initial post', ` ${'and so on '.repeat(60)}`);
    await page.click('button', 'Post your initial post');
    await page.sees('The seal is open');
    await page.go('/c/rvc210/my-work');
    await page.sees('Small rivers');
    expect(await page.text()).not.toContain('You have a draft of');
  });

  it('and posts are taken once by a server that loses its answers, and the page learns of it', async () => {
    const { page } = s;
    await page.enter('Ola Wieczorek', '/c/rvc210/discuss/small-rivers');
    let lost = 0;
    // What is asked is done, and the answer never arrives.
    const lose = (req: IncomingMessage, res: ServerResponse) => {
      if (req.method === 'GET' || lost >= 4 || !/\/(posts|drafts\/\S+)$/.test(req.url ?? '')) return;
      res.end = () => {
        lost++;
        req.socket.destroy();
        return res;
      };
    };
    s.demo.server.prependListener('request', lose);
    const text = `The Tannery Cut was a stream once. ${'It still runs under the street. '.repeat(24)}`;
    await page.type('Your initial post', text);
    await page.click('button', 'Post your initial post');
    await page.sees('The seal is open');
    s.demo.server.removeListener('request', lose);
    expect(lost).toBeGreaterThan(0);
    const { posts } = (await page.fetch('get', '/api/courses/rvc210/forums/small-rivers')).body as {
      posts: { authorId: string }[];
    };
    expect(posts.filter(({ authorId }) => authorId === 'ola-wieczorek')).toHaveLength(1);
    await page.go('/c/rvc210/my-work');
    await page.sees('Small rivers');
    expect(await page.text()).not.toContain('You have a draft of');
  });

  it('in two tabs are both kept, and the later is told', async () => {
    const { page } = s;
    await page.enter('Kaarel Tamm', '/c/rvc210/discuss/small-rivers');
    const first = await page.driver.getWindowHandle();
    await page.driver.switchTo().newWindow('tab');
    const second = await page.driver.getWindowHandle();
    await page.go('/c/rvc210/discuss/small-rivers');
    await page.type('Your initial post', 'Written in the second tab');
    await page.sees('draft saved');
    await page.driver.switchTo().window(first);
    await page.type('Your initial post', 'Written in the first tab');
    await page.sees('Both are saved');
    await page.click('button', 'Put it below this text');
    await page.sees('Written in the second tab');
    await page.sees('draft saved');
    await page.driver.switchTo().window(second);
    await page.driver.close();
    await page.driver.switchTo().window(first);
  });

  it('of a forum’s settings survive leaving the page', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan/letters/edit');
    await page.type('Title', ' and the mayor');
    await page.sees('unsaved changes kept');
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.go('/c/rvc210/plan/letters/edit');
    const title = async () => (await page.find('textbox', 'Title')).getAttribute('value');
    // Offered, never put in unasked; and still there when it was left lying.
    await page.sees('You left changes to this forum unsaved on');
    expect(await title()).toBe('Letters to the water board');
    await page.go('/c/rvc210/plan/letters/edit');
    await page.click('button', 'Restore them');
    await page.until(
      async () => (await title()) === 'Letters to the water board and the mayor',
      'what was typed to be back',
    );
    await page.go('/c/rvc210/plan/letters/edit');
    await page.click('button', 'discard them');
    await page.go('/c/rvc210/plan/letters/edit');
    await page.sees('Title and unit');
    expect(await page.text()).not.toContain('You left changes');
    expect(await title()).toBe('Letters to the water board');
  });
});

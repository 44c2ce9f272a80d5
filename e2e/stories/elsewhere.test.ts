import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { story } from '../story';

const FORUM = '/c/rvc210/discuss/small-rivers';

describe('material of another site', () => {
  const s = story();
  const frames = () => s.page.driver.findElements({ css: 'iframe' });

  it('is a card until someone opens it, and then plays in a frame kept apart from Juror', async () => {
    const { page, demo } = s;
    await page.enter('Bram Oyelaran', FORUM);
    await page.sees('The Tannery Cut, a film without words');
    await page.sees('a bus drives over it from left to right');
    expect(await frames()).toHaveLength(0);
    // Nothing was asked of the other site before.
    const asked = () =>
      page.driver.executeScript<number>(
        `return performance.getEntriesByType('resource').filter(({ name }) => name.startsWith(arguments[0])).length`,
        demo.standIn,
      );
    expect(await asked()).toBe(0);
    await page.click('button', /^Show here/);
    const [frame] = await frames();
    expect(await frame!.getAttribute('sandbox')).toBe('allow-scripts allow-same-origin allow-presentation');
    await page.driver.switchTo().frame(frame!);
    await page.until(
      async () => (await page.driver.findElements({ css: '#run' })).length === 1,
      'the film in its frame',
    );
    await page.driver.findElement({ css: '#run' }).click();
    expect(await page.driver.findElement({ css: '#run' }).getText()).toBe('Pause');
    await page.driver.switchTo().defaultContent();
    await page.click('button', /^Hide/);
    expect(await frames()).toHaveLength(0);
  });

  it('is put into a post from a link on a line of its own; a site that is not allowed stays a card', async () => {
    const { page } = s;
    await page.enter('Bram Oyelaran', FORUM);
    await page.click('button', 'Add another answer');
    const text = await page.find('textbox', /post|answer/i);
    await text.click();
    await text.sendKeys(
      'Listen to what it sounds like:',
      Key.ENTER,
      'https://sounds.example/drains/little-marl ',
    );
    await text.sendKeys(Key.BACK_SPACE);
    await page.sees('A link to sounds.example on its own line.');
    await page.click('button', 'Make a card of it');
    await page.type('What it is', 'The Little Marl under the market');
    await page.type('Description or transcript', 'Water, a long way down.');
    await page.sees('The Little Marl under the market');
    await page.click('button', /^Post/);
    await page.until(async () => {
      const { body } = await page.fetch('get', '/api/courses/rvc210/forums/small-rivers');
      return JSON.stringify(body).includes('sounds.example');
    }, 'the post with its card');
    await page.sees('Water, a long way down.');
    const cards = await page.driver.executeScript<string[]>(
      `return [...document.querySelectorAll('[id^=post-] figure.elsewhere')].map((card) => card.innerText)`,
    );
    expect(cards.join()).toContain('sounds.example');
    expect(cards.join()).not.toContain('Show here');
  });

  it('is shown in place no more once the administrator takes the site off', async () => {
    const { page, demo } = s;
    await page.enter('Registry Office', '/administration');
    await page.sees(demo.standIn);
    await page.type('Address of a site', 'http://films.example');
    await page.click('button', 'Allow this site');
    await page.sees('Write the address of a host, such as https://films.example.');
    await page.click('button', `Remove ${demo.standIn}`);
    await page.sees('None: every link opens in a window of its own.');
    await page.enter('Bram Oyelaran', FORUM);
    await page.sees('The Tannery Cut, a film without words');
    expect(await page.has('button', /^Show here/)).toBe(false);
  });
});

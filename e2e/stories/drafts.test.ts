import { describe, expect, it } from 'vitest';
import { story } from '../story';

describe('drafts', () => {
  const s = story();
  it('survive a closed tab, in the browser and on the server', async () => {
    const { page } = s;
    await page.enter('Noor van Dijk');
    await page.go('/c/rvc210/discuss/small-rivers');
    await page.type('Your initial post', 'The Tannery Cut runs below the bus station and');
    await page.sees('draft kept');
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
    await elsewhere.enter('Noor van Dijk');
    await elsewhere.go('/c/rvc210/discuss/small-rivers');
    await elsewhere.sees('The Tannery Cut runs below the bus station and');
  });

  it('of a forum’s settings survive leaving the page', async () => {
    const { page } = s;
    await page.enter('Teodora Maric');
    await page.go('/c/rvc210/plan/letters/edit');
    await page.type('Title', ' and the mayor');
    await page.sees('unsaved changes kept');
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.go('/c/rvc210/plan/letters/edit');
    expect(await (await page.find('textbox', 'Title')).getAttribute('value')).toBe(
      'Letters to the water board and the mayor',
    );
    await page.click('button', 'Throw them away');
    await page.until(
      async () =>
        (await (await page.find('textbox', 'Title')).getAttribute('value')) === 'Letters to the water board',
      'the saved title',
    );
  });
});

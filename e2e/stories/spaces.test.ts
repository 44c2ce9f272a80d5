import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { when } from '../times';
import { story } from '../story';

describe('questions, journals and groups', () => {
  const s = story();

  it('questions are sealed one by one', async () => {
    const { page } = s;
    s.demo.clock.move(when('02-12 10:00'));
    await page.enter('Vasco Pereira', '/c/rvc210/discuss/hydrograph');
    await page.sees('0 of 3 answers made');
    await page.sees(/\d+ posts sealed until your answer has 20 words/);
    const posts = async () =>
      (
        (await page.fetch('get', '/api/courses/rvc210/forums/hydrograph')).body as {
          posts: { questionId: string }[];
        }
      ).posts;
    expect(await posts()).toEqual([]);
    await page.type(
      'Your answer',
      'The peak comes late because the valley is wide and the water has time to stand about in the lower fields first.',
    );
    await page.click('button', 'Post your answer');
    await page.sees('1 of 3 answers made');
    const seen = await posts();
    expect(seen.length).toBeGreaterThan(5);
    expect(new Set(seen.map(({ questionId }) => questionId))).toEqual(new Set(['peak']));
    // What one's own answer opened is there at once.
    expect(await page.has('button', /new post/)).toBe(false);
    const other = await page.driver.findElements(By.css('article'));
    expect(other.length).toBeGreaterThan(1);
    s.demo.clock.move(when('03-05 17:00'));
  });

  it('a journal: the composer names whose, and nobody else reads it', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/discuss/river-journal');
    await page.find('combobox', 'Whose journal');
    expect(await page.has('button', /journal$/)).toBe(false);
    await page.choose('Whose journal', 'Bram Oyelaran');
    await page.click('button', 'Write in Bram Oyelaran’s journal');
    await page.sees('Only Bram Oyelaran and staff read it.');
    await page.type('For Bram Oyelaran, in their journal', 'What did the chemist say about the mark?');
    await page.click('button', 'Write in Bram Oyelaran’s journal');
    await page.sees('What did the chemist say about the mark?');
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/discuss/river-journal');
    await bram.sees('What did the chemist say about the mark?');
    await bram.click('button', 'Write an entry');
    await bram.type('Your entry', 'She said it was the flood everyone means.');
    await bram.sees('8 of 50 words');
    const other = await s.anotherPage();
    await other.enter('Ilse Maas', '/c/rvc210/discuss/river-journal');
    await other.sees('Your journal is empty. Only staff and you read it.');
    expect(await other.text()).not.toContain('chemist');
  });

  it('groups run apart; staff move between them in one step', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan/exchange/edit');
    await page.click('button', 'Remove this prerequisite');
    await page.click('button', 'Save');
    await page.sees('Counts and scores follow');
    s.demo.clock.move(when('03-11 09:00'));
    const ines = await s.anotherPage();
    await ines.enter('Ines Vardanyan', '/c/rvc210/discuss/exchange');
    await ines.sees(/heron leat/i);
    await ines.type('Your initial post', 'Open the culvert below the school first.');
    await ines.click('button', 'Post your initial post');
    await ines.click('button', 'Post your initial post anyway');
    await ines.sees('Open the culvert below the school first.');
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/discuss/exchange');
    await bram.sees('Open the culvert below the school first.');
    await bram.click('button', /^Nod to /);
    await bram.sees('You nodded');
    const hana = await s.anotherPage();
    await hana.enter('Hana Lindqvist', '/c/rvc210/discuss/exchange');
    await hana.sees(/quarry sike/i);
    expect(await hana.text()).not.toContain('culvert below the school');
    await page.go('/c/rvc210/discuss/exchange');
    await page.sees('Open the culvert below the school first.');
    await page.press(']');
    await page.sees('Nobody has written yet.');
    await page.choose('Group', 'Heron Leat');
    await page.sees('Open the culvert below the school first.');
    await page.find('button', 'Open a thread in Heron Leat');
  });

  it('a post that waits is approved, or given back with a reason and sent again', async () => {
    const { page } = s;
    const noura = await s.anotherPage();
    await noura.enter('Noura Al-Khatib', '/c/rvc210/discuss/help-desk');
    await noura.sees('waiting for approval');
    await page.go('/c/rvc210/discuss/help-desk');
    await page.click('button', 'Return');
    await page.type(/What should be changed/, 'Say which Monday.');
    await page.click('button', 'Return it');
    await page.sees('1 post returned.');
    await noura.sees('Returned to you to revise. Say which Monday.');
    await noura.inMenuOf('Noura Al-Khatib', 'Edit');
    await noura.type('Your post', ' Monday the ninth.');
    await noura.click('button', 'Send it again');
    await noura.sees('waiting for approval');
    await page.click('button', 'Approve');
    await page.sees('Classmates can read it now.');
  });

  it('where all posts are held, a change to an approved one waits, and the class reads the previous version', async () => {
    const { page } = s;
    const forum = '/api/courses/rvc210/forums/help-desk';
    const { version, settings } = (await page.fetch('get', `${forum}/settings`)).body as {
      version: number;
      settings: { rules: object };
    };
    await page.fetch('put', `${forum}/settings`, {
      version,
      settings: { ...settings, rules: { ...settings.rules, hold: 'all' } },
      publish: true,
      confirmed: true,
    });
    const noura = await s.anotherPage();
    await noura.enter('Noura Al-Khatib', '/c/rvc210/discuss/help-desk');
    await noura.inMenuOf('Noura Al-Khatib', 'Edit');
    await noura.sees('Staff approve the change before classmates read it.');
    await noura.type('Your post', ' Or the sixteenth.');
    await noura.click('button', 'Save the change');
    await noura.sees('your change waits for approval; the class reads the previous version');
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/discuss/help-desk');
    await bram.sees('Monday the ninth.');
    expect(await bram.text()).not.toContain('Or the sixteenth.');
    await page.go('/c/rvc210/discuss/help-desk/moderate');
    await page.click('button', 'What changed');
    await page.sees('Or the sixteenth.');
    await page.press(Key.ESCAPE);
    await page.click('button', 'Approve');
    await page.sees('Classmates can read it now.');
    await bram.sees('Or the sixteenth.');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { setMotion } from '../chromium';
import { HOUR, when } from '../times';
import { story } from '../story';

const LONG = 'The quay belongs to whoever may stand on it in the rain without paying for a coffee first.';
const SHORT = 'Mine, obviously.';

describe('from plan to gradebook', () => {
  const s = story();
  let forum = '';

  it('an instructor makes a forum from a title, a prompt and two due dates', async () => {
    const { page } = s;
    await setMotion(page.driver, 'no-preference');
    await page.go('/sign-in');
    await page.click('button', /^Teodora Maric/);
    await page.sees('The plan');
    await page.press('n');
    await page.click('link', 'Start from nothing');
    await page.type('Title', 'Whose quay is it?');
    await page.type('Prompt', 'Stand on the quay for ten minutes. Whose is it?');
    await page.setDate('Initial post due', '2026-03-06T23:59');
    await page.setDate('Replies due', '2026-03-07T12:00');
    await page.sees('Little time to reply.');
    await page.setDate('Replies due', '2026-03-09T23:59');
    await page.until(async () => !(await page.text()).includes('Little time to reply.'), 'the finding to go');
    await page.setDate('Posting until', '2026-03-12T23:59');
    await page.type('Words of the initial post', '15', { clear: true });
    await page.type('Words of a reply', '4', { clear: true });
    await page.sees(/None of their posts can be read until .+ own has 15 words/);
    await page.type('Maximum', '11', { clear: true });
    await page.sees('The parts do not add up.');
    await page.type('Maximum', '10', { clear: true });
    await page.click('button', /^Publish to 36 students$/);
    await page.sees('Published to 36 students.');
    await page.until(async () => (await page.path()).includes('forum='), 'the plan');
    forum = (await page.path()).split('forum=')[1]!;
    await page.sees('Whose quay is it?');
  });

  it('a student finds it in My work, sealed, and is refused others’ posts by the API too', async () => {
    const { page } = s;
    await page.enter('Bram Oyelaran', `/c/rvc210/discuss/${forum}`);
    await page.type('Your initial post', `${LONG} Bram says so.`);
    await page.click('button', 'Post your initial post');
    await page.sees('The seal is open');
    const own = (await page.fetch('get', `/api/courses/rvc210/forums/${forum}`)).body as {
      posts: { id: string }[];
    };
    const brams = own.posts[0]!.id;

    await page.enter('Hana Lindqvist');
    await page.sees('Whose quay is it?');
    await page.click('link', 'Whose quay is it?');
    await page.sees('1 post is sealed.');
    const api = await page.fetch('get', `/api/courses/rvc210/forums/${forum}`);
    expect(api.text).not.toContain('Bram');
    expect(api.text).not.toContain(brams);
    expect(
      (await page.fetch('get', `/api/courses/rvc210/forums/${forum}/posts/${brams}/revisions`)).status,
    ).toBe(404);
  });

  it('posts a short text, is still sealed; edits it to full length, reads, and replies twice', async () => {
    const { page } = s;
    await page.type('Your initial post', SHORT);
    await page.sees('2 of 15 words');
    await page.sees('Counts as your initial post once it has 15 words');
    await page.click('button', 'Post your initial post');
    await page.click('button', 'Post your initial post anyway');
    await page.sees('Your initial post is too short');
    expect(await page.text()).toContain('1 post is sealed.');
    await page.inMenuOf('Hana Lindqvist', 'Edit');
    await page.type('Your post', ` ${LONG}`);
    await page.click('button', 'Save the change');
    await page.sees('Bram says so.');
    await page.sees('Your initial post is done.');
    await page.click('button', 'Reply to Bram');
    await page.type('Your reply to Bram', 'Then the rain owns it, I suppose.');
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.sees('1 of 2 replies made');
    // To Emi, who writes late, once she has.
    s.demo.clock.move(when('03-07 09:30'));
    const emi = await s.anotherPage();
    await emi.enter('Emi Sato');
    await emi.sees('Overdue');
    await emi.go(`/c/rvc210/discuss/${forum}`);
    await emi.type('Your initial post', `${LONG} So says Emi, a day too late.`);
    await emi.click('button', 'Post your initial post');
    await emi.sees('1 day late');
    await page.go(`/c/rvc210/discuss/${forum}`);
    await page.click('button', 'Reply to Emi');
    await page.type('Your reply to Emi', 'Late, and still the best line here.');
    await page.click('button', 'Reply to Emi');
    await page.sees('All your replies are made.');
  });

  it('the instructor evaluates three students by keyboard only', async () => {
    const { page } = s;
    s.demo.clock.move(when('03-10 08:00') + HOUR);
    await page.enter('Teodora Maric', `/c/rvc210/evaluate/${forum}`);
    await page.sees('Ready to begin');
    await page.press('n');
    await page.find('heading', 'Hana Lindqvist');
    await page.find('textbox', /^Initial post: points/);
    await page.press('5.5', Key.ESCAPE, 'r');
    await page.press('Hana, read it aloud next time.');
    await page.sees('Hana, read it aloud next time.');
    await page.sees('Give 9.50, next ready');
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.find('heading', 'Bram Oyelaran');
    await page.press('6');
    await page.sees('Give 6.00, next ready');
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.find('heading', 'Emi Sato');
    await page.press('5');
    await page.sees('1 day late, 10 % of 6');
    await page.sees('Give 4.40, next ready');
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.sees('Nobody else is ready');
    await page.click('button', 'Release 3 given');
    await page.sees('Released to 3 students.');
  });

  it('the CSV and the gradebook hold the scores', async () => {
    const { page } = s;
    const csv = await page.fetch('get', '/api/courses/rvc210/gradebook.csv');
    const rows = csv.text.split('\r\n');
    const column = rows[0]!.split(',').findIndex((head) => head.startsWith('Whose quay is it?'));
    expect(column).toBeGreaterThan(2);
    expect(rows.find((row) => row.includes('Lindqvist'))).toContain('9.50');
    expect(rows.find((row) => row.includes('Sato'))).toContain('4.40');
    await page.go('/c/rvc210/gradebook?find=Sato');
    await page.sees('Whose quay is it?');
    await page.click('gridcell', /^4\.40/);
    await page.click('link', 'Open on the Desk');
    await page.find('heading', 'Emi Sato');
  });

  it('the student sees the score, the remark and how it comes about', async () => {
    const { page } = s;
    await page.enter('Hana Lindqvist', '/c/rvc210/scores');
    await page.sees('Hana, read it aloud next time.');
    await page.sees('9.50');
    const details = (await page.fetch('get', '/api/courses/rvc210/scores')).body as {
      items: { title: string; points: number; lines: { amount: number }[] }[];
    };
    const item = details.items.find(({ title }) => title === 'Whose quay is it?')!;
    expect(item.lines.reduce((sum, { amount }) => sum + amount, 0)).toBe(item.points);
  });
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { setPageSize } from '../chromium';
import type { Page } from '../page';
import { story } from '../story';
import { when } from '../times';

/** What a person does that counts as one action: a press, a choice, or a field that is filled in. */
const ACTIONS = new Set(['click', 'inDialog', 'type', 'choose', 'pick', 'setDate', 'press', 'chord']);

/** The same page, counting what is done on it. */
function counted(page: Page): { page: Page; count: () => number } {
  let n = 0;
  const counting = new Proxy(page, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name, target);
      if (typeof value !== 'function') return value;
      return (...given: unknown[]) => {
        if (ACTIONS.has(String(name))) n++;
        return (value as (...all: unknown[]) => unknown).apply(target, given);
      };
    },
  });
  return { page: counting, count: () => n };
}

describe('the first hour', () => {
  const s = story();
  const folder = mkdtempSync(join(tmpdir(), 'juror-first-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('leads from an empty course to the first released score within 40 actions', async () => {
    const { page: admin } = s;
    s.demo.clock.move(when('03-05 10:00'));
    await admin.enter('Registry Office');
    const course = { title: 'Reading a city', code: 'CTY 1', zone: 'Europe/Lisbon' };
    const days = { firstDay: '2026-03-02', lastDay: '2026-06-26' };
    expect((await admin.fetch('put', '/api/admin/courses/city', { ...course, ...days })).status).toBe(200);
    const people = (await admin.fetch('get', '/api/admin/people')).body as {
      rows: { id: string; name: string }[];
    };
    const teodora = people.rows.find(({ name }) => name === 'Teodora Maric')!.id;
    const made = await admin.fetch('put', `/api/admin/people/${teodora}/roles`, {
      courseId: 'city',
      role: 'instructor',
    });
    expect(made.status).toBe(200);
    const path = join(folder, 'roster.csv');
    writeFileSync(
      path,
      ['Given name,Family name,E-mail', 'Ana,Reis,ana.reis@fenwick-hollow.example'].join('\r\n'),
    );
    await admin.enter('Teodora Maric', '/c/city/plan');

    const { page, count } = counted(admin);
    await page.sees('First steps');
    await page.click('link', 'Import a roster');
    await page.until(async () => (await page.path()).includes('view=import'), 'the import');
    await page.until(
      async () => (await page.driver.findElements({ css: 'input[type=file]' })).length > 0,
      'the file field',
    );
    await page.driver.findElement({ css: 'input[type=file]' }).sendKeys(path);
    await page.click('button', 'Write 1 student');
    await page.click('link', 'Invite the new people');
    await page.click('button', 'Make 1 link to hand over');
    await page.click('button', 'Make 1 link');
    await page.sees('1 link to hand over');
    const link = /\/set-password\/[a-z0-9-]+/.exec(await page.text())![0];
    await page.click('link', 'Plan');
    await page.click('button', /^New forum/);
    await page.click('link', 'Start from nothing');
    await page.type('Title', 'Whose street is it?');
    await page.type('Prompt', 'Stand on a street for ten minutes. Whose is it?');
    await page.setDate('Initial post due', '2026-03-06T23:59');
    await page.setDate('Replies due', '2026-03-09T23:59');
    await page.type('Words of the initial post', '5', { clear: true });
    await page.click('button', /^Publish to 1 student$/);
    await page.sees('Published to 1 student.');

    const ana = await s.anotherPage();
    await ana.go(link);
    await ana.type('Password', 'a sentence to remember');
    await ana.type('Password again', 'a sentence to remember');
    await ana.click('button', 'Save and sign in');
    await ana.sees('Whose street is it?');
    await ana.click('link', 'Whose street is it?');
    await ana.type(
      'Your initial post',
      'It belongs to whoever sweeps it in the morning before anybody is up.',
    );
    await ana.click('button', 'Post your initial post');
    await ana.sees('Your initial post is done.');

    s.demo.clock.move(when('03-10 09:00'));
    await page.click('link', /^Evaluate/);
    await page.click('link', /Whose street is it/);
    await page.click('button', 'Open Ana Reis');
    await page.type(/^Initial post: points/, '5');
    await page.click('button', /^Give \d/);
    await page.click('button', 'Release 1 given');
    await page.sees('Released to 1 student.');
    await ana.click('link', 'Scores');
    await ana.sees('Whose street is it?');
    expect(count()).toBeLessThanOrEqual(40);
  });
});

describe('in little room', () => {
  const s = story();

  it('a docket is worked through at 390 pixels', async () => {
    const { page } = s;
    await setPageSize(page.driver, 390, 844);
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    await page.click('link', /Mansour, Tariq/);
    await page.find('heading', 'Tariq Mansour');
    await page.click('button', 'Enter points');
    await page.type(/^Initial post: points/, '5');
    await page.click('button', 'Pages');
    await page.click('button', /^Give 7\.00, next ready/);
    // The next student’s pages are there, and the one before has the score.
    await page.find('heading', 'Anahera Ngata');
    await page.click('button', 'Docket');
    await page.find('link', /Mansour, Tariq.*7\.00/s);
  });

  it('the plan is edited at 640 by 400, as 200 % zoom has it', async () => {
    const { page } = s;
    await setPageSize(page.driver, 640, 400);
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.click('button', /^Shift/);
    await page.sees('Shift dates');
    await page.type('How many', '1', { clear: true });
    await page.click('button', /^Shift \d+ dates$/);
    await page.click('button', /^Undo/);
    await page.sees('Undone');
    await page.click('button', /^Arrange/);
    await page.sees('Arrange the plan');
    await page.click('button', 'Close');
    await page.click('link', /^Paying for the flood/);
    await page.click('link', 'Edit');
    await page.find('textbox', 'Title');
    await page.setDate('Initial post due', '2026-03-21T23:59');
    await page.click('button', 'Save');
    await page.sees('Saved');
  });
});

import { join } from 'node:path';
import Database from 'better-sqlite3';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../contract/evaluate';
import type { ScoresView } from '../../contract/scores';
import type { Page } from '../page';
import { story } from '../story';

const F = '/api/courses/rvc210/forums';
const deskOf = async (page: Page, forum: string, student: string) =>
  (await page.fetch('get', `${F}/${forum}/docket/${student}`)).body as DeskView;
const docketOf = async (page: Page, forum: string) =>
  (await page.fetch('get', `${F}/${forum}/docket`)).body as DocketView;
const scoresOf = async (page: Page, forum: string) =>
  ((await page.fetch('get', '/api/courses/rvc210/scores')).body as ScoresView).items.find(
    ({ forumId }) => forumId === forum,
  )!;
/** Selects words of the first post on the Desk, as someone does who draws the mouse across them. */
const select = (page: Page, from: number, to: number) =>
  page.driver.executeScript<string>(
    `const [from, to] = arguments;
     const text = document.querySelector('[data-page-post] p').firstChild;
     const range = document.createRange();
     range.setStart(text, from);
     range.setEnd(text, to);
     const selection = getSelection();
     selection.removeAllRanges();
     selection.addRange(range);
     return String(range);`,
    from,
    to,
  );

describe('a docket of twenty, by keyboard only', () => {
  const s = story(async (data) => {
    const file = new Database(join(data, 'juror.sqlite'));
    file.prepare(`DELETE FROM score WHERE item_id = 'floodplain'`).run();
    file.close();
  });

  it('takes at most eight keys a student, from the first to the twentieth', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    await page.find('link', /Abreu, Tomás/);
    let keys = 0;
    const press = async (...pressed: string[]) => {
      keys += pressed.length;
      await page.press(...pressed);
    };
    await press('n');
    for (let nth = 0; nth < 20; nth++) {
      const name = await page.driver.executeScript<string>(
        `return document.querySelector('[aria-current=true]')?.textContent ?? ''`,
      );
      // The field of what is missing has the focus by itself.
      await page.until(
        () =>
          page.driver.executeScript<boolean>(
            `return /^Initial post: points/.test(document.activeElement?.getAttribute('aria-label') ?? '') && document.activeElement.value === ''`,
          ),
        'the points to be at hand',
      );
      await press('4', '.', '5', Key.ESCAPE, 's');
      await page.find('option', /bring the number/i);
      await press(Key.ENTER);
      await page.until(
        async () => !(await page.has('option', /bring the number/i)),
        'the remark to stand there',
      );
      keys += 2;
      await page.chord(Key.CONTROL, Key.ENTER);
      await page.until(
        async () =>
          (await page.driver.executeScript<string>(
            `return document.querySelector('[aria-current=true]')?.textContent ?? ''`,
          )) !== name,
        'the next student',
      );
    }
    expect(keys).toBeLessThanOrEqual(1 + 20 * 8);
    const { rows } = await docketOf(page, 'floodplain');
    expect(rows.filter(({ points }) => points !== null)).toHaveLength(20);
    await page.press(Key.ESCAPE, 'd');
    await page.until(async () => !(await page.has('link', /Abreu, Tomás/)), 'the docket to be folded');
    await page.press('d');
    await page.find('link', /Abreu, Tomás/);
  });
});

describe('a change of rules', () => {
  const s = story();

  it('is rehearsed: what would move is listed, nothing moves before it is said, and overrides stay', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    const before = (await deskOf(page, 'floodplain', 'tomas-abreu')).score.points!;
    await page.click('button', 'More to do with this docket');
    await page.click('menuitem', 'Rehearse other rules');
    await page.find('heading', 'What would happen to the scores');
    await page.sees('No score moves.');
    await page.choose('What lateness costs', 'the post earns nothing');
    await page.sees('1 given score would move');
    await page.sees(/Abreu, Tomás/);
    await page.click('button', 'Save');
    await page.click('radio', /^Give 1 score again/);
    expect((await deskOf(page, 'floodplain', 'tomas-abreu')).score.points).toBe(before);
    await page.click('button', 'Save and give 1 score again');
    await page.until(
      async () => (await deskOf(page, 'floodplain', 'tomas-abreu')).score.points !== before,
      'the score to move',
    );
    const moved = (await deskOf(page, 'floodplain', 'tomas-abreu')).score.points!;
    await page.fetch('put', `${F}/floodplain/released`, { students: ['tomas-abreu'], released: true });
    const tomas = await s.anotherPage();
    await tomas.enter('Tomás Abreu', '/c/rvc210/scores');
    await tomas.sees('Who owns the floodplain?');
    expect((await scoresOf(tomas, 'floodplain')).points).toBe(moved);
  });

  it('of something in the library asks each forum that uses it', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/library');
    await page.click('link', 'A place described');
    await page.find('textbox', /^Name of level 2/);
    const share = await page.find('textbox', /^Share of level 2/);
    await share.clear();
    await share.sendKeys('80');
    await page.click('button', 'Save');
    await page.find('heading', 'Forums use this already');
    await page.sees(/23 given scores, \d+ would move/);
    await page.click('radio', /takes the change; scores are given again by it/);
    await page.click('button', 'Save, and change 1 forum');
    await page.find('heading', 'Rubrics, checklists and scales');
    const { forum } = await deskOf(page, 'old-maps', 'bram-oyelaran');
    expect(JSON.stringify(forum.parts)).toContain('"share":8000');
  });
});

describe('a second reading', () => {
  const s = story();

  it('is given without knowing the first, then both are seen, and a disagreement is settled', async () => {
    const { page } = s;
    await page.enter('Anselm Okonjo', '/c/rvc210/evaluate/old-maps?state=second');
    await page.find('link', /waits for a second reading/);
    await page.press('n');
    await page.sees('has given a score. You see it once you have given yours.');
    const student = (await page.path()).split('/').at(-1)!.split('?')[0]!;
    expect((await deskOf(page, 'old-maps', student)).score.points).toBeNull();
    await page.find('radio', /Not there/);
    // Nothing is there to be judged: the last level of the first part, and nothing for both criteria of the reply.
    await page.press('4', '2', '2', 'a');
    await page.sees('Two readings differ');
    const { reading } = await deskOf(page, 'old-maps', student);
    await page.click('button', /^Give the mean/);
    await page.sees('Read twice');
    expect((await deskOf(page, 'old-maps', student)).score.points).toBe(reading!.mean);
    await page.click('button', 'More to do with this docket');
    await page.click('menuitem', 'What was given');
    await page.sees(/students read twice: the same points for/);
  });
});

describe('what is handed back', () => {
  const s = story();

  it('comments on passages and a dictated remark reach the student with the score, in place', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain/sade-nkemelu');
    await page.find('heading', 'Sade Nkemelu');
    await page.find('textbox', /^Initial post: points/);
    const passage = (await select(page, 0, 24)).trim();
    await page.press('c');
    await page.type(/^Comment on “/, 'Whose number is this?');
    await page.press(Key.ESCAPE);
    await page.click('button', 'Dictate');
    await page.sees('You let the river argue with you');
    await page.click('button', 'Stop listening');
    await page.type(/^Initial post: points/, '5');
    await page.press(Key.ESCAPE, 'a');
    await page.until(
      async () => (await deskOf(page, 'floodplain', 'sade-nkemelu')).score.points !== null,
      'the score to be given',
    );
    const sade = await s.anotherPage();
    await sade.enter('Sade Nkemelu', '/c/rvc210/scores');
    expect(await sade.text()).not.toContain('Whose number is this?');
    await page.press('e');
    await page.until(
      async () => (await deskOf(page, 'floodplain', 'sade-nkemelu')).score.releasedAt !== null,
      'the score to be released',
    );
    await sade.go('/c/rvc210/scores');
    await sade.sees('You let the river argue with you');
    await sade.click('button', '1 comment on what you wrote');
    await sade.sees('Whose number is this?');
    const marked = await sade.driver.executeScript<string>(
      `return [...document.querySelectorAll('mark.passage')].map((each) => each.firstChild.data).join('')`,
    );
    expect(marked.trim()).toBe(passage);
  });

  it('points post by post stand beside the posts, and combine at once', async () => {
    const { page } = s;
    const { rows } = await docketOf(page, 'small-rivers');
    const other = rows.find(({ posts, student }) => posts > 0 && student.id !== 'emi-sato')!;
    const [target] = (await deskOf(page, 'small-rivers', other.student.id)).posts;
    const text = 'You count the metres that are open; who counted the ones under the market square?';
    const emi = await s.anotherPage();
    await emi.enter('Emi Sato');
    await emi.fetch('post', `${F}/small-rivers/posts`, {
      id: 'reply-of-emi',
      parentId: target!.id,
      doc: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] },
      starter: false,
      draft: null,
    });
    await page.go('/c/rvc210/evaluate/small-rivers/emi-sato');
    await page.find('heading', 'Emi Sato');
    await page.type(/^Replies: points for post 2/, '2,5');
    await page.sees(/The posts: /);
    await page.until(async () => {
      const { score } = await deskOf(page, 'small-rivers', 'emi-sato');
      return JSON.stringify(score.decisions.parts.replies ?? {}).includes('250');
    }, 'the points to be kept');
  });
});

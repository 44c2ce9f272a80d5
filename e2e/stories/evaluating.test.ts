import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../contract/evaluate';
import { when } from '../times';
import type { Page } from '../page';
import { story } from '../story';

const deskOf = async (page: Page, forum: string, student: string) =>
  (await page.fetch('get', `/api/courses/rvc210/forums/${forum}/docket/${student}`)).body as DeskView;
const docketOf = async (page: Page, forum: string) =>
  (await page.fetch('get', `/api/courses/rvc210/forums/${forum}/docket`)).body as DocketView;

describe('scoring by keys', () => {
  const s = story();

  it('a rubric: a digit chooses the level and goes on to what is missing; the total adds itself up', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/small-rivers/emi-sato');
    await page.find('radio', /Clear and costed/);
    await page.press('1', '2', '1');
    await page.sees(/The case 5\.25 \/ 6/);
    await page.press(Key.ARROW_UP, '3');
    await page.press('u');
    await page.sees(/The case 5\.25 \/ 6/);
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.until(
      async () => (await deskOf(page, 'small-rivers', 'emi-sato')).score.points !== null,
      'the score to be given',
    );
    const { score } = await deskOf(page, 'small-rivers', 'emi-sato');
    expect(score.lines.filter(({ code }) => code === 'criterion').map(({ amount }) => amount)).toEqual([
      250, 125, 150,
    ]);
  });

  it('a checklist ticks itself, and is overruled by hand; levels give their share', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/hydrograph/bram-oyelaran');
    await page.sees('ticked itself');
    await page.click('checkbox', /The doubt is answered/);
    await page.sees('changed by hand');
    await page.sees(/Answers 3\.25 \/ 4\.5/);
    await page.go('/c/rvc210/evaluate/old-maps/bram-oyelaran');
    await page.find('radio', /One is told/);
    await page.press('3');
    await page.sees(/Description 1\.95 \/ 3/);
  });

  it('a saved remark is kept, found by typing, and carries the next student’s name: eight keys a student', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/floodplain/rafael-osei');
    await page.find('heading', 'Rafael Osei');
    await page.press('s');
    await page.click('button', 'Write a new one');
    await page.type('Saved remark', 'please name the source of your last claim, it deserves one.');
    await page.click('button', 'Save');
    await page.find('option', /name the source/);
    await page.press(Key.ESCAPE);
    const { rows } = await docketOf(page, 'floodplain');
    const { student } = rows.find(({ state }) => state === 'ready')!;
    await page.go(`/c/rvc210/evaluate/floodplain/${student.id}`);
    await page.find('heading', student.name);
    const typed = ['1', '5', Key.ESCAPE, 's', Key.ENTER];
    await page.press(typed[0]!, typed[1]!, typed[2]!);
    await page.press(typed[3]!);
    await page.find('option', /name the source/);
    await page.press(typed[4]!);
    await page.sees(`${student.given}, please name the source`);
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.until(
      async () => (await deskOf(page, 'floodplain', student.id)).score.points !== null,
      'the score to be given',
    );
    expect(typed.length + 2).toBeLessThanOrEqual(8);
    expect(JSON.stringify((await deskOf(page, 'floodplain', student.id)).score.remark)).toContain(
      student.given,
    );
  });
});

/** Chooses something in the docket's menu. */
async function more(page: Page, item: string) {
  await page.click('button', 'More to do with this docket');
  await page.click('menuitem', item);
}

describe('names hidden until scores are given', () => {
  const s = story();

  it('stand nowhere on the Desk: docket, pages, title, address; they come with the score', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    const { rows } = await docketOf(page, 'floodplain');
    await more(page, 'Hide names until scored');
    await page.find('link', /Student \d+.*ready/);
    await page.press('n');
    await page.sees('Names are hidden until the score is given');
    await page.find('textbox', /^Initial post: points/);
    const covered = rows.filter(({ points }) => points === null).map(({ student }) => student);
    const seen = `${await page.text()} ${await page.path()} ${await page.driver.getTitle()}`;
    for (const { id, sortable } of covered) {
      expect(seen).not.toContain(sortable);
      expect(seen).not.toContain(id);
    }
    const address = await page.path();
    await page.type(/^Initial post: points/, '4');
    await page.press(Key.ESCAPE);
    await page.chord(Key.CONTROL, Key.ENTER);
    await page.until(async () => (await page.path()) !== address, 'the next student');
    const after = await docketOf(page, 'floodplain');
    expect(after.rows.filter(({ points }) => points === null)).toHaveLength(covered.length - 1);
    await more(page, 'Show names');
    await page.find('link', /Abreu, Tomás/);
  });
});

describe('many at once, release and another look', () => {
  const s = story();

  it('everyone with nothing is given 0 after a preview, and it is undone in one step', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    await more(page, 'Many at once');
    await page.click('radio', 'Give 0 to everyone with nothing');
    await page.sees('This affects 1 student:');
    await page.sees('Pereira, Vasco');
    await page.click('button', 'Apply to 1 student');
    await page.find('link', /Pereira, Vasco.*given/);
    await page.click('button', 'Undo');
    await page.find('link', /Pereira, Vasco.*nothing/);
  });

  it('one sheet is given to a group after a preview, says so in each score, and is undone in one step', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/floodplain/rafael-osei');
    await page.type(/^Initial post/, '5');
    await page.click('button', 'Give to all of Tannery Cut');
    await page.sees('This affects 2 students:');
    await page.sees('2 students with a score already: Mihai Bălan, Yuki Hayashi.');
    await page.click('button', 'Apply to 2 students');
    await page.sees('Given to 2 students of Tannery Cut.');
    const { score } = await deskOf(page, 'floodplain', 'deniz-uzun');
    expect(score.points).toBe(320);
    expect(score.lines.at(-1)).toMatchObject({ code: 'together', params: { group: 'Tannery Cut' } });
    // The sheet has an Undo of its own, for what was typed.
    await page.driver.findElement(By.css('[data-sonner-toast] button')).click();
    await page.sees('Undone for 2 students.');
    expect((await deskOf(page, 'floodplain', 'deniz-uzun')).score.points).toBeNull();
    expect((await deskOf(page, 'floodplain', 'rafael-osei')).score.decisions.parts).not.toEqual({});
  });

  it('scores are released at a set time, and the student sees them then', async () => {
    const { page } = s;
    await more(page, 'Release at a set time');
    await page.find('dialog', 'Release at a set time');
    await page.setDate('Release at', '2026-03-06T18:00');
    await page.click('button', 'Plan the release');
    await page.sees('To be released Fri 6 Mar, 18:00');
    const piotr = await s.anotherPage();
    await piotr.enter('Piotr Adeyemi', '/c/rvc210/scores');
    await piotr.sees('so far, over 3 of');
    expect(await piotr.text()).not.toContain('7.25');
    s.demo.clock.move(when('03-06 18:01'));
    await piotr.sees('7.25 / 10');
  });

  it('a student asks for another look, and reads the answer', async () => {
    const { page } = s;
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/scores');
    await bram.click('button', 'Ask for another look');
    await bram.type(/^What should be looked at again/, 'The map shows the mill race on its left edge.');
    await bram.click('button', 'Ask for another look');
    await bram.sees('waits for an answer');
    await page.go('/c/rvc210/evaluate');
    await page.click('link', '2 students ask for another look');
    await page.sees('The map shows the mill race');
    await page.click('link', 'Bram Oyelaran');
    await page.sees('Bram asks for another look');
    await page.type('Answer to Bram', 'So it does; the score says so already.');
    await page.click('button', 'Answer');
    await page.sees('who let the score stand');
    await bram.sees('the score stands');
    await bram.sees('So it does');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { GradebookView } from '../../contract/gradebook';
import type { Page } from '../page';
import { story } from '../story';

const WALK = '/c/rvc210/gradebook?item=gauge-walk';

describe('the gradebook', () => {
  const s = story();
  const run = <T>(page: Page, js: string, ...args: unknown[]) => page.driver.executeScript<T>(js, ...args);
  const book = async () => (await s.page.fetch('get', '/api/courses/rvc210/gradebook')).body as GradebookView;
  const cell = async (student: string, item: string) => {
    const view = await book();
    const row = view.rows.find((each) => each.student.id === student);
    return row?.cells[view.items.findIndex(({ id }) => id === item)];
  };
  /** What the cell that the matrix means says, and whether it is in the window. */
  const active = (page: Page) =>
    run<{ id: string; text: string; seen: boolean }>(
      page,
      `const id = document.querySelector('[role=grid]').getAttribute('aria-activedescendant');
       const cell = document.getElementById(id);
       const box = cell?.getBoundingClientRect();
       return { id, text: cell?.textContent ?? '', seen: Boolean(box) && box.left >= 0 && box.right <= innerWidth && box.top > 0 && box.bottom <= innerHeight };`,
    );
  const focusMatrix = (page: Page) => run(page, "document.querySelector('[role=grid]').focus()");
  /** Chooses files as the browser's own dialog does. */
  const chooseFile = (page: Page, name: string, text: string) =>
    run(
      page,
      `const files = new DataTransfer();
       files.items.add(new File([arguments[1]], arguments[0]));
       const input = document.querySelector('input[type=file]');
       input.files = files.files;
       input.dispatchEvent(new Event('change', { bubbles: true }));`,
      name,
      text,
    );

  it('is gone through by keys, from the first cell to the last and to the heads', async () => {
    const { page } = s;
    await page.enter('Teodora', '/c/rvc210/gradebook');
    await page.find('grid', 'Gradebook');
    await focusMatrix(page);
    expect((await active(page)).id).toBe('cell-0-0');
    const apart = await run<number>(
      page,
      `const left = (row, column) => document.getElementById('cell-' + row + '-' + column).getBoundingClientRect().left;
       return Math.max(...[0, 3, 6].map((column) => Math.abs(left(-1, column) - left(2, column))));`,
    );
    expect(apart).toBeLessThan(1);
    await page.press(Key.ARROW_DOWN, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await page.until(async () => (await active(page)).id === 'cell-1-2', 'the cell below and to the right');
    await page.chord(Key.CONTROL, Key.END);
    await page.until(async () => {
      const { text, seen } = await active(page);
      return seen && text.includes('%');
    }, 'the total of the last student');
    await page.chord(Key.CONTROL, Key.HOME);
    await page.until(async () => (await active(page)).text.includes('Abreu'), 'the first name');
    await page.press(Key.ENTER);
    await page.find('heading', 'Tomás Abreu');
    await page.go(WALK);
    await page.find('grid', 'Gradebook');
    await focusMatrix(page);
    await page.press(Key.ARROW_UP, Key.ENTER);
    await page.find('dialog', 'Gauge walk along the Tannery Cut');
    await page.sees(/\d+ scores given/);
    await page.press(Key.ESCAPE);
  });

  it('takes points typed into a cell, keeps what cannot be kept, and says why', async () => {
    const { page } = s;
    await page.go(WALK);
    await page.find('grid', 'Gradebook');
    await focusMatrix(page);
    await page.press('9');
    await page.press(Key.ENTER);
    await page.sees('At most 5.');
    await page.press(Key.BACK_SPACE, '4,25', Key.ENTER);
    await page.until(
      async () => (await cell('tomas-abreu', 'gauge-walk'))?.points === 425,
      'the score to be kept',
    );
    expect((await active(page)).id.startsWith('cell-1-')).toBe(true);
    await page.press(Key.ARROW_UP, 'h');
    await page.find('dialog', /Abreu, Tomás/);
    await page.sees(/Teodora Maric gave 4.25, was 4.00/);
    await page.type('Remark', 'Read from below.');
    await page.click('button', 'Save the remark');
    await page.until(
      async () => (await cell('tomas-abreu', 'gauge-walk'))?.remarked === true,
      'the remark to be kept',
    );
  });

  it('two people at the same cell: the later one is told, and nothing is lost', async () => {
    const { page } = s;
    const anselm = await s.anotherPage();
    await anselm.enter('Anselm', WALK);
    await anselm.find('grid', 'Gradebook');
    await page.go(WALK);
    await page.find('grid', 'Gradebook');
    await focusMatrix(anselm);
    await anselm.press('2');
    await focusMatrix(page);
    await page.press('3', Key.ENTER, Key.ARROW_DOWN, '1.75', Key.ENTER);
    const column = (await active(page)).id.split('-').at(-1);
    // Scores that others enter come by themselves; what Anselm began to type over is what counts, not what came while he typed.
    await anselm.until(
      async () =>
        (
          await run<string>(anselm, `return document.getElementById('cell-2-${column}').textContent`)
        ).startsWith('1.75'),
      'the score that was entered beside',
    );
    await anselm.press(Key.ENTER);
    await anselm.sees(
      /2\.00 for Abreu, Tomás.*is not kept\. Teodora Maric has changed this since: it is 3\.00 now\./,
    );
    expect((await cell('tomas-abreu', 'gauge-walk'))?.points).toBe(300);
    await anselm.click('button', 'Write 2.00 anyway');
    await page.until(
      async () => (await cell('tomas-abreu', 'gauge-walk'))?.points === 200,
      'the second score',
    );
  });

  it('a column pasted from a spreadsheet is looked at line by line, then entered', async () => {
    const { page } = s;
    await page.go('/c/rvc210/gradebook?item=lamp-post-sheet');
    await page.find('grid', 'Gradebook');
    await run(
      page,
      `const grid = document.querySelector('[role=grid]');
       grid.focus();
       const data = new DataTransfer();
       data.setData('text/plain', arguments[0]);
       grid.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
      'Student\tSheet\nBrandt, Leilani\t1,5\nNobody, At All\t1\nVardanyan, Ines\ttwo\nSato, Emi\t2',
    );
    await page.find('dialog', 'Paste into Lamp post sheet');
    await page.sees('2 lines left out');
    await page.sees('“two” is no score');
    await page.click('button', 'Enter 2 scores');
    await page.until(
      async () => (await cell('leilani-brandt', 'lamp-post-sheet'))?.points === 150,
      'the pasted scores',
    );
    expect((await cell('emi-sato', 'lamp-post-sheet'))?.points).toBe(200);
  });

  it('goes out as CSV and comes back: changes are previewed, a newer score is a conflict', async () => {
    const { page } = s;
    const csv = (await page.fetch('get', '/api/courses/rvc210/gradebook.csv')).text;
    const rows = csv.split('\r\n');
    // What is in quotes may hold a comma.
    const cellsOf = (row: string) =>
      row.match(/("[^"]*"|[^,]*)(,|$)/g)!.map((each) => each.replace(/,$/, ''));
    const heads = cellsOf(rows[0]!);
    const walk = heads.findIndex((head) => head.startsWith('Gauge walk'));
    const edited = rows
      .map((row) => {
        const cells = cellsOf(row);
        if (row.includes('leilani.brandt@')) cells[walk] = '3.5';
        if (row.includes('emi.sato@')) cells[walk] = '1.5';
        return cells.slice(0, heads.length).join(',');
      })
      .join('\r\n');
    const emi = (await cell('emi-sato', 'gauge-walk'))!.points!;
    const newer = { item: 'gauge-walk', student: 'emi-sato', before: emi, after: 275 };
    expect(
      (await page.fetch('post', '/api/courses/rvc210/gradebook/cells', { changes: [newer], why: null }))
        .status,
    ).toBe(200);
    await page.go(WALK);
    await page.click('button', 'Import');
    await page.find('dialog', 'Import');
    await chooseFile(page, 'scores.csv', edited);
    await page.sees('2 changes, 1 of them where Juror has a newer score');
    await page.sees(/newer; it was \d\.\d\d when exported/);
    expect((await cell('leilani-brandt', 'gauge-walk'))?.points).not.toBe(350);
    await page.click('button', 'Write 1 score');
    await page.until(
      async () => (await cell('leilani-brandt', 'gauge-walk'))?.points === 350,
      'the change to be written',
    );
    expect((await cell('emi-sato', 'gauge-walk'))?.points).toBe(275);
    await page.click('button', 'Import');
    await page.find('dialog', 'Import');
    await chooseFile(page, 'scores.csv', edited);
    await page.click('checkbox', /Write 1\.50 for Sato, Emi/);
    const between = { ...newer, before: 275, after: 280 };
    await page.fetch('post', '/api/courses/rvc210/gradebook/cells', { changes: [between], why: null });
    await page.click('button', 'Write 1 score');
    await page.sees(/Nothing was written\. Teodora Maric has changed this since: it is 2\.80 now\./);
    await page.sees('2.80 newer');
    await page.click('checkbox', /Write 1\.50 for Sato, Emi/);
    await page.click('button', 'Write 1 score');
    await page.until(
      async () => (await cell('emi-sato', 'gauge-walk'))?.points === 150,
      'the one that was chosen',
    );
  });

  it('an item made by hand is linked to a forum, with its scores, and unlinked again', async () => {
    const { page } = s;
    await page.go('/c/rvc210/gradebook');
    await page.click('button', 'New item');
    await page.type('Name', 'Flood letter');
    await page.type('Maximum', '20', { clear: true });
    await page.choose('Category', 'Hearings');
    await page.click('button', 'Make the item');
    await page.find('columnheader', /Flood letter/);
    const letter = (await book()).items.find(({ title }) => title === 'Flood letter')!;
    await page.go(`/c/rvc210/gradebook?item=${letter.id}`);
    await page.find('grid', 'Gradebook');
    await focusMatrix(page);
    await page.press('1', '5', Key.ENTER);
    await page.until(async () => (await cell('tomas-abreu', letter.id))?.points === 1500, 'the score');
    await page.click('columnheader', /Flood letter/);
    await page.choose('The forum to feed it', 'Paying for the flood');
    await page.sees('1 score entered by hand becomes the forum’s, each as a total with its reason.');
    await page.sees('The empty column “Paying for the flood” goes.');
    await page.click('button', 'Link it');
    await page.until(
      async () => (await book()).items.some(({ id, forumId }) => id === letter.id && forumId === 'paying'),
      'the forum to feed the item',
    );
    expect((await cell('tomas-abreu', letter.id))?.points).toBe(1500);
    await page.go('/c/rvc210/evaluate/paying/tomas-abreu');
    await page.sees('7.50');
    await page.go('/c/rvc210/gradebook');
    await page.click('columnheader', /Flood letter/);
    await page.click('button', 'Unlink it from the forum…');
    await page.sees('The score stays in this column');
    await page.click('button', 'Unlink it');
    await page.until(async () => (await book()).items.length === 13, 'both columns');
  });

  it('an exact drop is shown to staff, and explained to the student', async () => {
    const { page } = s;
    const dropped = await cell('piotr-adeyemi', 'hydrograph');
    expect(dropped).toMatchObject({ dropped: true, released: true });
    await page.go('/c/rvc210/gradebook?item=hydrograph&find=Adeyemi');
    await page.find('gridcell', /62\.50 %.*released, dropped/);
    const piotr = await s.anotherPage();
    await piotr.enter('Piotr Adeyemi', '/c/rvc210/scores');
    await piotr.sees(
      'Dropped: it does not count, because without it Readings comes to more than without any other.',
    );
    await piotr.sees('Gauge walk along the Tannery Cut');
  });

  it('a student reads what was entered by hand once it is released, and is told of it', async () => {
    const { page } = s;
    const ines = await s.anotherPage();
    await ines.enter('Ines Vardanyan', '/c/rvc210/scores');
    await ines.sees('You read the gauge from below, as one should.');
    await ines.go('/c/rvc210/notices');
    await page.go('/c/rvc210/gradebook?item=lamp-post-sheet&find=Vardanyan');
    await page.find('grid', 'Gradebook');
    await focusMatrix(page);
    await page.press('1', Key.ENTER);
    await page.until(
      async () => (await cell('ines-vardanyan', 'lamp-post-sheet'))?.points === 100,
      'the score',
    );
    await ines.go('/c/rvc210/scores');
    await ines.sees('Lamp post sheet');
    expect(await ines.text()).not.toMatch(/Lamp post sheet 1\.00/);
    await page.click('columnheader', /Lamp post sheet/);
    await page.click('button', 'Release what is given');
    await page.sees(/It reaches \d+ students/);
    await run(
      page,
      "[...document.querySelectorAll('dialog button.btn-primary')].find((b) => b.textContent === 'Release what is given').click()",
    );
    await page.sees('Released to');
    await ines.go('/c/rvc210/scores');
    await ines.sees(/Lamp post sheet 1\.00/);
    await ines.go('/c/rvc210/notices');
    await ines.sees(/Your score was released/);
    await ines.sees('Lamp post sheet');
  });

  it('a student’s term tells what was missed in a row, and keeps a note that only staff read', async () => {
    const { page } = s;
    await page.go('/c/rvc210/gradebook/student/vasco-pereira');
    await page.sees('3 forums missed in a row');
    await page.type(/^Note of staff/, 'Comes to the office on Friday at ten.');
    await page.click('button', 'Save the note');
    await page.sees(/Teodora Maric, /);
    const vasco = await s.anotherPage();
    await vasco.enter('Vasco Pereira');
    const refused = await vasco.fetch('get', '/api/courses/rvc210/students/vasco-pereira/term');
    expect(refused.status).toBe(404);
    await page.click('button', 'Look as Vasco');
    await page.find('heading', 'Scores');
    await page.sees('0, nothing was posted');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { GradebookView } from '../../contract/gradebook';
import { addLargeGradebook } from '../../demo/largeGradebook';
import { story } from '../story';

const SIZE = { students: 2000, forums: 40, posts: 0 };

describe('a gradebook of 2,000 students by 40 items', () => {
  const s = story((data) => addLargeGradebook(data, SIZE));
  const run = <T>(js: string, ...args: unknown[]) => s.page.driver.executeScript<T>(js, ...args);
  const drawn = () =>
    run<[number, number, number]>(
      `return [document.querySelectorAll('[role=gridcell]').length, document.querySelectorAll('*').length,
         [...document.querySelectorAll('[role=grid] [role=row]')].filter((row) => row.getBoundingClientRect().top < innerHeight).length];`,
    );

  it('draws what is near the window, and says how much there is', async () => {
    const { page } = s;
    await page.fetch('post', '/api/demo/session', { personId: 'wide-instructor' });
    await page.go('/c/wide-course/gradebook');
    const grid = await page.find('grid', 'Gradebook');
    expect(await grid.getAttribute('aria-rowcount')).toBe('2002');
    expect(await grid.getAttribute('aria-colcount')).toBe('46');
    await page.until(async () => (await drawn())[0] > 100, 'the first cells');
    const [cells, elements] = await drawn();
    expect(cells).toBeLessThan(800);
    expect(elements).toBeLessThan(3500);
  });

  it('is scrolled from end to end, both ways, without an empty stretch or a long task', async () => {
    const { page } = s;
    const scrolled = () =>
      page.driver.executeAsyncScript<{ long: number[]; empty: number }>(
        `const done = arguments[arguments.length - 1];
         const grid = document.querySelector('[role=grid]');
         const long = [];
         const observer = new PerformanceObserver((list) => {
           for (const { duration } of list.getEntries()) long.push(duration);
         });
         observer.observe({ type: 'longtask' });
         const frame = () => new Promise((go) => requestAnimationFrame(go));
         let empty = 0;
         (async () => {
           const most = [grid.scrollHeight - grid.clientHeight, grid.scrollWidth - grid.clientWidth];
           for (let step = 0; step <= 120; step++) {
             grid.scrollTop = (most[0] * step) / 120;
             grid.scrollLeft = (most[1] * step) / 120;
             await frame();
             await frame();
             const box = grid.getBoundingClientRect();
             const at = document.elementFromPoint(box.left + box.width * 0.7, box.top + box.height * 0.7);
             if (!at?.closest('[role=gridcell]')) empty++;
           }
           await new Promise((go) => setTimeout(go, 100));
           observer.disconnect();
           done({ long, empty });
         })();`,
      );
    // How long the longest of the 121 steps takes is measured alone (docs/performance). Here another browser and two servers share the
    // machine, and whatever runs may be kept waiting now and then; what is slow by itself is slow at many steps, and each time.
    // So it is with a step whose cells come a frame later than the two it is given.
    let [slow, empty] = [Infinity, Infinity];
    for (let round = 0; round < 3 && (slow > 6 || empty > 0); round++) {
      const steps = await scrolled();
      slow = steps.long.filter((duration) => duration > 250).length;
      empty = steps.empty;
    }
    expect(empty).toBe(0);
    expect(slow).toBeLessThanOrEqual(6);
    expect((await drawn())[0]).toBeLessThan(800);
  });

  it('is gone to its ends by keys, and anybody in it is found', async () => {
    const { page } = s;
    await run("document.querySelector('[role=grid]').focus()");
    await page.chord(Key.CONTROL, Key.END);
    const last = 'cell-1999-44';
    await page.until(
      async () =>
        await run<boolean>(
          'const cell = document.getElementById(arguments[0]); return Boolean(cell) && cell.getBoundingClientRect().bottom <= innerHeight && cell.getBoundingClientRect().right <= innerWidth',
          last,
        ),
      'the total of the last student',
    );
    await page.type('Find a student', '91234');
    await page.sees('1 of 2,000 students');
    await page.choose('State', 'with something ready');
    await page.sees('No students match.');
    await page.click('button', 'Show everyone');
    await page.sees('2,000 students · 40 items');
  });

  it('keeps what is being typed while one looks elsewhere, and keeps it for the right student', async () => {
    const { page } = s;
    const fields = {
      title: 'Field notes',
      categoryId: null,
      maximum: 1000,
      display: 'points',
      counts: true,
      extraCredit: false,
      dueAt: null,
    };
    const made = await page.fetch('put', '/api/courses/wide-course/gradebook/items/field-notes', {
      version: 0,
      fields,
    });
    expect(made.status, made.text).toBe(200);
    await page.go('/c/wide-course/gradebook?item=field-notes');
    await page.find('grid', 'Gradebook');
    await run("document.querySelector('[role=grid]').focus()");
    await page.press('7');
    const typed = () =>
      run<string | null>("return document.querySelector('[role=grid] input')?.value ?? null");
    await page.until(async () => (await typed()) === '7', 'the field');
    await run(
      "const grid = document.querySelector('[role=grid]'); grid.scrollTop = grid.scrollHeight; grid.scrollLeft = 0;",
    );
    await page.until(
      () => run<boolean>("return document.getElementById('cell-1999-0') !== null"),
      'the last student',
    );
    expect(await typed()).toBe('7');
    await page.press(',5', Key.ENTER);
    const view = async () =>
      (await page.fetch('get', '/api/courses/wide-course/gradebook')).body as GradebookView;
    await run(
      "const grid = document.querySelector('[role=grid]'); grid.scrollTop = 0; grid.scrollLeft = grid.scrollWidth;",
    );
    await page.until(
      () =>
        run<boolean>(
          "return [...document.querySelectorAll('[id^=cell-0-]')].some((cell) => /^7.50?$/.test(cell.innerText.trim()))",
        ),
      'the score of the first student',
    );
    const { items, rows } = await view();
    const of = items.findIndex(({ id }) => id === 'field-notes');
    expect(rows[0]!.cells[of]!.points).toBe(750);
    expect(rows.filter(({ cells }) => cells[of]!.points !== undefined)).toHaveLength(1);
  });
});

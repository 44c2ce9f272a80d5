import { Key, Origin } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { PlanView } from '../../contract/plan';
import { when } from '../times';
import { story } from '../story';

const PLAN = '/api/courses/rvc210/plan';

describe('planning a term', () => {
  const s = story();
  const forum = async (id: string) =>
    ((await s.page.fetch('get', PLAN)).body as PlanView).forums.find((each) => each.id === id)!;
  const slider = (name: RegExp | string) => s.page.find('slider', name);

  it('a forum is started from a recipe with the keyboard alone', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.sees('The plan');
    await page.press('n');
    const recipe = await page.find('link', 'Three questions on a reading');
    await recipe.sendKeys(Key.ENTER);
    await page.find('textbox', 'Question 1');
    await page.type('Title', 'Reading the culvert law', { clear: true });
    await page.choose('Unit', '3 · Making room');
    await page.sees('Students answer each question; the whole class reads.');
    await (await page.find('button', 'Publish to 36 students')).sendKeys(Key.ENTER);
    await page.sees('Published to 36 students.');
    await page.sees('Reading the culvert law');
    const { forum: made } = (await forum((await page.path()).split('forum=')[1]!))!;
    expect(made.questions).toHaveLength(3);
    expect(made.schedule.initialDue).toBe(when('03-12 23:59'));
  });

  it('dates are moved by keyboard and by drag, with a live label, and taken back', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan?forum=small-rivers');
    const before = (await forum('small-rivers')).forum.schedule;
    const mark = await slider('Initial post due, Small rivers, large pipes');
    await mark.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await page.sees('Initial post due Sun 8 Mar, 23:59');
    await mark.sendKeys(Key.ENTER);
    await page.until(
      async () => (await forum('small-rivers')).forum.schedule.initialDue === when('03-08 23:59'),
      'the date to be kept',
    );
    const strip = await slider('All dates of Small rivers, large pipes');
    const { width } = await strip.getRect();
    const track = await page.driver.executeScript<number>(
      "return document.querySelector('[aria-hidden].relative.h-7').getBoundingClientRect().width",
    );
    expect(width).toBeGreaterThan(10);
    await page.driver
      .actions()
      .move({ origin: strip, x: 12 })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(track / 16) })
      .move({ origin: Origin.POINTER, x: Math.round(track / 16) })
      .release()
      .perform();
    await page.until(
      async () => (await forum('small-rivers')).forum.schedule.postingFrom === when('03-10 08:00'),
      'all dates a week later',
    );
    await page.click('button', /^Undo: all dates/);
    await page.sees('Undone: all dates of Small rivers, large pipes.');
    await page.click('button', /^Undo: initial post due/);
    await page.until(
      async () => JSON.stringify((await forum('small-rivers')).forum.schedule) === JSON.stringify(before),
      'everything as it was',
    );
    await page.click('button', /^Redo: initial post due/);
    await page.sees('Redone');
    await page.click('button', /^Undo/);
    await page.sees('Undone: initial post due of Small rivers, large pipes.');
  });

  it('a day lost to snow is one action, with every date before and after', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan?forum=paying');
    await page.sees('Paying for the flood');
    await page.press('s');
    await page.sees('Shift dates');
    await page.type('How many', '1', { clear: true });
    await page.sees('would move; times of day stay.');
    await page.sees('Sat 21 Mar, 23:59');
    await page.click('button', /^Shift \d+ dates$/);
    await page.until(
      async () => (await forum('paying')).forum.schedule.initialDue === when('03-21 23:59'),
      'the shift',
    );
    await page.click('button', /^Undo/);
    await page.sees('Undone');
  });

  it('three findings are fixed, one of them put aside until its facts change', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/checks');
    await page.sees('It disappears before posting ends.');
    const count = async () => Number(/(\d+) findings? in/.exec(await page.text())?.[1]);
    const before = await count();
    await page.click('button', /^Visible until/);
    await page.until(async () => (await count()) === before - 1, 'the repair');
    await page.click('button', 'Set aside');
    await page.type('Why it can stay', 'Selam knows.');
    await page.press(Key.ENTER);
    await page.sees('“Selam knows.”, Teodora Maric');
    await page.until(async () => (await count()) === before - 2, 'one put aside');
    await page.go('/c/rvc210/plan?forum=floodplain');
    await page.click('button', 'Set aside');
    await page.type('Why it can stay', 'Everyone knows.');
    await page.press(Key.ENTER);
    await page.click('button', 'Undo: setting a finding of Who owns the floodplain? aside');
    await page.find('button', 'Set aside');
    await page.go('/c/rvc210/plan/map-left-out/edit');
    await page.choose('Category', 'Readings');
    await page.click('button', 'Save as draft');
    await page.sees('Saved as a draft.');
    await page.go('/c/rvc210/plan/checks');
    await page.until(async () => (await count()) === before - 3, 'the third');
  });

  it('one student and one section get own terms, and vantage confirms both', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan?forum=river-under');
    const add = async (fill: () => Promise<void>) => {
      await page.click('button', 'Add own terms');
      await fill();
      await page.click('button', 'Save these terms');
      await page.until(async () => !(await page.has('button', 'Save these terms')), 'the terms');
    };
    await add(async () => {
      await page.choose('For sections, groups or students', 'sections');
      await page.click('checkbox', 'Evening');
      await page.choose('Initial post due: what differs', 'later or earlier');
      await page.type('Initial post due: by how much', '2', { clear: true });
    });
    await add(async () => {
      await page.type('Find among them', 'Hayashi');
      await page.click('checkbox', 'Hayashi, Yuki');
      await page.choose('Initial post due: what differs', 'on a date');
      await page.setDate('Initial post due: date', '2026-03-15T12:00');
    });
    await page.sees('initial post Sun 15 Mar, 12:00');
    const dueFor = async (student: string) => {
      const at = when('03-10 10:00');
      const work = (await page.fetch('get', `/api/courses/rvc210/my-work?as=${student}&at=${at}`)).body as {
        forums: { forumId: string; initialDue: number }[];
      };
      return work.forums.find(({ forumId }) => forumId === 'river-under')!.initialDue;
    };
    expect(await dueFor('yuki-hayashi')).toBe(when('03-15 12:00'));
    expect(await dueFor('piotr-adeyemi')).toBe(when('03-14 23:59'));
    expect(await dueFor('ines-vardanyan')).toBe(when('03-12 23:59'));
    await page.press('v');
    await page.sees('Look as a student');
    await page.setDate('At this moment', '2026-03-10T10:00');
    await page.type('Which student', 'Hayashi');
    await page.press(Key.ENTER);
    await page.sees('You are looking as Yuki Hayashi; nothing can be written.');
    await page.sees(/A river runs under it/);
    await page.click('button', 'Why');
    await page.sees('Why, for Yuki Hayashi, Tue 10 Mar, 10:00');
    await page.press(Key.ESCAPE);
    await page.go('/c/rvc210/discuss/small-rivers');
    await page.sees('Yuki Hayashi can write here: “Post your initial post”.');
    expect(await page.has('button', 'Post your initial post')).toBe(false);
    await page.find('region', 'Vantage');
    await page.press('v');
    await page.sees('The plan');
    expect(await page.has('region', 'Vantage')).toBe(false);
  });

  it('times are written and typed in the hours one chose', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/river-under/edit');
    const hours = async (which: RegExp) => {
      await page.click('button', 'Teodora Maric: menu');
      await page.click('menuitem', 'Your account');
      await page.click('radio', which);
      await page.go('/c/rvc210/plan/river-under/edit');
    };
    await hours(/^12 hours/);
    await page.sees(/After Thu 12 Mar, 11:59\spm/);
    await page.setDate('Initial post due', '2026-03-12T9.30 pm');
    await page.sees(/After Thu 12 Mar, 9:30\spm/);
    await page.click('button', 'Save');
    await page.until(
      async () => (await forum('river-under')).forum.schedule.initialDue === when('03-12 21:30'),
      'the date to be kept',
    );
    await hours(/^24 hours/);
    await page.sees(/Thu 12 Mar, 21:30/);
  });

  it('a forum is duplicated, put in the bin with what it holds, and brought back', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan?forum=letters');
    await page.click('button', 'Duplicate');
    await page.click('button', 'Make 1 draft');
    await page.sees('Letters to the water board (copy)');
    const copies = async () =>
      ((await page.fetch('get', PLAN)).body as PlanView).forums.filter(({ title }) =>
        title.endsWith('(copy)'),
      );
    await page.chord(Key.CONTROL, 'z');
    await page.until(async () => (await copies()).length === 0, 'the copy to be taken back');
    await page.chord(Key.CONTROL, 'y');
    await page.until(async () => (await copies()).length === 1, 'the copy to be there again');
    await page.go('/c/rvc210/plan?forum=old-maps');
    const isFrozen = async () => (await forum('old-maps')).forum.frozen;
    await page.click('button', 'Freeze');
    await page.until(isFrozen, 'the forum to be frozen');
    await page.sees('Frozen: nobody can write now.');
    await page.click('button', 'Undo: freezing What the old maps left out');
    await page.until(async () => !(await isFrozen()), 'the forum to be thawed');
    await page.go('/c/rvc210/plan?forum=floodplain');
    await page.click('button', 'Remove');
    await page.sees(/It goes to the bin with \d+ posts and 18 scores/);
    await page.click('button', 'Put it in the bin');
    await page.sees('1 forum in the bin');
    expect((await page.fetch('get', '/api/courses/rvc210/forums/floodplain')).status).toBe(404);
    await page.click('button', '1 forum in the bin');
    await page.click('button', 'Restore');
    await page.sees('is back, with everything in it.');
    expect((await page.fetch('get', '/api/courses/rvc210/forums/floodplain')).status).toBe(200);
  });

  it('units and forums are arranged by keyboard, and a forum is pinned on top', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.press('o');
    await page.click('button', 'Pin River journal on top');
    const grip = await page.find('button', 'Move What the old maps left out');
    await grip.sendKeys(Key.SPACE);
    await page.driver.sleep(100);
    await page.press(Key.ARROW_DOWN);
    await page.driver.sleep(300);
    await page.press(Key.SPACE);
    await page.click('button', 'Save this order');
    await page.sees('The order is saved.');
    const { forums } = (await page.fetch('get', PLAN)).body as PlanView;
    expect(forums[0]).toMatchObject({ id: 'river-journal', pinned: 0 });
    const unit = forums.filter(({ unitId }) => unitId === 'unit-1').map(({ id }) => id);
    expect(unit).toEqual(['nearest-water', 'hydrograph', 'old-maps']);
  });
});

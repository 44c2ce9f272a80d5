import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { CourseSettingsView } from '../../contract/courseSettings';
import type { DeskView } from '../../contract/evaluate';
import { story } from '../story';

const COURSE = '/api/courses/rvc210';

describe('outcomes of a course', () => {
  const s = story();
  const folder = mkdtempSync(join(tmpdir(), 'juror-outcomes-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const field = (name: string) => `textarea[aria-label="${name}"]`;

  it('are pasted, chosen on a criterion, and added up once its score is released', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/settings#outcomes');
    await page.sees('Criteria of a rubric can say which of these they serve.');
    await page.click('button', 'Paste a list, or read a file …');
    await page.sees('One outcome a line');
    const text = await page.driver.findElement({ css: field('Outcomes, one a line') });
    await text.sendKeys('R4 Answers others\nR5');
    await page.click('button', 'Add these');
    await page.sees('line 2: What the outcome says is missing.');
    await text.sendKeys(' Speaks to be understood');
    await page.click('button', 'Add these');
    await page.click('button', 'Save the settings');
    await page.sees('Saved');
    const list = ((await page.fetch('get', `${COURSE}/settings`)).body as CourseSettingsView).settings
      .outcomes;
    expect(list.map(({ code, text: says }) => `${code} ${says}`).slice(3)).toEqual([
      'R4 Answers others',
      'R5 Speaks to be understood',
    ]);

    await page.go('/c/rvc210/plan/old-maps/edit');
    await page.click('button', /^Add an outcome that criterion 1/);
    await page.click('menuitem', 'R5 Speaks to be understood');
    await page.click('button', 'Save');
    await page.until(async () => {
      const { body } = await page.fetch('get', `${COURSE}/forums/old-maps/settings`);
      return JSON.stringify(body).includes('"outcomes":["R2","R5"]');
    }, 'the criterion to name both');

    await page.go('/c/rvc210/gradebook');
    await page.click('link', 'Outcomes');
    await page.sees('R5 Speaks to be understood');
    await page.click('button', 'Oyelaran, Bram');
    await page.sees('Outcomes of Bram Oyelaran');
    const { score } = (await page.fetch('get', `${COURSE}/forums/old-maps/docket/bram-oyelaran`))
      .body as DeskView;
    expect(JSON.stringify(score)).toContain('"brought"');
    await page.enter('Bram Oyelaran', '/c/rvc210/scores');
    await page.sees('What this course wants you to be able to do');
    await page.sees(/R5 Speaks to be understood\s*75\.00 %/);
    await page.sees(/R1 Argues a position on a public work, and says what it costs\s*nothing released yet/);
  });

  it('are read from a file; a code that changes is changed on the criteria, and one that goes is taken off', async () => {
    const { page } = s;
    const file = join(folder, 'outcomes.csv');
    writeFileSync(file, 'Text,Code\n"Reads maps, and draws them",R3\nKeeps a journal,R9\n');
    await page.enter('Teodora Maric', '/c/rvc210/settings#outcomes');
    await page.sees('Criteria of a rubric can say which of these they serve.');
    await page.click('button', 'Paste a list, or read a file …');
    await page.sees('One outcome a line');
    await (await page.driver.findElement({ css: 'input[type=file]' })).sendKeys(file);
    await page.until(
      () =>
        page.driver.executeScript<boolean>(
          `return [...document.querySelectorAll('textarea')].some(({ value }) => value === 'Reads maps, and draws them')`,
        ),
      'the new text in its field',
    );
    await page.type('Code of outcome 3', 'MAP-3', { clear: true });
    await page.click('button', 'Remove outcome 4');
    await page.sees('R4 (3 criteria) will be taken off the criteria too.');
    await page.click('button', 'Save the settings');
    await page.sees('Saved');
    const { body } = await page.fetch('get', `${COURSE}/forums/hydrograph/settings`);
    const named = JSON.stringify(body).match(/"outcomes":\[[^\]]*\]/g);
    expect(named).toEqual(['"outcomes":["MAP-3"]', '"outcomes":[]']);
  });
});

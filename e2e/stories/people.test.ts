import { writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { RosterView } from '../../contract/roster';
import { story } from '../story';

describe('people', () => {
  const s = story();
  const folder = mkdtempSync(join(tmpdir(), 'juror-roster-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const roster = async () => (await s.page.fetch('get', '/api/courses/rvc210/roster')).body as RosterView;

  it('a roster of 200 with three bad rows is shown, then written without them', async () => {
    const { page } = s;
    const rows = Array.from(
      { length: 200 },
      (_, i) =>
        `N${i},Vorname ${i},Família ${i},person${i}@fenwick-hollow.example,${i % 2 ? 'Morning' : 'Noon'}`,
    );
    rows[10] = 'N10,No,Mail,,Morning';
    rows[20] = 'N20,Bad,Mail,not-a-mail,Morning';
    rows[30] = 'N29,Twice,Number,other@fenwick-hollow.example,Morning';
    const path = join(folder, 'roster.csv');
    writeFileSync(
      path,
      Buffer.from(['Number,Given name,Family name,E-mail,Section', ...rows].join('\r\n'), 'latin1'),
    );
    await page.enter('Teodora Maric', '/c/rvc210/roster?view=import');
    await page.sees('Import a roster');
    await page.driver.findElement({ css: 'input[type=file]' }).sendKeys(path);
    await page.sees('197 new');
    await page.sees('3 not read');
    await page.sees('The file is not in UTF-8.');
    await page.sees('Família 0');
    expect((await roster()).people).toHaveLength(39);
    await page.click('button', '3 not read');
    await page.sees('There is no e-mail; someone new needs one.');
    await page.click('button', 'Write 197 students, leave out 3');
    await page.sees('197 people added, 0 changed.');
    const after = await roster();
    expect(after.people).toHaveLength(39 + 197);
    expect(after.sections.map(({ title }) => title)).toContain('Noon');
  });

  it('a move between sections says what it changes before it is made; an accommodation is kept with its reason', async () => {
    const { page } = s;
    await page.go('/c/rvc210/roster?person=bram-oyelaran');
    await page.choose('Section', 'Morning');
    await page.type('Accommodation: how much', '3', { clear: true });
    await page.choose('Accommodation: unit', 'days');
    await page.type('Reason, for staff only', 'Agreed with the registry.');
    await page.click('button', 'Save');
    await page.sees('This move changes something in forums under way');
    await page.sees('Bram Oyelaran has other dates.');
    await page.click('button', 'Move anyway');
    await page.sees('Saved.');
    const bram = (await roster()).people.find(({ id }) => id === 'bram-oyelaran')!;
    expect(bram).toMatchObject({
      sectionId: 'morning',
      accommodationMinutes: 3 * 1440,
      accommodationReason: 'Agreed with the registry.',
    });
    const student = await s.anotherPage();
    await student.enter('Bram Oyelaran');
    expect((await student.fetch('get', '/api/courses/rvc210/my-work')).text).not.toContain('registry');
  });

  it('groups are dealt, moved by keyboard, and saved', async () => {
    const { page } = s;
    await page.go('/c/rvc210/roster?view=groups');
    await page.click('button', 'New group plan');
    await page.find('button', 'New groups');
    await page.type('Name of the group plan', 'Pairs of ten', { clear: true });
    await page.choose('How students are dealt', 'balanced by section');
    await page.type('How many', '23', { clear: true });
    await page.click('button', 'Deal');
    await page.sees('Group 23');
    await (await page.find('combobox', 'Move Tomás Abreu to')).sendKeys('i');
    await page.click('button', 'Save the groups');
    // The message that it is done goes by itself, on a slow machine before it is looked for.
    const made = async () => (await roster()).plans.find(({ title }) => title === 'Pairs of ten');
    await page.until(async () => (await made()) !== undefined, 'the groups to be saved');
    const plan = (await made())!;
    expect(plan.groups).toHaveLength(23);
    const placed = plan.groups.flatMap(({ members }) => members.map(({ id }) => id));
    expect(placed).not.toContain('tomas-abreu');
    expect(new Set(placed).size).toBe(36 + 197 - 1);
  });

  it('an administrator makes a course, and its instructor signs in through the link', async () => {
    const { page } = s;
    await page.enter('Registry Office');
    await page.sees('Administration');
    await page.click('button', 'Make a course');
    await page.type('Title of the course', 'Coasts and Harbours');
    await page.type('Code', 'CHB 101');
    await page.driver.executeScript(
      `for (const [name, value] of [['firstDay', '2026-02-02'], ['lastDay', '2026-05-29']]) {
         const field = document.querySelector('input[name=' + name + ']');
         Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, value);
         field.dispatchEvent(new Event('input', { bubbles: true }));
       }`,
    );
    const make = await page.driver.findElement({ css: 'dialog[open] button.btn-primary' });
    await make.click();
    await page.sees('Coasts and Harbours');
    await page.click('button', 'Add a person');
    await page.type('Given name', 'Mirela');
    await page.type('Family name', 'Novak');
    await page.type('E-mail', 'mirela.novak@fenwick-hollow.example');
    await page.click('button', 'Add the person');
    await page.choose('Role in Coasts and Harbours', 'instructor');
    await page.sees(/Coasts and Harbours CHB 101\s+Mirela Novak\s+0\s+0/);
    await page.click('button', 'Make a one-time link');
    const link = await (await page.find('textbox', 'One-time link')).getAttribute('value');
    expect(link).toMatch(/\/set-password\/[\w-]{20,}$/);
    const mirela = await s.anotherPage();
    await mirela.go(new URL(link!).pathname);
    await mirela.sees('Welcome, Mirela Novak');
    await mirela.type('Password', 'salt and herring');
    await mirela.type('Password again', 'salt and herrings');
    await mirela.click('button', 'Save and sign in');
    await mirela.sees('The two passwords differ.');
    await mirela.type('Password again', 'salt and herring', { clear: true });
    await mirela.click('button', 'Save and sign in');
    await mirela.sees('First steps');
    await mirela.sees('Coasts and Harbours');
    await page.go(new URL(link!).pathname);
    await page.sees('This link no longer works');
  });
});

import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { CourseSettings, CourseSettingsView } from '../../contract/courseSettings';
import type { PlanView } from '../../contract/plan';
import type { RosterView } from '../../contract/roster';
import { when } from '../times';
import { story } from '../story';

const C = '/api/courses/rvc210';

describe('a course and its settings', () => {
  const s = story();
  const settings = async () => (await s.page.fetch('get', `${C}/settings`)).body as CourseSettingsView;
  const roster = async () => (await s.page.fetch('get', `${C}/roster`)).body as RosterView;
  /** Another instructor, at another machine, saves something meanwhile. */
  const meanwhile = async (change: Partial<CourseSettings>) => {
    const { version, settings: now } = await settings();
    const answer = await s.page.fetch('put', `${C}/settings`, { version, settings: { ...now, ...change } });
    expect(answer.status).toBe(200);
  };

  it('are changed in one form; a field that cannot be read is named and nothing is lost', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/settings');
    await page.type('Title of the course', 'Rivers, Cities and Floods', { clear: true });
    await page.type('Weight of category 1', 'much', { clear: true });
    await page.click('button', 'Add a unit');
    await page.type('Name of unit 5', 'The sea');
    await page.click('button', 'Save the settings');
    await page.sees('Write a percentage from 0 to 100.');
    expect((await settings()).settings.title).toBe('Rivers and Cities');
    await page.type('Weight of category 1', '55,5', { clear: true });
    await page.sees('they should come to 100');
    await (await page.find('button', 'Unit 5 earlier')).sendKeys(Key.ENTER);
    await page.click('button', 'Save the settings');
    await page.sees('Saved.');
    const { settings: now } = await settings();
    expect(now).toMatchObject({ title: 'Rivers, Cities and Floods' });
    expect(now.categories[0]!.weight).toBe(5550);
    expect(now.units.map(({ title }) => title)[3]).toBe('The sea');
    await page.sees('Rivers, Cities and Floods');
  });

  it('a unit that forums stand in cannot be taken away; an empty one can', async () => {
    const { page } = s;
    await page.go('/c/rvc210/settings');
    expect(await (await page.find('button', 'Remove unit 1')).isEnabled()).toBe(false);
    await page.click('button', 'Remove unit 4');
    await page.click('button', 'Save the settings');
    await page.until(async () => (await settings()).settings.units.length === 4, 'the unit to be gone');
  });

  it('unsaved changes are there again after leaving, until they are thrown away', async () => {
    const { page } = s;
    await page.go('/c/rvc210/settings');
    await page.type('Code', 'RVC 211', { clear: true });
    await page.sees('Unsaved changes, kept on this machine.');
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.go('/c/rvc210/settings');
    await page.sees('Unsaved changes, kept on this machine.');
    expect(await (await page.find('textbox', 'Code')).getAttribute('value')).toBe('RVC 211');
    await page.click('button', 'Discard them');
    await page.until(
      async () => (await (await page.find('textbox', 'Code')).getAttribute('value')) === 'RVC 210',
      'the code as it is saved',
    );
    await page.go('/c/rvc210/settings');
    await page.find('textbox', 'Code');
    expect(await page.text()).not.toContain('Unsaved changes');
  });

  it('who saves second is told that someone else has, and keeps what was typed', async () => {
    const { page } = s;
    await page.go('/c/rvc210/settings');
    await page.type('Code', 'MINE 1', { clear: true });
    await meanwhile({ code: 'THEIRS 1' });
    await page.click('button', 'Save the settings');
    await page.sees('Someone else has saved this since.');
    expect(await (await page.find('textbox', 'Code')).getAttribute('value')).toBe('MINE 1');
    expect((await settings()).settings.code).toBe('THEIRS 1');
    await page.click('button', 'Save the settings');
    await page.until(async () => (await settings()).settings.code === 'MINE 1', 'mine to be saved');
  });

  it('with another zone, dates keep their times of day', async () => {
    const { page } = s;
    const due = async () =>
      ((await page.fetch('get', `${C}/plan`)).body as PlanView).forums.find(({ id }) => id === 'paying')!
        .forum.schedule.initialDue;
    expect(await due()).toBe(when('03-20 23:59'));
    await page.go('/c/rvc210/settings');
    await page.pick('Time zone', 'new york', /America\/New York/);
    await page.sees('They keep their times of day: 23:59 stays 23:59');
    await page.click('button', 'Save the settings');
    await page.until(
      async () => (await due()) === Date.parse('2026-03-21T03:59:00Z'),
      'the dates to be moved',
    );
    await meanwhile({ zone: 'Europe/Lisbon' });
    expect(await due()).toBe(when('03-20 23:59'));
  });

  it('a whole unit is duplicated, and taken back in one step', async () => {
    const { page } = s;
    const titles = async () =>
      ((await page.fetch('get', `${C}/plan`)).body as PlanView).forums.map(({ title }) => title);
    const before = await titles();
    await page.go('/c/rvc210/plan?forum=hydrograph');
    await page.click('button', 'Duplicate');
    await page.choose('What is duplicated', 'the whole unit');
    await page.choose('Into which unit', '3');
    await page.type('Weeks later', '2', { clear: true });
    await page.click('button', /^Make \d+ drafts$/);
    await page.sees(/\d+ drafts made\./);
    const made = (await titles()).filter((title) => title.endsWith('(copy)'));
    expect(made.length).toBeGreaterThan(1);
    await page.click('button', 'Undo: duplicating a unit');
    await page.sees('Undone: duplicating a unit.');
    expect((await titles()).sort()).toEqual([...before].sort());
    await page.sees(`${made.length} forums in the bin`);
  });

  it('groups that are being arranged are there again after leaving; a new plan too', async () => {
    const { page } = s;
    await page.go('/c/rvc210/roster?view=groups');
    await page.click('button', 'New group plan');
    await page.until(
      async () =>
        (await (await page.find('textbox', 'Name of the group plan')).getAttribute('value')) === 'New groups',
      'the new plan',
    );
    await page.type('Name of the group plan', 'Pairs', { clear: true });
    await page.type('How many', '18', { clear: true });
    await page.click('button', 'Deal');
    await page.sees('Group 18');
    const address = await page.path();
    await page.go('/c/rvc210/plan');
    await page.sees('The plan');
    await page.go(address);
    await page.sees('Group 18');
    expect(await (await page.find('textbox', 'Name of the group plan')).getAttribute('value')).toBe('Pairs');
    await page.click('button', 'Save the groups');
    await page.sees('The groups are saved.');
    const plan = (await roster()).plans.find(({ title }) => title === 'Pairs')!;
    expect(plan.groups.map(({ members }) => members.length)).toEqual(Array(18).fill(2));
    await page.click(
      'button',
      `${(await roster()).people.find(({ id }) => id === plan.groups[0]!.members[0]!.id)!.name} stays where they are`,
    );
    await page.sees('Unsaved changes, kept on this machine.');
    await page.click('button', 'Discard them');
    await page.until(
      async () => !(await (await page.find('button', 'Save the groups')).isEnabled()),
      'nothing to save',
    );
    await page.click('button', 'Remove the plan');
    await page.sees('The group plan is gone.');
  });

  it('an assistant reads them and changes nothing; a student finds nothing', async () => {
    const { page } = s;
    await page.enter('Pilar Svensson', '/c/rvc210/settings');
    await page.sees('Instructors change these; you can read them.');
    expect(await (await page.find('textbox', 'Code')).isEnabled()).toBe(false);
    expect(await page.has('button', 'Save the settings')).toBe(false);
    expect(await page.has('button', 'Add a unit')).toBe(false);
    await page.enter('Bram Oyelaran', '/c/rvc210/settings');
    await page.sees('There is nothing here');
    expect((await page.fetch('get', `${C}/settings`)).status).toBe(404);
  });

  it('the administrator is told at the field what cannot be, and keeps what was typed', async () => {
    const { page } = s;
    await page.enter('Registry Office');
    await page.click('button', 'Make a course');
    await page.type('Title of the course', 'Estuaries');
    await page.driver.findElement({ css: 'dialog[open] button.btn-primary' }).click();
    await page.sees('Give the course a code.');
    expect(await (await page.find('textbox', 'Title of the course')).getAttribute('value')).toBe('Estuaries');
    await page.press(Key.ESCAPE);
    await page.click('button', 'Add a person');
    await page.type('Given name', 'Second');
    await page.type('Family name', 'Bram');
    await page.type('E-mail', 'bram.oyelaran@fenwick-hollow.example');
    await page.click('button', 'Add the person');
    await page.sees('Someone else in Juror has this e-mail address.');
    expect(await (await page.find('textbox', 'Given name')).getAttribute('value')).toBe('Second');
    await page.type('E-mail', 'second.bram@fenwick-hollow.example', { clear: true });
    await page.click('button', 'Add the person');
    await page.sees('Second Bram');
  });
});

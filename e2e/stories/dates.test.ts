import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { CourseSettingsView } from '../../contract/courseSettings';
import type { RosterView } from '../../contract/roster';
import type { PlanView } from '../../contract/plan';
import type { Page } from '../page';
import { when } from '../times';
import { story } from '../story';

const COURSE = '/api/courses/rvc210';

/** The secret address that a dialog shows. */
const shown = async (page: Page) =>
  (await (await page.find('textbox', 'Address of your calendar')).getAttribute('value'))!;

describe('dates outside Juror', () => {
  const s = story();
  const title = (text: string) => [...text.matchAll(/^SUMMARY:(.*)$/gm)].map(([, name]) => name!.trim());

  it('a student looks at the coming weeks, subscribes, is reminded, and withdraws it', async () => {
    const { page } = s;
    await page.enter('Rafael Osei', '/c/rvc210/my-work');
    await page.click('link', 'All dates');
    await page.find('heading', 'Dates');
    await page.sees('Small rivers, large pipes initial post due');
    await page.click('button', /^Show \d+ earlier dates$/);
    await page.sees('reviews due, overdue');
    await page.click('button', 'Month');
    await page.sees('March 2026');
    await page.click('button', 'Make an address');
    const address = await shown(page);
    await page.click('button', 'Close');
    const feed = async (of = address) => {
      const answer = await fetch(of);
      return { status: answer.status, text: await answer.text(), tag: answer.headers.get('etag') };
    };
    const first = await feed();
    expect(first.status).toBe(200);
    expect(title(first.text)).toContain('Initial post due: Small rivers\\, large pipes');
    expect(first.text).not.toContain('VALARM');
    await page.choose('When your calendar reminds you', 'a day before');
    await page.until(async () => (await feed()).text.includes('TRIGGER:-P1D'), 'a reminder in the calendar');
    const again = await fetch(address, { headers: { 'If-None-Match': (await feed()).tag! } });
    expect(again.status).toBe(304);
    await page.click('button', 'Make a new address');
    const second = await shown(page);
    await page.click('button', 'Close');
    expect([(await feed()).status, (await feed(second)).status]).toEqual([404, 200]);
    await page.click('button', 'Withdraw it');
    await page.sees('The address is withdrawn.');
    expect((await feed(second)).status).toBe(404);
  });

  it('what an instructor moves is moved in the calendars of those it concerns, and nobody off the roster has one', async () => {
    const { page } = s;
    await page.enter('Rafael Osei', '/c/rvc210/my-work/dates');
    await page.click('button', 'Make an address');
    const address = await shown(page);
    const before = await (await fetch(address)).text();
    await page.enter('Teodora Maric', '/c/rvc210/plan/dates');
    await page.sees('own terms of');
    expect(await page.text()).not.toContain('Ines Vardanyan');
    const { forums } = (await page.fetch('get', `${COURSE}/plan`)).body as PlanView;
    const { forum, version } = forums.find(({ id }) => id === 'small-rivers')!;
    const moved = await page.fetch('put', `${COURSE}/plan/dates`, {
      changes: [
        {
          forumId: 'small-rivers',
          version,
          schedule: { ...forum.schedule, repliesDue: when('03-12 18:00') },
          ownTerms: forum.ownTerms,
          sealLiftsAt: null,
        },
      ],
      what: 'moved',
      confirmed: true,
    });
    expect(moved.status, moved.text).toBe(200);
    const after = await (await fetch(address)).text();
    const eventOf = (text: string) =>
      text.split('BEGIN:VEVENT').find((event) => event.includes('small-rivers.repliesDue'))!;
    // The reminder that was chosen changed it once already.
    expect(eventOf(before)).toContain('SEQUENCE:1');
    expect(eventOf(after)).toContain('SEQUENCE:2');
    expect(eventOf(after)).toContain('DTSTART:20260312T180000Z');
    const { people } = (await page.fetch('get', `${COURSE}/roster`)).body as RosterView;
    const rafael = people.find(({ id }) => id === 'rafael-osei')!;
    const removed = await page.fetch('put', `${COURSE}/roster/rafael-osei/removed`, {
      version: rafael.version,
      removed: true,
    });
    expect(removed.status, removed.text).toBe(200);
    expect((await fetch(address)).status).toBe(404);
  });
});

describe('days without classes', () => {
  const s = story();
  const folder = mkdtempSync(join(tmpdir(), 'juror-holidays-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('are read from a college’s calendar, shaded, checked, and kept free by Shift', async () => {
    const { page } = s;
    const event = (days: string, name: string) =>
      `BEGIN:VEVENT\r\nUID:${name.replaceAll(' ', '-')}\r\nDTSTAMP:20250901T000000Z\r\n${days}\r\nSUMMARY:${name}\r\nEND:VEVENT\r\n`;
    const file = join(folder, 'terms.ics');
    const holidays = [
      event('DTSTART;VALUE=DATE:20260306', 'River fair'),
      event('DTSTART;VALUE=DATE:20260316\r\nDTEND;VALUE=DATE:20260321', 'Reading week'),
      event('DTSTART;VALUE=DATE:20260204', 'Open day'),
    ].join('');
    writeFileSync(file, `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\n${holidays}END:VCALENDAR\r\n`);
    await page.enter('Teodora Maric', '/c/rvc210/settings');
    await page.sees('Founders’ day');
    await page.click('button', 'Add');
    await page.sees('Enter the day');
    await page.click('button', 'Read a calendar file …');
    await page.until(
      async () => (await page.driver.findElements({ css: 'input[type=file]' })).length > 0,
      'the file to be asked for',
    );
    const input = await page.driver.findElement({ css: 'input[type=file]' });
    writeFileSync(join(folder, 'letter.ics'), 'Dear all,');
    await input.sendKeys(join(folder, 'letter.ics'));
    await page.sees('This is not a calendar file.');
    await input.sendKeys(file);
    await page.sees('Reading week');
    await page.click('checkbox', /Open day/);
    await page.click('button', 'Take 2 entries');
    await page.click('button', 'Save the settings');
    await page.sees('Saved');
    const { settings } = (await page.fetch('get', `${COURSE}/settings`)).body as CourseSettingsView;
    expect(settings.freeDays.map(({ day, title }) => `${day} ${title}`)).toEqual([
      '2026-03-06 River fair',
      ...['16', '17', '18', '19', '20'].map((day) => `2026-03-${day} Reading week`),
      '2026-03-27 Founders’ day',
    ]);
    await page.go('/c/rvc210/plan/checks');
    await page.sees('On a day without classes.');
    await page.sees('Fri 6 Mar, 23:59: River fair');
    await page.go('/c/rvc210/plan');
    await page.sees('no classes');
    // A recipe started in that week names what would fall into it, and goes on to the next class day.
    await page.press('n');
    await page.sees('Or from a recipe.');
    await page.setDate('Week it starts in', '2026-03-16');
    await page.sees('Initial post due would be Thu 19 Mar, 23:59: Reading week');
    await page.click('link', 'A position, then two replies');
    await page.until(
      async () =>
        (await page.driver.executeScript<string | undefined>(
          `return [...document.querySelectorAll('input[type=date]')]
             .find((each) => (each.getAttribute('aria-label') || each.labels[0]?.textContent || '').trim().startsWith('Initial post due'))?.value`,
        )) === '2026-03-23',
      'the first class day after the reading week in the form',
    );
    await page.go('/c/rvc210/plan');
    await page.sees('no classes');
    await page.press('s');
    await page.sees('falls on Reading week');
    await page.click('checkbox', /fall on a day without classes go on to the next class day/);
    await page.sees('Mon 23 Mar, 23:59');
    await page.click('button', /^Shift \d+ dates$/);
    await page.until(async () => {
      const { forums } = (await page.fetch('get', `${COURSE}/plan`)).body as PlanView;
      const weir = forums.find(({ id }) => id === 'weir-hearing')!.forum.schedule;
      return weir.repliesDue === when('03-23 23:59');
    }, 'the replies to be due after the reading week');
  });
});

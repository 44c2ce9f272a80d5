import { describe, expect, it } from 'vitest';
import { when } from '../times';
import { story } from '../story';

describe('an announcement', () => {
  const s = story();

  it('is planned for a section, told at its moment, changed, and removed', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.click('link', 'Announcements');
    await page.sees('Nothing announced yet');
    await page.click('button', 'Announce something');
    await page.click('button', 'Announce it now');
    await page.sees('Give it a title.');
    await page.type('Title', 'Gauge walk moved');
    await page.type('What you announce', 'We meet at the weir at ten, not at the mill. Bring boots.');
    await page.click('radio', 'Sections or groups');
    await page.click('checkbox', 'Evening');
    await page.click('radio', 'At a moment to come');
    await page.click('button', 'Plan it');
    await page.sees('Write when it is announced');
    await page.setDate('When it is announced', '2026-03-06T08:00');
    await page.click('button', 'Plan it');
    await page.sees('is told Fri 6 Mar, 08:00');
    const student = await s.anotherPage();
    await student.enter('Yuki Hayashi', '/c/rvc210/announcements');
    await student.sees('Nothing announced yet');
    s.demo.clock.move(when('03-06 08:00'));
    await student.go('/c/rvc210/notices');
    await student.click('link', /Teodora Maric announces/);
    await student.sees('Bring boots.');
    const other = await s.anotherPage();
    await other.enter('Chidi Halloran', '/c/rvc210/announcements');
    await other.sees('Nothing announced yet');
    await page.go('/c/rvc210/announcements');
    await page.click('button', /^Change/);
    await page.type('What you announce', ' It rains.');
    await page.click('button', 'Save');
    await page.sees('It rains.');
    await student.until(async () => (await student.text()).includes('It rains.'), 'the change');
    await page.click('button', /^Remove …/);
    await page.click('button', 'Remove it for everybody');
    await page.sees('Nothing announced yet');
    expect((await student.fetch('get', '/api/courses/rvc210/announcements')).text).not.toContain('boots');
  });
});

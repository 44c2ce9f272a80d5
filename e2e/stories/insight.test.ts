import { describe, expect, it } from 'vitest';
import type { InsightView } from '../../contract/insight';
import type { NoticeGroup } from '../../contract/notices';
import { story } from '../story';

const COURSE = '/api/courses/rvc210';
const PLACE = '/c/rvc210/insight';

describe('Insight, for staff', () => {
  const s = story();
  const view = async (query = '') =>
    (await s.page.fetch('get', `${COURSE}/insight${query}`)).body as InsightView;

  it('says who is falling silent, and writes to them', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.click('link', 'Insight');
    await page.sees(/\d+ of 35 students have written nothing since Mon 23 Feb\./);
    const { silence } = await view();
    expect(silence.students[0]!.silent || silence.students[0]!.missed >= 2).toBe(true);
    await page.click('button', 'Choose those who are silent or miss forums');
    await page.click('button', /^Write to \d+ students$/);
    await page.sees('Send Small rivers, large pipes to …');
    await page.type('Your message', 'Is something in the way?');
    await page.click('button', /^Send/);
    await page.sees(/Sent to \d+ people/);
    await page.enter('Kaarel Tamm', '/c/rvc210/notices');
    await page.sees('Is something in the way?');
    const { groups } = (await page.fetch('get', `${COURSE}/notices`)).body as { groups: NoticeGroup[] };
    expect(groups.some(({ line }) => line === 'Is something in the way?')).toBe(true);
  });

  it('draws who talks with whom, and leads to the replies behind a square', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', `${PLACE}?ask=talk`);
    await page.sees(/Staff wrote \d+ % of the \d+ replies to students\./);
    await page.sees('Neither answered nor answering');
    await page.sees('Who talks more stands closer.');
    const { talk } = await view();
    const drawn = await page.driver.findElements({
      css: 'svg[aria-label="Who answered whom"] rect.cursor-pointer',
    });
    expect(drawn).toHaveLength(talk.pairs.length);
    await page.driver.executeScript(
      `arguments[0].dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
      drawn[0],
    );
    await page.sees('1 post');
    await page.click('link', /.{20,}/);
    await page.until(async () => (await page.path()).includes('/discuss/'), 'the reply where it stands');
  });

  it('shows when and how they write, each part with its posts', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', `${PLACE}?ask=when`);
    await page.sees(/% of the posts come in the last day before they are due/);
    const { rhythm } = await view();
    await page.click('button', 'late');
    await page.sees(`${rhythm.due.after} posts`);
    await page.click('button', 'Close');
    await page.click('button', 'See them');
    await page.sees('Threads nobody has replied to');
    await page.go(`${PLACE}?ask=how`);
    await page.sees(/Half of the opening posts have \d+ words or more/);
    await page.sees('Questions that led far');
    await page.go(`${PLACE}?ask=how&forum=nearest-water`);
    await page.sees('Too few to tell: this needs 10 posts; there are 4.');
  });

  it('tells how fair the scoring is, and says where there is too little to tell', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', `${PLACE}?ask=fair`);
    await page.sees('One person gave all of the');
    await page.sees('given the same');
    await page.sees('R4 Takes up what others have said');
    await page.go(`${PLACE}?ask=fair&forum=weir-hearing`);
    await page.sees('Too few to tell: this needs 10 scores');
  });

  it('hides names for showing it in class, and is not there for students', async () => {
    const { page } = s;
    await page.enter('Pilar Svensson', PLACE);
    await page.sees('Bram Oyelaran');
    expect(await page.text()).not.toContain('Tomás Abreu');
    await page.click('checkbox', 'Hide names');
    await page.sees('Student 1');
    expect(await page.text()).not.toContain('Oyelaran');
    expect(await page.has('button', /^Write to/)).toBe(false);
    await page.enter('Ines Vardanyan', PLACE);
    await page.sees('There is nothing here');
    expect((await page.fetch('get', `${COURSE}/insight`)).status).toBe(404);
  });
});

import { describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { listVisits } from '../../contract/visits';
import { story } from '../story';

describe('visits', () => {
  const s = story();

  it('are turned on by an instructor, told by the page, and seen by staff and by whom they are about', async () => {
    const { page } = s;
    await page.enter('Rafael Osei', '/c/rvc210/my-work');
    await page.click('link', 'What staff see of you');
    await page.sees('This course does not keep when, or how often, you open a forum.');
    await page.enter('Teodora Maric', '/c/rvc210/settings');
    await page.click('checkbox', 'Keep how often each student opens each forum');
    await page.click('button', 'Save the settings');
    await page.sees('Saved.');
    await page.enter('Rafael Osei', '/c/rvc210/discuss/weir-hearing');
    await page.find('heading', 'The weir hearing');
    const kept = async () =>
      (
        (await page.fetch('get', '/api/courses/rvc210/visits')).body as AnswerOf<typeof listVisits>
      ).forums.find(({ id }) => id === 'weir-hearing')!.visits?.visits ?? 0;
    await page.until(async () => (await kept()) === 1, 'the visit to be kept');
    await page.driver.navigate().refresh();
    await page.find('heading', 'The weir hearing');
    await page.go('/c/rvc210/my-work/seen');
    await page.sees('The weir hearing 1 time');
    const staff = await s.anotherPage();
    await staff.enter('Teodora Maric', '/c/rvc210/discuss/weir-hearing/moderate?view=people');
    await staff.click('button', /^Opens and does not write 1$/);
    await staff.sees('Osei, Rafael');
    await staff.click('button', /^Has not opened it/);
    await staff.until(async () => !(await staff.text()).includes('Osei, Rafael'), 'who has opened it to go');
    await staff.go('/c/rvc210/gradebook/student/rafael-osei');
    await staff.sees('opened 1 time');
    expect(await kept()).toBe(1);
  });
});

import { describe, expect, it } from 'vitest';
import { story } from '../story';

describe('two staff at one score', () => {
  const s = story();
  it('the second is told, keeps what was typed, and may give it all the same', async () => {
    const address = '/c/rvc210/evaluate/floodplain/bram-oyelaran';
    await s.page.enter('Teodora Maric', address);
    await s.page.find('textbox', /^Initial post: points/);
    const anselm = await s.anotherPage();
    await anselm.enter('Anselm Okonjo', address);
    await anselm.type(/^Initial post: points/, '4');
    await anselm.click('button', /^Give 8\.00, next ready/);
    await anselm.until(async () => !(await anselm.path()).includes('bram'), 'the next student');

    await s.page.type(/^Initial post: points/, '6');
    await s.page.sees('Someone else has scored this student');
    await s.page.sees('Theirs: 8.00 by Anselm Okonjo.');
    expect(await (await s.page.find('textbox', /^Initial post: points/)).getAttribute('value')).toBe('6');
    await s.page.click('button', 'Give mine instead');
    await s.page.sees('10.00 given');
  });

  it('an assistant sees only their section, and single keys are left to text fields', async () => {
    const page = await s.anotherPage();
    await page.enter('Pilar Svensson', '/c/rvc210/evaluate/floodplain/rafael-osei');
    await page.sees('2 versions, first 2 words');
    expect(await page.has('link', /Adeyemi, Piotr/)).toBe(true);
    expect(await page.has('link', /Abreu, Tomás/)).toBe(false);
    await page.press('r');
    await page.press('njk and so on');
    await page.sees('njk and so on');
    expect(await page.path()).toContain('rafael-osei');
    await page.go('/c/rvc210/evaluate/floodplain/tomas-abreu');
    await page.sees('There is nothing here');
  });
});

describe('the docket', () => {
  const s = story();
  it('is narrowed and ordered, and the address keeps it', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate');
    await page.click('link', /^Who owns the floodplain\?/);
    await page.sees('18 of 36 scores given · 17 ready');
    await page.click('button', 'Everyone (36), by family name');
    await page.choose('State', 'nothing (1)');
    await page.until(async () => !(await page.has('link', /Abreu, Tomás/)), 'the list to narrow');
    expect(await page.has('link', /Pereira, Vasco/)).toBe(true);
    expect(await page.path()).toContain('state=nothing');
    await page.driver.navigate().refresh();
    await page.find('link', /Pereira, Vasco/);
    await page.click('button', '1 nothing, by family name');
    await page.choose('State', 'Everyone (36)');
    await page.choose('Section', 'Evening');
    await page.until(async () => !(await page.has('link', /Abreu, Tomás/)), 'the section to narrow');
    await page.choose('Order', 'by state');
    await page.until(async () => (await page.path()).includes('order=state'), 'the order in the address');
  });

  it('a score is released to one student and taken back; another total needs its reason', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/floodplain/piotr-adeyemi');
    await page.sees('7.25 given');
    await page.click('button', 'Release to Piotr');
    await page.sees('Released to Piotr.');
    const piotr = await s.anotherPage();
    await piotr.enter('Piotr Adeyemi', '/c/rvc210/scores');
    await piotr.sees('7.25 / 10');
    await page.click('button', 'Withdraw');
    await page.sees('Withdrawn from Piotr.');
    await piotr.driver.navigate().refresh();
    await piotr.sees('so far, over 3 of');
    expect(await piotr.text()).not.toContain('7.25');
    await page.click('button', 'Give another total');
    await page.type('Another total', '9');
    await page.click('button', /next ready/);
    await page.sees('Say why another total is given');
    await page.type('Why another total', 'Read aloud in class.');
    await page.sees('Give 9.00, next ready');
    await page.click('button', /^Give 9\.00/);
    await page.until(async () => !(await page.path()).includes('piotr'), 'the next student');
    await page.go('/c/rvc210/evaluate/floodplain/piotr-adeyemi');
    await page.sees('9.00 given');
  });

  it('a student is excused, and no longer', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/floodplain/vasco-pereira');
    await page.sees('Nothing has been written here.');
    await page.click('button', 'Excuse Vasco');
    await page.sees('Vasco is excused from this forum.');
    await page.go('/c/rvc210/gradebook?find=Pereira');
    const row = () =>
      page.driver.executeScript<string>(
        "return [...document.querySelectorAll('[role=row]')].find((r) => r.innerText.includes('Pereira')).innerText",
      );
    await page.until(async () => (await row()).includes('excused'), 'Vasco to be excused in the gradebook');
    await page.go('/c/rvc210/evaluate/floodplain/vasco-pereira');
    await page.click('button', 'No longer excuse');
    await page.sees('Vasco is no longer excused.');
  });

  it('a student who changes something afterwards comes up as changed, and is confirmed', async () => {
    const { page } = s;
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran', '/c/rvc210/discuss/weir-hearing');
    await page.go('/c/rvc210/evaluate/weir-hearing/bram-oyelaran');
    await page.type(/^Initial post: points/, '5');
    await page.click('button', /^Give .*next ready/);
    await page.sees('Nobody else is ready');
    await bram.inMenuOf('Bram Oyelaran', 'Edit');
    await bram.type('Your post', ' One more word.');
    await bram.click('button', 'Save the change');
    await bram.sees('One more word.');
    await page.go('/c/rvc210/evaluate/weir-hearing/bram-oyelaran');
    await page.sees('Changed since.');
    await page.click('button', /^Confirm/);
    await page.go('/c/rvc210/evaluate/weir-hearing');
    await page.find('link', /Oyelaran, Bram.*given/);
  });

  it('what is entered is kept without giving it', async () => {
    const { page } = s;
    await page.go('/c/rvc210/evaluate/floodplain/ines-vardanyan');
    await page.type(/^Initial post: points/, '3.25');
    await page.sees('Saved, not given yet.');
    await page.go('/c/rvc210/evaluate/floodplain/emi-sato');
    await page.find('heading', 'Emi Sato');
    await page.go('/c/rvc210/evaluate/floodplain/ines-vardanyan');
    expect(await (await page.find('textbox', /^Initial post: points/)).getAttribute('value')).toBe('3.25');
    await page.type(/^Initial post: points/, '9', { clear: true });
    await page.sees('Initial post: write points from 0 to 6.');
    expect(await page.has('button', /next ready/)).toBe(false);
  });
});

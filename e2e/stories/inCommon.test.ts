import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { CaseView, listAsked } from '../../contract/cases';
import type { AnswerOf } from '../../contract/endpoint';
import { story } from '../story';

const COMMON = '/c/rvc210/in-common';
const API = '/api/courses/rvc210';

describe('text in common', () => {
  const s = story();

  it('of a replaced placeholder is found, read side by side, and put aside with a reason', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/discuss');
    await page.click('link', 'Text in common');
    await page.sees('To look at 2');
    await page.click('link', /Leilani Brandt and Rafael Osei/);
    await page.sees('18 words in a row');
    await page.sees('It had reached Rafael’s browser before.');
    const marked = await page.driver.executeScript<string[]>(
      "return [...document.querySelectorAll('main mark')].map((mark) => mark.textContent)",
    );
    expect(marked).toHaveLength(2);
    for (const text of marked)
      expect(text).toContain('the public already owns part of what the land is worth');
    await page.click('button', 'Put aside …');
    await page.click('button', 'Put aside');
    await page.sees('Write why you put it aside');
    await page.type(/^Why\?/, 'Asked about it in a case.');
    await page.click('button', 'Put aside');
    // The next pair is there at once: both had the same sheet of paper.
    await page.find('heading', /Tomás Abreu and Juhani Saarinen/);
    await page.sees('Juhani could not read it in Juror before.');
    await page.click('link', 'All pairs');
    await page.sees('Put aside 1');
    await page.click('button', 'Put aside 1');
    await page.sees('Asked about it in a case.');
  });

  it('returns when one of the texts changes', async () => {
    const { page } = s;
    await page.go(COMMON);
    await page.click('link', /Tomás Abreu and Juhani Saarinen/);
    await page.click('button', 'Put aside …');
    await page.type(/^Why\?/, 'Both read the treasurer’s sheet aloud.');
    await page.click('button', 'Put aside');
    await page.sees('Nothing in common');
    const juhani = await s.anotherPage();
    await juhani.enter('Juhani Saarinen', '/c/rvc210/discuss/weir-hearing?author=juhani-saarinen');
    await juhani.inMenuOf('Juhani Saarinen', 'Edit');
    await juhani.type('Your post', ' I thank the clerk for the figures.');
    await juhani.click('button', 'Save the change');
    await juhani.sees('I thank the clerk for the figures.');
    await page.go(COMMON);
    await page.find('link', /Tomás Abreu and Juhani Saarinen/);
    expect((await juhani.fetch('get', `${API}/in-common`)).status).toBe(404);
    await juhani.go('/c/rvc210/in-common');
    await juhani.sees('There is nothing at this address');
  });

  it('that stands in a shared reading is left out, and shown as left out', async () => {
    const { page } = s;
    const reading = join(mkdtempSync(join(tmpdir(), 'reading-')), 'The treasurer’s sheet.txt');
    writeFileSync(
      reading,
      'To repair the weir costs four hundred thousand, to remove it costs six, and to do nothing costs nothing until the winter it fails, when it costs everything.',
    );
    await page.go('/c/rvc210/plan/weir-hearing/edit');
    await page.find('textbox', 'Prompt');
    await page.driver.findElement({ css: 'input[type=file]' }).sendKeys(reading);
    await page.sees('The treasurer’s sheet.txt');
    await page.click('button', 'Save');
    await page.sees('Saved');
    await page.go(COMMON);
    await page.sees('Nothing in common');
  });

  it('is a quiet mark on the Desk', async () => {
    const { page } = s;
    await page.go('/c/rvc210/in-common?show=aside');
    await page.click('link', /Leilani Brandt and Rafael Osei/);
    await page.click('button', 'Restore');
    await page.find('button', 'Put aside …');
    await page.go('/c/rvc210/evaluate/floodplain/rafael-osei');
    await page.click('link', '1 pair with text in common');
    await page.find('link', /Leilani Brandt and Rafael Osei/);
  });
});

describe('a case', () => {
  const s = story();

  it('goes from evidence to a printed record, and the student answers in it', async () => {
    const { page } = s;
    await page.enter('Anselm Okonjo', '/c/rvc210/discuss/floodplain/moderate?view=evidence');
    await page.sees('close to Leilani Brandt');
    await page.click('link', 'Osei, Rafael');
    await page.sees(/It came close to a post of Leilani Brandt/);
    await page.click('button', 'Put into a case …');
    await page.click('button', 'Open the case');
    await page.sees('Give the case a name');
    await page.type('Name of the case', 'The second text');
    await page.click('button', 'Open the case');
    await page.find('heading', 'The second text');
    await page.sees('Evidence of Rafael Osei in Who owns the floodplain?');
    await page.click('radio', 'A message to Rafael Osei');
    await page.type('Message to Rafael Osei', 'How did you come to the last sentence?');
    await page.click('button', 'Send to Rafael');
    await page.sees('Message to Rafael Osei');
    const id = (await page.path()).split('/').at(-1)!;

    // Another instructor is not named in it, and learns nothing of it.
    const teodora = await s.anotherPage();
    await teodora.enter('Teodora Maric', '/c/rvc210/cases');
    await teodora.find('link', /Two words first/);
    expect(await teodora.text()).not.toContain('The second text');
    expect((await teodora.fetch('get', `${API}/cases/${id}`)).status).toBe(404);

    const rafael = await s.anotherPage();
    await rafael.enter('Rafael Osei', '/c/rvc210/my-work');
    await rafael.sees('asks you something.');
    await rafael.click('link', 'Read and answer');
    await rafael.sees('How did you come to the last sentence?');
    expect(await rafael.text()).not.toContain('The second text');
    await rafael.type('Your answer', 'I had Leilani’s post open and liked the sentence.');
    await rafael.click('button', 'Send the answer');
    await rafael.sees('Your answer was sent.');
    const { asked } = (await rafael.fetch('get', `${API}/asked`)).body as AnswerOf<typeof listAsked>;
    expect(asked).toHaveLength(2);
    const bram = await s.anotherPage();
    await bram.enter('Bram Oyelaran');
    expect((await bram.fetch('get', `${API}/asked`)).body).toEqual({ asked: [] });

    await page.go(`/c/rvc210/cases/${id}`);
    await page.sees('I had Leilani’s post open and liked the sentence.');
    await page.click('button', 'Decide …');
    await page.type('Decision', 'A talk about quoting; the post counts.');
    await page.type('Reason', 'He said at once where the sentence came from.');
    await page.click('button', 'Decide the case');
    await page.sees('It is kept until someone named in it removes it.');
    await page.click('link', 'Record to print');
    await page.sees(/record of a case/i);
    const contents = await page.driver.executeScript<string[]>(
      "return [...document.querySelectorAll('nav[aria-label=Contents] li a')].map((a) => a.textContent)",
    );
    expect(contents).toEqual([
      'Opened',
      'Evidence of Rafael Osei in Who owns the floodplain?',
      'Message to Rafael Osei',
      'Answer of Rafael Osei',
      'Decided',
    ]);
    const { text } = await page.fetch('get', `${API}/cases/${id}/record.json`);
    const digest = createHash('sha256').update(text).digest('hex');
    await page.sees(digest);
    expect(((await page.fetch('get', `${API}/cases/${id}`)).body as CaseView).digest).toBe(digest);
    expect((await rafael.fetch('get', `${API}/cases/${id}/record.json`)).status).toBe(404);
  });
});

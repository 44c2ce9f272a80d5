import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { afterAll, describe, expect, it } from 'vitest';
import type { PlanView } from '../../contract/plan';
import type { AnswerOf } from '../../contract/endpoint';
import type { getReceived, listReviews } from '../../contract/reviews';
import type { Reviewing } from '../../contract/reviewing';
import { newForum } from '../../contract/newForum';
import type { ForumSettings } from '../../contract/forumSettings';
import type { Page } from '../page';
import { when } from '../times';
import { story } from '../story';

const SIX = [
  'Lucie Vondráčková',
  'Tomás Abreu',
  'Ines Vardanyan',
  'Bram Oyelaran',
  'Vasco Pereira',
  'Rafael Osei',
];
const DRAFT =
  'The Marl Beck runs in a pipe below the bus station. I propose to open the last sixty metres of it, behind the library, where nothing stands but bins.';
const COURSE = '/api/courses/rvc210';

/** A text of one paragraph. */
const textOf = (text: string) => ({
  type: 'doc' as const,
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});

/** Students post one after the other, without troubling a page. */
async function post(page: Page, forum: string, who: string): Promise<void> {
  await page.enter(who, '/account');
  const { status, text } = await page.fetch('post', `${COURSE}/forums/${forum}/posts`, {
    id: `draft-${who.slice(0, 3)}-${forum}`.replace(/[^\w-]/g, 'x'),
    parentId: null,
    doc: textOf(`${who.split(' ')[0]} asks what is missing. ${DRAFT}`),
    starter: false,
    draft: null,
  });
  expect(status, text).toBe(200);
}
const mine = async (page: Page) =>
  (await page.fetch('get', `${COURSE}/reviews`)).body as AnswerOf<typeof listReviews>;
const reviewing = async (page: Page, forum: string) =>
  (await page.fetch('get', `${COURSE}/forums/${forum}/reviewing`)).body as Reviewing;

describe('students review one another', () => {
  const s = story();
  let forum = '';

  it('an instructor plans it from a recipe: the form says what follows, and the plan shows the date', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.sees('The plan');
    await page.press('n');
    await page.click('link', 'Exchange of drafts');
    await page.type('Title', 'First page of a brief', { clear: true });
    await page.type('Words of the initial post', '20', { clear: true });
    await page.type('Words of the overall comment', '8', { clear: true });
    await page.choose('Which names are shown', 'The reviewer');
    await page.choose('When authors receive reviews', 'as they are sent');
    await page.sees('2 reviews, 8 words each, are due');
    await page.setDate('Initial post due', '2026-03-05T23:59');
    await page.setDate('Posting from', '2026-03-02T08:00');
    await page.setDate('Visible from', '2026-03-02T08:00');
    await page.setDate('Reviews due', '2026-03-12T23:59');
    await page.sees('partners are drawn');
    await page.click('button', 'Publish to 36 students');
    await page.sees('Published to 36 students.');
    forum = (await page.path()).split('forum=')[1]!;
    const { forums } = (await page.fetch('get', `${COURSE}/plan`)).body as PlanView;
    expect(forums.find(({ id }) => id === forum)!.forum).toMatchObject({
      schedule: { reviewsDue: when('03-12 23:59') },
      required: { reviews: 2 },
      review: { pairing: 'round', names: 'reviewerHidden', received: 'atOnce' },
    });
    await page.find('slider', 'Reviews due, First page of a brief');
  });

  it('six are given two each; a review is written by keys alone, kept as typed, and read without a name', async () => {
    const { page } = s;
    for (const who of SIX) await post(page, forum, who);
    s.demo.clock.move(when('03-06 09:00'));
    await page.enter('Lucie Vondráčková', '/c/rvc210/my-work');
    await page.until(async () => (await mine(page)).write.length === 2, 'two posts to review');
    await page.go('/c/rvc210/my-work');
    const [first] = (await mine(page)).write as [AnswerOf<typeof listReviews>['write'][number]];
    await page.click('link', `Review ${first.author}`);
    await page.find('heading', `Review of ${first.author}`);
    const levels = await page.find('radio', /One could answer it at once/);
    await levels.sendKeys('1');
    await page.press(Key.TAB, 'Say it sooner.');
    await (await page.find('radio', /All of it/)).sendKeys('2');
    await (await page.find('radio', /It reads in one go/)).sendKeys(Key.SPACE);
    await page.sees('Still to do: 8 more words.');
    await page.type('Overall comment', 'Begin with the bins, because everybody knows them.');
    await page.sees('Kept.');
    await page.driver.navigate().refresh();
    await page.sees('8 of 8 words');
    await page.click('button', 'Send your review');
    await page.sees('What you wrote');
    await page.sees('Some of it');
    const author = await s.anotherPage();
    await author.enter(first.author!, `/c/rvc210/discuss/${forum}/reviews`);
    await author.sees('Reviewer A');
    await author.sees('Say it sooner.');
    const told = (await author.fetch('get', `${COURSE}/forums/${forum}/received-reviews`)).body as AnswerOf<
      typeof getReceived
    >;
    expect(JSON.stringify(told.reviews)).not.toContain('Lucie');
    await author.click('button', 'Answer Reviewer A');
    await author.type('Your answer to Reviewer A', 'I will, and I had not seen it.');
    await author.click('button', 'Send your answer');
    await author.sees('You answered');
    await page.go(`/c/rvc210/reviews/${first.id}`);
    await page.sees('I will, and I had not seen it.');
  });

  it('a latecomer joins in, a removed post is replaced, and staff see it, move and withhold', async () => {
    const { page } = s;
    await post(page, forum, 'Sade Nkemelu');
    await page.until(async () => (await mine(page)).write.length === 2, 'two posts for the latecomer');
    const staff = await s.anotherPage();
    await staff.enter('Teodora Maric', `/c/rvc210/discuss/${forum}/reviewing`);
    await staff.sees('Partners were drawn');
    await staff.sees('Sade Nkemelu');
    const before = await reviewing(staff, forum);
    const rafael = before.people.find(({ person }) => person.name === 'Rafael Osei')!.person.id;
    const his = before.assignments.filter(({ authorId, sentAt }) => authorId === rafael && sentAt === null);
    await page.enter('Rafael Osei', '/account');
    const gone = await page.fetch('delete', `${COURSE}/forums/${forum}/posts/draft-Raf-${forum}`);
    expect(gone.status).toBe(200);
    await staff.until(async () => {
      const now = await reviewing(staff, forum);
      return his.every(({ id }) => now.assignments.find((each) => each.id === id)!.state === 'lapsed');
    }, 'his assignments to lapse');
    await staff.sees('lapsed');
    const then = await reviewing(staff, forum);
    const nameOf = (id: string) => then.people.find(({ person }) => person.id === id)!.person.name;
    const sent = then.assignments.find(({ state }) => state === 'received')!;
    await staff.click('button', `${nameOf(sent.reviewerId)}’s review of ${nameOf(sent.authorId)}`);
    await staff.click('menuitem', 'Read it');
    await staff.sees('Say it sooner.');
    await staff.click('button', /^Withhold it from/);
    await staff.type(/^Why .* does not receive it$/, 'Say what works as well.');
    await staff.inDialog('Withhold it');
    await staff.sees('Say what works as well.');
    await page.enter(nameOf(sent.reviewerId), `/c/rvc210/reviews/${sent.id}`);
    await page.sees('Your instructors keep this review from its author.');
    await page.sees('Say what works as well.');
    await page.enter(nameOf(sent.authorId), `/c/rvc210/discuss/${forum}/reviews`);
    await page.sees('No reviews yet');
  });
});

describe('who reviews whom', () => {
  const s = story();
  it('is changed by dragging and by keys, and each of it undone', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/discuss/briefs/reviewing');
    await page.sees('Partners were drawn');
    const pairs = async () =>
      (await reviewing(page, 'briefs')).assignments
        .filter(({ state }) => state === 'toWrite')
        .map(({ id, reviewerId, authorId }) => `${id}: ${reviewerId} on ${authorId}`)
        .sort();
    const before = await pairs();
    const row = (who: string) => page.find('rowheader', new RegExp(`^${who}`));
    const grip = async () => {
      const inRow = { xpath: '..//*[starts-with(@title, "Drag")]' };
      return (await row('Rafael Osei')).findElement(inRow);
    };
    await page.drag(await grip(), await row('Kaarel Tamm'));
    await page.sees('Undo: a review moved to Kaarel Tamm');
    expect((await pairs()).join()).toContain('kaarel-tamm on yuki-hayashi');
    await page.chord(Key.CONTROL, 'z');
    await page.sees('Undone.');
    expect(await pairs()).toEqual(before);
    // Nobody is given their own post: the row does not take it.
    await page.drag(await grip(), await row('Yuki Hayashi'));
    expect(await pairs()).toEqual(before);
    await page.click('button', 'Rafael Osei’s review of Yuki Hayashi');
    await page.click('menuitem', 'Move …');
    await page.choose('Who reviews', 'Tamm, Kaarel');
    await page.inDialog('Move it');
    await page.click('button', 'Undo: a review moved to Kaarel Tamm');
    await page.until(async () => !(await page.has('button', /^Undo/)), 'nothing left to undo');
    expect(await pairs()).toEqual(before);
    await page.click('button', 'Rafael Osei’s review of Yuki Hayashi');
    await page.click('menuitem', 'Take back');
    await page.sees('Undo: Rafael Osei’s review of Yuki Hayashi taken back');
    await page.click('button', /^Undo/);
    await page.until(async () => (await pairs()).join() === before.join(), 'what was taken back');
  });
});

describe('two by two', () => {
  const s = story();
  const folder = mkdtempSync(join(tmpdir(), 'juror-files-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const attach = async (page: Page, name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    const input = await page.driver.findElement({ css: 'input[aria-label="Choose a file to attach"]' });
    await input.sendKeys(join(folder, name));
    await page.sees(name);
  };
  it('partners of a private forum see one another’s drafts and files and no names, on a phone, also cut off', async () => {
    const { page } = s;
    const base = newForum();
    const settings: ForumSettings = {
      ...base,
      title: 'A letter nobody else reads',
      prompt: textOf('Write the letter.'),
      rules: {
        ...base.rules,
        readers: 'staff',
        seal: null,
        evaluation: null,
        allowed: { ...base.rules.allowed, attach: true },
        schedule: {
          ...base.rules.schedule,
          initialDue: when('03-05 18:00'),
          reviewsDue: when('03-12 23:59'),
        },
        required: { ...base.rules.required, initialMinWords: 10, replies: 0, different: null, reviews: 1 },
        review: {
          pairing: 'twoByTwo',
          pairAt: null,
          guide: null,
          minWords: 5,
          names: 'bothHidden',
          received: 'atReviewsDate',
          response: false,
        },
      },
    };
    await page.enter('Teodora Maric', '/account');
    const saved = await page.fetch('put', `${COURSE}/forums/the-letters/settings`, {
      version: 0,
      settings,
      publish: true,
    });
    expect(saved.status, saved.text).toBe(200);
    await post(page, 'the-letters', 'Lucie Vondráčková');
    await page.enter('Tomás Abreu', '/c/rvc210/discuss/the-letters');
    await page.type('Your initial post', `Tomás asks what is missing. ${DRAFT}`);
    await attach(page, 'abreu-sketch.txt', 'The pipe, seen from the library.');
    await page.click('button', 'Post your initial post');
    await page.sees('Your initial post is done.');
    s.demo.clock.move(when('03-06 09:00'));
    await page.enter('Lucie Vondráčková', '/account');
    await page.until(async () => (await mine(page)).write.length === 1, 'a partner');
    const [only] = (await mine(page)).write as [AnswerOf<typeof listReviews>['write'][number]];
    await page.driver.manage().window().setRect({ width: 500, height: 844 });
    await page.go(`/c/rvc210/reviews/${only.id}`);
    await page.find('heading', 'Review 1');
    await page.sees('asks what is missing');
    await page.sees('File 1.txt');
    expect((await page.text()).toLowerCase()).not.toContain('abreu');
    await attach(page, 'vondrackova-notes.txt', 'Three words I would change.');
    await page.sees('Kept.');
    await page.cutOff(true);
    await page.type('Overall comment', 'It reads well from beginning to end.');
    await page.sees('Kept in this browser; the server cannot be reached.');
    await page.click('button', 'Send your review');
    await page.sees('It is sent as soon as the server can be reached.');
    await page.cutOff(false);
    await page.sees('Your review is sent.');
    await page.sees('You may change it until the author receives it.');
    expect((await mine(page)).write).toMatchObject([{ id: only.id, state: 'sent' }]);
    await page.enter('Tomás Abreu', '/c/rvc210/discuss/the-letters/reviews');
    await page.sees('No reviews yet');
    s.demo.clock.move(when('03-13 00:01'));
    await page.until(async () => (await mine(page)).received.length === 1, 'the review to be received');
    await page.go('/c/rvc210/discuss/the-letters/reviews');
    await page.sees('Reviewer A');
    await page.sees('File 1.txt');
    expect(await page.text()).not.toMatch(/vondr/i);
  });
});

describe('the assistant of one section', () => {
  const s = story();
  it('sees the reviews by and for their students alone, on the page of pairs and on the Desk', async () => {
    const { page } = s;
    await page.enter('Pilar Svensson', '/c/rvc210/discuss/briefs/reviewing');
    await page.sees('Partners were drawn');
    const text = await page.text();
    expect(text).toContain('Yuki Hayashi');
    // Chidi and Noura are both of the other section.
    const pairs = (await reviewing(page, 'briefs')).assignments.map(
      ({ reviewerId, authorId }) => `${reviewerId} ${authorId}`,
    );
    expect(pairs).toContain('anahera-ngata noura-alkhatib');
    expect(pairs).not.toContain('chidi-halloran noura-alkhatib');
    const withheld = await page.fetch('put', `${COURSE}/forums/briefs/reviewing/brief-review-6/withheld`, {
      withheld: true,
      reason: 'Not mine to say.',
      fills: false,
    });
    expect(withheld.status).toBe(404);
    await page.go('/c/rvc210/evaluate/briefs/yuki-hayashi');
    await page.sees('of this student’s own post');
    await page.driver.executeScript(
      "document.querySelectorAll('details').forEach((each) => { each.open = true; })",
    );
    await page.sees('It stands first now.');
    expect((await page.fetch('get', `${COURSE}/forums/briefs/reviews/chidi-halloran`)).status).toBe(404);
  });
});

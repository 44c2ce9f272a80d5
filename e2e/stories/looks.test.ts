import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { setPageSize, setStill } from '../chromium';
import { story } from '../story';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const STAFF = [
  'plan?forum=weir-hearing',
  'plan/paying/edit',
  'plan/new',
  'plan/floodplain/edit?beside=scores',
  'plan/library',
  'plan/library/case-for-a-river',
  'discuss',
  'discuss/floodplain',
  'evaluate',
  'evaluate/looks',
  'evaluate/floodplain/rafael-osei',
  'evaluate/old-maps/leilani-brandt',
  'evaluate/small-rivers/emi-sato',
  'gradebook?item=gauge-walk',
  'gradebook/student/vasco-pereira',
  'gradebook/item/hydrograph/print',
  'plan/checks',
  'roster',
  'roster?view=groups',
  'settings',
  'search?find=river',
  'discuss/floodplain?show=unanswered',
  'discuss/floodplain?view=stack&show=late',
  'discuss/small-rivers?write=open',
  'discuss/hydrograph',
  'discuss/river-journal?space=tomas-abreu',
  'discuss/help-desk/moderate',
  'discuss/floodplain/moderate?view=unanswered',
  'discuss/floodplain/moderate?view=people',
  'discuss/floodplain/moderate?view=evidence',
  'discuss/floodplain/moderate?view=evidence&student=rafael-osei',
  'discuss/floodplain?author=tomas-abreu',
  'notices',
];
const STUDENT = [
  'my-work',
  'discuss',
  'discuss/weir-hearing',
  'discuss/floodplain',
  'discuss/river-under',
  'discuss/floodplain?view=stream',
  'scores',
  'search?find=river',
  'notices',
];

/**
 * With LOOKS=all (`npm run looks`) every place is asked in both themes, and all of it; else each in one, by day and by night in turn,
 * and of rows that follow one another only those with something in them that none before had.
 */
const LOOKS_ALL = process.env.LOOKS === 'all';
const THEMES = ['juror-day', 'juror-night'] as const;

const PLACES: readonly [string, string][] = [
  ['', '/sign-in'],
  ...STAFF.map((path): [string, string] => ['Teodora Maric', `/c/rvc210/${path}`]),
  ...STUDENT.map((path): [string, string] => ['Sade Nkemelu', `/c/rvc210/${path}`]),
  ['Registry Office', '/outbox'],
];

describe('every place, by day or by night', () => {
  const s = story();
  /** Who is signed in; null: nobody was asked yet. */
  let current: string | null = null;
  /** What axe finds wrong; by its rules of colour only, where nothing but colours has changed since all were asked. */
  const violations = async (rules: 'all' | 'colours'): Promise<string[]> => {
    const result = await s.page.driver.executeAsyncScript<{
      violations: { id: string; nodes: { html: string; failureSummary: string }[] }[];
    }>(
      `const [tags, all, done] = arguments;
       const rowOf = (e) => (e.parentElement.children.length === 1 ? rowOf(e.parentElement) : e);
       const rows = [...document.querySelectorAll('article, li, tr, option, [role=row], [data-index]')].map(rowOf);
       const seen = new Set();
       for (const row of all ? [] : new Set(rows)) {
         const parts = [row, ...row.querySelectorAll('*')].map((e) => e.tagName + e.getAttribute('class') + e.getAttribute('role'));
         if (row.previousElementSibling?.tagName === row.tagName && parts.every((each) => seen.has(each))) row.remove();
         else parts.forEach((each) => seen.add(each));
       }
       axe.run({ resultTypes: ['violations'], ...(tags && { runOnly: tags }) }).then(done);`,
      rules === 'all' ? null : ['color-contrast', 'link-in-text-block'],
      LOOKS_ALL,
    );
    return result.violations.map(
      ({ id, nodes }) =>
        `${id} x${nodes.length}: ${nodes[0]!.html.slice(0, 160)} ${nodes[0]!.failureSummary.slice(0, 300)}`,
    );
  };
  const settle = async (heading: boolean) => {
    await s.page.until(
      () =>
        s.page.driver.executeScript<boolean>(
          `return (!${heading} || document.querySelector('main h1, main h2') !== null) && document.querySelector('[role=status] .loading') === null && document.getAnimations().every((a) => a.playState !== 'running')`,
        ),
      'the page to be drawn',
    );
  };
  it.each(PLACES.map(([who, path], index) => [who, path, index] as const))(
    '%s at %s has no violation',
    async (who, path, index) => {
      const { page } = s;
      await setStill(page.driver);
      if (who !== '' && current !== who) await page.enter(who);
      current = who;
      await page.go(path);
      await settle(who !== '');
      await page.driver.executeScript(axe);
      const themes = LOOKS_ALL ? THEMES : [THEMES[index % 2]!];
      for (const [n, theme] of themes.entries()) {
        await page.driver.executeScript(`document.documentElement.dataset.theme = '${theme}'`);
        await settle(who !== '');
        expect(await violations(n === 0 ? 'all' : 'colours')).toEqual([]);
      }
    },
  );
});

describe('at 390 pixels', () => {
  const s = story();
  it.each([
    'my-work',
    'discuss',
    'discuss/weir-hearing',
    'discuss/floodplain',
    'discuss/floodplain?view=stack&show=mine',
    'discuss/small-rivers?write=open',
    'scores',
  ])('%s does not run over the edge', async (path) => {
    await setPageSize(s.page.driver, 390, 800);
    if (!(await s.page.driver.getCurrentUrl()).startsWith('http')) await s.page.enter('Bram Oyelaran');
    await s.page.go(`/c/rvc210/${path}`);
    await s.page.until(
      () => s.page.driver.executeScript<boolean>("return document.querySelector('main h1') !== null"),
      'the page',
    );
    const widest = await s.page.driver.executeScript<number>('return document.documentElement.scrollWidth');
    expect(widest).toBeLessThanOrEqual(390);
  });

  it('a student writes, reads at depth 6 and replies', async () => {
    await setPageSize(s.page.driver, 390, 800);
    await s.page.enter('Ines Vardanyan');
    await s.page.go('/c/rvc210/discuss/weir-hearing');
    const words = Array.from({ length: 90 }, (_, i) => `w${i}`).join(' ');
    await s.page.type('Your initial post', words);
    await s.page.click('button', 'Post your initial post');
    await s.page.sees('Your initial post is done.');
    await s.page.click('button', /^Reply to/);
    await s.page.type(
      /^Your reply to/,
      'I would like to see the gauge before we vote on anything at all, and the miller too, and the silt.',
    );
    await s.page.click('button', /^Reply to .+$/);
    await s.page.sees('1 of 3 replies made');
    await s.page.go('/c/rvc210/discuss/floodplain');
    await s.page.sees('the first person in this story who is paid');
    const narrowest = await s.page.driver.executeScript<number>(
      "return Math.min(...[...document.querySelectorAll('article .prose-juror')].map((e) => e.getBoundingClientRect().width))",
    );
    expect(narrowest).toBeGreaterThan(240);
  });
});

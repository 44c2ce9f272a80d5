import { describe, expect, it } from 'vitest';
import { isWide, violationsOn } from '../axe';
import { setPageSize } from '../chromium';
import { addressesOf } from '../routes';
import { story } from '../story';

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
  'gradebook/outcomes',
  'insight',
  'insight?ask=talk',
  'insight?ask=when',
  'insight?ask=how',
  'insight?ask=fair',
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
  'discuss/briefs/reviewing',
  'evaluate/briefs/yuki-hayashi',
  'notices',
];
/** Whoever reviews and is reviewed. */
const REVIEWER = ['my-work', 'reviews/brief-review-20', 'reviews/brief-review-19', 'discuss/briefs/reviews'];
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

/** Dialogs, each opened by a button of a place; or by a button, and then by what it shows. */
const DIALOGS: readonly (readonly [path: string, button: string, then?: string])[] = [
  ['plan', 'Shift'],
  ['plan', 'New forum'],
  ['plan', 'Arrange'],
  ['discuss/floodplain', 'Send to …'],
  ['gradebook', 'Export'],
  ['gradebook', 'New item'],
  ['discuss/briefs/reviewing', 'Assign a review'],
  ['waiting', 'Vantage'],
];
const FURTHER_DIALOGS: typeof DIALOGS = [
  ['waiting', 'Give more time'],
  ['waiting', 'Decline'],
  ['roster', 'Quist, Sunniva', 'Time away'],
  ['evaluate/floodplain', 'More to do with this docket', 'Share out among evaluators'],
  ['evaluate/floodplain/rafael-osei', 'Give to all of Tannery Cut'],
  ['discuss/floodplain?author=rafael-osei', 'More to do with Rafael Osei', '2 versions'],
  ['discuss/floodplain?author=rafael-osei', 'More to do with Rafael Osei', 'Remove'],
  ['discuss/floodplain?author=rafael-osei', 'More to do with Rafael Osei', 'Move'],
];

/**
 * With AXE=all (`npm run axe`) every place is asked as everyone, in every size and both themes, and all of it; else each once, with sizes
 * and themes in turn so that every size meets every theme, and of rows that follow one another only those with something in them that none
 * before had.
 */
const ALL = process.env.AXE === 'all';
const THEMES = ['juror-day', 'juror-night'] as const;
const SIZES = [
  [1280, 800],
  [390, 844],
  [320, 640],
  // A window of 1280 by 800 at 200 % zoom.
  [640, 400],
  [820, 1180],
] as const;

/** What has been asked already with more in it. */
const known = new Set([...STAFF, ...STUDENT].map((path) => path.split('?')[0]));
/** Places that were added and are named nowhere above: the routes say them. */
const routed = addressesOf().filter((path) => !known.has(path.replace('/c/rvc210/', '')));

const of = (who: string, paths: readonly string[]) => paths.map((path): [string, string] => [who, path]);
const inCourse = (paths: readonly string[]) => paths.map((path) => `/c/rvc210/${path}`);
const PLACES: readonly [string, string][] = [
  ['', '/sign-in'],
  ...of('Teodora Maric', [...inCourse(STAFF), ...routed]),
  ...(ALL ? of('Pilar Svensson', [...inCourse(STAFF), ...routed]) : []),
  ...of('Sade Nkemelu', [...inCourse(STUDENT), ...(ALL ? routed : [])]),
  ...of('Rafael Osei', inCourse(REVIEWER)),
  ...of('Registry Office', ['/outbox', '/administration']),
];

/** In which sizes the nth place is asked, and in which themes each. */
function looksOf(index: number): readonly { size: (typeof SIZES)[number]; themes: readonly string[] }[] {
  if (ALL) return SIZES.map((size) => ({ size, themes: THEMES }));
  const size = SIZES[index % SIZES.length]!;
  return [{ size, themes: [THEMES[Math.floor(index / SIZES.length) % THEMES.length]!] }];
}

describe('every place, in every size, by day and by night', () => {
  const s = story();
  /** Who is signed in; null: nobody was asked yet. */
  let current: string | null = null;
  const settle = async (heading: boolean) => {
    await s.page.until(
      () =>
        s.page.driver.executeScript<boolean>(
          `return (!${heading} || document.querySelector('main h1, main h2') !== null) && document.querySelector('[role=status] .loading') === null && document.getAnimations().every((a) => a.playState !== 'running')`,
        ),
      'the page to be drawn',
    );
  };
  const enter = async (who: string) => {
    if (who !== '' && current !== who) await s.page.enter(who);
    current = who;
  };
  const dress = (theme: string) =>
    s.page.driver.executeScript(`document.documentElement.dataset.theme = '${theme}'`);

  it.each(PLACES.map(([who, path], index) => [who, path, index] as const))(
    '%s at %s has no violation, and does not run over the edge',
    async (who, path, index) => {
      const { page } = s;
      await enter(who);
      for (const { size, themes } of looksOf(index)) {
        await setPageSize(page.driver, size[0], size[1]);
        await page.go(path);
        await settle(who !== '');
        for (const theme of themes) {
          await dress(theme);
          await settle(who !== '');
          expect([size, theme, await isWide(page.driver)]).toEqual([size, theme, null]);
          expect([size, theme, ...(await violationsOn(page.driver, { all: ALL }))]).toEqual([size, theme]);
        }
      }
    },
    ALL ? 600_000 : undefined,
  );

  const dialogs = ALL ? [...DIALOGS, ...FURTHER_DIALOGS] : DIALOGS;
  it.each(
    dialogs.map(([path, button, then = ''], index) => [path, then || button, button, then, index] as const),
  )(
    'at %s the dialog of “%s” has no violation',
    async (path, _, button, then, index) => {
      const { page } = s;
      await enter('Teodora Maric');
      for (const { size, themes } of looksOf(index)) {
        // Where there is little room, what opens it may stand in a menu.
        const [width, height] = size[0] < 820 ? SIZES[4] : size;
        await setPageSize(page.driver, width, height);
        await page.go(`/c/rvc210/${path}`);
        await settle(true);
        await page.click('button', new RegExp(`^${button}`));
        if (then !== '') {
          const shown = new RegExp(`^${then}`);
          await page.until(
            async () => (await page.has('menuitem', shown)) || (await page.has('button', shown)),
            then,
          );
          await page.click((await page.has('menuitem', shown)) ? 'menuitem' : 'button', shown);
        }
        await page.find('dialog', /./);
        await setPageSize(page.driver, size[0], size[1]);
        for (const theme of themes) {
          await dress(theme);
          await settle(true);
          expect([size, theme, ...(await violationsOn(page.driver, { all: ALL }))]).toEqual([size, theme]);
        }
      }
    },
    ALL ? 600_000 : undefined,
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
    await s.page.enter('Bram Oyelaran', `/c/rvc210/${path}`);
    await s.page.until(
      () => s.page.driver.executeScript<boolean>("return document.querySelector('main h1') !== null"),
      'the page',
    );
    const widest = await s.page.driver.executeScript<number>('return document.documentElement.scrollWidth');
    expect(widest).toBeLessThanOrEqual(390);
  });

  it('a student writes, reads at depth 6 and replies', async () => {
    await setPageSize(s.page.driver, 390, 800);
    await s.page.enter('Ines Vardanyan', '/c/rvc210/discuss/weir-hearing');
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

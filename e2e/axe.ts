import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { WebDriver } from 'selenium-webdriver';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * What axe finds wrong on the page that is open, best practices and the size of targets among it. The dates on the timeline are left out of
 * the latter: beside them they can be typed into fields of full size.
 *
 * @param all asks every row of every list; else of rows that follow one another only those with something in them that none before had
 */
export async function violationsOn(driver: WebDriver, { all }: { all: boolean }): Promise<string[]> {
  await driver.executeScript(axe);
  const result = await driver.executeAsyncScript<{
    violations: { id: string; nodes: { html: string; failureSummary: string }[] }[];
  }>(
    `const [all, done] = arguments;
     (async () => {
     // The order of headings is one of the whole page.
     const headings = await axe.run({ resultTypes: ['violations'], runOnly: { type: 'rule', values: ['heading-order'] } });
     const rowOf = (e) => (e.parentElement.children.length === 1 ? rowOf(e.parentElement) : e);
     const rows = [...document.querySelectorAll('article, li, tr, option, [role=row], [data-index]')].map(rowOf);
     const seen = new Set();
     for (const row of all ? [] : new Set(rows)) {
       const parts = [row, ...row.querySelectorAll('*')].map((e) => e.tagName + e.getAttribute('class') + e.getAttribute('role'));
       if (row.previousElementSibling?.tagName === row.tagName && parts.every((each) => seen.has(each))) row.remove();
       else parts.forEach((each) => seen.add(each));
     }
     const rest = await axe.run({
       resultTypes: ['violations'],
       rules: { 'target-size': { enabled: true }, 'heading-order': { enabled: false } },
     });
     return { violations: [...headings.violations, ...rest.violations] };
     })().then(done);`,
    all,
  );
  return result.violations.flatMap(({ id, nodes }) => {
    const meant = nodes.filter(({ html }) => id !== 'target-size' || !html.includes('role="slider"'));
    const [first] = meant;
    return first === undefined
      ? []
      : [`${id} x${meant.length}: ${first.html.slice(0, 160)} ${first.failureSummary.slice(0, 300)}`];
  });
}

/** What makes the page wider than its window; null where nothing does. */
export function isWide(driver: WebDriver): Promise<string | null> {
  return driver.executeScript(
    `const { scrollWidth, clientWidth } = document.documentElement;
     if (scrollWidth <= clientWidth) return null;
     const wide = [...document.querySelectorAll('body *')].filter((e) => e.getBoundingClientRect().right > clientWidth + 1).pop();
     return 'by ' + (scrollWidth - clientWidth) + ' px: ' + (wide ? wide.outerHTML.slice(0, 160) : 'nothing that is seen');`,
  );
}

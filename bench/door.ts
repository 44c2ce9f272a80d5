import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome';
import { startDemo } from '../demo/start';
import { setPageSize, startChromium } from '../e2e/chromium';
import type { Row } from './row';

/** A page that is opened cold: nothing of it in the browser yet. */
interface Door {
  readonly what: string;
  /** Who is signed in; null for nobody. */
  readonly who: string | null;
  readonly path: string;
  /** What is there once it is open. */
  readonly shows: string;
  /** The most it may send, kB of 1,000 bytes. */
  readonly limit: number;
}

const DOORS: readonly Door[] = [
  { what: 'the sign-in page', who: null, path: '/sign-in', shows: 'button', limit: 150 },
  {
    what: 'a discussion of 80 posts',
    who: 'bram-oyelaran',
    path: '/c/rvc210/discuss/floodplain',
    shows: 'article',
    limit: 350,
  },
  {
    what: 'the Desk',
    who: 'teodora',
    path: '/c/rvc210/evaluate/floodplain/rafael-osei',
    shows: 'article',
    limit: 450,
  },
];

/** What came over the line, and the longest time the page stood still meanwhile, ms. */
async function opened(driver: WebDriver, base: string, door: Door): Promise<{ bytes: number; task: number }> {
  await driver.get(`${base}/sign-in`);
  if (door.who !== null)
    await driver.executeAsyncScript(
      `const [personId, done] = arguments;
       void fetch('/api/demo/session', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ personId }) }).then(done);`,
      door.who,
    );
  await driver.get('about:blank');
  const tools = driver as chrome.Driver;
  await tools.sendDevToolsCommand('Network.clearBrowserCache', {});
  await tools.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `window.longest = 0; new PerformanceObserver((list) => { for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration); }).observe({ type: 'longtask', buffered: true });`,
  });
  await driver.get(base + door.path);
  await driver.wait(
    async () => driver.executeScript('return document.querySelector(arguments[0]) !== null', door.shows),
    20_000,
  );
  // What is still to come is waited for: nothing more for a second.
  let before = -1;
  const count = () =>
    driver.executeScript<number>(
      `return [...performance.getEntriesByType('resource'), ...performance.getEntriesByType('navigation')]
         .reduce((sum, { transferSize }) => sum + transferSize, 0);`,
    );
  for (let now = await count(); now !== before; now = await count()) {
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 1000));
  }
  return { bytes: before, task: await driver.executeScript<number>('return window.longest') };
}

/** How much is sent when a page is opened for the first time, and how long it stands still. */
export async function doorRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-door-'));
  const demo = await startDemo({ dataFolder: folder, port: 0 });
  const browser = await startChromium();
  const rows: Row[] = [];
  try {
    await setPageSize(browser.driver, 1280, 800);
    for (const door of DOORS) {
      const { bytes, task } = await opened(browser.driver, `http://127.0.0.1:${demo.port}`, door);
      rows.push({
        what: `door: ${door.what}, opened cold: as sent`,
        figure: `${(bytes / 1000).toFixed(0)} kB`,
        limit: `${door.limit} kB`,
        ratio: bytes / 1000 / door.limit,
      });
      rows.push({
        what: `door: ${door.what}: the longest task while it opens`,
        figure: `${task.toFixed(0)} ms`,
        limit: '150 ms',
        ratio: task / 150,
      });
    }
  } finally {
    await browser.quit();
    demo.server.close();
    demo.server.closeAllConnections();
    await demo.close();
    rmSync(folder, { recursive: true, force: true });
  }
  return rows;
}

import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDemo } from '../demo/start';
import { when } from './times';
import { setPageSize, startChromium } from './chromium';

interface Shot {
  readonly name: string;
  readonly who: string;
  readonly path: string;
  readonly width?: number;
  readonly night?: boolean;
  /** Looks as this student at this moment. */
  readonly vantage?: { personId: string; name: string; at: number };
}

const C = '/c/rvc210';

/** One current picture of each main view; see docs/screenshots. */
const SHOTS: readonly Shot[] = [
  { name: 'plan', who: 'teodora', path: `${C}/plan?forum=weir-hearing` },
  { name: 'forum-editor', who: 'teodora', path: `${C}/plan/paying/edit` },
  { name: 'checks', who: 'teodora', path: `${C}/plan/checks` },
  { name: 'roster', who: 'teodora', path: `${C}/roster?person=kaarel-tamm` },
  {
    name: 'vantage',
    who: 'teodora',
    path: `${C}/my-work`,
    vantage: { personId: 'bram-oyelaran', name: 'Bram Oyelaran', at: when('02-19 16:50') },
  },
  { name: 'discuss-student', who: 'bram-oyelaran', path: `${C}/discuss/floodplain` },
  { name: 'sealed', who: 'sade-nkemelu', path: `${C}/discuss/weir-hearing` },
  { name: 'waiting', who: 'teodora', path: `${C}/waiting` },
  { name: 'in-common', who: 'teodora', path: `${C}/in-common/p-981e8bc28d897bb1d60a/p-d57f0cd30894f8ceafda` },
  { name: 'case', who: 'teodora', path: `${C}/cases/two-words-first`, night: true },
  { name: 'desk', who: 'teodora', path: `${C}/evaluate/floodplain/rafael-osei` },
  {
    name: 'evidence',
    who: 'teodora',
    path: `${C}/discuss/floodplain/moderate?view=evidence&student=rafael-osei`,
  },
  { name: 'reviewing', who: 'teodora', path: `${C}/discuss/briefs/reviewing` },
  { name: 'review', who: 'noura-alkhatib', path: `${C}/reviews/brief-review-24` },
  { name: 'gradebook', who: 'teodora', path: `${C}/gradebook` },
  { name: 'dates', who: 'rafael-osei', path: `${C}/my-work/dates?view=month` },
  { name: 'my-work', who: 'sade-nkemelu', path: `${C}/my-work` },
  { name: 'insight', who: 'teodora', path: `${C}/insight?ask=talk` },
  { name: 'scores', who: 'piotr-adeyemi', path: `${C}/scores` },
];

/** Draws the pictures named on the command line, or all of them, from fresh demo data. */
async function main(): Promise<void> {
  const [folder = 'docs/screenshots', ...names] = process.argv.slice(2);
  mkdirSync(folder, { recursive: true });
  const data = mkdtempSync(join(tmpdir(), 'juror-shots-'));
  const demo = await startDemo({ dataFolder: data, port: 0 });
  const { driver, quit } = await startChromium();
  const base = `http://127.0.0.1:${demo.port}`;
  for (const shot of SHOTS.filter(({ name }) => names.length === 0 || names.includes(name))) {
    await setPageSize(driver, shot.width ?? 1280, 800);
    await driver.get(`${base}/sign-in`);
    await driver.executeScript(
      "localStorage.clear(); localStorage.setItem('juror-theme', arguments[0]);",
      shot.night ? 'night' : 'day',
    );
    await driver.executeAsyncScript(
      `const done = arguments[arguments.length - 1];
       (async () => {
         const state = await (await fetch('/api/session')).json();
         if (state.token) await fetch('/api/session', { method: 'DELETE', headers: { 'X-Juror-Token': state.token } });
         if (arguments[0]) await fetch('/api/demo/session', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ personId: arguments[0] }) });
       })().then(() => done(), done);`.replaceAll('arguments[0]', JSON.stringify(shot.who)),
    );
    await driver.executeScript(
      "if (arguments[0]) sessionStorage.setItem('juror-vantage', JSON.stringify(arguments[0])); else sessionStorage.clear();",
      shot.vantage ? { course: 'rvc210', ...shot.vantage } : null,
    );
    await driver.get(base + shot.path);
    await driver.wait(
      () =>
        driver.executeScript(
          "return document.fonts.status === 'loaded' && document.querySelector('h1') !== null && document.querySelector('[role=status] .loading') === null",
        ),
      10_000,
    );
    writeFileSync(join(folder, `${shot.name}.png`), await driver.takeScreenshot(), 'base64');
    console.log(`${folder}/${shot.name}.png`);
  }
  await quit();
  demo.server.close();
  demo.server.closeAllConnections();
  await demo.close();
  rmSync(data, { recursive: true, force: true });
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);

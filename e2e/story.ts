import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, inject } from 'vitest';
import type { MailTransport, RunningDemo } from '../demo/start';
import { startDemo } from '../demo/start';
import { startChromium, type Browser } from './chromium';
import { Page } from './page';

/** What a story has: a server of its own on a copy of the demo course, and pages in a browser. */
export interface Story {
  demo: RunningDemo;
  base: string;
  page: Page;
  /** A second person at another machine: a browser with a profile of its own. */
  anotherPage(): Promise<Page>;
}

/**
 * Starts a server and a browser for the stories of a file, and ends both after them.
 *
 * @param prepare what is done with the copied data before the server starts
 * @param transport the way mail leaves, where it is not the outbox
 */
export function story(
  prepare: (dataFolder: string) => Promise<void> = async () => undefined,
  transport?: MailTransport,
): Story {
  const state = {} as Story;
  const browsers: Browser[] = [];
  let data = '';
  const open = async () => {
    const browser = await startChromium();
    browsers.push(browser);
    return new Page(browser.driver, state.base);
  };
  beforeAll(async () => {
    data = mkdtempSync(join(tmpdir(), 'juror-story-'));
    cpSync(inject('preparedData'), data, { recursive: true });
    await prepare(data);
    state.demo = await startDemo({ dataFolder: data, port: 0, transport });
    state.base = `http://127.0.0.1:${state.demo.port}`;
    state.page = await open();
    state.anotherPage = open;
  });
  afterAll(async () => {
    for (const browser of browsers) await browser.quit();
    state.demo.server.close();
    state.demo.server.closeAllConnections();
    await state.demo.close();
    rmSync(data, { recursive: true, force: true });
  });
  return state;
}

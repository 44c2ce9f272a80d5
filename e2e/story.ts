import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, inject } from 'vitest';
import type { MailTransport, RunningDemo } from '../demo/start';
import { startDemo } from '../demo/start';
import { setMotion, startChromium, type Browser } from './chromium';
import { Page } from './page';

/** What a story has: a server of its own on a copy of the demo course, and pages in a browser. */
export interface Story {
  demo: RunningDemo;
  base: string;
  page: Page;
  /** A second person at another machine, until the end of a test: a browser with a profile of its own. */
  anotherPage(): Promise<Page>;
}

/** Below the ports that a system hands out by itself, so that nobody gets this one between two stories. */
const PORTS = { from: 20_000, count: 10_000 };

/** A port that is free. */
async function freePort(): Promise<number> {
  const port = PORTS.from + Math.floor(Math.random() * PORTS.count);
  const isFree = await new Promise<boolean>((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
  return isFree ? port : freePort();
}

/**
 * What one story leaves to the next of the same worker: the port, and browsers that hold nothing but the files of the interface. Starting
 * a browser and reading the interface for the first time takes longer than most pages.
 */
const kept: { port: number; browsers: Browser[] } = { port: 0, browsers: [] };
// A worker is ended by a signal. Its drivers end with it, and they their browsers; nothing else of it is waited for.
process.once('SIGTERM', () => {
  process.emit('exit', 0);
  process.kill(process.pid, 'SIGKILL');
});

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
  const own: Browser[] = [];
  const others: Browser[] = [];
  let data = '';
  const openAs = async (whose: Browser[]) => {
    const browser = kept.browsers.pop() ?? (await startChromium());
    whose.push(browser);
    // Drawing what moves would take its share of every story; the path from plan to gradebook asks for motion.
    await setMotion(browser.driver, 'reduce');
    return new Page(browser.driver, state.base);
  };
  /** A browser that cannot be cleared, because a story ended it or it hangs, is not used again. */
  const putBack = (whose: Browser[]) =>
    Promise.all(
      whose.splice(0).map((browser) =>
        browser.clear(state.base).then(
          () => kept.browsers.push(browser),
          () => browser.quit().catch(() => undefined),
        ),
      ),
    );
  beforeAll(async () => {
    data = mkdtempSync(join(tmpdir(), 'juror-story-'));
    cpSync(inject('preparedData'), data, { recursive: true });
    await prepare(data);
    kept.port ||= await freePort();
    state.demo = await startDemo({ dataFolder: data, port: kept.port, transport });
    state.base = `http://127.0.0.1:${state.demo.port}`;
    state.page = await openAs(own);
    state.anotherPage = () => openAs(others);
  });
  afterEach(() => putBack(others));
  afterAll(async () => {
    await putBack(own);
    state.demo.server.close();
    state.demo.server.closeAllConnections();
    await state.demo.close();
    rmSync(data, { recursive: true, force: true });
  });
  return state;
}

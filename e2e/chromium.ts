import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';

/** Debian's Chromium without windows; the one with windows does what it does, and takes half as long again. */
const SHELL = '/usr/bin/chromium-headless-shell';
const WITH_WINDOWS = '/usr/bin/chromium';

/** What a script on a page may take, ms. */
const SCRIPT_PATIENCE = 120_000;

/** A headless Chromium with a profile of its own. */
export interface Browser {
  readonly driver: WebDriver;
  /** Makes it as it was when it started: one empty tab, nothing kept of an origin but the files its server lets it keep. */
  readonly clear: (origin: string) => Promise<void>;
  readonly quit: () => Promise<void>;
}

/** Sets the size of the page exactly; headless windows have a least width and lose height to their frame. */
export async function setPageSize(driver: WebDriver, width: number, height: number): Promise<void> {
  await (driver as chrome.Driver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: width < 600,
  });
}

/** Asks pages for motion or for none, as someone does in the settings of their machine; without it, what changes has changed at once. */
export async function setMotion(driver: WebDriver, motion: 'reduce' | 'no-preference'): Promise<void> {
  await (driver as chrome.Driver).sendDevToolsCommand('Emulation.setEmulatedMedia', {
    features: [{ name: 'prefers-reduced-motion', value: motion }],
  });
}

/** What every page begins with. */
async function prepareTab(driver: chrome.Driver): Promise<void> {
  await setPageSize(driver, 1280, 800);
  // It has the interface that recognises speech and nothing behind it, so that it would never answer.
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: 'delete globalThis.webkitSpeechRecognition; delete globalThis.SpeechRecognition;',
  });
}

/** Starts Debian's Chromium through its ChromeDriver; it ends with its driver, and that with this process. */
export async function startChromium(): Promise<Browser> {
  const profile = mkdtempSync(join(tmpdir(), 'juror-chromium-'));
  const options = new chrome.Options();
  const isShell = existsSync(SHELL);
  if (isShell) options.setBrowserName('chrome-headless-shell');
  options.setChromeBinaryPath(isShell ? SHELL : WITH_WINDOWS);
  options.addArguments(
    isShell ? '--headless' : '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
    '--lang=en-GB',
    // Without it, a browser whose driver is gone goes on by itself.
    '--remote-debugging-pipe',
    `--user-data-dir=${profile}`,
  );
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver');
  const driver = chrome.Driver.createSession(options, service.build());
  // A script that draws a long page step by step takes what a busy machine takes.
  await driver.manage().setTimeouts({ script: SCRIPT_PATIENCE });
  await prepareTab(driver);
  return {
    driver,
    clear: async (origin) => {
      const old = await driver.getAllWindowHandles();
      await driver.deleteNetworkConditions();
      await driver.switchTo().newWindow('tab');
      const fresh = await driver.getWindowHandle();
      for (const handle of old) {
        await driver.switchTo().window(handle);
        await driver.close();
      }
      await driver.switchTo().window(fresh);
      await driver.sendDevToolsCommand('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
      await prepareTab(driver);
    },
    quit: async () => {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}

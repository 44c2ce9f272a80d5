import { parseSetCookie } from 'cookie';
import { Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome';

/** What a person waits for at most, ms; generous, for machines that do other things at the same time. */
const PATIENCE = 45_000;
/** So often it is looked whether what is waited for is there, ms. */
const LOOKS_EVERY = 100;
/** From so many letters on a text is not typed key by key. */
const LONG = 20;

/** Where elements of a role may be; the browser's own computed role and name decide in the end. */
const CANDIDATES: Record<string, string> = {
  button: 'button, [role=button], summary',
  link: 'a[href]',
  textbox: 'input:not([type=checkbox]):not([type=radio]):not([type=file]), textarea, [role=textbox]',
  checkbox: 'input[type=checkbox], [role=checkbox]',
  radio: 'input[type=radio], [role=radio]',
  slider: '[role=slider], input[type=range]',
  combobox: 'select',
  heading: 'h1, h2, h3',
  columnheader: '[role=columnheader], th',
  rowheader: 'th[scope=row]',
  article: 'article',
  region: 'section, [role=region]',
  alert: '[role=alert]',
  dialog: 'dialog[open]',
  cell: 'td',
};

/** A page as a person uses it: things are found by role and accessible name. */
export class Page {
  constructor(
    readonly driver: WebDriver,
    readonly base: string,
  ) {}

  async go(path: string): Promise<void> {
    await this.driver.get(this.base + path);
    // Someone sits at the page.
    await this.driver.executeScript("dispatchEvent(new KeyboardEvent('keydown', { key: 'Shift' }))");
  }

  async path(): Promise<string> {
    const url = new URL(await this.driver.getCurrentUrl());
    return url.pathname + url.search + url.hash;
  }

  /**
   * Enters as a person of the demo, and goes to a place. It asks the API for what the sign-in page does: drawing that page, and the place
   * one comes to from it, would take a third of the time of all stories.
   */
  async enter(name: string, path = '/'): Promise<void> {
    const { person } = (await this.fetch('get', '/api/session')).body as { person: { name: string } | null };
    if (!person?.name.startsWith(name)) {
      const { people } = (await this.fetch('get', '/api/demo/people')).body as {
        people: { id: string; name: string }[];
      };
      const personId = people.find((one) => one.name.startsWith(name))?.id;
      const { status, text } = await this.fetch('post', '/api/demo/session', { personId });
      if (status !== 200) throw new Error(`${name} could not enter: ${text}`);
    }
    await this.go(path);
  }

  /** Waits until something holds; fails with what was waited for. What is large by its nature may take longer. */
  async until(holds: () => Promise<boolean>, what: string, patience = PATIENCE): Promise<void> {
    const end = performance.now() + patience;
    while (!(await holds().catch(() => false))) {
      if (performance.now() > end) throw new Error(`waited for ${what} at ${await this.path()}`);
      await new Promise((resolve) => setTimeout(resolve, LOOKS_EVERY));
    }
  }

  /** The first element of a role and name there is now. */
  private async first(role: string, name: RegExp | string): Promise<WebElement | undefined> {
    const candidates = await this.driver.executeScript<WebElement[]>(
      `const [css, source, flags] = arguments;
       const pattern = new RegExp(source, flags);
       const nameOf = (e) => [e.getAttribute('aria-label'), e.labels && e.labels[0] && e.labels[0].textContent, e.getAttribute('title'), e.innerText, e.textContent].filter(Boolean).map((t) => t.trim().replace(/\\s+/g, ' '));
       const named = [...document.querySelectorAll(css)].filter((e) => e.getClientRects().length > 0 && nameOf(e).some((t) => pattern.test(t)));
       // Of several editors of one name, the second may be there before the first: none is taken until all are.
       return named.some((e) => e.matches('[data-editor-to-come]')) ? [] : named;`,
      CANDIDATES[role] ?? `[role=${role}]`,
      typeof name === 'string' ? name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : name.source,
      typeof name === 'string' ? '' : name.flags,
    );
    for (const element of candidates) {
      const label = (await element.getAccessibleName()).trim().replace(/\s+/g, ' ');
      const text =
        label === '' && role !== 'button' && role !== 'link'
          ? (await element.getText()).replace(/\s+/g, ' ')
          : label;
      if (typeof name === 'string' ? text === name : name.test(text)) return element;
    }
    return undefined;
  }

  /** The first element of a role and name, once it is there. */
  async find(role: string, name: RegExp | string): Promise<WebElement> {
    let found: WebElement | undefined;
    await this.until(
      async () => {
        found = await this.first(role, name);
        return found !== undefined;
      },
      `${role} ${String(name)}`,
    );
    return found!;
  }

  async has(role: string, name: RegExp | string): Promise<boolean> {
    return (await this.first(role, name)) !== undefined;
  }

  async click(role: string, name: RegExp | string): Promise<void> {
    await this.until(
      async () => {
        const element = await this.first(role, name);
        if (!element || !(await this.isReady(element))) return false;
        await element.click();
        return true;
      },
      `${role} ${String(name)} to be clicked`,
    );
  }

  /**
   * Brings an element into sight, and says whether it can be pressed: it is enabled, stands still, and nothing that moves or fades in
   * carries it. What moves away under the pointer is not clicked.
   */
  private isReady(element: WebElement): Promise<boolean> {
    return this.driver.executeAsyncScript<boolean>(
      `const [element, done] = arguments;
       element.scrollIntoView({ block: 'center' });
       const { x, y } = element.getBoundingClientRect();
       setTimeout(() => {
         const now = element.getBoundingClientRect();
         done(now.x === x && now.y === y && !element.matches(':disabled') && !document.getAnimations().some(({ playState, effect }) =>
           playState === 'running' && effect.target.contains(element) && Number.isFinite(effect.getComputedTiming().endTime)));
       }, 30);`,
      element,
    );
  }

  /** Types into a text field after what is there; `clear` empties it first. */
  async type(name: RegExp | string, text: string, { clear = false } = {}): Promise<void> {
    let field!: WebElement;
    // A field that is drawn anew between being found and being clicked is looked for again.
    await this.until(
      async () => {
        const found = await this.first('textbox', name);
        if (!found || !(await this.isReady(found))) return false;
        await found.click();
        field = found;
        return true;
      },
      `textbox ${String(name)}`,
    );
    if (clear) await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
    // A long text comes as from an input method, in one piece: a key for each letter would take most of a story's time.
    if (text.length > LONG && !text.includes('\n'))
      await (this.driver as chrome.Driver).sendDevToolsCommand('Input.insertText', { text });
    else await field.sendKeys(text);
  }

  /** Presses the button of a name in the dialog that is open, where the page behind it has one of the same name. */
  async inDialog(name: string): Promise<void> {
    await this.until(async () => {
      const [button] = await this.driver.executeScript<WebElement[]>(
        `return [...document.querySelectorAll('dialog[open] button')].filter((e) => e.innerText.trim() === arguments[0]);`,
        name,
      );
      if (!button || !(await this.isReady(button))) return false;
      await button.click();
      return true;
    }, `button ${name} in the dialog to be clicked`);
  }

  /** Sets a date field the way its picker does, with a time of day where one is given. */
  async setDate(name: RegExp | string, wall: string): Promise<void> {
    const [day, time] = wall.split('T') as [string, string?];
    const found = await this.driver.executeScript<WebElement | null>(
      `const [name, value] = arguments;
       const day = [...document.querySelectorAll('input[type=date]')].find((e) =>
         (e.getAttribute('aria-label') || e.labels[0].textContent).trim().startsWith(name));
       if (!day) return null;
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(day, value);
       day.dispatchEvent(new Event('input', { bubbles: true }));
       return day.nextElementSibling;`,
      String(name),
      day,
    );
    if (found === null) throw new Error(`no date field ${String(name)}`);
    if (time !== undefined) await found.sendKeys(Key.chord(Key.CONTROL, 'a'), time);
  }

  /** Chooses something in the menu of someone's post, the first of theirs that is shown. */
  async inMenuOf(author: string, item: RegExp | string): Promise<void> {
    await this.click('button', `More to do with ${author}’s post`);
    await this.click('menuitem', item);
  }

  /** Goes to a post, and chooses something in its menu by key. */
  async inMenuAt(address: string, item: RegExp | string): Promise<void> {
    await this.go(address);
    const id = address.split('#')[1]!;
    await this.until(
      () =>
        this.driver.executeScript<boolean>(
          `const post = document.getElementById(arguments[0]);
           return post !== null && document.activeElement === post && post.querySelector('[aria-haspopup=menu]') !== null;`,
          id,
        ),
      `the post ${id} to be gone to`,
    );
    await this.press('.');
    await this.click('menuitem', item);
  }

  async choose(name: RegExp | string, option: string): Promise<void> {
    const select = await this.find('combobox', name);
    await select.sendKeys(option);
  }

  /** Types into a field that suggests, and takes the suggestion of this name. */
  async pick(name: string, typed: string, suggestion: RegExp | string): Promise<void> {
    const field = await this.find('textbox', name);
    await field.click();
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), typed);
    await this.click('option', suggestion);
  }

  /** Presses keys where the focus is. */
  async press(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Rests the pointer on what is found: a message under it stays. */
  async pointAt(role: string, name: RegExp | string): Promise<void> {
    const origin = await this.find(role, name);
    await this.driver.actions().move({ origin }).perform();
  }

  async chord(...keys: string[]): Promise<void> {
    await this.driver
      .switchTo()
      .activeElement()
      .sendKeys(Key.chord(...keys));
  }

  async text(): Promise<string> {
    return this.driver.executeScript<string>("return document.body.innerText.replace(/\\s+/g, ' ')");
  }

  /** Waits until the page says something. */
  async sees(text: RegExp | string): Promise<void> {
    let last = '';
    await this.until(
      async () => {
        last = await this.text();
        return typeof text === 'string' ? last.includes(text) : text.test(last);
      },
      `the page to say ${String(text)}`,
    ).catch((error: unknown) => {
      throw new Error(`${String(error)}; it said: ${last.slice(0, 700)} … ${last.slice(-900)}`);
    });
  }

  /** Cuts the browser off from the server, or lets it back. */
  async cutOff(isOff: boolean): Promise<void> {
    const chromium = this.driver as WebDriver & {
      setNetworkConditions(of: object): Promise<void>;
      deleteNetworkConditions(): Promise<void>;
    };
    if (!isOff) return chromium.deleteNetworkConditions();
    await chromium.setNetworkConditions({
      offline: true,
      latency: 0,
      download_throughput: 0,
      upload_throughput: 0,
    });
  }

  /** Moves what is pressed at one element to another, and lets go. */
  async drag(what: WebElement, to: WebElement): Promise<void> {
    await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", what);
    await this.driver
      .actions()
      .move({ origin: what })
      .press()
      .move({ origin: what, x: 12, y: 12, duration: 50 })
      .move({ origin: to, duration: 150 })
      .pause(100)
      .release()
      .perform();
  }

  /** Asks the API as whoever is signed in on this page, with the cookies of its browser and without troubling the page. */
  async fetch(
    method: string,
    path: string,
    body?: object,
  ): Promise<{ status: number; body: unknown; text: string }> {
    const driver = this.driver as chrome.Driver;
    const kept = (await driver.sendAndGetDevToolsCommand('Network.getCookies', {
      urls: [this.base],
    })) as unknown as { cookies: { name: string; value: string }[] };
    const cookie = kept.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
    const ask = (token: string) =>
      fetch(this.base + path, {
        method: method.toUpperCase(),
        headers: { cookie, 'Content-Type': 'application/json', 'X-Juror-Token': token },
        body: body === undefined ? undefined : JSON.stringify(body),
      });
    const session = await fetch(`${this.base}/api/session`, { headers: { cookie } });
    const answer = await ask(((await session.json()) as { token?: string }).token ?? '');
    for (const set of answer.headers.getSetCookie()) {
      const { name, value, httpOnly, path: under } = parseSetCookie(set);
      await driver.sendDevToolsCommand('Network.setCookie', {
        url: this.base,
        name,
        value,
        httpOnly,
        path: under,
      });
    }
    const text = await answer.text();
    return { status: answer.status, body: parsed(text), text };
  }
}

/** What a text says as JSON; null where it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { keepFocus } from './keepFocus';

let end: () => void;
beforeEach(() => {
  end = keepFocus();
});
afterEach(() => {
  end();
  document.body.innerHTML = '';
});

const draw = (html: string) => {
  document.body.innerHTML = html;
};
const element = (id: string) => document.getElementById(id)!;
/** Longer than the focus is waited for. */
const settled = () => new Promise((done) => setTimeout(done, 120));
const focused = () => (document.activeElement as HTMLElement).id;

describe('the focus', () => {
  it('goes to what is nearest when what had it is removed', async () => {
    draw(
      '<main id="main"><h1 id="head">Roster</h1><section id="panel"><button id="go"></button></section></main>',
    );
    element('go').focus();
    element('go').remove();
    await settled();
    expect(focused()).toBe('panel');
    element('panel').remove();
    await settled();
    expect(focused()).toBe('head');
  });
  it('stays with whatever took it meanwhile', async () => {
    draw('<main id="main"><button id="one"></button><button id="other"></button></main>');
    element('one').focus();
    element('one').remove();
    element('other').focus();
    await settled();
    expect(focused()).toBe('other');
  });
  it('goes back to the button of a menu when a dialog that was opened from it closes', async () => {
    draw(
      `<main id="main"><button id="more" aria-controls="menu"></button></main>
       <div id="menu" role="menu" tabindex="-1"><button id="item" role="menuitem"></button></div>`,
    );
    element('item').focus();
    const dialog = document.createElement('dialog');
    dialog.innerHTML = '<input id="one" /><input id="two" />';
    document.body.append(dialog);
    element('menu').remove();
    element('one').focus();
    element('two').focus();
    dialog.remove();
    await settled();
    expect(focused()).toBe('more');
  });
  it('is given up where somebody clicks beside everything', async () => {
    draw('<main id="main"><h1 id="head"></h1><button id="go"></button></main>');
    element('go').focus();
    element('go').blur();
    element('head').append('more');
    await settled();
    expect(document.activeElement).toBe(document.body);
  });
});

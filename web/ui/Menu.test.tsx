// @vitest-environment jsdom
import { cleanup, configure, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Menu } from './Menu';

afterEach(cleanup);
// What a menu takes is fetched first.
configure({ asyncUtilTimeout: 20_000 });

const shown = (act = vi.fn()) => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
  render(
    <MemoryRouter>
      <Menu
        button="…"
        label="More to do"
        className=""
        at="end"
        width="w-40"
        entries={[
          { label: 'Edit', act },
          null,
          { label: 'Move', act: vi.fn() },
          { label: 'Forums', to: '/forums' },
        ]}
      />
    </MemoryRouter>,
  );
  return screen.getByRole('button', { name: 'More to do' });
};
const entries = async () => (await screen.findAllByRole('menuitem')).map((entry) => entry.textContent);

describe('a menu', () => {
  it('opens when its button is pressed, with what can be chosen now', async () => {
    const act = vi.fn();
    const button = shown(act);
    expect(button.getAttribute('aria-expanded')).toBe('false');
    fireEvent.click(button, { detail: 1 });
    expect(await entries()).toEqual(['Edit', 'Move', 'Forums']);
    expect(screen.getByRole('button', { name: 'More to do' }).getAttribute('aria-expanded')).toBe('true');
    fireEvent.click(screen.getByRole('menuitem', { name: 'Edit' }));
    expect(act).toHaveBeenCalledOnce();
  });

  it.each([
    [
      'Enter, which the browser makes a click of',
      (button: HTMLElement) => fireEvent.click(button, { detail: 0 }),
      'Edit',
    ],
    ['arrow down', (button: HTMLElement) => fireEvent.keyDown(button, { key: 'ArrowDown' }), 'Edit'],
    ['arrow up', (button: HTMLElement) => fireEvent.keyDown(button, { key: 'ArrowUp' }), 'Forums'],
  ])('opened by %s, begins at the right end', async (_, press, first) => {
    press(shown());
    await entries();
    const id = (await screen.findByRole('menu')).getAttribute('aria-activedescendant');
    expect(document.getElementById(id!)?.textContent).toBe(first);
  });

  it('closes with Escape and opens again', async () => {
    fireEvent.click(shown(), { detail: 1 });
    fireEvent.keyDown(await screen.findByRole('menu'), { key: 'Escape' });
    await vi.waitFor(() => expect(screen.queryByRole('menu')).toBeNull(), 20_000);
    fireEvent.click(screen.getByRole('button', { name: 'More to do' }), { detail: 1 });
    expect(await entries()).toHaveLength(3);
  });
});

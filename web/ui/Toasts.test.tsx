// @vitest-environment jsdom
import { cleanup, configure, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { toast } from './toast';

afterEach(cleanup);
// What shows messages is fetched first.
configure({ asyncUtilTimeout: 20_000 });
// jsdom has no media queries.
vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener: () => undefined }));
const { Toasts } = await import('./Toasts');

it('what is said before messages can be shown is shown once they can, in its order', async () => {
  toast.success('The post is back.');
  const { container } = render(<Toasts />);
  expect(container.textContent).toBe('');
  toast.error('This was not saved.');
  await screen.findByText('This was not saved.');
  expect(screen.getByText('The post is back.')).toBeTruthy();
  toast('Select the passage you want to quote first.');
  await screen.findByText('Select the passage you want to quote first.');
});

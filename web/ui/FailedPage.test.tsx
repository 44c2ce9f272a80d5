// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { ApiProblem } from '../data/api';
import { FailedPage } from './FailedPage';

afterEach(cleanup);
const heading = () => screen.getByRole('heading', { level: 1 }).textContent;
const refused = (status: number, title: string) =>
  new ApiProblem({ type: 'about:blank', code: 'code', status, title } as never);

describe('a place that cannot be shown', () => {
  it('says under a heading that there is nothing, where it is not there for this person', () => {
    render(<FailedPage error={refused(404, 'There is nothing at this address.')} retry={() => undefined} />);
    expect(heading()).toBe('There is nothing here');
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('says under a heading what went wrong, and can be tried again', () => {
    let tried = 0;
    render(<FailedPage error={refused(503, 'The server is busy.')} retry={() => tried++} />);
    expect(heading()).toBe('This page could not be loaded');
    screen.getByRole('button', { name: 'Try again' }).click();
    expect(tried).toBe(1);
  });
});

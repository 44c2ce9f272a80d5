// @vitest-environment jsdom
import { afterAll, beforeAll, beforeEach, expect, it, vi } from 'vitest';
import { writePost } from '../../contract/discuss';
import { actOnDocket } from '../../contract/docketActions';
import { confirmScore, saveScore } from '../../contract/evaluate';
import { readGradebookFile } from '../../contract/gradebookFile';
import type * as Asking from './askAnew';

const asks = vi.fn(() => Promise.resolve());
let askAnew: typeof Asking.askAnew;
let askedAnew: typeof Asking.askedAnew;
// Others may have read both modules before.
beforeAll(async () => {
  vi.resetModules();
  vi.doMock('swr', () => ({ mutate: asks }));
  ({ askAnew, askedAnew } = await import('./askAnew'));
});
afterAll(() => {
  vi.doUnmock('swr');
  vi.resetModules();
});

const here = { course: 'rvc210', forum: 'floodplain' };
beforeEach(() => void asks.mockClear());

it('asks anew for what a write has made stale, and says when it is here', async () => {
  let came: () => void = () => undefined;
  asks.mockImplementationOnce(() => new Promise<void>((resolve) => (came = resolve)));
  askAnew(writePost, here, {});
  expect(asks).toHaveBeenCalledTimes(1);
  const isHere = vi.fn();
  const waits = askedAnew().then(isHere);
  await Promise.resolve();
  expect(isHere).not.toHaveBeenCalled();
  came();
  await waits;
  expect(isHere).toHaveBeenCalled();
});

it('asks for nothing where nothing was changed, where it was only looked at, and where the answer brings it', () => {
  askAnew(readGradebookFile, here, {});
  askAnew(actOnDocket, here, { preview: true });
  askAnew(saveScore, { ...here, student: 'ines' }, {});
  expect(asks).not.toHaveBeenCalled();
  askAnew(actOnDocket, here, { preview: false });
  expect(asks).toHaveBeenCalledTimes(1);
});

it('asks for the docket where an answer holds the student’s pages alone', async () => {
  askAnew(confirmScore, { ...here, student: 'ines' }, {});
  await askedAnew();
  expect(asks).toHaveBeenCalledTimes(1);
});

it('asks once for what many writes in a row make stale, after what is under way', async () => {
  for (let n = 0; n < 30; n++) askAnew(writePost, here, {});
  await askedAnew();
  expect(asks).toHaveBeenCalledTimes(2);
});

it('goes on when something could not be had', async () => {
  asks.mockImplementationOnce(() => Promise.reject(new Error('away')));
  askAnew(writePost, here, {});
  await askedAnew();
  askAnew(writePost, here, {});
  await askedAnew();
  expect(asks).toHaveBeenCalledTimes(2);
});

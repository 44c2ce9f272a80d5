import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepTrying } from './keepTrying';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('a part of the interface that cannot be fetched', () => {
  it('is tried again until it is there', async () => {
    const load = vi.fn().mockRejectedValueOnce(new Error('offline')).mockResolvedValue('part');
    const take = vi.fn();
    keepTrying(load, take);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(load).toHaveBeenCalledTimes(2);
    expect(take.mock.calls).toEqual([['part']]);
  });

  it('is not tried again once nobody wants it', async () => {
    const load = vi.fn().mockRejectedValue(new Error('offline'));
    const stop = keepTrying(load, () => undefined);
    await vi.advanceTimersByTimeAsync(4000);
    stop();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(load).toHaveBeenCalledTimes(2);
  });
});

import { LRUCache } from 'lru-cache';

/**
 * What was used last is kept in memory, as much of it as has room; what was used longest ago is let go. The newest always has room.
 *
 * @param room how much is kept together, in what `sizeOf` counts
 */
export const recent = <T extends object>(room: number, sizeOf: (kept: T) => number): LRUCache<string, T> =>
  new LRUCache({
    maxSize: room,
    sizeCalculation: (kept) => Math.min(Math.max(sizeOf(kept), 1), room),
  });

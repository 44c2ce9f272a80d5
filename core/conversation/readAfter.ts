/** Words a quick reader takes in within a second. */
const WORDS_A_SECOND = 8;
const LEAST = 1200;
const MOST = 15_000;

/**
 * How long a post has to stay on screen until it counts as read: as long as a quick reader takes for it, and never so long
 * that a patient one is not believed.
 *
 * @param words of the post
 * @returns milliseconds, from 1,200 to 15,000
 * @example readAfter(80) // 10_000
 */
export function readAfter(words: number): number {
  return Math.max(LEAST, Math.min(MOST, Math.round((words / WORDS_A_SECOND) * 1000)));
}

import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The paragraphs of a file in demo/prose, one a line; the working folder is the project's, as npm sees to. */
export function paragraphs(name: string): string[] {
  return readFileSync(join('demo', 'prose', `${name}.txt`), 'utf8')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
}

/** Numbers that look random and are the same every time (mulberry32). */
export function steadyRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import { post, revision } from '../testing/fixtures';
import { changedSince, changeSince } from './changedSince';

const SINCE = 100;
const T = 1000;
const written = (at: number, sketch: Partial<Post> = {}): Post => ({
  ...post('p', 'ines', [revision(at, 60)]),
  ...sketch,
});

describe('what happened to a post since a score was given', () => {
  it.each<[string, Post, ReturnType<typeof changeSince>]>([
    ['nothing, where it was there at that very instant', written(100), null],
    ['it was written after', written(101), 'written'],
    ['nothing yet, where it will be written', written(1001), null],
    ['it was revised', written(1, { revisions: [revision(1, 60), revision(101, 70)] }), 'revised'],
    [
      'nothing, where staff revised it',
      written(1, { revisions: [revision(1, 60), { ...revision(101, 70), byStaff: true }] }),
      null,
    ],
    ['it was removed', written(1, { removals: [{ from: 200, to: null }] }), 'removed'],
    ['it was restored', written(1, { removals: [{ from: 50, to: 200 }] }), 'counts'],
    [
      'nothing counted, where it was written and removed',
      written(1, { removals: [{ from: 50, to: null }] }),
      null,
    ],
    ['it was returned', written(1, { approvals: [{ at: 200, state: 'returned' }] }), 'countsNoMore'],
    [
      'it was approved',
      written(1, {
        approvals: [
          { at: 1, state: 'held' },
          { at: 200, state: 'approved' },
        ],
      }),
      'counts',
    ],
  ])('%s', (_what, one, expected) => {
    expect(changeSince(one, SINCE, T)).toBe(expected);
    expect(changedSince([one], SINCE, T)).toBe(expected !== null);
  });
});

import { describe, expect, it } from 'vitest';
import { at, post, revision } from '../testing/fixtures';
import { affectedBy } from './affectedBy';

const r = [revision(at('03-02 10:00'), 40)];
const gone = { removals: [{ from: at('03-03 10:00'), to: null }] };
const top = post('top', 'ines', r, gone);
const middle = post('middle', 'bram', r, { to: top });
const held = post('held', 'chidi', r, {
  to: middle,
  approvals: [{ at: at('03-02 10:00'), state: 'held' as const }],
});
const below = post('below', 'ines', r, { to: held });
const deepest = post('deepest', 'bram', r, { to: below });
const posts = new Map([top, middle, held, below, deepest].map((each) => [each.id, each]));

describe('what may look different when a post has changed', () => {
  it('is the post, and the empty places above it', () => {
    expect([...affectedBy(posts, ['middle'])].sort()).toEqual(['middle', 'top']);
  });
  it('is everything below a post that waits for approval', () => {
    expect([...affectedBy(posts, ['held'])].sort()).toEqual(['below', 'deepest', 'held', 'top']);
  });
  it('leaves alone what is not there', () => {
    expect([...affectedBy(posts, ['unknown'])]).toEqual(['unknown']);
  });
});

import { describe, expect, it } from 'vitest';
import { at, course, forum, post, revision, student, type ForumSketch } from '../testing/fixtures';
import type { Post } from '../course/post';
import { participationOf } from './participationOf';
import { readySince } from './readySince';

const ines = student('ines');
const due = { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') };
const of = (author: string) => post(`of-${author}`, author, [revision(1, 60)]);

function since(posts: Post[], sketch: ForumSketch = {}, t = at('03-06 12:00')) {
  const f = forum({
    required: { initialRequired: 1, initialMinWords: 50, replies: 1 },
    schedule: due,
    ...sketch,
  });
  const data = course({ students: [ines], forums: [f], posts });
  return readySince(f, participationOf(data, f, ines, t), t);
}

describe('since when a student comes up', () => {
  const first = post('first', 'ines', [revision(at('03-02 10:00'), 20), revision(at('03-03 10:00'), 60)]);
  const reply = post('reply', 'ines', [revision(at('03-02 12:00'), 30)], { to: of('bram') });
  it('is when the last required post was made, which an edit may do', () => {
    expect(since([first, reply])).toBe(at('03-03 10:00'));
  });
  it('is nothing while they do not come up', () => {
    expect(since([first])).toBeNull();
    expect(since([])).toBeNull();
  });
  it('is their last post where what is there is enough', () => {
    expect(since([first], {}, at('03-09 12:00'))).toBe(at('03-02 10:00'));
    expect(since([first], { ready: { when: 'anyPost', afterLastDue: false } })).toBe(at('03-02 10:00'));
  });
});

// @vitest-environment jsdom
import { act, cleanup, render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { CurrentPost, CurrentProvided, useIsCurrent } from './currentPost';

afterEach(cleanup);

const drawn = new Map<string, number>();
function Post({ id }: { id: string }) {
  const isHere = useIsCurrent(id);
  drawn.set(id, (drawn.get(id) ?? 0) + 1);
  return <p>{`${id}${isHere ? ' here' : ''}`}</p>;
}

it('going from one post to the next draws these two anew, and no other', () => {
  const current = new CurrentPost();
  current.set('a');
  const { container } = render(
    <CurrentProvided value={current}>
      {['a', 'b', 'c'].map((id) => (
        <Post key={id} id={id} />
      ))}
    </CurrentProvided>,
  );
  expect(container.textContent).toBe('a herebc');
  drawn.clear();
  act(() => current.set('b'));
  expect(container.textContent).toBe('ab herec');
  expect(Object.fromEntries(drawn)).toEqual({ a: 1, b: 1 });
  act(() => current.set(null));
  expect(container.textContent).toBe('abc');
  act(() => current.set(null));
  expect(drawn.get('c')).toBeUndefined();
});

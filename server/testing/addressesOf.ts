import type { Post } from '../../core/course/post';
import { people } from '../../core/testing/conversations';
import { secretOf } from './layOutConversation';

/** What is asked of an endpoint besides its address. */
function queriesOf(path: string, posts: readonly Post[]): string[] {
  const ids = posts.map(({ id }) => id);
  if (path.endsWith('/search'))
    return [
      '?find=secret',
      `?find=${ids[0] === undefined ? 'x' : secretOf(ids[0])}`,
      ...posts.filter(({ revisions }) => revisions.length > 1).map(({ id }) => `?find=${secretOf(id, 2)}`),
    ];
  if (path.endsWith('/found')) return ['?find=secret'];
  if (path.endsWith('/bodies') || path.endsWith('/changed'))
    return ids.length === 0 ? [] : [`?posts=${ids.join(',')}`];
  if (path.endsWith('/people') || path.endsWith('/would')) return ['', ...ids.map((id) => `?answers=${id}`)];
  return [''];
}

/** Every address of a path in a forum: for each of its posts and of the people, with whatever may be asked besides. */
export function addressesOf(path: string, forum: string, posts: readonly Post[]): string[] {
  const filled = path.replace(':course', 'rivers').replace(':forum', forum).replace(':item', forum);
  const perPost = filled.includes(':post') ? posts.map(({ id }) => filled.replace(':post', id)) : [filled];
  const perStudent = perPost.flatMap((each) =>
    each.includes(':student') ? people.map(({ id }) => each.replace(':student', id)) : [each],
  );
  return perStudent
    .map((filled) => filled.replace(/:\w+/g, 'nothing-there'))
    .flatMap((filled) => queriesOf(path, posts).map((query) => filled + query));
}

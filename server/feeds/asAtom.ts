import { element, xmlText } from './xml';
import type { ForumFeed } from './feedOf';

const dateOf = (at: number) => new Date(at).toISOString();

/**
 * A forum as an Atom feed (RFC 4287): an entry a post, with sound and film as enclosures.
 *
 * @param self the address it is fetched from
 */
export function asAtom(feed: ForumFeed, self: string): string {
  return xmlText(
    element('feed', { xmlns: 'http://www.w3.org/2005/Atom' }, [
      element('id', {}, feed.forumAddress),
      element('title', {}, feed.title),
      element('subtitle', {}, feed.subtitle),
      element('updated', {}, dateOf(feed.updatedAt)),
      element('generator', {}, 'Juror'),
      element('link', { rel: 'self', type: 'application/atom+xml', href: self }),
      element('link', { rel: 'alternate', type: 'text/html', href: feed.forumAddress }),
      ...feed.posts.map((post) =>
        element('entry', {}, [
          element('id', {}, post.address),
          element('title', {}, post.title),
          element('published', {}, dateOf(post.createdAt)),
          element('updated', {}, dateOf(post.updatedAt)),
          element('author', {}, [element('name', {}, post.author)]),
          element('link', { rel: 'alternate', type: 'text/html', href: post.address }),
          ...post.recordings.map(({ address, type, size, name }) =>
            element('link', { rel: 'enclosure', type, length: String(size), title: name, href: address }),
          ),
          element('content', { type: 'html' }, post.html),
        ]),
      ),
    ]),
  );
}

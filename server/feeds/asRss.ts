import { secondsWords } from '../../words/dates';
import { element, xmlText } from './xml';
import type { ForumFeed } from './feedOf';

/**
 * The recordings of a forum as RSS 2.0, for players: an item a recording, with its length.
 *
 * @param self the address it is fetched from
 */
export function asRss(feed: ForumFeed, self: string): string {
  const items = feed.posts.flatMap((post) => post.recordings.map((recording) => ({ post, recording })));
  return xmlText(
    element('rss', { version: '2.0', 'xmlns:atom': 'http://www.w3.org/2005/Atom' }, [
      element('channel', {}, [
        element('title', {}, feed.title),
        element('link', {}, feed.forumAddress),
        element('description', {}, feed.subtitle),
        element('generator', {}, 'Juror'),
        element('lastBuildDate', {}, new Date(feed.updatedAt).toUTCString()),
        element('atom:link', { rel: 'self', type: 'application/rss+xml', href: self }),
        ...items.map(({ post, recording }) =>
          element('item', {}, [
            element(
              'title',
              {},
              recording.seconds === null ? post.title : `${post.title} (${secondsWords(recording.seconds)})`,
            ),
            element('link', {}, post.address),
            element('description', {}, recording.transcript || recording.name),
            element(
              'guid',
              { isPermaLink: 'false' },
              `${post.address}.${recording.address.split('/').at(-1)}`,
            ),
            element('pubDate', {}, new Date(post.createdAt).toUTCString()),
            element('enclosure', {
              url: recording.address,
              length: String(recording.size),
              type: recording.type,
            }),
          ]),
        ),
      ]),
    ]),
  );
}

import { approvalAt } from '../../core/course/approval';
import { createdAt } from '../../core/course/post';
import { sealedCount } from '../../core/access/readable';
import { kindOfFile } from '../../contract/files';
import type { PostBody } from '../../contract/posts';
import { addresses } from '../../words/addresses';
import { plural } from '../../words/numbers';
import { openForum, type OpenForum } from '../course/access/openForum';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { bodiesToSend } from '../discuss/postBodies';
import { noteReceived } from '../readMarks/received';
import { notFound } from '../refusals/problem';

/** So many of the newest posts stand in a feed. (rules §10) */
const NEWEST = 100;

/** A sound or a film that comes with a post. */
export interface Recording {
  readonly address: string;
  readonly type: string;
  readonly size: number;
  readonly name: string;
  readonly seconds: number | null;
  /** What is said in it, as its author wrote it down; empty where nobody did. */
  readonly transcript: string;
}

/** A post as it stands in a feed. */
export interface FeedPost {
  readonly address: string;
  readonly title: string;
  readonly author: string;
  readonly html: string;
  readonly createdAt: number;
  readonly updatedAt: number;
  readonly recordings: readonly Recording[];
}

/** A forum as one person’s feed of it. */
export interface ForumFeed {
  readonly title: string;
  readonly subtitle: string;
  readonly forumAddress: string;
  readonly updatedAt: number;
  /** The newest first. */
  readonly posts: readonly FeedPost[];
}

/** Where things of a feed are found from outside. */
export interface FeedPlace {
  /** Where people reach Juror, without a slash at the end. */
  readonly origin: string;
  /** Where the feed’s files are, below its own secret address. */
  readonly filesAt: (fileId: string) => string;
  readonly madeAt: number;
}

const toRecording = (
  { id, type, size, name, seconds, alt }: PostBody['attachments'][number],
  place: FeedPlace,
): Recording => ({
  address: place.filesAt(id),
  type,
  size,
  name,
  seconds,
  transcript: alt,
});

/** The HTML of a text with every address in full, and its files below the feed’s own address. */
function withFullAddresses(html: string, forumAddress: string, place: FeedPlace): string {
  return html
    .replace(/\/api\/files\/([\w-]+)/g, (_, id: string) => place.filesAt(id))
    .replace(/(href|src)="\/(?!\/)/g, `$1="${place.origin}/`)
    .replace(/href="#/g, `href="${forumAddress}#`);
}

/** Whether a post stands in somebody's feed: they may read it, it is no aside, and it neither waits nor was given back. (rules §10) */
export function inFeed(opened: OpenForum, postId: string, now: number): boolean {
  const place = opened.placed.get(postId);
  if (!place || opened.sees.get(postId) !== 'text' || place.removed || place.asideWith !== null) return false;
  const approval = approvalAt(opened.posts.get(postId)!, now);
  return approval !== 'held' && approval !== 'returned';
}

/**
 * The newest posts of a forum that one person may read now, for a program that reads feeds: no asides, nothing that waits or was given
 * back; of what is sealed only how many posts wait. What is told is noted as received. (rules §10)
 *
 * @throws {Problem} 404 where the forum offers no feed, or is not there for them
 */
export async function feedOf(
  db: Db,
  course: InCourse,
  forumId: string,
  place: FeedPlace,
  now: number,
): Promise<ForumFeed> {
  const { setup } = course;
  const { card } = forumIn(setup, forumId);
  if (!card.rules.feed) throw notFound();
  const opened = await openForum(db, course, forumId, now);
  const ids = [...opened.placed.keys()]
    .filter((id) => inFeed(opened, id, now))
    .map((id) => ({ id, at: createdAt(opened.posts.get(id)!) }))
    .sort((one, other) => other.at - one.at || (one.id < other.id ? 1 : -1))
    .slice(0, NEWEST);
  const { bodies, sent } = await bodiesToSend(
    db,
    course,
    opened,
    ids.map(({ id }) => id),
    now,
  );
  noteReceived(db, course, sent, now);
  const nameOf = (id: string) => setup.names.get(id)?.name ?? 'Someone';
  const forumAddress = place.origin + addresses.forum(setup.id, forumId);
  const posts = bodies.map((body): FeedPost => {
    const post = opened.posts.get(body.id)!;
    const author = nameOf(post.authorId);
    const above = post.parentId === null ? undefined : opened.posts.get(post.parentId);
    const isReply = above !== undefined && opened.sees.get(above.id) === 'text';
    return {
      address: `${forumAddress}#post-${body.id}`,
      title: isReply ? `${author} replies to ${nameOf(above.authorId)}` : author,
      author,
      html: withFullAddresses(body.html, forumAddress, place),
      createdAt: createdAt(post),
      updatedAt: post.revisions[body.number - 1]!.at,
      recordings: body.attachments
        .filter(({ type }) => kindOfFile(type) === 'audio' || kindOfFile(type) === 'video')
        .map((file) => toRecording(file, place)),
    };
  });
  const waiting = sealedCount(opened.access, [...opened.placed.values()]);
  return {
    title: `${card.title} · ${setup.code}`,
    subtitle:
      waiting === 0
        ? setup.title
        : `${plural(waiting, 'post is', 'posts are')} sealed until your own initial post.`,
    forumAddress,
    updatedAt: Math.max(place.madeAt, ...posts.map(({ updatedAt }) => updatedAt)),
    posts,
  };
}

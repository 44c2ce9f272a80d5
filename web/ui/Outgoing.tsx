import { addresses } from '../../words/addresses';
import { CloudOff } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from './toast';
import { useUnsent, useWaitingPosts, type WaitingPost } from '../data/unsent';

/** What waits in one forum, and why. */
function Unsent({ posts }: { posts: readonly WaitingPost[] }) {
  const [first] = posts;
  const refused = posts.find(({ problem }) => problem !== null);
  const many = posts.length > 1 ? `${posts.length} of your posts` : 'One of your posts';
  return (
    <li className="flex flex-wrap items-center gap-x-3 px-4 py-1.5 sm:px-6">
      <CloudOff className="size-4 shrink-0 text-late" aria-hidden />
      <span>
        {refused
          ? `${many} could not be sent: ${refused.problem}`
          : `${many} ${posts.length > 1 ? 'are' : 'is'} waiting for the connection.`}
      </span>
      <Link className="link-plain" to={addresses.forum(first!.course, first!.forum)}>
        Open the forum
      </Link>
    </li>
  );
}

/** Sends the posts of a person that wait for the connection, wherever in Juror they are by then, and shows what is not sent yet. */
export function Outgoing({ person }: { person: string }) {
  const waiting = useWaitingPosts(person);
  useUnsent(person, () => toast.success('The connection is back: your post is sent.'));
  if (waiting.length === 0) return null;
  const byForum = new Map<string, WaitingPost[]>();
  for (const post of waiting) {
    const name = `${post.course} ${post.forum}`;
    byForum.set(name, [...(byForum.get(name) ?? []), post]);
  }
  return (
    <ul aria-label="Posts that are not sent yet" className="no-print ruled border-b text-sm bg-late-wash">
      {[...byForum].map(([name, posts]) => (
        <Unsent key={name} posts={posts} />
      ))}
    </ul>
  );
}

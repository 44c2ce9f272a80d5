import { CloudOff } from 'lucide-react';
import { plainText } from '../../../core/text/plainText';
import { courseNow } from '../../data/clock';
import { unsentOf, type WaitingPost } from '../../data/unsent';
import { newId } from '../../data/newId';
import { DraftStore, thisTab } from './writing/draftStore';

/** Posts that wait for the connection, each with its text; one can be taken back. */
export function Waiting({ posts, taken }: { posts: readonly WaitingPost[]; taken: () => void }) {
  if (posts.length === 0) return null;
  const takeBack = ({ person, course, forum, body, files }: WaitingPost) => {
    const place = { person, course, forum, key: body.draft ?? '' };
    new DraftStore(place, thisTab(newId), localStorage).write({
      doc: body.doc,
      files,
      synced: false,
      postId: body.id,
      after: null,
      at: courseNow(),
    });
    unsentOf(person).take(body.id);
    taken();
  };
  return (
    <section aria-label="Waiting to be sent" className="space-y-2">
      {posts.map((post) => (
        <div
          key={post.body.id}
          className="rounded-box ruled flex gap-3 border border-dashed px-4 py-3 bg-late-wash"
        >
          <CloudOff className="mt-0.5 size-4 shrink-0 text-late" aria-hidden />
          <div className="min-w-0 grow">
            <p role="status" className="font-semibold">
              {post.problem ?? 'Your post waits: the server cannot be reached. It is sent once it can be.'}
            </p>
            <p className="quiet truncate text-sm">{plainText(post.body.doc, { quotes: 'none' })}</p>
          </div>
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => takeBack(post)}>
            Withdraw it
          </button>
        </div>
      ))}
    </section>
  );
}

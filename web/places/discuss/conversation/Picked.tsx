import { CheckCheck, Layers } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import type { PostView } from '../../../../contract/posts';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { plural, numberWords } from '../../../../words/numbers';
import { BulkActions } from '../post/BulkActions';
import { useForumContext } from '../context/forumContext';
import { withoutFilters } from './useFinding';

/** An address with this many posts in it is still taken by every browser and server. */
const STACKED = 150;
const quiet = 'btn btn-ghost btn-sm h-9';

/** What is picked, at the foot of the page, and what can be done with it: read as a stack, and moderated by staff. */
export function Picked({
  posts,
  shown,
  letGo,
  isStack,
}: {
  posts: readonly PostView[];
  /** The posts that are shown, by filters or without: what *all* means. */
  shown: readonly string[];
  letGo: () => void;
  isStack: boolean;
}) {
  const [search] = useSearchParams();
  const { picks, pick, marks } = useForumContext();
  const vantage = useVantage();
  const isStaff = useCourse().role !== 'student' && vantage === null;
  if (picks.size === 0 || isStack) return null;
  const next = withoutFilters(search);
  next.set('view', 'stack');
  next.set('posts', [...picks].join('.'));
  const more = shown.filter((id) => !picks.has(id));
  const picked = posts.filter(({ id }) => picks.has(id));
  const unread = picked.filter(({ read }) => !read).map(({ id }) => id);
  return (
    <div
      role="region"
      aria-label="Picked posts"
      className="raised ruled rounded-box no-print fixed bottom-4 left-1/2 z-20 flex w-max max-w-[calc(100vw-2rem)] -translate-x-1/2 flex-wrap items-center justify-center gap-x-3 gap-y-1 border px-4 py-2.5 shadow-lg"
    >
      <span role="status" className="num font-semibold">
        {plural(picks.size, 'post')} picked
      </span>
      {picks.size <= STACKED && (
        <Link to={{ search: next.toString() }} className="btn btn-primary btn-sm h-9">
          <Layers className="size-4" aria-hidden />
          Read as a stack
        </Link>
      )}
      {more.length > 0 && (
        <button type="button" className={quiet} onClick={() => more.forEach((id) => pick(id, true))}>
          Pick all {numberWords(shown.length)} shown
        </button>
      )}
      {unread.length > 0 && (
        <button type="button" className={quiet} onClick={() => void marks.mark(unread, true)}>
          <CheckCheck className="size-4" aria-hidden />
          Mark read
        </button>
      )}
      {isStaff && <BulkActions posts={picked} className={quiet} done={letGo} />}
      <button type="button" className={quiet} onClick={letGo}>
        Clear the selection
      </button>
    </div>
  );
}

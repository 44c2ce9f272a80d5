import { useVirtualizer } from '@tanstack/react-virtual';
import { Pin } from 'lucide-react';
import { useRef } from 'react';
import type { ForumView } from '../../../../contract/discuss';
import { useCourse } from '../../../data/course';
import { plural } from '../../../../words/numbers';
import { useBody } from '../context/bodies';
import { answerOf, firstWords, type Thread } from '../context/conversation';

/** How a thread runs on: a bar for each post, as tall as it is near the top. */
function Shape({ thread }: { thread: Thread }) {
  return (
    <span aria-hidden className="flex h-3.5 items-end gap-[2px]">
      {thread.posts.slice(0, 14).map(({ post, depth }) => (
        <span
          key={post.id}
          className={`w-[3px] rounded-[1px] ${post.mine ? 'bg-river' : 'bg-quiet'}`}
          style={{ height: `${Math.max(4, 14 - depth * 2)}px`, opacity: post.mine ? 1 : 0.45 }}
        />
      ))}
    </span>
  );
}

/** The height of a thread in the rail, in px. */
const HEIGHT = 58;

function ThreadLink({
  thread,
  forum,
  current,
}: {
  thread: Thread;
  forum: ForumView;
  current: string | null;
}) {
  const { opening } = thread;
  const body = useBody(opening.id);
  const question = forum.questions.findIndex(({ id }) => id === opening.questionId) + 1;
  const unread = thread.posts.filter(({ post }) => !post.read && post.as === 'text').length;
  const isHere = thread.posts.some(({ post }) => post.id === current);
  const alone = thread.posts.length === 1 && opening.as === 'text' && opening.author?.kind === 'student';
  return (
    <a
      href={`#post-${opening.id}`}
      className={`block h-full px-4.5 py-2 hover:bg-base-200 ${isHere ? 'bg-river-wash' : ''}`}

      aria-current={isHere ? 'location' : undefined}
    >
      <span className="flex items-end justify-between gap-2">
        <span className="truncate text-sm font-semibold">
          {opening.pinned && (
            <Pin className="mr-1 inline size-3.5 align-[-2px] text-river" aria-label="pinned" role="img" />
          )}
          {opening.author?.name ?? 'Removed'}
        </span>
        <Shape thread={thread} />
      </span>
      <span className="quiet block truncate text-sm">
        {question > 0 && <span className="num">question {question} · </span>}
        {unread > 0 && <span className="num text-river">{unread} unread · </span>}
        {answerOf(thread) !== null && <span className="font-semibold text-river">answered · </span>}
        {alone && <span className="text-late">no reply yet · </span>}
        {body && firstWords(body.html)}
      </span>
    </a>
  );
}

/** The shape of the conversation, and where you are in it. */
export function Rail({
  forum,
  threads,
  current,
}: {
  forum: ForumView;
  threads: readonly Thread[];
  current: string | null;
}) {
  const course = useCourse();
  const unit = course.units.findIndex(({ id }) => id === forum.unitId);
  const nav = useRef<HTMLElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- it is read anew on every render of this small part
  const virtualizer = useVirtualizer({
    count: threads.length,
    getScrollElement: () => nav.current,
    estimateSize: () => HEIGHT,
    getItemKey: (index) => threads[index]!.opening.id,
    overscan: 5,
    scrollMargin: 0,
  });
  const posts = threads.reduce(
    (sum, thread) => sum + thread.posts.filter(({ post }) => post.as === 'text').length,
    0,
  );
  return (
    <nav
      ref={nav}
      aria-label="Threads"
      className="ruled no-print hidden w-60 shrink-0 border-r lg:sticky lg:top-[52px] lg:block lg:h-[calc(100vh-52px)] lg:overflow-y-auto"
    >
      <div className="ruled border-b px-4.5 pt-4 pb-3">
        <p className="label-caps">{unit >= 0 ? `Unit ${unit + 1}` : 'On top'}</p>
        <a href="#prompt" className="mt-0.5 block font-serif leading-snug font-semibold hover:underline">
          {forum.title}
        </a>
        <p className="quiet num mt-0.5 text-sm">
          {forum.sealed !== null
            ? `${plural(forum.sealed.posts, 'post')} sealed`
            : `${plural(threads.length, 'thread')} · ${plural(posts, 'post')}`}
        </p>
      </div>
      <ol style={{ height: `${virtualizer.getTotalSize()}px`, position: 'relative' }}>
        {virtualizer.getVirtualItems().map(({ index, start, key }) => (
          <li
            key={key}
            aria-posinset={index + 1}
            aria-setsize={threads.length}
            className="absolute inset-x-0"
            style={{ top: start, height: HEIGHT }}
          >
            <ThreadLink thread={threads[index]!} forum={forum} current={current} />
          </li>
        ))}
      </ol>
    </nav>
  );
}

import { COINED } from '../../../../words/coined';
import { ArrowLeft, BookmarkPlus, CheckCheck, Printer } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { toast } from '../../../ui/toast';
import { setNod } from '../../../../contract/discuss';
import type { PostBody } from '../../../../contract/posts';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { plural } from '../../../../words/numbers';
import { saidWithUndo } from '../../../ui/saidWithUndo';
import { BulkActions } from '../post/BulkActions';
import type { Bodies } from '../context/bodies';
import { Conversation } from './Conversation';
import type { Placed } from '../context/conversation';
import { useForumContext } from '../context/forumContext';
import { rowsOfPosts } from './rows';

const quiet = 'quiet flex cursor-pointer items-center gap-1 text-sm hover:underline';

/** Does something to many posts, one after the other; says how many it was done to, and why not to the others. */
async function each(ids: readonly string[], work: (id: string) => Promise<unknown>) {
  let done = 0;
  let problem: string | null = null;
  for (const id of ids) {
    try {
      await work(id);
      done++;
    } catch (error) {
      problem = sentenceOf(error);
    }
  }
  return { done, problem };
}

/** Chosen posts in one scroll, each with what it answers; and what can be done to all of them. */
export function Stack({
  posts,
  bodies,
  back,
  whole,
  print,
}: {
  posts: readonly Placed[];
  bodies: Bodies;
  /** The address of the conversation. */
  back: string;
  whole: boolean;
  print: () => void;
}) {
  const { marks } = useForumContext();
  const vantage = useVantage();
  const rows = useMemo(() => rowsOfPosts(posts), [posts]);
  const unread = posts.filter(({ post }) => !post.read).map(({ post }) => post.id);
  const free = posts.filter(({ post }) => !post.bookmarked).map(({ post }) => post.id);
  const ids = posts.map(({ post }) => post.id);
  return (
    <section aria-label="Stack">
      <div className="no-print flex flex-wrap items-center gap-x-5 gap-y-1 py-3">
        <Link to={{ search: back }} className="link-plain flex items-center gap-1 text-sm">
          <ArrowLeft className="size-4" aria-hidden />
          The conversation
        </Link>
        <span className="grow" />
        {vantage === null && (
          <>
            {unread.length > 0 && (
              <button type="button" className={quiet} onClick={() => void marks.mark(unread, true)}>
                <CheckCheck className="size-4" aria-hidden />
                Mark all read
              </button>
            )}
            {free.length > 0 && (
              <button
                type="button"
                className={quiet}
                onClick={() => free.forEach((id) => void marks.bookmark(id, true))}
              >
                <BookmarkPlus className="size-4" aria-hidden />
                Bookmark all
              </button>
            )}
            <ActOnAll ids={ids} posts={posts} bodies={bodies} />
          </>
        )}
        <button type="button" className={quiet} onClick={print}>
          <Printer className="size-4" aria-hidden />
          Print
        </button>
      </div>
      <h1 className="mb-1 text-xl">A stack of {plural(posts.length, 'post')}</h1>
      {posts.length === 0 && (
        <p className="quiet py-6">
          This stack is empty: {COINED.stack[0]!.toLowerCase() + COINED.stack.slice(1)} Pick posts in the
          conversation (X), or take what a filter finds.
        </p>
      )}
      <Conversation rows={rows} label="Posts of the stack" whole={whole} />
    </section>
  );
}

/** What changes the posts themselves, with undo: nods, and what staff do. */
function ActOnAll({
  ids,
  posts,
  bodies,
}: {
  ids: readonly string[];
  posts: readonly Placed[];
  bodies: Bodies;
}) {
  const course = useCourse();
  const { forum } = useForumContext();
  const isStaff = course.role !== 'student';
  const at = (post: string) => ({ course: course.id, forum: forum.id, post });
  const standing = posts.filter(({ post }) => !post.removed).map(({ post }) => post.id);
  const run = async (
    of: readonly string[],
    work: (id: string) => Promise<unknown>,
    said: string,
    undo?: (id: string) => Promise<unknown>,
  ) => {
    const { done, problem } = await each(of, work);
    const told = `${plural(done, 'post')} ${said}`;
    if (done > 0 && undo) saidWithUndo(told, () => run(of, undo, 'as before.'));
    else if (done > 0) toast.success(told);
    if (problem !== null) toast.error(problem);
  };
  const nod = async () => {
    await bodies.all(ids);
    const may = ids
      .map((id) => bodies.get(id))
      .filter((body): body is PostBody => body?.nods?.may.yes === true);
    const open = may.filter(({ nods }) => nods!.mine === null).map(({ id }) => id);
    if (open.length === 0) return toast('There is no post here that you can still nod to.');
    await run(
      open,
      (id) => call(setNod, at(id), { value: 1 }),
      'nodded to.',
      (id) => call(setNod, at(id), { value: null }),
    );
  };
  return (
    <>
      {forum.approve === 'nods' && standing.length > 0 && (
        <button type="button" className={quiet} onClick={() => void nod()}>
          Nod to all
        </button>
      )}
      {isStaff && <BulkActions posts={posts.map(({ post }) => post)} />}
    </>
  );
}

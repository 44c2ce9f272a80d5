import type { RefObject } from 'react';
import type { PostView } from '../../../../contract/posts';
import { useKeys } from '../../../ui/keys';
import type { Writing } from '../context/writing';
import type { Bodies } from '../context/bodies';
import type { ForumContext } from '../context/forumContext';
import { passageIn } from './passage';

/** The keys of a forum: through its posts, and what is done with the one that is marked. */
export function useForumKeys({
  posts,
  order,
  unread,
  bodies,
  context,
  findField,
  goTo,
  showArrivals,
  print,
}: {
  posts: readonly PostView[];
  /** The posts one goes through, in order; and all of them, folded away or not. */
  order: { readonly shown: readonly string[]; readonly all: readonly string[] };
  unread: ReadonlySet<string>;
  bodies: Bodies;
  context: Pick<ForumContext, 'marks' | 'write' | 'picks' | 'pick' | 'openBeside' | 'quote'>;
  findField: RefObject<HTMLInputElement | null>;
  goTo: (post: string | undefined) => void;
  showArrivals: () => void;
  print: () => void;
}): { nextUnread: () => void } {
  const { marks, write, picks, pick, openBeside, quote } = context;
  // The address is ahead of what is drawn while keys follow each other quickly.
  const at = () => window.location.hash.slice('#post-'.length);
  const marked = () => posts.find(({ id }) => id === at());
  const step = (by: number) => {
    const { shown } = order;
    const here = shown.indexOf(at());
    goTo(shown[Math.max(0, Math.min(shown.length - 1, here + by))]);
  };
  const nextUnread = (done?: string) => {
    // What is folded away is unread all the same, and is unfolded on the way.
    const from = order.all.indexOf(at());
    const after = [...order.all.slice(from + 1), ...order.all.slice(0, from + 1)];
    goTo(after.find((id) => unread.has(id) && id !== done));
  };
  const answer = (post: PostView): Writing => ({ kind: 'answer', parentId: post.id });
  const key = (on: string, keys: string, does: string, run: () => void) => ({ on, keys, does, run });
  const withMarked = (does: (post: PostView) => void) => () => {
    const here = marked();
    if (here?.as === 'text') does(here);
  };
  const find = () => {
    findField.current?.focus();
    findField.current?.select();
  };
  useKeys([
    key('j', 'J', 'go to the next post', () => step(1)),
    key('k', 'K', 'go to the post before', () => step(-1)),
    key('u', 'U', 'go to the next unread post', () => nextUnread()),
    key('n', 'N', 'show the posts that have come meanwhile', showArrivals),
    key('/', '/', 'find in this forum', find),
    {
      ...key('Ctrl+f', 'Ctrl F', 'find in this forum; press again to find with the browser', find),
      when: () => findField.current !== null && document.activeElement !== findField.current,
    },
    key('Ctrl+p', 'Ctrl P', 'print everything that is shown', print),
    key('m', 'M', 'mark the post as read and go to the next unread one', () => {
      const here = marked();
      if (here && !here.read) void marks.mark([here.id], true);
      nextUnread(here?.id);
    }),
    key(
      'M',
      'Shift M',
      'mark the post as unread again',
      withMarked((post) => !post.mine && void marks.mark([post.id], false)),
    ),
    key(
      'b',
      'B',
      'bookmark the marked post, or remove its bookmark',
      withMarked((post) => void marks.bookmark(post.id, !post.bookmarked)),
    ),
    key(
      'x',
      'X',
      'pick the marked post for a stack, or leave it',
      withMarked((post) => pick(post.id, !picks.has(post.id))),
    ),
    key(
      'o',
      'O',
      'open the branch of the marked post beside the rest',
      withMarked((post) => openBeside(post.id)),
    ),
    key(
      'r',
      'R',
      'reply to the marked post',
      withMarked((post) => bodies.get(post.id)?.may.answer.yes && write(answer(post))),
    ),
    key('.', '.', 'open the menu of the marked post', () =>
      document.getElementById(`post-${at()}`)?.querySelector<HTMLElement>('[aria-haspopup=menu]')?.click(),
    ),
    key(
      'q',
      'Q',
      'reply with what is selected in the marked post, or its first paragraph, quoted',
      withMarked((post) => {
        const body = bodies.get(post.id);
        if (body?.may.quote.yes)
          quote({ post: post.id, version: body.number, passage: passageIn(post.id, body.html) });
      }),
    ),
  ]);
  return { nextUnread: () => nextUnread() };
}

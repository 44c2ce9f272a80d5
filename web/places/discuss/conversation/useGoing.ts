import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { RowListHandle } from './RowList';
import { withoutFilters } from './useFinding';
import type { Folding } from './useFolding';

/** After so many frames a post is laid out, or never. */
const FRAMES = 30;

/** The post of the address: it is unfolded, gone to, and has the focus; and how to go to another. */
export function useGoing({
  isThere,
  order,
  apart,
  folding,
  list,
}: {
  isThere: boolean;
  order: { readonly shown: readonly string[] };
  /** Posts stand one by one, and not all of them. */
  apart: boolean;
  folding: Folding;
  list: RowListHandle | null;
}): { current: string | null; goTo: (post: string | undefined) => void } {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const current = hash.startsWith('#post-') ? hash.slice('#post-'.length) : null;
  const { reveal } = folding;
  useEffect(() => {
    if (isThere && current !== null) reveal(current);
  }, [isThere, current, reveal]);
  const isShown = current !== null && order.shown.includes(current);
  useEffect(() => {
    if (!isShown || list === null) return;
    list.go(current);
    let frames = 0;
    const focus = () => {
      const element = document.getElementById(`post-${current}`);
      if (element === null && frames++ < FRAMES) handle = requestAnimationFrame(focus);
      else if (!(document.activeElement as HTMLElement | null)?.isContentEditable)
        element?.focus({ preventScroll: true });
    };
    let handle = requestAnimationFrame(focus);
    return () => cancelAnimationFrame(handle);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- gone to once, however often the list is drawn anew
  }, [isShown, current, list === null]);
  const goTo = (post: string | undefined) => {
    if (post === undefined) return;
    folding.reveal(post);
    // What is looked for is let go where the post is not among it.
    const isHere = order.shown.includes(post) || !apart;
    const now = new URLSearchParams(window.location.search);
    const search = (isHere ? now : withoutFilters(now)).toString();
    void navigate({ search, hash: `post-${post}` }, { replace: true });
    if (post === current) list?.go(post);
  };
  return { current, goTo };
}

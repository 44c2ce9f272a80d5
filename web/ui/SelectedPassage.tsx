import { MessageSquareText } from 'lucide-react';
import { useEffect, useState } from 'react';
import { placeOf, type PassagePlace } from './passages';
import { Kbd, useKeys } from './keys';

interface Selected extends PassagePlace {
  readonly postId: string;
  readonly left: number;
  readonly top: number;
}

/** What is selected in one of the pages' posts. */
function selectedNow(): Selected | null {
  const selection = document.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const { startContainer } = range;
  const element = startContainer instanceof Element ? startContainer : startContainer.parentElement;
  const root = element?.closest<HTMLElement>('[data-page-post]');
  const place = root ? placeOf(root, range) : null;
  if (!root || place === null) return null;
  const { left, width, bottom } = range.getBoundingClientRect();
  return { ...place, postId: root.dataset.pagePost!, left: left + width / 2, top: bottom };
}

/** A passage that was selected, and the post it stands in. */
export type ChosenPassage = PassagePlace & { readonly postId: string };

/** Offers to comment on what is selected in a text marked with `data-page-post`. */
export function SelectedPassage({ onComment }: { onComment: (passage: ChosenPassage) => void }) {
  const [selected, setSelected] = useState<Selected | null>(null);
  useEffect(() => {
    const look = () => setSelected(selectedNow());
    document.addEventListener('selectionchange', look);
    addEventListener('scroll', look, { passive: true, capture: true });
    return () => {
      document.removeEventListener('selectionchange', look);
      removeEventListener('scroll', look, { capture: true });
    };
  }, []);
  const comment = () => {
    const found = selectedNow();
    if (found === null) return;
    const { postId, text, nth } = found;
    document.getSelection()?.removeAllRanges();
    onComment({ postId, text, nth });
  };
  useKeys([{ on: 'c', keys: 'C', does: 'comment on the passage that is selected', run: comment }]);
  if (selected === null) return null;
  return (
    <button
      type="button"
      className="btn btn-primary btn-sm fixed z-40 -translate-x-1/2 shadow-lg"
      style={{
        left: Math.max(90, Math.min(selected.left, innerWidth - 90)),
        top: Math.min(selected.top + 8, innerHeight - 48),
      }}
      onMouseDown={(event) => event.preventDefault()}
      onClick={comment}
    >
      <MessageSquareText className="size-3.5" aria-hidden />
      Comment <Kbd>C</Kbd>
    </button>
  );
}

import { Quote } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useBody } from '../context/bodies';
import { useForumContext } from '../context/forumContext';
import { selectedPassage } from './passage';

/** Offers to answer with a passage, beside what is selected in a post. */
export function SelectionQuote() {
  const [selected, setSelected] = useState<{
    post: string;
    passage: string;
    left: number;
    top: number;
  } | null>(null);
  const isSelected = selected !== null;
  useEffect(() => {
    const look = () => {
      const found = selectedPassage();
      const rect = found?.range.getBoundingClientRect();
      setSelected(found && rect ? { ...found, left: rect.left + rect.width / 2, top: rect.bottom } : null);
    };
    document.addEventListener('selectionchange', look);
    // To ask what is selected has the page laid out; while nothing is, scrolling does not have to wait for it.
    if (isSelected) addEventListener('scroll', look, { passive: true });
    return () => {
      document.removeEventListener('selectionchange', look);
      removeEventListener('scroll', look);
    };
  }, [isSelected]);
  return selected && <Offer key={selected.post} {...selected} />;
}

function Offer({ post, passage, left, top }: { post: string; passage: string; left: number; top: number }) {
  const { quote } = useForumContext();
  const body = useBody(post);
  if (!body || passage.length > 5000) return null;
  return (
    <button
      type="button"
      className="btn btn-primary btn-sm no-print fixed z-40 -translate-x-1/2 shadow-lg"
      style={{
        left: Math.max(80, Math.min(left, innerWidth - 80)),
        top: Math.min(top + 8, innerHeight - 48),
      }}
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => {
        quote({ post, version: body.number, passage });
        document.getSelection()?.removeAllRanges();
      }}
    >
      <Quote className="size-3.5" aria-hidden />
      Quote this
    </button>
  );
}

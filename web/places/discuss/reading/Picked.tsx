import { Layers } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { countWords } from '../../../ui/pointWords';
import { withoutFilters } from './useFinding';

/** What is picked for a stack, at the foot of the page. */
export function Picked({
  picks,
  letGo,
  isStack,
}: {
  picks: ReadonlySet<string>;
  letGo: () => void;
  isStack: boolean;
}) {
  const [search] = useSearchParams();
  if (picks.size === 0 || isStack) return null;
  const next = withoutFilters(search);
  next.set('view', 'stack');
  next.set('posts', [...picks].join('.'));
  return (
    <div
      role="status"
      className="raised ruled rounded-box no-print fixed bottom-4 left-1/2 z-20 flex -translate-x-1/2 items-center gap-4 border px-4 py-2.5 shadow-lg"
    >
      <span className="num font-semibold">{countWords(picks.size, 'post')} picked</span>
      <Link to={{ search: next.toString() }} className="btn btn-primary btn-sm h-9">
        <Layers className="size-4" aria-hidden />
        Read as a stack
      </Link>
      <button type="button" className="btn btn-ghost btn-sm h-9" onClick={letGo}>
        Let go
      </button>
    </div>
  );
}

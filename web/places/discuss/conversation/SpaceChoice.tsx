import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useSearchParams } from 'react-router';
import type { ForumView } from '../../../../contract/discuss';
import { useKeys } from '../../../ui/keys';
import { plural } from '../../../../words/numbers';

const NAMES = {
  class: { all: '', one: '' },
  section: { all: 'All sections', one: 'Section' },
  group: { all: 'All groups', one: 'Group' },
  staff: { all: 'All journals', one: 'Whose journal' },
} as const;

/** In a forum of sections, groups or journals: which of them is looked at, one step to the next. Lives in the address. */
export function SpaceChoice({
  forum,
  chosen,
}: {
  forum: ForumView;
  chosen: ForumView['spaces'][number] | null;
}) {
  const [, setSearch] = useSearchParams();
  const { spaces } = forum;
  const choose = (id: string) => setSearch(id === '' ? {} : { space: id }, { replace: true });
  const at = spaces.findIndex(({ id }) => id === chosen?.id);
  const step = (by: number) => {
    const next = spaces[(at + by + spaces.length) % spaces.length];
    if (next) choose(next.id);
  };
  const many = spaces.length > 1;
  useKeys(
    many
      ? [
          { on: ']', keys: ']', does: 'go to the next group, section or journal', run: () => step(1) },
          { on: '[', keys: '[', does: 'go to the one before', run: () => step(at < 0 ? 0 : -1) },
        ]
      : [],
  );
  const [only] = spaces;
  if (!many) return only && forum.readers !== 'staff' ? <p className="label-caps">{only.title}</p> : null;
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square"
        aria-label="Previous"
        onClick={() => step(at < 0 ? 0 : -1)}
      >
        <ChevronLeft className="size-4" aria-hidden />
      </button>
      <select
        className="select select-sm raised h-9 w-auto max-w-full"
        aria-label={NAMES[forum.readers].one}
        value={chosen?.id ?? ''}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="">{NAMES[forum.readers].all}</option>
        {spaces.map(({ id, title, posts, mine }) => (
          <option key={id} value={id}>
            {title}
            {mine ? ' (yours)' : ''} · {plural(posts, 'post')}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square"
        aria-label="Next"
        onClick={() => step(1)}
      >
        <ChevronRight className="size-4" aria-hidden />
      </button>
    </div>
  );
}

import type { GradebookView } from '../../../../contract/gradebook';
import { pointWords } from '../../../../words/numbers';
import type { NotKept } from './useCells';

const SHOWN = 5;

const said = (value: NotKept['change']['after']) =>
  value === null ? 'nothing' : value === 'excused' ? 'excused' : pointWords(value);

/** What was typed and could not be kept: nothing of it is lost, and a newer score is written over only knowingly. */
export function NotKeptBar({
  view,
  notKept,
  insist,
  leave,
}: {
  view: GradebookView;
  notKept: readonly NotKept[];
  insist: (each: NotKept) => void;
  leave: (each: NotKept) => void;
}) {
  if (notKept.length === 0) return null;
  const name = (id: string) => view.rows.find(({ student }) => student.id === id)?.student.sortable ?? '';
  const title = (id: string) => view.items.find((item) => item.id === id)?.title ?? '';
  return (
    <div role="alert" className="ruled border-y bg-seal-wash px-5 py-2">
      <ul>
        {notKept.slice(0, SHOWN).map((each) => (
          <li
            key={`${each.change.item} ${each.change.student}`}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5"
          >
            <span className="num grow">
              <b>{said(each.change.after)}</b> for {name(each.change.student)}, {title(each.change.item)}, is
              not kept. {each.message}
            </span>
            <button type="button" className="btn btn-xs raised ruled h-7" onClick={() => insist(each)}>
              {each.newer === undefined ? 'Try again' : `Write ${said(each.change.after)} anyway`}
            </button>
            <button type="button" className="btn btn-xs btn-ghost h-7" onClick={() => leave(each)}>
              Cancel
            </button>
          </li>
        ))}
      </ul>
      {notKept.length > SHOWN && <p className="quiet text-sm">… and {notKept.length - SHOWN} more.</p>}
    </div>
  );
}

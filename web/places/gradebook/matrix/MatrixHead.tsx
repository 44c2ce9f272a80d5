import { maximumWords } from '../../../../words/numbers';
import type { ColumnGroup, MatrixColumn } from './columns';
import { GROUP_HEAD, idOf, ITEM_HEAD, widthOf } from './layout';
import type { CellPlace } from './moves';

/** "60 % · the worst 2 dropped" */
function groupWords({ category }: ColumnGroup, mode: 'weighted' | 'byPoints'): string {
  if (category === null) return '';
  const { weight, drop } = category;
  const dropped = drop === 0 ? null : drop === 1 ? 'one dropped' : `${drop} dropped`;
  return [mode === 'weighted' ? `${weight / 100} %` : null, dropped].filter(Boolean).join(' · ');
}

/** What a column counts for, where it is not the usual. */
function countsWords(column: Extract<MatrixColumn, { kind: 'item' }>): string | null {
  const { counts, extraCredit } = column.item;
  if (!counts) return 'does not count';
  return extraCredit ? 'extra credit' : null;
}

function HeadText({ column }: { column: MatrixColumn }) {
  if (column.kind === 'total') return <span className="font-semibold">Total</span>;
  if (column.kind === 'sum')
    return <span className="font-semibold break-words">{column.category.title}</span>;
  const also = countsWords(column);
  return (
    <>
      <span className="line-clamp-4 font-semibold break-words hyphens-auto" title={column.item.title}>
        {column.item.title}
      </span>
      <span className="quiet num block text-xs">
        {maximumWords(column.item.maximum)}
        {column.item.forumId === null && ' · by hand'}
        {also && ` · ${also}`}
      </span>
    </>
  );
}

/** The names of the categories and of the columns; they stay in sight while the rows move. */
export function MatrixHead({
  groups,
  near,
  start,
  nameWidth,
  mode,
  sort,
  place,
}: {
  groups: readonly ColumnGroup[];
  near: readonly (readonly [MatrixColumn, number])[];
  start: number;
  nameWidth: number;
  mode: 'weighted' | 'byPoints';
  sort: string;
  place: CellPlace;
}) {
  const sorted = (column: MatrixColumn) =>
    (column.kind === 'item' && column.item.id === sort) || (column.kind === 'total' && sort === 'total');
  return (
    <div role="rowgroup" className="sticky top-0 z-20 bg-base-100">
      <div role="row" aria-rowindex={1} className="flex" style={{ height: GROUP_HEAD }}>
        <div
          role="presentation"
          className="sticky left-0 z-20 shrink-0 bg-base-100"
          style={{ width: nameWidth, height: GROUP_HEAD }}
        />
        {groups.map((group) => {
          return (
            <div
              key={group.key}
              role="columnheader"
              aria-colindex={group.from + 2}
              aria-colspan={group.columns.length}
              className="ruled shrink-0 border-l"
              style={{ width: group.columns.reduce((sum, each) => sum + widthOf(each), 0) }}
            >
              <span
                className="label-caps sticky inline-block max-w-full truncate px-3 pt-1.5"
                style={{ left: nameWidth }}
              >
                {group.title} <span className="font-normal normal-case">{groupWords(group, mode)}</span>
              </span>
            </div>
          );
        })}
      </div>
      <div role="row" aria-rowindex={2} className="ruled flex border-b" style={{ height: ITEM_HEAD }}>
        <div
          role="columnheader"
          id={idOf({ row: -1, column: -1 })}
          aria-colindex={1}
          aria-sort={sort === 'name' ? 'ascending' : undefined}
          className={`sticky left-0 z-20 flex shrink-0 cursor-pointer items-end bg-base-100 pb-2 pl-5 font-semibold ${
            place.row === -1 && place.column === -1 ? 'cell-active' : ''
          }`}
          style={{ width: nameWidth }}
        >
          Student
        </div>
        <div role="presentation" className="shrink-0" style={{ width: start }} />
        {near.map(([each, at]) => {
          const isActive = place.row === -1 && place.column === at;
          return (
            <div
              key={each.key}
              role="columnheader"
              id={idOf({ row: -1, column: at })}
              aria-colindex={at + 2}
              aria-sort={sorted(each) ? 'descending' : undefined}
              className={`flex shrink-0 cursor-pointer flex-col justify-end px-3 pb-2 text-right text-[0.85rem] leading-tight hover:underline ${
                each.kind === 'item' ? (each.opensGroup ? 'ruled border-l' : '') : 'bg-base-200'
              } ${isActive ? 'cell-active' : ''}`}
              style={{ width: widthOf(each) }}
            >
              <HeadText column={each} />
              {sorted(each) && <span className="sr-only">, the highest first</span>}
            </div>
          );
        })}
      </div>
    </div>
  );
}

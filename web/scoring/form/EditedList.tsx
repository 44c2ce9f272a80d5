import { Fragment, type ReactNode } from 'react';
import { newId } from '../../data/newId';
import { AddRow, RowActions } from '../../ui/RowActions';
import { changed, moved, without, withBelow } from './listChanges';

/** What one row of a list has at hand. */
export interface EditedRow<T> {
  readonly row: T;
  readonly index: number;
  /** Which one, as `item 2 of part 1`. */
  readonly which: string;
  readonly update: (patch: Partial<T>) => void;
  /** Moves, duplicates and takes the row away. */
  readonly actions: ReactNode;
}

/** A list whose rows are added, changed, moved, duplicated and removed: what rubrics, checklists and scales are built with. */
export function EditedList<T extends { id: string }>({
  noun,
  name,
  rows,
  change,
  fresh,
  copy = (row) => ({ ...row, id: newId() }),
  field,
  says,
  beside,
  children,
}: {
  /** What a row is called, as `item`. */
  noun: string;
  /** What the list belongs to, as `part 2`. */
  name: string;
  rows: readonly T[];
  change: (rows: T[]) => void;
  /** What is added next. */
  fresh: () => readonly T[];
  /** One like another, with ids of its own. */
  copy?: (row: T) => T;
  /** The list's name in the form. */
  field: string;
  says: (field: string) => ReactNode;
  /** Beside the button that adds. */
  beside?: ReactNode;
  children: (row: EditedRow<T>) => ReactNode;
}) {
  return (
    <>
      {rows.map((row, index) => (
        <Fragment key={row.id}>
          {children({
            row,
            index,
            which: `${noun} ${index + 1} of ${name}`,
            update: (patch) => change(changed(rows, index, patch)),
            actions: (
              <RowActions
                name={noun}
                index={index}
                last={rows.length - 1}
                move={(from, to) => change(moved(rows, from, to))}
                copy={() => change(withBelow(rows, index, copy(row)))}
                remove={() => change(without(rows, index))}
              />
            ),
          })}
        </Fragment>
      ))}
      {says(field)}
      <div className="flex flex-wrap items-center gap-3">
        <AddRow name={noun} add={() => change([...rows, ...fresh()])} />
        {beside}
      </div>
    </>
  );
}

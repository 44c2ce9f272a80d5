import type { CellChange } from '../../../contract/cells';
import type { GradebookRow, GradebookView } from '../../../contract/gradebook';
import { Dialog } from '../../ui/Dialog';
import { CellDialog } from './cell/CellDialog';
import { ColumnDialog } from './column/ColumnDialog';
import { ItemForm } from './column/ItemForm';
import { ExportDialog } from './exchange/ExportDialog';
import { ImportDialog } from './exchange/ImportDialog';
import { PasteColumn } from './exchange/PasteColumn';
import type { OpenDialog } from './useMatrix';

/** A new item that is entered by hand. */
export function NewItem({ view, close }: { view: GradebookView; close: () => void }) {
  return (
    <Dialog title="A new item" onClose={close} wide>
      <ItemForm view={view} item={null} saved={close} />
    </Dialog>
  );
}

/** The dialog that stands open over the matrix; nothing where what it is about is gone meanwhile. */
export function GradebookDialog({
  open,
  view,
  rows,
  fromRow,
  enter,
  sortBy,
  openDialog,
  close,
}: {
  open: OpenDialog;
  view: GradebookView;
  rows: readonly GradebookRow[];
  /** The row one is in: what is pasted begins there. */
  fromRow: number;
  /** Answers why nothing was entered, or null. */
  enter: (changes: readonly CellChange[], why: string) => Promise<string | null>;
  sortBy: (item: string) => void;
  openDialog: (open: OpenDialog) => void;
  close: () => void;
}) {
  if (open.what === 'newItem') return <NewItem view={view} close={close} />;
  if (open.what === 'import') return <ImportDialog view={view} enter={enter} onClose={close} />;
  if (open.what === 'export') return <ExportDialog onClose={close} />;
  const item = view.items.find(({ id }) => id === open.item);
  if (item === undefined) return null;
  if (open.what === 'paste')
    return (
      <PasteColumn
        view={view}
        rows={rows}
        from={fromRow}
        item={item}
        pasted={open.text}
        enter={(changes) => enter(changes, 'Pasted from a spreadsheet')}
        onClose={close}
      />
    );
  if (open.what === 'column')
    return (
      <ColumnDialog
        view={view}
        item={item}

        sortBy={() => {
          sortBy(item.id);
          close();
        }}
        paste={() => openDialog({ what: 'paste', item: item.id, text: '' })}
        onClose={close}
      />
    );
  const student = view.rows.find((each) => each.student.id === open.student)?.student;
  return student ? <CellDialog item={item} student={student} onClose={close} /> : null;
}

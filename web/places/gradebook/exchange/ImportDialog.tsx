import { useState } from 'react';
import type { CellChange } from '../../../../contract/cells';
import type { GradebookView } from '../../../../contract/gradebook';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';
import { chosenFiles, type Chosen } from './chosenFiles';
import { ReadOneRoster } from './ReadOneRoster';
import { ReadScores } from './ReadScores';

/** Reads scores from a file, or a whole class from OneRoster files. */
export function ImportDialog({
  view,
  enter,
  onClose,
}: {
  view: GradebookView;
  enter: (changes: readonly CellChange[], why: string) => Promise<string | null>;
  onClose: () => void;
}) {
  const mayReadAll = useCourse().role === 'instructor';
  const [chosen, setChosen] = useState<(Chosen & { readonly nth: number }) | null>(null);
  return (
    <Dialog title="Import" onClose={onClose} wide>
      <p className="quiet">
        <b>Scores</b> from a CSV file: as Juror exports it, changed in a spreadsheet; or any with a column of
        student numbers, e-mails or names, and columns called as the items.
        {mayReadAll && (
          <>
            {' '}
            <b>A whole class</b> from the files of OneRoster CSV 1.1, one by one or in their archive.
          </>
        )}{' '}
        Nothing is written before you confirm.
      </p>
      <input
        type="file"
        multiple={mayReadAll}
        accept={mayReadAll ? '.csv,text/csv,text/plain,.zip' : '.csv,text/csv,text/plain'}
        aria-label="Files to import"
        className="file-input raised mt-3"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          if (files.length > 0)
            void chosenFiles(files).then((next) =>
              setChosen((before) => ({ ...next, nth: (before?.nth ?? 0) + 1 })),
            );
          event.target.value = '';
        }}
      />
      {chosen?.kind === 'neither' && (
        <p role="alert" className="mt-2 text-error">
          {chosen.message}
        </p>
      )}
      {chosen?.kind === 'scores' && (
        <>
          {chosen.note && <p className="mt-2 text-sm text-late">{chosen.note}</p>}
          <ReadScores
            key={chosen.nth}
            view={view}
            name={chosen.name}
            text={chosen.text}
            enter={enter}
            done={onClose}
          />
        </>
      )}
      {chosen?.kind === 'oneRoster' &&
        (mayReadAll ? (
          <ReadOneRoster key={chosen.nth} name={chosen.name} files={chosen.files} done={onClose} />
        ) : (
          <p role="alert" className="mt-2 text-error">
            A whole class is imported by the instructors.
          </p>
        ))}
    </Dialog>
  );
}

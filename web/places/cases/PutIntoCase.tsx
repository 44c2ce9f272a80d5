import { lazy, useState } from 'react';
import type { PersonName } from '../../../contract/basics';
import type { ToAdd } from '../../../contract/cases';

const CaseDialog = lazy(async () => ({ default: (await import('./CaseDialog')).CaseDialog }));

/** Opens a case with something, or puts it into one there is. */
export function PutIntoCase({
  first,
  students,
}: {
  first: ToAdd;
  /** Whom it may be about. */
  students: readonly PersonName[];
}) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <button type="button" className="btn btn-sm h-9" onClick={() => setAsking(true)}>
        Put into a case …
      </button>
      {asking && <CaseDialog first={first} students={students} onClose={() => setAsking(false)} />}
    </>
  );
}

import { mutate } from 'swr';
import { getGradebook, type GradebookView } from '../../../../contract/gradebook';
import { keyOf } from '../../../data/useApi';

/** Puts rows that came back into the gradebook at hand. */
export function putRows(course: string, rows: GradebookView['rows']): void {
  const fresh = new Map(rows.map((row) => [row.student.id, row]));
  void mutate<GradebookView>(
    keyOf(getGradebook, { course }),
    (view) => view && { ...view, rows: view.rows.map((row) => fresh.get(row.student.id) ?? row) },
    { revalidate: false },
  );
}

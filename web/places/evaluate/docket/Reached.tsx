import type { DocketAction } from '../../../../contract/docketActions';
import { plural, pointWords } from '../../../../words/numbers';
import type { ActionPreview } from './useManyAtOnce';

function consequence(action: DocketAction, { before, after }: ActionPreview['changes'][number]): string {
  if (action === 'excuse') return 'excused';
  if (action === 'remark') return after === null ? 'with the score, once given' : 'at once';
  return before === null ? pointWords(after!) : `${pointWords(before)} → ${pointWords(after!)}`;
}

/** Whom it reaches, with what it does to each, and whom it cannot. */
export function Reached({
  preview,
  action,
  busy,
  doIt,
}: {
  preview: ActionPreview;
  action: DocketAction;
  busy: boolean;
  doIt: () => void;
}) {
  const { changes, passed } = preview;
  return (
    <section aria-label="What will happen" className="ruled mt-3 border-t pt-3">
      <p className="font-semibold">
        {changes.length === 0 ? 'This affects nobody.' : `This affects ${plural(changes.length, 'student')}:`}
      </p>
      <div className="mt-1 max-h-56 overflow-y-auto">
        <table className="w-full text-sm">
          <tbody>
            {changes.map((change) => (
              <tr key={change.student.id} className="ruled border-b last:border-0">
                <th scope="row" className="py-1 text-left font-normal">
                  {change.student.sortable}
                </th>
                <td className="num py-1 text-right">{consequence(action, change)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {passed.map(({ why, students }) => (
        <p key={why} className="quiet mt-1.5 text-sm">
          Not {plural(students.length, 'student')} {why}: {students.map(({ name }) => name).join(', ')}.
        </p>
      ))}
      {changes.length > 0 && (
        <button type="button" className="btn btn-primary mt-3" disabled={busy} onClick={doIt}>
          Apply to {plural(changes.length, 'student')}
        </button>
      )}
    </section>
  );
}

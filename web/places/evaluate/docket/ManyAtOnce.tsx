import { useState } from 'react';
import { toast } from 'sonner';
import { actOnDocket, undoDocketAct, type DocketAct } from '../../../../contract/docketActs';
import type { AnswerOf } from '../../../../contract/endpoint';
import type { RichNode } from '../../../../core/text/richText';
import { textOf } from '../../../../core/text/textOf';
import { call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { withQuery } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { plural, pointWords } from '../../../../words/numbers';
import { saidWithUndo } from '../../../ui/saidWithUndo';

type Preview = AnswerOf<typeof actOnDocket>;

const ACTS: readonly {
  readonly act: DocketAct;
  readonly whom: 'ready' | 'nothing' | 'shown' | 'picked';
  readonly words: string;
}[] = [
  { act: 'accept', whom: 'ready', words: 'Accept what is suggested for everyone who is ready' },
  { act: 'zero', whom: 'nothing', words: 'Give 0 to everyone with nothing' },
  { act: 'excuse', whom: 'nothing', words: 'Excuse everyone with nothing' },
  { act: 'remark', whom: 'nothing', words: 'Remark on everyone with nothing' },
  { act: 'remark', whom: 'shown', words: 'Remark on everyone the docket shows' },
  { act: 'accept', whom: 'picked', words: 'Accept what is suggested for those you picked' },
  { act: 'excuse', whom: 'picked', words: 'Excuse those you picked who have nothing' },
  { act: 'remark', whom: 'picked', words: 'Remark on those you picked' },
];

function consequence(act: DocketAct, { before, after }: Preview['changes'][number]): string {
  if (act === 'excuse') return 'excused';
  if (act === 'remark') return after === null ? 'with the score, once given' : 'at once';
  return before === null ? pointWords(after!) : `${pointWords(before)} → ${pointWords(after!)}`;
}

/** The same done to many students: chosen, looked at student by student, then done, and taken back in one step. */
export function ManyAtOnce({
  forum,
  names,
  shown,
  picked,
  changed,
  onClose,
}: {
  forum: string;
  names: 'shown' | 'hidden';
  /** The students the docket shows. */
  shown: readonly string[];
  /** Those who were picked in it. */
  picked: readonly string[];
  changed: () => void;
  onClose: () => void;
}) {
  const course = useCourse().id;
  const [chosen, setChosen] = useState<(typeof ACTS)[number] | null>(null);
  const [remark, setRemark] = useState('{given name}, ');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const lists = { shown, picked };
  const ask = async (of: (typeof ACTS)[number], isPreview: boolean, said: RichNode | null) => {
    const id = newId();
    setProblem(null);
    setBusy(true);
    try {
      const answer = await call(
        actOnDocket,
        { course, forum },
        {
          id,
          act: of.act,
          students: of.whom === 'shown' || of.whom === 'picked' ? [...lists[of.whom]] : of.whom,
          remark: said,
          preview: isPreview,
          names,
        },
      );
      if (isPreview) setPreview(answer);
      else {
        const undo = async () => {
          try {
            const { undone, passed } = await call(withQuery(undoDocketAct, { names }), {
              course,
              forum,
              act: id,
            });
            toast.success(
              `Undone for ${plural(undone, 'student')}.${passed.length > 0 ? ` ${passed.map(({ name }) => name).join(', ')} changed since.` : ''}`,
            );
          } catch (error) {
            toast.error(sentenceOf(error));
          }
          changed();
        };
        saidWithUndo(`Done for ${plural(answer.changes.length, 'student')}.`, undo);
        changed();
        onClose();
      }
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setBusy(false);
  };
  const said = chosen?.act === 'remark' ? textOf(remark) : null;
  return (
    <Dialog title="Many at once" onClose={onClose} wide>
      <ul className="space-y-1">
        {ACTS.filter(({ whom }) => whom === 'ready' || whom === 'nothing' || lists[whom].length > 0).map(
          (of) => (
            <li key={of.words}>
              <label className="flex items-center gap-2.5 py-0.5">
                <input
                  type="radio"
                  name="act"
                  className="radio radio-sm"
                  checked={chosen === of}
                  onChange={() => {
                    setChosen(of);
                    setPreview(null);
                    if (of.act !== 'remark') void ask(of, true, null);
                  }}
                />
                {of.words}
              </label>
            </li>
          ),
        )}
      </ul>
      {chosen?.act === 'remark' && (
        <div className="mt-3">
          <textarea
            className="textarea raised w-full"
            rows={3}
            aria-label="Remark for all of them"
            value={remark}
            onChange={(event) => {
              setRemark(event.target.value);
              setPreview(null);
            }}
          />
          <p className="quiet mt-1 text-sm">
            {'{given name}, {family name}, {forum} and {score} are filled in for each student.'}
          </p>
          <button
            type="button"
            className="btn btn-sm raised ruled mt-2"
            disabled={busy || remark.trim() === ''}
            onClick={() => void ask(chosen, true, said)}
          >
            Show whom it reaches
          </button>
        </div>
      )}
      {preview && chosen && (
        <section aria-label="What it does" className="ruled mt-3 border-t pt-3">
          <p className="font-semibold">
            {preview.changes.length === 0
              ? 'It would reach nobody.'
              : `It reaches ${plural(preview.changes.length, 'student')}:`}
          </p>
          <div className="mt-1 max-h-56 overflow-y-auto">
            <table className="w-full text-sm">
              <tbody>
                {preview.changes.map((change) => (
                  <tr key={change.student.id} className="ruled border-b last:border-0">
                    <th scope="row" className="py-1 text-left font-normal">
                      {change.student.sortable}
                    </th>
                    <td className="num py-1 text-right">{consequence(chosen.act, change)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {preview.passed.map(({ why, students }) => (
            <p key={why} className="quiet mt-1.5 text-sm">
              Not {plural(students.length, 'student')} who {why}:{' '}
              {students.map(({ name }) => name).join(', ')}.
            </p>
          ))}
          {preview.changes.length > 0 && (
            <button
              type="button"
              className="btn btn-primary mt-3"
              disabled={busy}
              onClick={() => void ask(chosen, false, said)}
            >
              Do it for {plural(preview.changes.length, 'student')}
            </button>
          )}
        </section>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-sm text-error">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
